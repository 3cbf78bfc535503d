# Entries read are entries used and left out, with the reasons; the lines' counts add back to them.

check_entries <- function(state) {
  left <- vapply(state$accounts, function(account) account$n, numeric(1))
  reasons <- vapply(state$accounts, function(account) {
    sprintf("%s by `%s`, %s", big_mark(account$n), account$section, account$reason)
  }, "")
  sentence <- sprintf(
    "Entries: %s read%s = %s used + %s left out", big_mark(state$n_read),
    if (state$n_added != 0) sprintf(" + %s added by `prepare`", big_mark(state$n_added)) else "",
    big_mark(state$n), big_mark(sum(left))
  )
  if (length(reasons)) sentence <- sprintf("%s (%s)", sentence, paste(reasons, collapse = "; "))
  a_check("entries", state$n_read + state$n_added == state$n + sum(left), paste0(sentence, "."))
}

# The entries of each group, as the figures were worked on them.
line_entries <- function(state) {
  if (is.null(state$group_entries)) core_summarise(state$groups, list(), list())$entries else state$group_entries
}

check_counts <- function(state) {
  counts <- line_entries(state)
  sentence <- sprintf(
    "Lines: the entries of %s add up to %s, and %s were used%s.",
    count_of(length(own_lines(state)), "line"), big_mark(sum(counts)), big_mark(state$n), combinations_words(state)
  )
  a_check("counts", sum(counts) == state$n, sentence)
}

# How many lines the values of the keys would make, and one that does not occur.
combinations_words <- function(state) {
  if (length(state$keys) < 2 || state$n == 0) return("")
  own <- own_lines(state)
  values <- lapply(state$keys, function(key) different_values(pick_rows(state$lines[[key]], own)))
  sizes <- vapply(values, length_of, 1)
  if (prod(sizes) == length(own)) return("; every combination of their keys occurs")
  sprintf(
    "; %s of the %s combinations of %s occur%s", big_mark(length(own)), big_mark(prod(sizes)),
    both(
      mapply(function(n, key) sprintf("%s %s", big_mark(n), key), sizes, state$keys)
    ), one_absent(state, own, values)
  )
}

# A combination that does not occur, by name.
one_absent <- function(state, own, values) {
  if (prod(vapply(values, length_of, 1)) > 1e5) return("")
  texts <- lapply(values, function(x) key_texts(plain_vector(x)))
  there <- do.call(paste, c(unname(lapply(state$keys, function(key) {
    core_group_numbers(core_group(list(pick_rows(state$lines[[key]], own)), length(own)))
  })), list(sep = "/")))
  all <- expand.grid(rev(lapply(texts, seq_along)))
  all <- all[rev(seq_along(all))]
  absent <- which(!do.call(paste, c(unname(as.list(all)), list(sep = "/"))) %in% there)[1]
  sprintf(
    ", and for instance %s not", both(vapply(seq_along(texts), function(k) texts[[k]][all[absent, k]], ""))
  )
}

check_shown <- function(state) {
  gathered <- if (is.null(state$gathered)) 0 else state$gathered
  own <- own_lines(state)
  all <- length(own)
  shown <- sum(state$shown[own])
  hidden <- sum(!state$shown[own]) - gathered
  parts <- c(
    sprintf("%s shown", big_mark(shown)), sprintf("%s hidden by `show`", big_mark(hidden)),
    if (gathered > 0) sprintf("%s gathered as others", big_mark(gathered))
  )
  a_check(
    "shown",
    all == shown + hidden + gathered,
    sprintf("Shown: %s = %s.", count_of(all, "line"), paste(parts, collapse = " + "))
  )
}

# A statement's fingerprint against that of its source now.
check_fresh <- function(statement, state) {
  same <- identical(statement_part(statement, "fingerprint"), state_fingerprint(state))
  state_of_it <- if (same) "is the same as" else "has changed since"
  sentence <- sprintf("Fresh: the source %s %sthe statement was drawn up.", state_of_it, if (same) "when " else "")
  a_check("fresh", same, sentence)
}

# The statement's cells against those of a statement drawn up now.
check_cells <- function(statement, state) {
  now <- statement_of(state)
  columns <- intersect(names(now), names(statement))
  if (nrow(now) != nrow(statement) || length(columns) < length(names(now))) {
    return(a_check("cells", FALSE, sprintf(
      "Cells: the statement has %s and %s, and now there are %s and %s.", count_of(nrow(statement), "line"),
      count_of(ncol(statement), "column"), count_of(nrow(now), "line"), count_of(ncol(now), "column")
    )))
  }
  wrong <- do.call(rbind, lapply(columns, function(name) {
    at <- which(!same_values(statement[[name]], now[[name]]))
    if (length(at)) data.frame(
      line = at,
      column = name,
      here = cell_texts(statement[[name]][at]),
      `drawn up again` = cell_texts(now[[name]][at]),
      check.names = FALSE
    )
  }))
  n <- if (is.null(wrong)) 0 else nrow(wrong)
  cells <- nrow(now) * length(columns)
  sentence <- if (n == 0) {
    sprintf("Cells: all %s are what the brief gives.", count_of(cells, "cell"))
  } else {
    sprintf(
      "Cells: %s of %s differ from what the brief gives, first `%s` in line %s.",
      big_mark(n),
      big_mark(cells),
      wrong$column[1],
      big_mark(wrong$line[1])
    )
  }
  a_check("cells", n == 0, sentence, wrong)
}

# Equal to the bit; missing equals missing, and a value that is no number its like.
same_values <- function(a, b) {
  a <- plain_vector(a)
  b <- plain_vector(b)
  if (is.factor(a)) a <- as.character(a)
  if (is.factor(b)) b <- as.character(b)
  same <- a == b
  if (!anyNA(same)) return(same)
  gone <- is.na(a) | is.na(b)
  same[gone] <- (is.na(a) & is.na(b) & (is_missing_value(a) == is_missing_value(b)))[gone]
  same
}
