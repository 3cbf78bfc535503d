#' Write a report
#'
#' Writes one page of HTML that carries its proof with it: title and as-of line, the main figures, one sentence that
#' says whether everything ties out, a chart, the statement, what was left out and why, the notes, the tie-out in full,
#' and the brief in words, as a file and as an R call. The file needs no network and no server, and can be sent by mail.
#'
#' @details
#' Every figure can be followed: a click on it (or Enter) opens the entries behind it, with their own total under them,
#' and the figure worked through by hand. Lines can be sorted, searched and filtered by key; the totals of a part say
#' that they are of a part. A figure has a link of its own, which can be copied. The page prints well, works at the
#' width of a phone, by keyboard and with a screen reader, and in light and dark.
#'
#' All text from data is escaped, and the page forbids itself to load or run anything but its own script.
#'
#' Up to `most_report_entries` (50,000) entries are carried, evenly by line; the rest are counted and added up, so that
#' the sum still meets. Up to `most_report_proofs` (300) figures, from the top of the page, are worked by hand. See
#' [limits].
#'
#' A path that ends in `.pdf` prints the page through Chromium, where that is installed.
#'
#' @param x A statement, a [brief()], or a list of them, which share a report with contents.
#' @param path The path of the report: `.html` or `.pdf`.
#' @param title The title of a report of several pages.
#' @param chart Whether there is a picture: `TRUE` for one where a page can be drawn (needs ggplot2), `FALSE` for none.
#' @return The path, unseen. Raises `idle_bad_argument` for what is no page, `idle_bad_file` for another ending,
#'   `idle_not_written` with the reason where writing fails, `idle_no_package` without htmltools, and the errors of
#'   [draw_up()].
#' @seealso [chart()], [tie_out()], [write_statement()]
#' @export
#' @examplesIf requireNamespace("htmltools", quietly = TRUE) && requireNamespace("ggplot2", quietly = TRUE)
#' page <- brief(demo_table("tolls"),
#'   title = "Receipts by reach", only = toll > 0, lines = reach, figures = c(receipts = sum(toll)), footing = whole()
#' )
#' path <- tempfile(fileext = ".html")
#' report(page, path)
#' file.size(path)
report <- function(x, path, title = NULL, chart = TRUE) {
  local_utf8()
  write_report(x, path, title, chart)
  invisible(path)
}

# Gives the tie-outs of the pages. What cannot be written is refused before anything is drawn up.
write_report <- function(x, path, title = NULL, chart = TRUE) {
  on.exit(progress_done())
  ending <- report_ending(path)
  pages <- pages_to_report(x)
  if (is.null(title)) title <- if (length(pages) == 1) statement_title(pages[[1]]) else "Report"
  if (!is_one_text(title)) stop_idle("bad_argument", "title is one text.")
  for (page in pages) check_not_the_source(path, statement_part(page, "brief"))
  checks <- lapply(pages, tie_out)
  html <- report_html(pages, checks, title, chart, ending == "pdf", normalizePath(dirname(path), mustWork = FALSE))
  if (ending == "pdf") print_as_pdf(html, path) else write_whole(path, function(put) put(html))
  checks
}

report_ending <- function(path) {
  need_package("htmltools", "reports")
  ending <- if (is_one_text(path)) ending_of(path) else ""
  if (!ending %in% c("html", "htm", "pdf")) stop_idle(
    "bad_file", sprintf("%s is no name for a report.", value_text(path)[1]), "Its name ends with .html or .pdf."
  )
  check_target(path)
  if (ending == "pdf") find_browser()
  ending
}

pages_to_report <- function(x) {
  if (is_brief(x) || is.data.frame(x) || inherits(x, "idle_book")) x <- list(x)
  if (!is.list(x) || is.object(x) || length(x) == 0) stop_idle(
    "bad_argument", sprintf("report() takes a statement, a brief or a list of them, and got %s.", a_thing(x)),
    "A page is made of a table by brief(table, lines = ..., figures = ...)."
  )
  lapply(unname(x), function(page) {
    # Of a page that was worked at its source no entry was read here: it is drawn up here, and proved.
    if (!is.null(statement_part(page, "at_source"))) page <- statement_part(page, "brief")
    if (is_brief(page) || inherits(page, "idle_book")) page <- draw_up(page)
    if (!inherits(page, "idle_statement") || is.null(statement_part(page, "brief"))) stop_idle(
      "bad_argument", sprintf("A report is made of statements and briefs, and got %s.", a_thing(page)),
      "A table that is none becomes one by brief(table)."
    )
    page
  })
}

report_html <- function(pages, checks, title, chart, printed, folder) {
  several <- length(pages) > 1
  bodies <- lapply(seq_along(pages), function(k) {
    if (several) progress_tick((k - 1) / length(pages))
    report_page(pages[[k]], checks[[k]], paste0("p", k), if (several) 2 else 1, chart, printed, folder)
  })
  script <- file_of_report("report.js")
  style <- file_of_report("report.css")
  tags <- htmltools::tags
  body <- tags$body(
    tags$a(class = "skip", href = "#main", "To the report"),
    if (several) htmltools::tagList(tags$h1(clean_text(title)), report_contents(pages)),
    tags$main(id = "main", bodies), report_dialog(),
    tags$footer(tags$p(sprintf("Idle Ledger %s. Each figure opens the entries behind it.", package_version_text()))),
    tags$script(htmltools::HTML(script))
  )
  head <- tags$head(
    tags$meta(charset = "utf-8"), tags$meta(name = "viewport", content = "width=device-width, initial-scale=1"),
    tags$meta(`http-equiv` = "Content-Security-Policy", content = security_policy(script, style)),
    tags$title(clean_text(title)), tags$style(htmltools::HTML(style))
  )
  paste0("<!DOCTYPE html>\n", html_of(tags$html(lang = "en", head, body)), "\n")
}

# Nothing may be loaded, and nothing run but the script and style that are in the page, told by their digests.
security_policy <- function(script, style) {
  digest <- function(text) {
    hex <- cli::hash_sha256(text)
    bytes <- as.raw(strtoi(substring(hex, seq(1, 63, 2), seq(2, 64, 2)), 16L))
    sprintf("'sha256-%s'", jsonlite::base64_enc(bytes))
  }
  sprintf("default-src 'none'; script-src %s; style-src %s; img-src data:; base-uri 'none'; form-action 'none'",
    digest(script), digest(style))
}

file_of_report <- function(name) {
  path <- system.file("report", name, package = "idleledger")
  paste(readLines(path, encoding = "UTF-8", warn = FALSE), collapse = "\n")
}

html_of <- function(tag) as.character(htmltools::doRenderTags(tag, indent = FALSE))

report_contents <- function(pages) {
  tags <- htmltools::tags
  items <- lapply(seq_along(pages), function(k) {
    tags$li(tags$a(href = paste0("#p", k), clean_text(statement_title(pages[[k]]))))
  })
  tags$nav(`aria-label` = "Contents", tags$ol(items))
}

# The place where entries are shown; the script fills it.
report_dialog <- function() {
  tags <- htmltools::tags
  tags$dialog(
    id = "behind", `aria-labelledby` = "behind-title",
    tags$div(class = "bar", tags$h2(id = "behind-title", tabindex = "-1"),
      tags$button(type = "button", id = "behind-close", "Close")),
    tags$div(id = "behind-body")
  )
}
