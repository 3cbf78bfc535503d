# Each entry's partner found again in plain R, and what was brought in with it.

check_partners <- function(drawn, done) {
  part <- done$part
  found <- partners_again(done)
  alone <- length(done$met$alone)
  paired <- done$met$n - alone
  lonely <- length(lonely_partners(done$met))
  text <- sprintf(
    "Partners: %s of %s %s of %s%s%s; %s of its %s met none; found again %s%s.", big_mark(paired),
    entry_count(done$met$n), if (done$several) "met lines" else if (paired == 1) "met a line" else "each met one line",
    part$table, if (length(part$keys)) sprintf(" by %s", keys_said(part$keys)) else "",
    if (alone) sprintf(", %s none and %s", big_mark(alone), if (part$without == "leave_out") "were left out" else
      "were kept") else "",
    big_mark(lonely), count_of(done$met$other$n, "line"), found$how,
    if (length(found$wrong)) sprintf(", and not the same for the entry in %s",
      in_row(done$entries, found$wrong[1])) else
      if (length(part$brought)) sprintf(" with the same %s", both(names(part$brought))) else ""
  )
  a_check("partners", length(found$wrong) == 0, text)
}

# The entries whose partner or what it brought is another when it is looked for by the texts of the keys.
partners_again <- function(done) {
  n <- done$met$n
  whole <- n <= limit("most_to_compare") && is.null(done$part$as_of)
  most <- if (is.null(done$part$as_of)) 2000 else 200
  rows <- if (whole || n <= most) seq_len(n) else seeded_sample(seq_len(n), most)
  ours <- texts_of_keys(done$met$keys$here, n, rows)
  theirs <- texts_of_keys(done$met$keys$there, done$met$other$n)
  again <- if (is.null(done$part$as_of)) match(ours, theirs, incomparables = NA) else
    vapply(seq_along(rows), function(i) in_force_again(done$met, rows[i], ours[i], theirs), 1L)
  wrong <- rows[!same_or_both_missing(again, done$met$partner[rows])]
  how <- if (whole) "by the texts of their keys" else sprintf("for %s of them in plain R", big_mark(length(rows)))
  list(wrong = sort(c(wrong, brought_wrong(done, rows, again))), how = how)
}

same_or_both_missing <- function(a, b) (a == b) %in% TRUE | is.na(a) & is.na(b)

# A text of all keys of a row; missing where one is.
texts_of_keys <- function(keys, n, rows = seq_len(n)) {
  keys <- lapply(keys, pick_rows, rows = as.integer(rows))
  ifelse(lacks_a_key(keys, length(rows)), NA, texts_of_rows(keys, length(rows)))
}

in_force_again <- function(met, row, ours, theirs) {
  day <- met$days[[1]][row]
  since <- met$days[[2]]
  rows <- which(theirs == ours & since <= day)
  if (length(rows) == 0) return(NA_integer_)
  last <- rows[which.max(since[rows])]
  if (!is.null(met$ends) && (met$ends[last] < day) %in% TRUE) NA_integer_ else last
}

brought_wrong <- function(done, rows, partner) {
  if (done$several || length(rows) == 0) return(integer())
  column <- columns_with_partners(done)
  unlist(lapply(names(done$part$brought), function(name) {
    there <- plain_vector(entry_column(done$met$other, done$part$brought[[name]]))
    here <- plain_vector(pick_rows(column(name), as.integer(rows)))
    rows[!same_values(here, there[partner])]
  }))
}
