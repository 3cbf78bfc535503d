#' What differs between two tables
#'
#' Compares two statements, or a statement and any table, such as a colleague's spreadsheet: lines that
#' are in one only, and cells that differ, with the amounts.
#'
#' @param a,b A statement, a [brief()], a [ledger()], a data frame, or the path of a file.
#' @param match The columns that say which lines belong together. By default the keys of `a`, if it is
#'   a statement or a brief; else the columns that are not numbers in both.
#' @param tolerance By how much numbers may differ and still count as equal; 0 by default, so that they
#'   must be the same to the last bit.
#' @return An object of class `idle_differences`: a list of data frames, `only_a` and `only_b` (lines
#'   in one only), and `cells` (the matched columns, `column`, `a`, `b` and `difference`), with
#'   `compared`, the number of cells compared. `as.data.frame()` gives the cells.
#' @section Errors:
#' `idle_bad_argument` if there is nothing to match by or lines match more than once,
#' `idle_unknown_column` for a column in `match` that is not in both.
#' @seealso [tie_out()]
#' @export
#' @examples
#' page <- brief(demo_table("tolls"), lines = reach, figures = c(receipts = sum(toll)))
#' theirs <- data.frame(reach = c("Lower", "Upper"), receipts = c(75712.25, 42000))
#' differences(page, theirs)
differences <- function(a, b, match = NULL, tolerance = 0) {
  local_utf8()
  labels <- c(label_of(a, deparse1(substitute(a))), label_of(b, deparse1(substitute(b))))
  if (labels[1] == labels[2]) labels <- paste(c("the first", "the second"), labels)
  compare_tables(a, b, match, tolerance, labels)
}

compare_tables <- function(a, b, match, tolerance, labels) {
  if (!is.numeric(tolerance) || length(tolerance) != 1 || is.na(tolerance) || tolerance < 0) {
    stop_idle("bad_argument", "tolerance is a number from 0.")
  }
  here <- table_to_compare(a)
  there <- table_to_compare(b)
  keys <- match_columns(here, there, match, own_keys(a))
  at <- matched_lines(here, there, keys, labels)
  shared <- setdiff(intersect(names(here), names(there)), c(keys, level_columns))
  cells <- do.call(rbind, lapply(shared, function(column) {
    differing_cells(here, there, at, keys, column, tolerance)
  }))
  structure(list(
    labels = labels, keys = keys, only_a = pick_lines(here, which(is.na(at))),
    only_b = pick_lines(there, setdiff(seq_len(nrow(there)), at)), cells = cells,
    only_columns = list(
      setdiff(names(here), c(names(there), level_columns)), setdiff(names(there), c(names(here), level_columns))
    ),
    compared = sum(!is.na(at)) * length(shared), tolerance = tolerance
  ), class = "idle_differences")
}

# What a table is called: by its file, its ledger or its page.
label_of <- function(x, text) {
  if (rlang::is_string(x)) return(basename(x))
  if (inherits(x, "idle_ledger")) return(x$name)
  if (is_brief(x)) return(page_title(x))
  if (inherits(x, "idle_statement") && !is.null(statement_part(x, "title"))) return(statement_part(x, "title"))
  short_name(text)
}

# A plain data frame, with its text and numbers as they are.
table_to_compare <- function(x) {
  if (is_brief(x)) x <- draw_up(x)
  if (inherits(x, "idle_statement")) return(as.data.frame(x))
  as.data.frame(ledger(x))
}

match_columns <- function(here, there, match, keys) {
  shared <- intersect(names(here), names(there))
  if (is.null(match)) match <- intersect(keys, shared)
  if (length(match) == 0) match <- shared[!vapply(here[shared], is.numeric, TRUE) & !vapply(
    there[shared], is.numeric, TRUE
  )]
  lost <- setdiff(match, shared)
  if (length(lost)) stop_idle(
    "unknown_column", sprintf(
      "The column `%s` is not in both tables.", lost[1]
    ), meant(lost[1], shared), column = lost[1]
  )
  if (length(match) == 0) stop_idle(
    "bad_argument", "There is no column to match lines by.", "Say which: differences(a, b, match = \"lock\")."
  )
  union(match, intersect(level_columns, shared))
}

