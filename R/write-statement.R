#' Write a statement to a file
#'
#' @param x A statement, or a [brief()], which is drawn up first.
#' @param path The path of a `.csv` or `.tsv` file. A file that is there is written over.
#' @param formulas What to do with text that a spreadsheet would take for a formula (it begins with
#'   `=`, `+`, `-`, `@`, also after blanks or marks without width or as full-width signs, or with a tab
#'   or a line end): `"escape"` puts an apostrophe before it and says how
#'   often, `"keep"` writes it as it is.
#' @param about Whether to write a second file beside it, of the same name with `.about.json`: what the
#'   statement remembers of how it came about (brief, source, fingerprint, entries, time, version).
#' @return The path, unseen. Columns bear their headings; missing values are empty cells; numbers are
#'   written in full, times by ISO 8601 with their offset. The file is written beside its place, checked
#'   and then put there, so that an older one is lost only when the new one is whole. Raises
#'   `idle_bad_file` for a format that is not known, a folder that is not there, what is no file, or the
#'   page's own source, and `idle_not_written` with the reason where writing fails.
#' @export
#' @examples
#' page <- brief(demo_table("tolls"), lines = reach, figures = c(receipts = sum(toll)))
#' path <- tempfile(fileext = ".csv")
#' write_statement(page, path)
#' readLines(path)
write_statement <- function(x, path, formulas = c("escape", "keep"), about = FALSE) {
  formulas <- match.arg(formulas)
  if (is_brief(x)) x <- draw_up(x)
  if (!inherits(x, "idle_statement")) {
    stop_idle("bad_argument", sprintf("write_statement() takes a statement or a brief, and got %s.", a_thing(x)))
  }
  if (!grepl("[.](csv|tsv)$", path, ignore.case = TRUE)) {
    stop_idle("bad_file", sprintf("%s is of no format that is known here.", path), "Known are .csv and .tsv.")
  }
  local_utf8()
  check_not_the_source(path, statement_part(x, "brief"))
  table <- as.data.frame(x)
  if (formulas == "escape") table <- escape_formulas(table)
  table[] <- lapply(table, function(column) written_numbers(written_times(column)))
  names(table) <- escape_formula(headings_of(x))
  separator <- if (grepl("tsv$", path, ignore.case = TRUE)) "\t" else ","
  write_whole(path, function(put) {
    for (from in seq(1, max(nrow(table), 1), by = lines_at_once)) {
      part <- table[seq(from, length.out = max(0, min(lines_at_once, nrow(table) - from + 1))), , drop = FALSE]
      put(readr::format_delim(part, delim = separator, na = "", col_names = from == 1))
    }
  })
  if (isTRUE(about)) write_about(x, path)
  invisible(path)
}

lines_at_once <- 1e5

# Times by ISO 8601 with all of their seconds, as they stand in their own zone.
written_times <- function(column) {
  if (!inherits(column, "POSIXct")) return(column)
  seconds <- as.double(unclass(column))
  parts <- any(seconds != floor(seconds), na.rm = TRUE)
  text <- format(column, if (parts) "%Y-%m-%dT%H:%M:%OS6" else "%Y-%m-%dT%H:%M:%S")
  if (parts) text <- sub("0+$", "", text)
  offset <- sub("(..)$", ":\\1", format(column, "%z"))
  ifelse(is.na(column), NA, paste0(sub("[.]$", "", text), ifelse(offset == "+00:00", "Z", offset)))
}

# Numbers with as many digits as it takes to read the same number again.
written_numbers <- function(column) {
  if (!is_plain_double(column)) return(column)
  text <- sprintf("%.15g", column)
  for (form in c("%.16g", "%.17g")) {
    short <- which(is.finite(column))
    short <- short[core_numbers(text[short]) != column[short]]
    text[short] <- sprintf(form, column[short])
  }
  ifelse(is_missing_value(column), NA, text)
}

write_about <- function(x, path) {
  facts <- attr(x, "idle")
  sections <- lapply(facts$brief$sections, function(items) I(vapply(items, item_text, "")))
  text <- jsonlite::toJSON(list(
    title = facts$title, words = brief_words(facts$brief), sections = sections, source = name_of(facts$brief$source),
    fingerprint = facts$fingerprint, seal = facts$seal, entries_read = facts$read, entries_used = facts$used,
    left_out = lapply(facts$accounts, function(account) account[c("section", "reason", "n")]),
    lines = nrow(x), notes = I(unique(c(facts$remarks, facts$notes))),
    drawn_up = format(facts$drawn_up, "%Y-%m-%dT%H:%M:%SZ", tz = "UTC"), version = facts$version
  ), auto_unbox = TRUE, pretty = TRUE, digits = NA)
  write_whole(paste0(sub("[.][a-zA-Z]+$", "", path), ".about.json"), function(put) put(paste0(text, "\n")))
}

escape_formulas <- function(table) {
  textual <- vapply(table, function(column) is.character(column) || is.factor(column), TRUE)
  risky <- sum(vapply(table[textual], function(column) sum(starts_a_formula(as.character(column))), numeric(1)))
  if (risky == 0) return(table)
  rlang::inform(
    sprintf("%s with an apostrophe before text that a spreadsheet would take for a formula.", is_are(risky, "cell"))
  )
  table[textual] <- lapply(table[textual], function(column) escape_formula(as.character(column)))
  table
}

check_not_the_source <- function(path, brief) {
  files <- if (!is.null(brief)) lowest_source(brief)$origin
  here <- suppressWarnings(normalizePath(path, mustWork = FALSE))
  if (here %in% files) stop_idle(
    "bad_file", sprintf("%s is the file that this page is drawn up from.", path), "Give the statement another name."
  )
}
