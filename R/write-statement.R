#' Write a statement to a file
#'
#' The format is told by the ending. Numbers are written with as many digits as it takes to read the same number again,
#' and `differences()` and `tie_out(against =)` know the page in its own file.
#'
#' | ending | what is written |
#' | --- | --- |
#' | `.csv`, `.tsv` | delimited text: missing values are empty cells, empty text is `""`, times are by ISO 8601 |
#' | `.parquet` | columns with their kinds (needs the package nanoparquet) |
#' | `.xlsx` | a workbook with formats, rules and a second sheet that tells how the page came about (needs openxlsx) |
#' | `.json`, `.ndjson` | a list of records, or one record a line |
#' | `.md`, `.html`, `.txt` | the page as it is printed, all of its lines |
#'
#' @param x A statement, or a [brief()], which is drawn up first.
#' @param path The path of a file. One that is there is written over once the new one is whole.
#' @param formulas `TRUE` writes subtotals, shares and running totals of a workbook as formulas over its lines, so that
#'   a reviewer can recalculate them; figures that no formula gives stay values.
#' @param guard Whether text that a spreadsheet would take for a formula (it begins with `=`, `+`, `-`, `@`, also after
#'   blanks or marks without width or as full-width signs, or with a tab or a line end) gets an apostrophe before it in
#'   delimited text, and it is said how often. In other formats text is text.
#' @param about Whether to write a second file beside it, of the same name with `.about.json`: what the
#'   statement remembers of how it came about (brief, source, fingerprint, entries, time, version).
#' @return The path, unseen. Raises
#'   `idle_bad_file` for a format that is not known, a folder that is not there, what is no file, or the
#'   page's own source, `idle_not_written` with the reason where writing fails, `idle_bad_column` for a value that the
#'   format cannot hold, `idle_no_package` where a package is missing. A path that cannot be written to is refused
#'   before anything is drawn up.
#' @export
#' @examples
#' page <- brief(demo_table("tolls"), lines = reach, figures = c(receipts = sum(toll)))
#' path <- tempfile(fileext = ".csv")
#' write_statement(page, path)
#' readLines(path)
#' differences(page, path)
write_statement <- function(x, path, formulas = FALSE, guard = TRUE, about = FALSE) {
  local_utf8()
  writer <- writer_for(path)
  check_target(path)
  if (isTRUE(formulas) && !"formulas" %in% writer$takes) stop_idle(
    "bad_argument", sprintf("A .%s file has no formulas.", ending_of(path)),
    "Write a workbook (.xlsx), or leave out `formulas`."
  )
  if (is_brief(x)) x <- draw_up(x)
  if (!inherits(x, "idle_statement")) {
    stop_idle("bad_argument", sprintf("write_statement() takes a statement or a brief, and got %s.", a_thing(x)))
  }
  check_not_the_source(path, statement_part(x, "brief"))
  writer$write(x, path, list(formulas = isTRUE(formulas), guard = isTRUE(guard)))
  if (isTRUE(about)) write_about(x, path)
  invisible(path)
}

writer_for <- function(path) {
  if (!is_one_text(path) || is.na(path)) stop_idle("bad_argument", "path is the path of a file to be written.")
  for (name in rooms_of("writer")) {
    room <- room_of("writer", name)
    if (grepl(room$endings, path, ignore.case = TRUE)) return(room)
  }
  known <- unlist(lapply(rooms_of("writer"), function(name) room_of("writer", name)$shown))
  stop_idle("bad_file", sprintf("%s is of no format that is known here.", path),
    sprintf("Known are %s.", listing(known, 20)))
}

write_about <- function(x, path) {
  facts <- attr(x, "idle")
  sections <- lapply(facts$brief$sections, function(items) I(vapply(items, item_text, "")))
  text <- jsonlite::toJSON(list(
    title = page_title(facts$brief), words = brief_words(facts$brief), sections = sections,
    source = name_of(facts$brief$source),
    fingerprint = facts$fingerprint, seal = facts$seal, entries_read = facts$read, entries_used = facts$used,
    left_out = lapply(facts$accounts, function(account) account[c("section", "reason", "n")]),
    lines = nrow(x), notes = I(unique(c(facts$remarks, facts$notes))),
    drawn_up = format(facts$drawn_up, "%Y-%m-%dT%H:%M:%SZ", tz = "UTC"), version = facts$version
  ), auto_unbox = TRUE, pretty = TRUE, digits = NA)
  write_whole(paste0(sub("[.][a-zA-Z]+$", "", path), ".about.json"), function(put) put(paste0(text, "\n")))
}

check_not_the_source <- function(path, brief) {
  files <- if (!is.null(brief)) lowest_source(brief)$origin
  here <- suppressWarnings(normalizePath(path, mustWork = FALSE))
  if (here %in% files) stop_idle(
    "bad_file", sprintf("%s is the file that this page is drawn up from.", path), "Give the statement another name."
  )
}
