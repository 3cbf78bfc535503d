#' Write a statement to a file
#'
#' @param x A statement, or a [brief()], which is drawn up first.
#' @param path The path of a `.csv` or `.tsv` file. A file that is there is written over.
#' @param formulas What to do with text that a spreadsheet would take for a formula (it begins with
#'   `=`, `+`, `-`, `@`, a tab or a line end): `"escape"` puts an apostrophe before it and says how
#'   often, `"keep"` writes it as it is.
#' @param about Whether to write a second file beside it, of the same name with `.about.json`: what the
#'   statement remembers of how it came about (brief, source, fingerprint, entries, time, version).
#' @return The path, unseen. Columns bear their headings; missing values are empty cells; numbers are
#'   written in full. Raises `idle_bad_file` for a format that is not known or a folder that is not
#'   there.
#' @export
#' @examples
#' page <- brief(demo_table("tolls"), lines = reach, figures = c(receipts = sum(toll)))
#' path <- tempfile(fileext = ".csv")
#' write_statement(page, path)
#' readLines(path)
write_statement <- function(x, path, formulas = c("escape", "keep"), about = FALSE) {
  formulas <- match.arg(formulas)
  if (inherits(x, "idle_brief")) x <- draw_up(x)
  if (!inherits(x, "idle_statement")) {
    stop_idle("bad_argument", sprintf("write_statement() takes a statement or a brief, and got %s.", a_thing(x)))
  }
  if (!grepl("[.](csv|tsv)$", path, ignore.case = TRUE)) {
    stop_idle("bad_file", sprintf("%s is of no format that is known here.", path), "Known are .csv and .tsv.")
  }
  if (!dir.exists(dirname(path))) stop_idle("bad_file", sprintf("There is no folder %s.", dirname(path)))
  table <- as.data.frame(x)
  if (formulas == "escape") table <- escape_formulas(table)
  names(table) <- escape_formula(headings_of(x))
  separator <- if (grepl("tsv$", path, ignore.case = TRUE)) "\t" else ","
  readr::write_delim(table, path, delim = separator, na = "", progress = FALSE)
  if (isTRUE(about)) write_about(x, path)
  invisible(path)
}

write_about <- function(x, path) {
  facts <- attr(x, "idle")
  sections <- lapply(facts$brief$sections, function(items) I(vapply(items, item_text, "")))
  jsonlite::write_json(list(
    title = facts$title, words = brief_words(facts$brief), sections = sections, source = name_of(facts$brief$source),
    fingerprint = facts$fingerprint, entries_read = facts$read, entries_used = facts$used,
    left_out = lapply(facts$accounts, function(account) account[c("section", "reason", "n")]),
    lines = nrow(x), notes = I(unique(c(facts$remarks, facts$notes))),
    drawn_up = format(facts$drawn_up, "%Y-%m-%dT%H:%M:%SZ", tz = "UTC"), version = facts$version
  ), paste0(sub("[.][a-zA-Z]+$", "", path), ".about.json"), auto_unbox = TRUE, pretty = TRUE, digits = NA)
}

headings_of <- function(x) {
  layout <- statement_part(x, "layout")
  headings <- stats::setNames(vapply(layout, `[[`, "", "heading"), vapply(layout, `[[`, "", "name"))
  ifelse(names(x) %in% names(headings), headings[names(x)], names(x))
}

starts_a_formula <- function(text) !is.na(text) & grepl("^[-=+@\t\r\n]", text)

escape_formula <- function(text) ifelse(starts_a_formula(text), paste0("'", text), text)

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
