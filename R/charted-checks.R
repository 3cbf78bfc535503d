#' Draw a tie-out
#'
#' Shows the checks of a tie-out below each other, each with its mark and its sentence, and where a figure differs, the
#' lines in which it does.
#'
#' @param x The result of [tie_out()], or a brief or a statement, which is tied out first.
#' @param most How many lines of a check that differs are shown.
#' @inheritParams chart
#' @return A ggplot object. Raises `idle_no_package` without ggplot2, and the errors of [tie_out()].
#' @export
#' @examplesIf requireNamespace("ggplot2", quietly = TRUE)
#' page <- brief(demo_table("tolls"), lines = reach, figures = c(receipts = sum(toll)))
#' chart_tie_out(page)
#' chart_tie_out(tie_out(page, against = c(receipts = 197000)))
chart_tie_out <- function(x, most = 5, size = c("screen", "page", "slide"), ...) {
  local_utf8()
  need_package("ggplot2", "charts")
  size <- size_named(size)
  if (!inherits(x, "idle_tie_out")) x <- tie_out(x)
  letters <- chart_sizes[[size]]
  data <- checks_data(x, most, floor(chart_widths[[size]] * 1.25))
  marks <- data[nzchar(data$mark), ]
  ggplot2::ggplot(data, ggplot2::aes(y = .data$y)) +
    ggplot2::geom_text(ggplot2::aes(0, label = .data$mark, colour = .data$tone), data = marks, hjust = 0,
      fontface = "bold", size = letters_of(letters)) +
    ggplot2::geom_text(ggplot2::aes(0.085, label = .data$text, colour = .data$words), hjust = 0,
      size = letters_of(letters)) +
    ggplot2::scale_colour_identity() + ggplot2::scale_x_continuous(limits = c(0, 1), expand = c(0, 0)) +
    ggplot2::scale_y_reverse(expand = ggplot2::expansion(add = 0.8)) + ledger_theme(letters) +
    ggplot2::theme(axis.text = ggplot2::element_blank()) +
    ggplot2::labs(x = NULL, y = NULL, title = clean_text(paste("Tie-out:", x$title)), subtitle = checks_in_words(x),
      alt = paste("The checks of a tie-out.", checks_in_words(x)))
}

#' @rdname chart
#' @export
chart.idle_tie_out <- function(x, size = c("screen", "page", "slide"), ...) chart_tie_out(x, size = size)

# One row a line of text: the mark of a check on its first, and the lines that differ below it.
checks_data <- function(x, most, width) {
  rows <- do.call(rbind, lapply(as_read(x$checks), function(check) {
    said <- strwrap(clean_text(check$sentence), width)
    lines <- if (check$status == "differs" && !is.null(check$lines)) differing_lines(check$lines, most, width)
    tone <- switch(check$status, differs = "brick", ties = "water", "quiet")
    data.frame(
      mark = c(trimws(paste(check$status, weight_text(check$weight))), rep("", length(said) + length(lines) - 1)),
        text = c(said, lines), tone = colour(tone),
      words = colour(c(rep(if (tone == "brick") "brick" else "ink", length(said)), rep("quiet", length(lines))))
    )
  }))
  if (is.null(rows)) rows <- data.frame(mark = "note", text = "There is nothing to check.", tone = colour("quiet"),
    words = colour("ink"))
  rows$y <- seq_len(nrow(rows)) + 0.35 * (cumsum(nzchar(rows$mark)) - 1)
  rows
}

differing_lines <- function(lines, most, width) {
  shown <- utils::head(lines, most)
  texts <- lapply(names(shown), function(name) paste(name, cell_texts(shown[[name]])))
  said <- substr(paste0("    ", do.call(paste, c(texts, sep = ", "))), 1, width)
  c(said, if (nrow(lines) > most) sprintf("    and %s more", big_mark(nrow(lines) - most)))
}
