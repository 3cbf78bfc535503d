# Columns of texts as what was asked of them, or as what their different texts turn out to be.

# `marks` are those of a language; `na`: NA is missing.
as_asked <- function(column, label, asked, name, marks = NULL, na = FALSE) {
  if (asked$kind == "text") return(column)
  texts <- texts_of(column)
  reads <- if (is.null(asked$reads)) usual_reads(asked$kind) else asked$reads
  values <- reads(texts, marks)
  bad <- which(is.na(values) & !is.nan(values) & nzchar(texts) & !(na & texts == "NA"))
  if (length(bad) == 0) return(valued(column, values, asked$kind))
  row <- min(match(bad, codes_of(column)))
  text <- texts[codes_of(column)[row]]
  stop_idle(
    "bad_cell", sprintf("%s: row %s, column `%s`: %s is no %s%s.", name, big_mark(row), label, value_text(text),
      asked$words,
      if (length(bad) > 1) sprintf(", nor %s %s", if (length(bad) == 2) "is" else "are", count_of(length(bad) - 1,
        "other text")) else ""),
    sprintf("To take it as missing: %s. To keep the column as it stands: %s.", advice_on_missing(text),
      advice_on_kind(label, "\"text\"")),
    row = row, column = label
  )
}

usual_reads <- function(kind) {
  function(texts, marks) {
    if (kind != "number") return(core_strict_values(texts, kind))
    if (is.null(marks)) exact_numbers(texts) else marked_numbers(texts, marks$decimal, marks$grouping)
  }
}

# Values by text as a column of their kind.
valued <- function(column, values, kind) {
  values <- switch(kind, date = as_date_class(values), `yes/no` = as.logical(values), as.double(values))
  if (kind == "time") values <- structure(values, class = c("POSIXct", "POSIXt"), tzone = "UTC")
  found <- core_look_up(column, values)
  if (kind == "time") attributes(found) <- list(class = c("POSIXct", "POSIXt"), tzone = "UTC")
  found
}

nothing_of <- function(kind, n) {
  if (kind == "text") return(text_vector(rep(NA_integer_, n), character()))
  rep(switch(kind, number = NA_real_, date = as.Date(NA), time = as.POSIXct(NA_real_, origin = "1970-01-01",
    tz = "UTC"), NA), n)
}

# What all different texts are, if they are all of one kind: list(kind, values, example).
kind_of_texts <- function(texts, marks, na) {
  rest <- texts[nzchar(texts) & !(na & texts == "NA")]
  if (length(rest) == 0) return(NULL)
  if (is.null(marks)) {
    kinds <- unique(core_strict_kinds(utils::head(rest, 100)))
    if (length(kinds) == 1 && kinds != "text") {
      values <- core_strict_values(texts, kinds)
      fits <- !is.na(values) | is.nan(values)
      if (all(fits[texts %in% rest]) && !mixes_forms(rest, kinds)) return(list(kind = kinds, values = values))
    }
    marks <- list(decimal = ".", grouping = ",")
    if (!any(grepl(",", rest, fixed = TRUE))) return(NULL)
  }
  if (any(grepl("^[-+]?0[0-9]", rest))) return(NULL)
  digits <- plain_digits(texts, marks$decimal, marks$grouping)
  values <- core_strict_values(digits, "number")
  if (anyNA(values[texts %in% rest])) return(NULL)
  list(kind = "number", values = values, example = which(texts != digits)[1], digits = digits)
}

mixes_forms <- function(texts, kind) {
  form <- switch(kind, time = grepl("(Z|[-+][0-9]{2}:?[0-9]{2})$", texts), `yes/no` = texts %in% c("TRUE", "FALSE"),
    TRUE)
  length(unique(form)) > 1
}

# NA alone, or nothing, in a part of a column of another kind.
as_kind_of_whole <- function(column, kind, n, where) {
  own <- kind_of(column)
  if (kind == "empty" || own == kind) return(column)
  if (kind == "double" && own == "integer") return(as.double(column))
  nothing <- own == "empty" || all_missing(column) || is_text_vector(column) && all(texts_of(column) == "NA")
  if (nothing) return(nothing_of(switch(kind, double = "number", logical = "yes/no", kind), n))
  stop_idle(
    "other_shape", sprintf("%s is %s in some parts and %s in others.", where, a_kind(kind), a_kind(own)),
    "Say its kind, or cast it to one type."
  )
}
