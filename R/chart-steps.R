# steps: from the parts to the total, each beginning where the one before ends.

room("steps", "chart", place = 5,
  args = alist(x = NULL, most = 25), takes = list(x = "number"),
  suits = function(picture) {
    if (picture$footed && !picture$wide && length(total_row(picture)) && length(added_figures(picture)))
      "the page has subtotals that add up to a total"
  },
  value = function(picture) added_figures(picture)[1],
  draw = function(picture, asked) draw_steps(picture, asked),
  words = "steps from the parts to the total"
)

added_figures <- function(picture) {
  Filter(function(name) is_additive(picture, name), unique(c(main_figure(picture), picture_numbers(picture, "figure"))))
}

total_row <- function(picture) utils::head(which(picture$kinds == "total"), 1)

# The parts of the total: subtotals by one key if there are some, else the lines.
parts_of_total <- function(picture) {
  keys <- picture_keys(picture)
  over <- lapply(picture$statement$summed_over[picture$totals], names_in_text)
  kept <- vapply(over, function(names) toString(setdiff(keys, names)), "")
  single <- intersect(keys, kept)
  if (length(single) == 0) return(list(rows = picture$lines, without = NULL, by = keys))
  list(rows = picture$totals[kept == single[1]], without = setdiff(keys, single[1]), by = single[1])
}

draw_steps <- function(picture, asked) {
  if (!is_additive(picture, asked$x)) stop_idle(
    "bad_argument", sprintf("%s cannot be added up, so that there are no steps to a total.", tick(asked$x)),
    "Draw it as bars()."
  )
  if (length(total_row(picture)) == 0) stop_idle("no_chart", "Steps lead to a total, and the page has none.",
    "Add footing = whole().")
  parts <- parts_of_total(picture)
  texts <- function(values) number_texts(picture, asked$x, values)
  data <- line_data(picture, asked$x, rows = parts$rows)
  data <- data[is.finite(data$value), ]
  if (!keeps_order(picture)) data <- data[order(data$others, -data$value), ]
  found <- gather_rest(data, asked$most, TRUE, texts, dwarfing = TRUE)
  found$data <- labelled(found$data, picture, asked$x, parts$without)
  total <- as_plain_number(values_at(picture, asked$x, total_row(picture)))
  if (!is.finite(total)) stop_idle("no_chart", sprintf("The total of %s is %s, to which no steps lead.", tick(asked$x),
    cell_texts(total)))
  steps <- steps_data(found$data$label, found$data$value, 0, total, texts)
  by <- vapply(picture$columns[parts$by], `[[`, "", "heading")
  in_frame(picture, asked, steps, step_layers(picture, asked, steps), asked$x, gathered_words(found), by = by)
}

# Each step from where the last one ended; what the parts leave over of the total is a step of its own.
steps_data <- function(labels, values, start, end, texts, ends = c(NA, total_label), floor = 0) {
  gap <- end - start - sum(values)
  if (abs(gap) > 1e-9 * max(abs(c(end, values)), 0)) {
    labels <- c(labels, "not shown")
    values <- c(values, gap)
  }
  upto <- start + cumsum(values)
  first <- !is.na(ends[1])
  all <- c(if (first) start, values, end)
  data.frame(
    label = in_this_order(c(if (first) ends[1], labels, ends[2])),
    from = c(if (first) floor, c(start, upto)[seq_along(values)], floor), to = c(if (first) start, upto, end),
    value = all, text = texts(all),
    fill = colour(c(if (first) "stone", ifelse(values < 0, "brick", "water"), "stone"))
  )
}

step_layers <- function(picture, asked, data) {
  data$y <- as.integer(data$label)
  n <- nrow(data)
  links <- data.frame(x = data$to[-n], y = data$y[-n])
  list(
    ggplot2::geom_segment(ggplot2::aes(x = .data$x, xend = .data$x, y = .data$y, yend = .data$y + 1), data = links,
      colour = colour("quiet"), linewidth = 0.3),
    ggplot2::geom_rect(ggplot2::aes(
      xmin = pmin(.data$from, .data$to), xmax = pmax(.data$from, .data$to),
        ymin = as.integer(.data$label) - half_height(n),
      ymax = as.integer(.data$label) + half_height(n), fill = .data$fill
    )),
    ggplot2::geom_text(ggplot2::aes(pmax(.data$from, .data$to), as.integer(.data$label), label = .data$text),
      hjust = -0.1, size = letters_of(asked$size, 0.75), colour = colour("ink")),
    ggplot2::scale_fill_identity(), rules_along("x"),
    ggplot2::scale_y_reverse(breaks = data$y, labels = short_labels(data$label), expand = c(0.02, 0)),
    if (is.null(asked$axis)) value_axis(picture, asked$x) else asked$axis
  )
}
