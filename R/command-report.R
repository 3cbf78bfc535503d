# report: a page of HTML that carries its proof with it; ends with 1 where something differs.

room("report", "command", place = 2.7,
  words = "write a report that carries its proof with it (HTML or PDF)",
  options = function() {
    c(brief_options(), lapply(list(
      write = list(takes = "FILE", does = "the report: .html or .pdf", example = "receipts.html"),
      picture = list(does = "with a picture of the page; --picture=no leaves it out", default = TRUE)
    ), function(option) c(option, group = "What comes out")))
  },
  example = "report tolls.csv --lines lock --figures 'receipts = sum(toll)' --write receipts.html",
  run = function(options, files) {
    path <- options[["write"]]
    if (is.null(path)) stop_idle("bad_argument", "report needs a file to write: --write receipts.html.")
    report_ending(path)
    page <- draw_up(brief_of_options(options, files))
    checks <- write_report(page, path, chart = isTRUE(options$picture))
    if (!isTRUE(options$quiet)) message(clean_text(sprintf("Wrote a report of %s to %s.", statement_title(page),
      path)))
    if (all(vapply(checks, all_tie, TRUE))) 0L else 1L
  }
)
