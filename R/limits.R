#' Limits
#'
#' What is too much, and where a check takes a sample. Each limit is an option, `idleledger.` and its name,
#' and a number: `options(idleledger.most_columns = 300)`.
#'
#' @section What is refused:
#' `most_columns` (200): columns of a page with a key abreast. `most_levels` (256): levels of `cube()`.
#' `most_combinations` (5 million): lines that `crossed()` makes. `most_pages` (50): pages upon each other.
#' `most_unpacked_bytes` (16 billion): what a compressed file may grow to in memory.
#' `most_brief_bytes` (1 million): the size of a brief's file.
#' `most_repeated` (20 million): entries that a match repeats, or that are stacked under others.
#' `most_days_made` (2 million): entries or lines that a calendar makes.
#' `most_report_entries` (50,000): entries that a report carries for each page; `most_report_proofs` (300): figures that
#' it works by hand; `most_report_lines_shown` (20,000): lines of a page of which the desk shows the report.
#' `most_nested` (100): calls within calls; above some 150, R's own limits come first. `most_terms` (20,000): names,
#' values and calls in one expression.
#' @section Where a check takes a sample, or leaves off:
#' `most_lines_in_r` (20,000): lines recomputed one by one in plain R; above it, in whole columns up to
#' `most_lines_in_columns` (1 million), and then in a seeded sample. `most_to_sort` (1 million): rows of which every
#' rank, frame and share is worked again. `most_rows_of_frames` (30 million): rows that all frames of a figure
#' together may have, if it goes neither by totals nor by ends, to be worked again in all of them. `most_to_compare`
#' (1 million): entries among which exact copies are looked for. `most_repairs_tried` (200,000): entries of a page that
#' is
#' drawn up with each repair before it is offered. `most_spellings` (100,000): values of a key that
#' are compared by spelling.
#' `most_entries_again` (200,000): entries of lines that are drawn up anew to prove a page that was worked in parts.
#' @section What is tried again:
#' `most_tries` (3): how often a part of a ledger is given to a worker.
#' @section What is worth a note:
#' `large_part` (0.25): the part of a total that one entry may make without a note. `fewest_to_judge`
#' (20): values below which signs and weights are not judged.
#' @section Errors:
#' `idle_bad_option` where an option is no number above zero.
#' @name limits
#' @examples
#' old <- options(idleledger.most_columns = 5)
#' page <- brief(demo_table("tolls"), lines = c(craft, lock), figures = c(n = count()), abreast = lock)
#' try(draw_up(page))
#' options(old)
NULL

limits <- list(
  most_columns = 200, most_levels = 256, most_combinations = 5e6, most_pages = 50, most_nested = 100,
    most_terms = 20000,
  most_lines_in_r = 20000, most_lines_in_columns = 1e6, most_to_sort = 1e6, most_to_compare = 1e6,
    most_repairs_tried = 2e5,
  most_rows_of_frames = 3e7,
  most_spellings = 1e5, most_unpacked_bytes = 1.6e10, most_brief_bytes = 1e6, most_repeated = 2e7,
  most_days_made = 2e6, most_report_entries = 50000, most_report_proofs = 300,
  most_report_lines_shown = 20000, large_part = 0.25,
  most_entries_again = 2e5, most_tries = 3, fewest_to_judge = 20
)

limit_options <- stats::setNames(paste0("idleledger.", names(limits)), names(limits))

# What is set of them, as it is.
limits_set <- function() .Options[limit_options]

limit <- function(name) {
  value <- getOption(limit_options[[name]])
  if (is.null(value)) return(limits[[name]])
  if (is.numeric(value) && length(value) == 1 && !is.na(value) && value > 0) return(value)
  stop_idle(
    "bad_option", sprintf("The option idleledger.%s is a number above zero, and is not.", name),
    sprintf("Its usual value is %s: see help(\"limits\").", big_mark(limits[[name]]))
  )
}
