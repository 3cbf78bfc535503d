# cells: a crosstab as a grid, shaded by value, with the values written in.

room("cells", "chart", place = 1,
  args = alist(x = NULL, most = 40), takes = list(),
  suits = function(picture) {
    if (picture$wide && length(cell_columns(picture))) "the page has a key abreast"
  },
  value = function(picture) c(unlist(unname(lapply(cell_columns(picture), `[[`, "figure"))), NA)[1],
  draw = function(picture, asked) draw_cells(picture, asked),
  words = "a grid of cells, shaded by value"
)

cell_columns <- function(picture) {
  Filter(function(part) part$role == "cell" && kind_fits(part$kind, "number") && part$kind != "empty",
    picture$columns)
}

draw_cells <- function(picture, asked) {
  columns <- Filter(function(part) identical(part$figure, asked$x), cell_columns(picture))
  edges <- Filter(function(part) part$total, columns)
  columns <- Filter(function(part) !part$total, columns)
  shown <- utils::head(columns, asked$most)
  rows <- c(utils::head(picture$lines, asked$most), which(picture$kinds == "total"))
  data <- do.call(rbind, lapply(c(shown, edges), cell_data, picture = picture, rows = rows))
  data$fill <- ifelse(data$inside, shades(ifelse(data$inside, data$value, 0)), colour("paper"))
  notes <- c(
    if (length(picture$lines) > asked$most) sprintf("%s not drawn",
      is_are(length(picture$lines) - asked$most, "line")),
    if (length(columns) > length(shown)) sprintf("%s not drawn",
      is_are(length(columns) - length(shown), "column"))
  )
  figures <- unique(unlist(lapply(cell_columns(picture), `[[`, "figure")))
  if (length(figures) > 1) notes <- c(notes, sprintf("of the %d figures in each cell, %s alone", length(figures),
    asked$x))
  keys <- vapply(picture$columns[picture_keys(picture)], `[[`, "", "heading")
  across <- picture$facts$brief$checked$abreast$key
  picture$columns[[asked$x]] <- c(columns, edges)[[1]]
  picture$columns[[asked$x]]$heading <- asked$x
  in_frame(picture, asked, data, cell_layers(asked, data, length(c(shown, edges))), asked$x, notes,
    by = c(keys, across))
}

cell_data <- function(part, picture, rows) {
  total <- picture$kinds[rows] == "total"
  labels <- ifelse(total, total_label, line_labels(picture, rows = rows))
  data.frame(
    x = part$name, y = rows, head = if (part$total) total_label else head_of_cell(part), row = rows,
      value = as_plain_number(values_at(picture, part$name, rows)), text = cell_words(picture, part, rows),
    inside = !part$total & !total, line = labels, label = paste(labels, part$heading, sep = ", ")
  )
}

head_of_cell <- function(part) clean_text(if (is.null(part$over)) part$heading else part$over)

cell_words <- function(picture, part, rows) {
  texts <- texts_at(picture, part$name, rows)
  ifelse(texts == missing_mark, "", texts)
}

cell_layers <- function(asked, data, n) {
  columns <- unique(data$x)
  heads <- short_labels(data$head[match(columns, data$x)], 16)
  rows <- unique(data$y)
  labels <- short_labels(data$line[match(rows, data$y)])
  widest <- max(nchar(data$text), 0)
  fits <- n * max(widest, 4) <= asked$width * 1.25 && length(rows) <= 40
  list(
    ggplot2::geom_tile(ggplot2::aes(factor(.data$x, columns), factor(.data$y, rev(rows)), fill = .data$fill),
      colour = colour("paper"), linewidth = 1.2),
    if (fits) ggplot2::geom_text(ggplot2::aes(.data$x, factor(.data$y, rev(rows)), label = .data$text),
      size = letters_of(asked$size, 0.75), colour = colour("ink")),
    ggplot2::scale_fill_identity(),
    ggplot2::scale_x_discrete(position = "top", expand = c(0, 0), labels = stats::setNames(heads, columns),
      guide = ggplot2::guide_axis(angle = if (sum(nchar(heads) + 2) > asked$width) 45 else 0)),
    ggplot2::scale_y_discrete(expand = c(0, 0), labels = stats::setNames(labels, rows))
  )
}
