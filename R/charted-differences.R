#' @rdname chart
#' @export
chart.idle_differences <- function(x, column = NULL, size = c("screen", "page", "slide"), ...) {
  local_utf8()
  need_package("ggplot2", "charts")
  size <- size_named(size)
  able <- x$sums$column
  differing <- c(unique(x$cells$column[!is.na(x$cells$difference)]), able)
  if (is.null(column)) column <- differing[1]
  if (!is_one_text(column) || !column %in% able) stop_idle(
    if (length(able)) "unknown_column" else "no_chart",
    if (length(able)) sprintf("No number called %s was compared.", value_text(column)) else
      "No numbers were compared, so that there are no steps to draw.",
    if (length(able)) meant(as.character(column)[1], able, "columns")
  )
  draw_differences(x, column, size)
}

# From their total, which is that of the second table, by the lines that differ, to ours.
draw_differences <- function(x, column, size, most = 20) {
  sums <- x$sums[x$sums$column == column, ]
  parts <- rbind(differing_steps(x, column), lone_steps(x, column, 1), lone_steps(x, column, 2))
  if (is.null(parts)) parts <- data.frame(label = character(), value = numeric())
  parts <- parts[order(-abs(parts$value)), ]
  found <- gather_rest(data.frame(parts, text = rep("", nrow(parts)), others = rep(FALSE, nrow(parts))), most, TRUE,
    function(value) "", dwarfing = TRUE)
  texts <- function(values) number_text(values, needed_decimals(values))
  floor <- low_end(c(sums$a, sums$b, sums$b + cumsum(found$data$value)))
  data <- steps_data(found$data$label, found$data$value, sums$b, sums$a, texts, fitting_texts(rev(x$labels)), floor)
  data$text[-c(1, nrow(data))] <- with_sign(data$text, data$value)[-c(1, nrow(data))]
  letters <- chart_sizes[[size]]
  axis <- ggplot2::scale_x_continuous(labels = texts, expand = ggplot2::expansion(mult = c(0, 0.14)))
  plot <- ggplot2::ggplot(data) + ledger_theme(letters)
  for (layer in step_layers(NULL, list(size = letters, axis = axis), data)) plot <- plot + layer
  plot + ggplot2::coord_cartesian(xlim = c(floor, NA)) + ggplot2::labs(
    x = NULL, y = NULL, title = sprintf("From %s to %s", data$label[1], data$label[nrow(data)]),
    subtitle = sprintf("%s: %s", clean_text(column), cells_in_words(x, if (is.null(x$cells)) 0 else nrow(x$cells))) |>
      wrapped(chart_widths[[size]]),
    caption = if (floor != 0) "The axis does not begin at zero.",
    alt = sprintf("A chart in steps from %s, %s, to %s, %s.", x$labels[2], texts(sums$b), x$labels[1], texts(sums$a))
  )
}

with_sign <- function(text, value) ifelse(value > 0, paste0("+", text), text)

differing_steps <- function(x, column) {
  cells <- x$cells[x$cells$column %in% column & !is.na(x$cells$difference), ]
  if (is.null(cells) || nrow(cells) == 0) return(NULL)
  data.frame(label = labels_of_keys(cells, x$keys), value = -cells$difference)
}

# Lines that one side alone has.
lone_steps <- function(x, column, side) {
  table <- list(x$only_a, x$only_b)[[side]]
  if (!is.null(table$line_kind)) table <- table[!table$line_kind %in% c("subtotal", "total"), ]
  value <- as_plain_number(table[[column]])
  if (length(value) == 0) return(NULL)
  data.frame(label = paste(labels_of_keys(table, x$keys), "only in", fitting_texts(x$labels[side], 20)),
    value = ifelse(is.na(value), 0, if (side == 1) value else -value))
}

labels_of_keys <- function(table, keys) {
  keys <- setdiff(keys, level_columns)
  short_labels(clean_text(do.call(paste, c(lapply(unname(keys), function(key) key_texts(table[[key]])), sep = ", "))),
    40)
}

# Where steps are small beside the totals, the axis begins just below them.
low_end <- function(levels) {
  range <- range(levels)
  if (range[1] <= 0 || diff(range) > 0.4 * range[2]) return(min(0, range[1]))
  pad <- if (diff(range) > 0) diff(range) / 4 else range[2] / 20
  range[1] - pad
}
