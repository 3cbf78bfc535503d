# runs: unbroken runs as bars along a calendar, with the gaps between them to be seen.

room("runs", "chart", place = 2,
  args = alist(x = NULL, with = NULL, most = 30), takes = list(x = "moment", with = "moment"),
  suits = function(picture) {
    ends <- ends_of_runs(picture)
    if (!is.null(ends) && length(run_keys(picture))) "each line is an unbroken run with its first and last day"
  },
  value = function(picture) ends_of_runs(picture)[1],
  draw = function(picture, asked) draw_runs(picture, asked),
  words = "bars along a calendar, with the gaps to be seen"
)

# Keys that number the runs of dates.
run_keys <- function(picture) {
  columns <- picture$facts$brief$checked$columns
  runs <- vapply(columns, function(part) identical(part$node$fn, "run_of"), TRUE)
  read <- vapply(columns[runs], `[[`, "", "name")
  lines <- picture$facts$brief$checked$lines
  keys <- vapply(lines, function(part) any(columns_in(part$node) %in% read), TRUE)
  intersect(vapply(lines[keys], `[[`, "", "name"), picture_keys(picture))
}

# The first two figures that are dates: where a run begins and where it ends.
ends_of_runs <- function(picture) {
  dates <- Filter(function(name) has_moments(picture, name), columns_with(picture, "figure"))
  if (length(dates) >= 2) dates[1:2]
}

draw_runs <- function(picture, asked) {
  upto <- if (is.null(asked$with)) c(setdiff(ends_of_runs(picture), asked$x), NA)[1] else asked$with
  if (is.na(upto)) stop_idle("bad_argument", "Runs are drawn from one date to another, and the page has one only.",
    "Add figures = c(from = min(passed_on), upto = max(passed_on)).")
  from <- values_at(picture, asked$x)
  to <- values_at(picture, upto)
  swap <- sum(to < from, na.rm = TRUE) > length(from) / 2
  data <- data.frame(
    label = group_texts(picture, setdiff(picture_keys(picture), run_keys(picture))), from = if (swap) to else from,
      to = if (swap) from else to
  )
  data <- data[!is.na(data$from) & !is.na(data$to), ]
  labels <- unique(data$label)
  shown <- data[data$label %in% utils::head(labels, asked$most), ]
  left <- length(labels) - length(unique(shown$label))
  day <- if (inherits(data$from, "Date")) 1 else 0
  shown$end <- shown$to + day
  notes <- if (left > 0) sprintf("%s not drawn", is_are(left, "group"))
  half <- half_height(length(unique(shown$label)))
  in_frame(picture, asked, shown, list(
    ggplot2::geom_rect(ggplot2::aes(
      xmin = .data$from, xmax = .data$end, ymin = match(.data$label, labels) - half,
      ymax = match(.data$label, labels) + half
    ), fill = colour("water"), colour = colour("paper"), linewidth = 0.1),
    ggplot2::scale_y_reverse(breaks = seq_along(unique(shown$label)), labels = short_labels(unique(shown$label)),
      expand = c(0.02, 0)),
    date_axis(data$from), rules_along("x")
  ), c(asked$x, upto), notes, by = vapply(picture$columns[setdiff(picture_keys(picture), run_keys(picture))],
    `[[`, "", "heading"))
}
