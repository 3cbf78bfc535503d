# In R Markdown and other documents that knitr weaves, pages print as tables of the document.

#' @exportS3Method knitr::knit_print
knit_print.idle_statement <- function(x, ...) {
  if (is.null(attr(x, "idle"))) return(knit_printed(x))
  rows <- rows_to_print(x, most_knitted)
  more <- if (nrow(x) > length(rows)) sprintf("%s of %s rows; %s more", big_mark(length(rows)), big_mark(nrow(x)),
    big_mark(nrow(x) - length(rows)))
  notes <- vapply(c(more, page_remarks(x)), function(note) paste0("- ", markdown_text(note)), "")
  as_markdown(c(
    paste0("**", markdown_text(statement_title(x)), "**"), "",
      markdown_table(page_cells(x[rows, , drop = FALSE])),
    "", notes
  ))
}

#' @exportS3Method knitr::knit_print
knit_print.idle_tie_out <- function(x, ...) {
  x$checks <- as_read(x$checks)
  table <- as.data.frame(x)
  as_markdown(c(
    paste0("**", markdown_text(paste("Tie-out:", x$title)), "**"), "",
    markdown_rows(c(if (length(unique(table$page)) > 1) list(Page = table$page),
      list(Result = trimws(paste(table$status,
      vapply(table$weight, weight_text, ""))), Check = table$sentence))), "", markdown_text(checks_in_words(x))
  ))
}

#' @exportS3Method knitr::knit_print
knit_print.idle_proof <- function(x, ...) {
  steps <- lapply(x$steps, function(step) {
    if (is.data.frame(step)) c("", markdown_frame(utils::head(step, 12)), "") else paste0(markdown_text(step), "  ")
  })
  as_markdown(c(paste0("**", markdown_text(x$title), "**"), "", unlist(steps)))
}

#' @exportS3Method knitr::knit_print
knit_print.idle_differences <- function(x, ...) {
  n <- if (is.null(x$cells)) 0 else nrow(x$cells)
  lone <- function(table, label) {
    if (nrow(table) == 0) return(NULL)
    c("", markdown_text(sprintf("Only in %s: %s", label, count_of(nrow(table), "line"))), "",
      markdown_frame(utils::head(table, 10)))
  }
  as_markdown(c(
    paste0("**", markdown_text(sprintf("Differences between %s and %s", x$labels[1], x$labels[2])), "**"), "",
    markdown_text(cells_in_words(x, n)), "", if (n > 0) markdown_frame(utils::head(x$cells, 20)),
    lone(x$only_a, x$labels[1]), lone(x$only_b, x$labels[2])
  ))
}

# Lines of a statement in a document; the rest are counted.
most_knitted <- 60

knit_printed <- function(x) knitr::knit_print(as.data.frame(x))

as_markdown <- function(lines) knitr::asis_output(paste0("\n", paste(lines, collapse = "\n"), "\n\n"))

markdown_frame <- function(table) {
  markdown_rows(lapply(as.list(table), cell_texts), vapply(table, is_right_aligned, TRUE))
}

markdown_rows <- function(texts, right = rep(FALSE, length(texts))) {
  line <- function(cells) paste0("| ", paste(cells, collapse = " | "), " |")
  rows <- do.call(paste, c(lapply(unname(texts), markdown_text), sep = " | "))
  c(line(markdown_text(names(texts))), line(ifelse(right, "---:", ":---")), paste0("| ", rows, " |"))
}
