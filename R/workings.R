#' @rdname stages
#' @export
workings <- function(brief) {
  local_utf8()
  at_source <- if (inherits(brief, "idle_statement")) statement_part(brief, "at_source")
  if (!is.null(at_source)) return(structure(at_source, class = "idle_workings_at_source"))
  check_is_brief(brief)
  on.exit(progress_done())
  before <- gc(reset = TRUE)
  drawn <- work_brief(brief)
  peak <- gc()
  rows <- do.call(rbind, lapply(drawn$page$workings, function(entry) {
    data.frame(
      section = entry$section, rows_in = entry$rows_in, rows_out = entry$rows_out,
      method = method_said(entry$method), seconds = entry$seconds
    )
  }))
  if (is.null(rows)) rows <- data.frame(
    section = character(), rows_in = numeric(), rows_out = numeric(), method = character(), seconds = numeric()
  )
  structure(
    rows,
    class = c("idle_workings", "data.frame"),
    threads = core_threads(),
    megabytes = sum(peak[, 6]) - sum(before[, 2])
  )
}

method_words <- c(
  whole = "one group of all rows", direct = "by a table of all possible keys",
  hashed = "by hashing", sorted = "by going through sorted rows"
)

method_said <- function(method) {
  if (is.null(method)) return("")
  if (method %in% names(method_words)) method_words[[method]] else method
}

#' @export
print.idle_workings_at_source <- function(x, ...) {
  local_utf8()
  cat(style_title(sprintf("Worked at the source by %s", x$server)), "\n", sep = "")
  cat(sprintf("%s in %s s. It was asked:\n\n", count_of(x$rows, "line"), number_text(x$seconds, 3)))
  cat(text_with_lines(x$sql), "\n\n", sep = "")
  cat(style_quiet("Its plan:"), "\n", sep = "")
  cat(paste0("  ", text_with_lines(paste(x$plan, collapse = "\n  "))), "\n", sep = "")
  invisible(x)
}

#' @export
print.idle_workings <- function(x, ...) {
  local_utf8()
  cat(style_title(sprintf("Workings, with %s", count_of(attr(x, "threads"), "thread"))), "\n", sep = "")
  columns <- as.list(x)
  columns$seconds <- formatC(x$seconds, format = "f", digits = 3)
  print_table(columns, headings = c("section", "rows in", "rows out", "method", "seconds"))
  cat(
    style_quiet(sprintf("Memory at the most, above what was there: %s MB", number_text(attr(x, "megabytes"), 0))),
    "\n",
    sep = ""
  )
  invisible(x)
}