own_keys <- function(x) {
  if (is_brief(x)) return(x$keys)
  if (inherits(x, "idle_statement")) statement_part(x, "keys")
}

pick_lines <- function(table, rows) {
  table <- table[rows, , drop = FALSE]
  rownames(table) <- NULL
  table
}

key_of_lines <- function(table, keys) {
  parts <- lapply(table[keys], function(column) {
    texts <- if (is.numeric(column) && !is.object(column)) sprintf("%.17g", column) else as.character(column)
    ifelse(is.na(column), "m", paste0("v", nchar(texts), ":", texts))
  })
  do.call(paste, c(unname(parts), list(sep = "|")))
}

# For each line of `here`, its place in `there`.
matched_lines <- function(here, there, keys, labels) {
  ours <- key_of_lines(here, keys)
  theirs <- key_of_lines(there, keys)
  for (side in 1:2) {
    key <- list(ours, theirs)[[side]]
    twice <- anyDuplicated(key)
    if (twice > 0) stop_idle(
      "bad_argument",
      sprintf("In %s, lines %s and %s have the same %s, so lines cannot be matched one to one.", labels[side],
        big_mark(match(key[twice], key)), big_mark(twice), both(keys)
      ), "Match by more columns: differences(a, b, match = c(...))."
    )
  }
  match(ours, theirs)
}

differing_cells <- function(here, there, at, keys, column, tolerance) {
  lines <- which(!is.na(at))
  x <- here[[column]][lines]
  y <- there[[column]][at[lines]]
  numbers <- is.numeric(x) && is.numeric(y)
  gap <- if (numbers) as_plain_number(y) - as_plain_number(x) else rep(NA_real_, length(x))
  same <- if (numbers && tolerance > 0) {
    ifelse(is.na(gap), same_values(x, y), abs(gap) <= tolerance)
  } else if (numbers || kind_of(x) %in% kind_of(y)) {
    same_values(x, y)
  } else {
    (as.character(x) == as.character(y)) %in% TRUE | is.na(x) & is.na(y)
  }
  wrong <- which(!same)
  if (length(wrong) == 0) return(NULL)
  cbind(
    pick_lines(here[keys], lines[wrong]),
    data.frame(column = column, a = differing_texts(x[wrong]), b = differing_texts(y[wrong]), difference = gap[wrong])
  )
}

differing_texts <- function(x) vapply(seq_along(x), function(i) exact_text(x[i]), "")

#' @rdname differences
#' @param x Differences.
#' @param row.names,optional,... Not used.
#' @export
as.data.frame.idle_differences <- function(x, row.names = NULL, optional = FALSE, ...) x$cells

#' @rdname differences
#' @export
print.idle_differences <- function(x, ...) {
  local_utf8()
  n <- if (is.null(x$cells)) 0 else nrow(x$cells)
  say_title(sprintf("Differences between %s and %s", x$labels[1], x$labels[2]))
  said <- sprintf(
    "%s compared in lines matched by %s: %s.", count_of(x$compared, "cell"), both(x$keys),
    if (n == 0) "all equal" else is_differ(n)
  )
  say(said)
  if (n > 0) print_some(x$cells)
  for (side in 1:2) {
    only <- list(x$only_a, x$only_b)[[side]]
    if (nrow(only) > 0) {
      cat("\n")
      say(sprintf("Only in %s: %s", x$labels[side], count_of(nrow(only), "line")))
      print_some(only)
    }
    columns <- x$only_columns[[side]]
    if (length(columns)) say_quiet(sprintf("Not compared: %s, only in %s", listing(tick(columns)), x$labels[side]))
  }
  invisible(x)
}

print_some <- function(table, most = 10) {
  columns <- as.list(utils::head(table, most))
  print_table(columns, blank = names(columns) == "difference")
  if (nrow(table) > most) say_quiet(sprintf("%s more", big_mark(nrow(table) - most)))
}
