# course: figures over time, with their rolling average, their running total or the year before.

room("course", "chart", place = 3,
  args = alist(x = NULL, with = NULL, per = NULL, most = 12), takes = list(x = "number", with = "number", per = "any"),
  suits = function(picture) {
    key <- date_key(picture)
    if (!is.na(key) && !is.na(main_figure(picture))) sprintf("the key %s is a date", tick(key))
  },
  value = function(picture) {
    running <- columns_by_window(picture, "running")
    if (length(running)) running[1] else main_figure(picture)
  },
  draw = function(picture, asked) draw_course(picture, asked),
  words = "a line over the dates"
)

date_key <- function(picture) c(Filter(function(key) has_moments(picture, key), picture_keys(picture)), NA)[1]

# What goes along with a figure if nothing is named: of running totals the others, of a figure the one of a year
# before, or its rolling average.
companions <- function(picture, name) {
  if (window_of(picture, name) == "running") return(setdiff(columns_by_window(picture, "running"), name))
  of <- function(windows) Filter(function(column) reads(picture, column, name), columns_by_window(picture, windows))
  c(of("earlier"), of("lag"), of("rolling"))[1] |> stats::na.omit() |> as.character()
}

reads <- function(picture, column, name) name %in% columns_read(picture$columns[[column]]$node)

draw_course <- function(picture, asked) {
  key <- date_key(picture)
  if (is.na(key)) stop_idle("no_chart", "A course goes along dates, and the page has no key that is a date.",
    "Add one, as in lines = c(month = start_of(passed_on, \"month\")).")
  with <- if (is.null(asked$with)) companions(picture, asked$x) else asked$with
  per <- if (is.null(asked$per)) setdiff(picture_keys(picture), key) else asked$per
  names <- c(asked$x, utils::head(with, 3))
  data <- course_data(picture, names, key, per)
  kept <- kept_groups(data, asked$most, is_additive(picture, asked$x) && length(names) == 1)
  data <- do.call(rbind, lapply(split(kept$data, list(kept$data$group, kept$data$series), drop = TRUE), in_pieces))
  by_colour <- length(names) == 1 && length(unique(data$group)) <= most_groups_in_colour
  data$line <- if (by_colour && length(per)) data$group else data$series
  data$line <- factor(data$line, unique(if (by_colour && length(per)) kept$groups else
    vapply(picture$columns[names], `[[`, "", "heading")))
  data$panel <- factor(data$group, kept$groups)
  panels <- !by_colour && length(per) && length(unique(data$group)) > 1
  in_frame(picture, asked, data, c(
    course_layers(picture, asked, data, names), list(date_axis(data$x, abreast = panels, picture$columns[[key]]$format),
      if (panels) panels_by())
  ), names, c(kept$notes, above_zero(picture, names[1], data$value)))
}

course_data <- function(picture, names, key, per) {
  group <- group_texts(picture, per)
  data <- do.call(rbind, lapply(names, function(name) {
    data.frame(
      x = values_at(picture, key), value = as_plain_number(values_at(picture, name)), group = group,
      series = picture$columns[[name]]$heading
    )
  }))
  data[!is.na(data$x), ]
}

# The groups with the most, and the others together where they may be added up, and do not dwarf all that is drawn.
kept_groups <- function(data, most, additive) {
  size <- sort(-tapply(abs(data$value), data$group, sum, na.rm = TRUE))
  groups <- names(size)
  if (length(groups) <= most) return(list(data = data, groups = unique(data$group), notes = character()))
  kept <- groups[seq_len(most - 1)]
  rest <- data[!data$group %in% kept, ]
  data <- data[data$group %in% kept, ]
  n <- length(groups) - length(kept)
  without <- function(why) {
    list(data = data, groups = kept, notes = sprintf("%s not drawn%s", is_are(n, "group"), why))
  }
  if (!additive) return(without(""))
  name <- sprintf("and %s others", big_mark(n))
  sums <- stats::aggregate(value ~ x + series, rest, sum)
  if (would_dwarf(max(abs(sums$value), 0), data$value)) return(without(", whose sum would dwarf the rest"))
  sums <- data.frame(x = sums$x, value = sums$value, group = name, series = sums$series)
  list(data = rbind(data, sums), groups = c(kept, name), notes = sprintf("%s drawn as others", is_are(n, "group")))
}

# A line is broken where a step of the calendar is left out or a value is missing.
in_pieces <- function(data) {
  data <- data[order(data$x), ]
  steps <- as.double(diff(unclass(data$x)))
  gap <- if (length(steps)) steps > 1.5 * stats::median(steps) else logical()
  gone <- is.na(data$value)
  data$piece <- cumsum(c(FALSE, gap) | gone)
  data$alone <- stats::ave(rep(1, nrow(data)), data$piece, !gone, FUN = length) == 1
  thinned(data[!gone, ])
}

course_layers <- function(picture, asked, data, names) {
  lines <- levels(data$line)
  rolled <- length(names) > 1 && window_of(picture, names[2]) == "rolling"
  hues <- if (rolled) colour(c("stone", "water", "brick", "reed")) else colour(c("water", "brick", "reed", "stone"))
  dashes <- if (rolled) rep("solid", 4) else group_dashes
  widths <- if (rolled) c(0.35, 0.9, 0.9, 0.9) else rep(0.7, 4)
  by_line <- function(values) stats::setNames(values[seq_along(lines)], lines)
  one <- length(lines) < 2
  list(
    ggplot2::geom_line(ggplot2::aes(
      .data$x, .data$value, colour = .data$line, linetype = .data$line, linewidth = .data$line,
      group = interaction(.data$line, .data$group, .data$piece)
    )),
    ggplot2::geom_point(ggplot2::aes(.data$x, .data$value, colour = .data$line), size = 1.2,
      data = function(all) if (nrow(all) <= 40) all else all[all$alone, ]),
    ggplot2::scale_colour_manual(values = by_line(hues), labels = short_labels, guide = if (one) "none" else "legend"),
    ggplot2::scale_linetype_manual(values = by_line(dashes), labels = short_labels,
      guide = if (one) "none" else "legend"),
    ggplot2::scale_linewidth_manual(values = by_line(widths), labels = short_labels,
      guide = if (one) "none" else "legend"),
    value_axis(picture, names[1], "y", 0.03, 0.05), rules_along("y"),
    if (any(is.finite(data$value)) && begins_at_zero(picture, names[1], data$value[is.finite(data$value)]))
      ggplot2::expand_limits(y = 0)
  )
}

# Amounts and counts begin at zero, whatever they are, also those of the page below; averages and the like where they
# do, which is said. Of a column of the ledger nothing is known: zero is there where it takes less than half of the
# axis.
begins_at_zero <- function(picture, name, values) {
  node <- picture$columns[[name]]$node
  if (is.null(node)) node <- figure_below(picture$facts$brief$source, name)
  if (is.null(node)) return(min(values) < max(values) / 2)
  figures <- figures_in(node)
  own <- Filter(function(figure) isTRUE(room_of("figure", figure$fn)$additive), figures)
  length(figures) > 0 && length(own) == length(figures) && node$type %in% c("figure", "window")
}

figure_below <- function(source, name) {
  if (is_brief(source)) Find(function(figure) figure$name == name, source$checked$figures)$node
}

above_zero <- function(picture, name, values) {
  values <- values[is.finite(values)]
  if (length(values) && min(values) > 0 && !begins_at_zero(picture, name, values)) "the axis does not begin at zero"
}
