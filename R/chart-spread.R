# spread: how the values of entries are distributed, with their median and percentiles marked.

room("spread", "chart", place = 4,
  args = alist(x = NULL, per = NULL, most = 12), takes = list(x = "number", per = "any"),
  suits = function(picture) {
    if (picture$grain == "entries" && !is.na(spread_value(picture))) "each line is an entry"
  },
  value = function(picture) spread_value(picture),
  draw = function(picture, asked) draw_spread(picture, asked),
  words = "how values are distributed, with the median and the 10th and 90th percentiles marked"
)

# Amounts before whole numbers, and no numbers that only count the entries.
spread_value <- function(picture) {
  numbers <- picture_numbers(picture, c("column", "figure"))
  amounts <- Filter(function(name) !is_whole(as_plain_number(values_at(picture, name))), numbers)
  counted <- Filter(function(name) anyDuplicated(picture$statement[[name]]) > 0, setdiff(numbers, amounts))
  c(amounts, counted, numbers)[1]
}

spread_group <- function(picture, most) {
  texts <- Filter(function(name) picture$columns[[name]]$kind %in% c("text", "factor", "logical"),
    columns_with(picture, c("column", "figure", "key")))
  few <- Filter(function(name) {
    n <- length(unique(picture$statement[[name]]))
    n >= 2 && n <= most
  }, texts)
  utils::head(few, 1)
}

draw_spread <- function(picture, asked) {
  per <- if (is.null(asked$per)) spread_group(picture, asked$most) else asked$per
  values <- as_plain_number(values_at(picture, asked$x))
  group <- group_texts(picture, per)
  there <- is.finite(values)
  sizes <- sort(-table(group[there]))
  shown <- names(sizes)[seq_len(min(asked$most, length(sizes)))]
  shown <- unique(group[group %in% shown])
  shown <- shown[order(shown == missing_mark, shown)]
  window <- drawn_range(values[there])
  marks <- do.call(rbind, lapply(shown, function(name) marks_of(values[there & group == name], name)))
  bins <- do.call(rbind, lapply(shown, function(name) bins_of(values[there & group == name], name, window)))
  beyond <- sum(there & (values < window[1] | values > window[2]))
  notes <- c(
    lacking(sum(!there), picture$columns[[asked$x]]$heading, count_of(sum(!there), "entry", "entries")),
    if (beyond > 0) sprintf("%s outside of the picture", is_are(beyond, "value")),
    if (length(sizes) > length(shown)) sprintf("%s not drawn", is_are(length(sizes) - length(shown), "group"))
  )
  in_frame(picture, asked, bins, spread_layers(picture, asked, marks, shown), asked$x, notes,
    "the median and the 10th and 90th percentiles are marked", by = vapply(picture$columns[per], `[[`, "", "heading"))
}

# All values, unless a few lie so far out that the others would not be seen.
drawn_range <- function(values) {
  if (length(values) == 0) return(c(0, 1))
  middle <- stats::quantile(values, c(0.005, 0.995), names = FALSE)
  all <- range(values)
  if (diff(middle) > 0 && diff(all) > 4 * diff(middle)) all <- pmin(pmax(all, middle[1] - diff(middle)), middle[2] +
    diff(middle))
  if (diff(all) == 0) all + c(-0.5, 0.5) else all
}

marks_of <- function(values, name) {
  at <- stats::quantile(values, c(0.1, 0.5, 0.9), names = FALSE, type = 7)
  data.frame(group = name, low = at[1], median = at[2], high = at[3], n = length(values))
}

bins_of <- function(values, name, window, n = 48) {
  edges <- seq(window[1], window[2], length.out = n + 1)
  counts <- tabulate(findInterval(values[values >= window[1] & values <= window[2]], edges, rightmost.closed = TRUE), n)
  data.frame(group = name, from = edges[-(n + 1)], to = edges[-1], height = 0.8 * counts / max(counts, 1), n = counts)
}

spread_layers <- function(picture, asked, marks, shown) {
  floor_of <- function(group) length(shown) - match(group, shown)
  marks$text <- number_texts(picture, asked$x, marks$median)
  tall <- function(column, height, ...) {
    ggplot2::geom_segment(ggplot2::aes(
      x = .data[[column]], xend = .data[[column]], y = floor_of(.data$group), yend = floor_of(.data$group) + height
    ), data = marks, colour = colour("brick"), ...)
  }
  list(
    ggplot2::geom_rect(ggplot2::aes(
      xmin = .data$from, xmax = .data$to, ymin = floor_of(.data$group), ymax = floor_of(.data$group) + .data$height
    ), fill = colour("water"), alpha = 0.75),
    ggplot2::geom_segment(ggplot2::aes(x = .data$low, xend = .data$high, y = floor_of(.data$group),
      yend = floor_of(.data$group)), data = marks, colour = colour("brick"), linewidth = 0.7),
    tall("median", 0.88, linewidth = 0.9), tall("low", 0.3), tall("high", 0.3),
    ggplot2::geom_text(ggplot2::aes(.data$median, floor_of(.data$group) + 0.9, label = .data$text), data = marks,
      hjust = -0.1, vjust = 0.7, size = letters_of(asked$size, 0.75), colour = colour("brick")),
    ggplot2::scale_y_continuous(breaks = floor_of(shown) + 0.2, labels = sprintf("%s (%s)",
      ifelse(nzchar(shown), short_labels(shown), "all"), vapply(marks$n, big_mark, "")), expand = c(0.02, 0)),
    value_axis(picture, asked$x, low = 0.02, high = 0.06), rules_along("x")
  )
}
