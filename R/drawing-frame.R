# What stands around every chart: title, what is shown and in which units, and a caption that says where it comes from.

# What a chart kind gives back: list(data, layers, scales ..., value, by, notes, alt) becomes a ggplot object.
in_frame <- function(picture, asked, data, layers, value, notes = character(), marked = NULL, by = NULL) {
  check_marks(picture, value, data)
  names <- vapply(value, function(name) value_heading(picture, name), "")
  if (is.null(by)) by <- vapply(picture$columns[picture_keys(picture)], `[[`, "", "heading")
  shown <- paste(c(both(names), if (length(by)) paste("by", both(by))), collapse = " ")
  plot <- ggplot2::ggplot(data) + ledger_theme(asked$size)
  for (layer in layers) plot <- plot + layer
  plot + ggplot2::labs(
    x = NULL, y = NULL, title = wrapped(clean_text(page_title(picture$facts$brief)), asked$width * 0.8),
    subtitle = wrapped(paste(c(shown, marked), collapse = "; "), asked$width),
    caption = caption_of(picture, asked, notes), alt = alt_text(picture, asked, shown, data)
  )
}

# A picture ties out before it is shown: each mark of a line has the line's own value, and stands where no other does.
check_marks <- function(picture, value, data) {
  if (is.null(data$row) || is.null(data$value) || is.null(data$y)) return(invisible())
  own <- which(!is.na(data$row)) # others gathered are of no one line
  column <- if (is.null(data$line)) rep(value[1], nrow(data)) else data$x
  for (name in unique(column[own])) {
    here <- own[column[own] == name]
    there <- as_plain_number(values_at(picture, name, data$row[here]))
    if (!all(same_values(as.double(data$value[here]), as.double(there)))) stop_marks(sprintf(
      "a mark of %s has another value than its line", tick(name)))
  }
  place <- paste(data$panel, data$group, column, data$y, sep = "\r")
  if (anyDuplicated(place)) stop_marks(sprintf("%s stand in one place",
    count_of(sum(place %in% place[duplicated(place)]),
    "line")))
}

stop_marks <- function(why) {
  stop_idle("no_chart", sprintf("The picture would not tie out: %s.", why),
    "Draw another kind of chart, and please tell us of this one.")
}

# A heading with its unit, where the format has one.
value_heading <- function(picture, name) {
  part <- picture$columns[[name]]
  currency <- part$format$options$currency
  if (!is.null(currency) && nzchar(currency)) return(sprintf("%s (%s)", part$heading, clean_text(currency)))
  if (!is.null(part$base)) return(sprintf("%s (of %s)", part$heading, part$base))
  part$heading
}

# A page that was worked at its source has not counted its entries.
source_said <- function(facts) {
  name <- name_of(facts$brief$source)
  if (!is.null(facts$at_source)) return(sprintf("Source: %s, worked by %s", name, facts$at_source$server))
  left <- facts$read + facts$added - facts$used
  sprintf("Source: %s, %s%s", name, entry_count(facts$used),
    if (left > 0) sprintf(" (%s left out)", big_mark(left)) else "")
}

caption_of <- function(picture, asked, notes) {
  facts <- picture$facts
  parts <- c(
    source_said(facts),
    sprintf("as drawn up %s", format(facts$drawn_up, "%Y-%m-%d %H:%M")),
    if (facts$hidden > facts$gathered) sprintf("%s hidden by the page",
      is_are(facts$hidden - facts$gathered, "line")), notes
  )
  text <- paste0(paste(clean_text(parts), collapse = "; "), ".")
  why <- if (asked$why) sprintf("Drawn as %s(): %s.", asked$kind, asked$reason)
  paste(vapply(c(text, why), wrapped, "", width = asked$width * 1.25), collapse = "\n")
}

# The chart in a sentence, for those who do not see it.
alt_text <- function(picture, asked, shown, data) {
  extremes <- if (all(c("label", "value", "text") %in% names(data)) && any(is.finite(data$value))) sprintf(
    " The largest is %s, %s; the smallest %s, %s.", short_labels(data$label[which.max(data$value)]),
      data$text[which.max(data$value)],
    short_labels(data$label[which.min(data$value)]), data$text[which.min(data$value)]
  )
  sprintf("A chart of %s: %s.%s", shown, room_of("chart", asked$kind)$words, paste(extremes, collapse = ""))
}

# Fills by group, or as they are given.
fills_by_group <- function(groups) {
  groups <- unique(groups)
  ggplot2::scale_fill_manual(values = stats::setNames(colour(group_colours)[seq_along(groups)], groups),
    breaks = groups, labels = short_labels)
}

# The axis of values, with room for what is written beside them.
value_axis <- function(picture, name, axis = "x", low = 0.02, high = 0.14) {
  scale <- if (axis == "x") ggplot2::scale_x_continuous else ggplot2::scale_y_continuous
  scale(labels = axis_texts(picture, name), expand = ggplot2::expansion(mult = c(low, high)))
}

# Of panels abreast the last date goes without text, which would run into the first of the next.
date_axis <- function(values, abreast = FALSE, format = NULL) {
  scale <- if (inherits(values, "POSIXct")) ggplot2::scale_x_datetime else ggplot2::scale_x_date
  if (identical(format$fn, "period") && inherits(values, "Date")) return(period_axis(values, abreast, format))
  texts <- if (abreast) function(x) without_last(date_texts(x)) else date_texts
  scale(labels = texts, expand = ggplot2::expansion(mult = 0.02), guide = ggplot2::guide_axis(check.overlap = TRUE))
}

# Periods as the table has them, at those that there are: "2025 Q1".
period_axis <- function(values, abreast, format) {
  there <- sort(unique(values))
  breaks <- there[seq(1, length(there), by = ceiling(length(there) / (if (abreast) 3 else 9)))]
  texts <- function(x) if (abreast) without_last(cell_texts(x, format)) else cell_texts(x, format)
  ggplot2::scale_x_date(breaks = breaks, labels = texts, expand = ggplot2::expansion(mult = 0.02),
    guide = ggplot2::guide_axis(check.overlap = TRUE))
}

without_last <- function(texts) {
  known <- which(!is.na(texts))
  if (length(known) > 1) texts[max(known)] <- ""
  texts
}

# Dates of an axis as the page has them: months and years where all of them are the start of one.
date_texts <- function(x) {
  if (inherits(x, "POSIXct")) return(sub(" 00:00$", "", moment_text(x, "%Y-%m-%d %H:%M")))
  there <- x[!is.na(x)]
  if (all(format(there, "%m-%d") == "01-01")) return(substr(day_text(x), 1, 4))
  if (all(format(there, "%d") == "01")) return(sub("-01$", "", day_text(x)))
  day_text(x)
}
