# bars and shares: one bar for each line, in order, with its value written beside it.

room("bars", "chart", place = 8,
  args = alist(x = NULL, per = NULL, most = 20), takes = list(x = "number", per = "any"),
  suits = function(picture) {
    if (picture$grain == "lines" && !is.na(main_figure(picture))) "each line is a group"
  },
  value = function(picture) main_figure(picture),
  draw = function(picture, asked) draw_bars(picture, asked),
  words = "bars in order, with the values written on them"
)

room("shares", "chart", place = 6,
  args = alist(x = NULL, per = NULL, most = 20, cumulative = NULL), takes = list(x = "number", per = "any"),
  suits = function(picture) {
    if (picture$grain == "lines" && length(columns_by_window(picture, "share"))) "the page has shares"
  },
  value = function(picture) columns_by_window(picture, "share")[1],
  draw = function(picture, asked) {
    node <- picture$columns[[asked$x]]$node
    own <- intersect(unlist(lapply(node$per, columns_in)), picture_keys(picture))
    if (is.null(asked$per) && length(own)) asked$per <- own[1]
    cumulative <- if (is.null(asked$cumulative)) length(columns_by_window(picture, "running")) > 0 else
      asked$cumulative
    draw_bars(picture, asked, cumulative)
  },
  words = "bars in order, with the percentages written on them"
)

draw_bars <- function(picture, asked, cumulative = FALSE) {
  second <- second_key(picture, asked$per)
  data <- line_data(picture, asked$x, second$per)
  falling <- cumulative || !keeps_order(picture)
  missing <- !is.finite(data$value)
  found <- if (second$how == "colour") gather_labels(data[!missing, ], asked$most, picture, asked$x, second$per,
    falling) else
    gather_by(data[!missing, ], asked$most, picture, asked$x, falling)
  found$data <- labelled(found$data, picture, asked$x, second$per)
  if (cumulative) found$data$reached <- stats::ave(found$data$value, found$data$group, FUN = cumsum)
  data <- placed_bars(found$data, second$how, falling)
  if (cumulative) data$side[!duplicated(data$group)] <- -0.35
  notes <- c(gathered_words(found), lacking(sum(missing), picture$columns[[asked$x]]$heading))
  layers <- c(bar_layers(picture, asked, data, second$how), if (cumulative) cumulative_layers(picture, asked, data))
  in_frame(picture, asked, data, layers, asked$x, notes,
    if (cumulative) "the line is the share of all up to there")
}

# With groups side by side, the labels are what is gathered, within each group.
gather_labels <- function(data, most, picture, name, per, falling) {
  code <- line_codes(picture, setdiff(picture_keys(picture), per), data$row)
  size <- sort(-tapply(abs(data$value), code, sum, na.rm = TRUE))
  adds <- is_additive(picture, name)
  n <- length(size) - (most - adds)
  if (length(size) <= most) n <- 0
  kept <- names(size)[seq_len(length(size) - n)]
  rest <- data[!code %in% kept, ]
  data <- data[code %in% kept, ]
  if (falling) data <- data[order(match(code[code %in% kept], kept)), ]
  if (n == 0 || !adds) return(list(data = data, left = nrow(rest), gathered = 0))
  sums <- tapply(rest$value, factor(rest$group, unique(rest$group)), sum)
  if (any(vapply(sums, would_dwarf, TRUE, drawn = data$value))) return(list(data = data, left = nrow(rest),
    gathered = 0,
    dwarfs = TRUE))
  others <- data.frame(
    label = sprintf("and %s others", big_mark(n)), value = as.numeric(sums), group = names(sums), others = FALSE,
    row = NA, text = number_texts(picture, name, as.numeric(sums))
  )
  list(data = rbind(data, others[names(data)]), left = 0, gathered = nrow(rest))
}

# Where each bar stands: its label as a factor from the first down, its colour, its panel.
placed_bars <- function(data, how, falling) {
  levels <- unique(data$label[order(data$others)])
  data$y <- factor(data$label, levels = rev(levels))
  if (how == "nested") {
    id <- paste(data$group, data$label, sep = "\r")
    data$y <- factor(id, levels = rev(unique(id)))
  }
  data$panel <- factor(data$group, unique(data$group))
  data$fill <- ifelse(data$others, colour("stone"), ifelse(data$value < 0, colour("brick"), colour("water")))
  data$side <- ifelse(data$value < 0, 1.1, -0.1)
  data
}

bar_layers <- function(picture, asked, data, how) {
  dodge <- ggplot2::position_dodge2(width = 0.9, preserve = "single", reverse = TRUE)
  by_colour <- how == "colour"
  bar <- if (by_colour) {
    ggplot2::geom_col(ggplot2::aes(.data$value, .data$y, fill = .data$group), position = dodge, width = 0.8)
  } else {
    ggplot2::geom_col(ggplot2::aes(.data$value, .data$y, fill = .data$fill), width = 0.75)
  }
  few <- nrow(data) <= 40
  list(
    bar,
    if (few) ggplot2::geom_text(
      ggplot2::aes(.data$value, .data$y, label = .data$text, hjust = .data$side, group = .data$group),
      size = letters_of(asked$size, 0.75), colour = colour("ink"),
      position = if (by_colour) ggplot2::position_dodge2(width = 0.8, preserve = "single",
        reverse = TRUE) else "identity"
    ),
    if (by_colour) fills_by_group(data$group) else ggplot2::scale_fill_identity(),
    ggplot2::scale_y_discrete(labels = labels_behind),
    value_axis(picture, asked$x, low = if (any(data$value < 0)) 0.14 else 0), rules_along("x"),
    switch(how, nested = ggplot2::facet_grid(ggplot2::vars(.data$panel), scales = "free_y", space = "free_y",
      labeller = short_panels()),
      panel = panels_by())
  )
}

cumulative_layers <- function(picture, asked, data) {
  list(
    ggplot2::geom_path(ggplot2::aes(.data$reached, .data$y, group = .data$panel), colour = colour("brick"),
      linewidth = 0.6),
    ggplot2::geom_point(ggplot2::aes(.data$reached, .data$y), colour = colour("brick"), size = 1.8)
  )
}
