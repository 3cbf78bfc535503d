# Traps in a ledger: what has led people to wrong figures before. Each looks at all columns and gives
# sentences, none if there is nothing to say.

each_column <- function(columns, wanted, find) {
  unlist(lapply(names(columns), function(name) if (wanted(columns[[name]])) find(columns[[name]], name)))
}

folded <- function(texts) in_unicode(function(x) tolower(gsub("[[:space:]]+", " ", trimws(x))))(texts)

room("spellings", "trap", find = function(columns, n) {
  each_column(columns, is_text_vector, function(x, name) {
    texts <- texts_of(x)
    same <- folded(texts)
    twice <- unique(same[duplicated(same)])
    if (length(twice) == 0) return(NULL)
    shown <- vapply(utils::head(twice, 3), function(key) both(vapply(texts[same == key], value_text, "")), "")
    sprintf("`%s`: %s differ only by case or spaces.", name, paste(shown, collapse = "; also "))
  })
})

room("duplicates", "trap", find = function(columns, n) {
  if (n < 2) return(NULL)
  groups <- core_group(unname(columns), n)
  spare <- n - core_group_facts(groups)$size
  if (spare == 0) return(NULL)
  rows <- setdiff(seq_len(n), core_group_facts(groups)$first)
  sprintf(
    "%s of another in every column, the first in row %s.",
    if (spare == 1) "1 entry is an exact duplicate" else sprintf(
      "%s are exact duplicates", entry_count(spare)
    ), big_mark(rows[1])
  )
})

room("gaps", "trap", find = function(columns, n) {
  each_column(columns, is_moment_vector, function(x, name) {
    days <- sort(unique(as_days(x)))
    absent <- if (length(days) < 2) 0 else max(days) - min(days) + 1 - length(days)
    if (absent == 0 || absent > 20 * length(days)) return(NULL)
    first <- days[which(diff(days) > 1)[1]] + 1
    sprintf(
      "`%s`: %s between the first and the last without an entry, the first %s; rows are not days.",
      name, count_of(absent, "day"), format(as_date_class(first))
    )
  })
})

room("future", "trap", find = function(columns, n) {
  each_column(columns, is_moment_vector, function(x, name) {
    days <- as_days(x)
    late <- sum(days > as.double(Sys.Date()), na.rm = TRUE)
    far <- sum(abs(days) > 300 * 365, na.rm = TRUE)
    c(
      if (late > 0) sprintf("`%s`: %s in the future.", name, is_are(late, "date")),
      if (far > 0) sprintf("`%s`: %s more than 300 years from 1970.", name, is_are(far, "date"))
    )
  })
})

room("empty", "trap", find = function(columns, n) {
  each_column(columns, is_text_vector, function(x, name) {
    blank <- match("", folded(texts_of(x)))
    if (is.na(blank)) return(NULL)
    cells <- sum(codes_of(x) %in% which(folded(texts_of(x)) == ""))
    sprintf("`%s`: %s empty text, which is a value and not missing.", name, is_are(cells, "cell"))
  })
})

room("no_numbers", "trap", find = function(columns, n) {
  plain <- function(x) is.double(x) && !is.object(x)
  each_column(columns, plain, function(x, name) {
    nan <- sum(is.nan(x))
    endless <- sum(is.infinite(x))
    c(
      if (nan > 0) sprintf("`%s`: %s no number (NaN).", name, is_are(nan, "value")),
      if (endless > 0) sprintf("`%s`: %s infinite.", name, is_are(endless, "value"))
    )
  })
})

room("signs", "trap", find = function(columns, n) {
  plain <- function(x) is.double(x) && !is.object(x)
  each_column(columns, plain, function(x, name) {
    below <- which(x < 0)
    if (length(below) == 0 || length(below) > 0.01 * n) return(NULL)
    sprintf("`%s`: %s below zero, the first in row %s.", name, is_are(length(below), "value"), big_mark(below[1]))
  })
})
