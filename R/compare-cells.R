# The cells of two tables whose lines are matched: which differ, and by how much.

# Numbers and dates that one side has as text are read, and it is said.
kinds_alike <- function(here, there, shared, labels) {
  tables <- list(here, there)
  notes <- character()
  for (column in shared) for (k in 1:2) {
    own <- tables[[3 - k]][[column]]
    text <- tables[[k]][[column]]
    if (!is.character(text) || is.character(own) || is.factor(own)) next
    values <- read_like(text, own)
    if (is.null(values) || any(is.na(values) & !is.nan(values) & !is.na(text))) next
    tables[[k]][[column]] <- values
    notes <- c(notes, sprintf("`%s` of %s is text, such as %s, and is read as %s.", column, labels[k],
      value_text(text[!is.na(text)][1]), if (is.numeric(own)) "numbers" else "what it says"))
  }
  list(tables = tables, notes = notes)
}

read_like <- function(text, own) {
  if (all(is.na(text))) return(own[NA_integer_][rep(1, length(text))])
  if (is.numeric(own) && inherits(own, "integer64")) return(bit64::as.integer64(gsub(",", "", text, fixed = TRUE)))
  if (is.numeric(own)) {
    values <- core_strict_values(text, "number")
    odd <- is.na(values) & !is.nan(values)
    percent <- grepl("%", text, fixed = TRUE)
    return(ifelse(!odd, values, ifelse(percent, percent_numbers(text, "."), money_numbers(text, ".", ","))))
  }
  if (inherits(own, "Date")) return(as_date_class(core_strict_values(text, "date")))
  if (inherits(own, "POSIXct")) return(structure(core_strict_values(text, "time"), class = c("POSIXct", "POSIXt"),
    tzone = time_zone(own)))
  if (is.logical(own)) c(yes = TRUE, no = FALSE, `TRUE` = TRUE, `FALSE` = FALSE, true = TRUE, false = FALSE)[text]
}

differing_cells <- function(here, there, at, keys, column, bounds, digits) {
  lines <- which(!is.na(at$line))
  x <- here[[column]][lines]
  y <- there[[column]][at$line[lines]]
  numbers <- is.numeric(x) && is.numeric(y)
  gap <- if (numbers) as_plain_number(y) - as_plain_number(x) else rep(NA_real_, length(x))
  same <- if (numbers) same_numbers(x, y, gap, tolerance_of(bounds, column), bounds$to,
    digits) else if (kind_of(x) %in% kind_of(y)) {
    same_values(x, y)
  } else {
    (as.character(x) == as.character(y)) %in% TRUE | is.na(x) & is.na(y)
  }
  wrong <- which(!same)
  if (length(wrong) == 0) return(NULL)
  value <- function(side) if (numbers) as_plain_number(side[wrong]) else rep(NA_real_, length(wrong))
  cbind(pick_lines(here[keys], lines[wrong]), data.frame(
    column = column, a = value(x), b = value(y), difference = gap[wrong],
    text_a = if (numbers) "" else differing_texts(x[wrong]), text_b = if (numbers) "" else differing_texts(y[wrong])
  ))
}

same_numbers <- function(x, y, gap, tolerance, to, digits) {
  same <- same_values(x, y)
  if (tolerance > 0) same <- same | (abs(gap) <= tolerance) %in% TRUE
  if (!is.null(digits)) same <- same | (abs(gap) <= 10^(1 - digits) * abs(as_plain_number(x))) %in% TRUE
  if (is.null(to)) return(same)
  whole <- function(v) abs(v / to - round(v / to)) < 1e-9
  same | (abs(gap) <= to / 2 * (1 + 1e-9) & (whole(as_plain_number(x)) | whole(as_plain_number(y)))) %in% TRUE
}

differing_texts <- function(x) vapply(seq_along(x), function(i) exact_text(x[i]), "")

# Texts stand beside the numbers only where there are some.
with_texts_if_any <- function(cells) {
  if (is.null(cells) || any(nzchar(cells$text_a) | nzchar(cells$text_b))) return(cells)
  cells[setdiff(names(cells), c("text_a", "text_b"))]
}

tolerance_of <- function(bounds, column) {
  tolerance <- bounds$tolerance
  if (is.null(names(tolerance))) return(tolerance[[1]])
  if (column %in% names(tolerance)) tolerance[[column]] else 0
}

pick_lines <- function(table, rows) {
  table <- table[rows, , drop = FALSE]
  rownames(table) <- NULL
  table
}
