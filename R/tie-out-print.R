#' @rdname tie_out
#' @param row.names,optional,... Not used.
#' @export
as.data.frame.idle_tie_out <- function(x, row.names = NULL, optional = FALSE, ...) {
  answers <- function(name, none) {
    lapply(x$checks, function(check) if (is.null(check[[name]])) none else check[[name]])
  }
  part <- function(name, none = NA_character_) vapply(answers(name, none), identity, none)
  several <- function(name, none) I(answers(name, none))
  page <- part("page")
  data.frame(
    page = ifelse(is.na(page), x$title, page), check = part("check"), status = part("status"),
    sentence = part("sentence"), weight = part("weight", NA_real_), rule = part("rule"),
    columns = several("columns", character()), lines = several("lines", NULL),
    repair = vapply(x$checks, function(check) repair_text(check$repair), "")
  )
}

#' @rdname tie_out
#' @param name The name of a column of that table, or of what the object holds.
#' @rawNamespace S3method("$",idle_tie_out)
`$.idle_tie_out` <- function(x, name) {
  own <- unclass(x)
  if (name %in% names(own)) return(own[[name]])
  table <- as.data.frame(x)
  if (!name %in% names(table)) stop_idle(
    "bad_argument", sprintf("A tie-out has no column %s.", tick(name)), meant(name, names(table), "columns")
  )
  table[[name]]
}

#' @rdname tie_out
#' @param all Whether to print all findings, and not the seven heaviest.
#' @export
print.idle_tie_out <- function(x, all = FALSE, ...) {
  local_utf8()
  say_title(paste("Tie-out:", x$title))
  checks <- as_read(x$checks)
  status <- vapply(checks, `[[`, "", "status")
  for (check in checks[status == "differs"]) say_check(check, on_page_below(check))
  notes <- checks[status == "note"]
  shown <- utils::head(notes, if (all) Inf else most_findings_printed)
  for (check in shown) say_check(check, on_page_below(check))
  if (length(notes) > length(shown)) say_quiet(sprintf(
    "%s more, of less weight: print(x, all = TRUE), or --all on the command line.",
    count_of(length(notes) - length(shown), "note")), indent = 10, exdent = 10)
  for (check in checks[status == "accepted"]) say_check(check, on_page_below(check))
  page <- NULL
  for (check in checks[status == "ties"]) {
    if (!identical(check$page, page)) say_title(sprintf("The page below: %s", check$page))
    page <- check$page
    say_check(check)
  }
  cat(style_title(checks_in_words(x)), "\n", sep = "")
  invisible(x)
}

most_findings_printed <- 7

# As they are read: what differs, findings by weight with the heaviest first, then what ties, as it was worked.
as_read <- function(checks) {
  weights <- vapply(checks, function(check) if (is.null(check$weight)) 0 else check$weight, 1)
  place <- match(vapply(checks, `[[`, "", "status"), c("differs", "note", "accepted", "ties"))
  checks[order(place, -weights)]
}

on_page_below <- function(check) if (!is.null(check$page)) sprintf("On the page below, %s: ", check$page)

say_check <- function(check, before = NULL) {
  text <- strwrap(clean_text(paste0(before, check$sentence)), page_width() - 10)
  mark <- status_mark(check$status, weight_text(check$weight))
  cat(paste0(c(mark, rep(strrep(" ", 10), length(text) - 1)), text, collapse = "\n"), "\n", sep = "")
  if (check$status == "differs" && !is.null(check$lines)) print_table(
    as.list(utils::head(check$lines, 5)), indent = 10
  )
}

# How many checks tie, in a sentence.
checks_in_words <- function(x) {
  status <- vapply(x$checks, `[[`, "", "status")
  n <- sum(status %in% c("ties", "differs"))
  notes <- sum(status == "note")
  accepted <- sum(status == "accepted")
  differ <- sum(status == "differs")
  weighed <- any(vapply(x$checks, function(check) isTRUE(check$weight > 0), TRUE))
  paste0(
    if (differ == 0) sprintf("All %s tie", count_of(n, "check")) else
      sprintf("%s of %s", is_differ(differ), count_of(n, "check")),
    if (notes > 0) sprintf("; %s to read", count_of(notes, "note")),
    if (notes > 0 && weighed) ", with the part of a figure that each moves",
    if (accepted > 0) sprintf("; %s accepted", big_mark(accepted)), "."
  )
}
