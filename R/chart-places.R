# places: dots in the order of their ranks; lines that tie share a height.

room("places", "chart", place = 7,
  args = alist(x = NULL, with = NULL, per = NULL, most = 30), takes = list(x = "number", with = "number", per = "any"),
  suits = function(picture) {
    if (picture$grain == "lines" && length(rank_columns(picture)) && !is.na(main_figure(picture)))
      "the page has ranks"
  },
  value = function(picture) ranked_figure(picture, rank_columns(picture)[1]),
  draw = function(picture, asked) draw_places(picture, asked),
  words = "dots in order of their places"
)

rank_columns <- function(picture) {
  Filter(function(name) isTRUE(room_of("window", window_of(picture, name))$places),
    picture_numbers(picture, c("beside", "column")))
}

# What was ranked, if it is a figure of the page.
ranked_figure <- function(picture, rank) {
  along <- picture$columns[[rank]]$node$along
  named <- if (length(along) && along[[1]]$node$type == "column") along[[1]]$node$name
  if (!is.null(named) && named %in% picture_numbers(picture)) named else main_figure(picture)
}

draw_places <- function(picture, asked) {
  rank <- if (is.null(asked$with)) rank_columns(picture)[1] else asked$with
  if (is.na(rank)) stop_idle("bad_argument", "The page has no ranks to draw places by.",
    "Add beside = c(place = rank(falling(receipts))).")
  node <- picture$columns[[rank]]$node
  own <- intersect(unlist(lapply(node$per, columns_in)), picture_keys(picture))
  per <- if (is.null(asked$per)) utils::head(own, 1) else asked$per
  data <- line_data(picture, asked$x, if (length(per)) per)
  data$place <- as_plain_number(values_at(picture, rank))
  gone <- is.na(data$place) | !is.finite(data$value)
  data <- data[!gone, ]
  each <- max(3, floor(asked$most / max(1, length(unique(data$group)))))
  first <- stats::ave(data$place, data$group, FUN = function(x) match(x, sort(unique(x)))) <= each
  few <- tied_places(data[first, ], picture, asked$x, if (length(per)) per)
  notes <- c(
    if (any(!first)) sprintf("%s not drawn", is_are(sum(!first), "line")),
    lacking(sum(gone), "place")
  )
  in_frame(picture, asked, few, place_layers(picture, asked, few), asked$x, notes,
    sprintf("numbered by %s", picture$columns[[rank]]$heading))
}

# One dot for lines of one place and value; all of their names beside it.
tied_places <- function(data, picture, name, per) {
  data <- data[order(match(data$group, unique(data$group)), data$place), ]
  tied <- split(seq_len(nrow(data)), paste(match(data$group, unique(data$group)), data$place, data$value))
  tied <- tied[order(vapply(tied, min, 1L))]
  one <- labelled(data[vapply(tied, min, 1L), ], picture, name, per)
  one$n <- lengths(tied)
  one$label <- vapply(tied, function(rows) {
    names <- line_labels(picture, per, data$row[utils::head(rows, 3)])
    listing(c(short_labels(names), rep("", max(0, length(rows) - 3))), 3)
  }, "")
  id <- told_apart(paste0(one$group, "\r", one$label, "   ", format(one$place, trim = TRUE)))
  one$y <- factor(id, rev(unique(id)))
  one
}

place_layers <- function(picture, asked, data) {
  list(
    ggplot2::geom_segment(ggplot2::aes(x = min(0, .data$value), xend = .data$value, y = .data$y, yend = .data$y),
      colour = colour("rule"), linewidth = 0.5),
    ggplot2::geom_point(ggplot2::aes(.data$value, .data$y), size = 3, colour = colour("water")),
    ggplot2::geom_text(ggplot2::aes(.data$value, .data$y, label = .data$text), hjust = -0.25,
      size = letters_of(asked$size, 0.75), colour = colour("ink")),
    ggplot2::scale_y_discrete(labels = function(id) short_labels(sub("^.*\r", "", id), 70)), value_axis(picture,
      asked$x),
    rules_along("x"), if (length(unique(data$group)) > 1) ggplot2::facet_grid(ggplot2::vars(factor(.data$group,
      unique(data$group))), scales = "free_y", space = "free_y", labeller = short_panels())
  )
}
