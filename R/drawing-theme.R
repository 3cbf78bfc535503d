# The look of charts: paper, a title to the left, quiet rules along the values only. Sizes are of letters in points.

chart_sizes <- c(screen = 12, page = 10, slide = 17)

ledger_theme <- function(size) {
  quiet <- function(...) ggplot2::element_text(colour = colour("quiet"), ...)
  none <- ggplot2::element_blank()
  ggplot2::theme_minimal(base_size = size) + ggplot2::theme(
    text = ggplot2::element_text(colour = colour("ink")), axis.text = quiet(size = size * 0.85),
    axis.title = quiet(size = size * 0.9, hjust = 0), plot.title.position = "plot", plot.caption.position = "plot",
    plot.title = ggplot2::element_text(face = "bold", size = size * 1.25, margin = ggplot2::margin(b = size / 3)),
    plot.subtitle = quiet(margin = ggplot2::margin(b = size)),
    plot.caption = quiet(size = size * 0.75, hjust = 0, margin = ggplot2::margin(t = size)),
    plot.background = ggplot2::element_rect(fill = colour("paper"), colour = NA),
    plot.margin = ggplot2::margin(size, size * 1.5, size, size), panel.grid = none,
    panel.spacing = ggplot2::unit(size, "pt"), axis.ticks = none, legend.position = "top",
    legend.justification = "left", legend.title = none, legend.margin = ggplot2::margin(0, 0, 0, 0),
    strip.text = ggplot2::element_text(face = "bold", hjust = 0, size = size * 0.9),
    strip.text.y = ggplot2::element_text(face = "bold", hjust = 0, angle = 0, vjust = 1), complete = FALSE
  )
}

# Rules along one axis, where values are read off.
rules_along <- function(axis) {
  line <- ggplot2::element_line(colour = colour("rule"), linewidth = 0.3)
  do.call(ggplot2::theme, stats::setNames(list(line), paste0("panel.grid.major.", axis)))
}

# Letters in a panel, in the size that ggplot2 takes (millimetres).
letters_of <- function(size, part = 0.8) size * part / ggplot2::.pt

wrapped <- function(text, width) paste(strwrap(text, width), collapse = "\n")

# Panels for the values of a group.
panels_by <- function(columns = NULL) {
  ggplot2::facet_wrap(ggplot2::vars(.data$panel), ncol = columns, labeller = short_panels())
}
