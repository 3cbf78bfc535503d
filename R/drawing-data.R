# Lines as the data of a chart: which figure, which group, in what order, and what is gathered because there are many.

# The figure that a chart shows if none is named: the first sum, else the first number.
main_figure <- function(picture, role = "figure") {
  numbers <- picture_numbers(picture, role)
  sums <- Filter(function(name) identical(picture$columns[[name]]$node$fn, "sum"), numbers)
  c(sums, numbers)[1]
}

# One row a line of the statement: value, group (a second key), others, row. Labels come once it is known which lines
# are drawn.
line_data <- function(picture, name, per = NULL, rows = picture$lines) {
  data.frame(
    label = NA_character_, value = as_plain_number(values_at(picture, name, rows)), text = NA_character_,
    group = group_texts(picture, per, rows), others = picture$kinds[rows] == "others", row = rows
  )
}

group_texts <- function(picture, per, rows = picture$lines) {
  if (length(per) == 0) return(rep("", length(rows)))
  code <- line_codes(picture, per, rows)
  first <- match(seq_len(max(code, 0)), code)
  texts <- lapply(unname(per), function(name) texts_at(picture, name, rows[first]))
  told_apart(clean_text(do.call(paste, c(texts, sep = ", "))))[code]
}

# What each line is called, and its value as the statement writes it.
labelled <- function(data, picture, name, per = NULL) {
  bare <- is.na(data$label)
  data$label[bare] <- line_labels(picture, per, data$row[bare])
  data$text[bare] <- texts_at(picture, name, data$row[bare])
  data
}

# Half of a bar's height, on an axis of whole numbers: few bars are not blown up.
half_height <- function(n) 0.35 * min(1, (n + 2) / 9)

# How a second key is shown: list(per, how). A key that holds the other one together is a panel each, with its lines
# below each other; few values are told by colour, more by small panels.
second_key <- function(picture, per = NULL) {
  keys <- picture_keys(picture)
  alone <- list(per = NULL, how = "none")
  if (length(keys) < 2 && is.null(per)) return(alone)
  distinct <- function(key) length(unique(values_at(picture, key)))
  other <- setdiff(keys, per)
  if (is.null(per)) {
    if (length(keys) > 2) return(alone)
    if (holds_together(picture, keys[1], keys[2])) return(list(per = keys[1], how = "nested"))
    few <- Filter(function(key) distinct(key) <= most_groups_in_colour, rev(keys))
    per <- if (length(few)) few[1] else keys[1]
  } else if (length(other) == 1 && holds_together(picture, per, other)) {
    return(list(per = per, how = "nested"))
  }
  list(per = per, how = if (distinct(per) <= most_groups_in_colour) "colour" else "panel")
}

holds_together <- function(picture, wide, narrow) {
  pairs <- unique(data.frame(wide = values_at(picture, wide), narrow = values_at(picture, narrow)))
  !anyDuplicated(pairs$narrow[!is_missing_value(pairs$narrow)]) && anyDuplicated(pairs$wide) > 0
}

# Lines stand as on the page if it says how to sort, or if their key has an order of its own; else the largest first.
keeps_order <- function(picture) {
  keys <- picture_keys(picture)
  kinds <- vapply(picture$columns[keys], `[[`, "", "kind")
  !is.null(picture$facts$brief$checked$order) || any(!kinds %in% c("text", "logical"))
}

# Whether the others in one mark would leave nothing to be seen of those that are drawn.
would_dwarf <- function(sum, drawn) is.finite(sum) && abs(sum) > 10 * max(abs(drawn[is.finite(drawn)]), 0)

# The first of them, and the rest in one row where they may be added up, which may make a mark by itself (`dwarfing`).
# What is left out is said.
gather_rest <- function(data, most, additive, texts, dwarfing = FALSE) {
  n <- nrow(data)
  rest <- if (n > most) seq(most, n) else integer()
  if (length(rest) == 0) return(list(data = data, left = 0, gathered = 0))
  if (!additive) return(list(data = data[seq_len(most), ], left = n - most, gathered = 0))
  one <- data[most, ]
  one$value <- sum(data$value[rest], na.rm = TRUE)
  if (!dwarfing && would_dwarf(one$value, data$value[seq_len(most - 1)])) return(list(
    data = data[seq_len(most - 1), ], left = length(rest), gathered = 0, dwarfs = TRUE
  ))
  one$label <- sprintf("and %s others", big_mark(length(rest)))
  one$others <- TRUE
  one$row <- NA
  one$text <- texts(one$value)
  list(data = rbind(data[seq_len(most - 1), ], one), left = 0, gathered = length(rest))
}

# The same within each panel or group, with the largest kept.
gather_by <- function(data, most, picture, name, falling = TRUE) {
  texts <- function(values) number_texts(picture, name, values)
  parts <- split(data, factor(data$group, unique(data$group)))
  each <- max(3, floor(most / length(parts)))
  found <- lapply(parts, function(here) {
    here <- here[order(here$others, -here$value), ]
    here <- gather_rest(here, each, is_additive(picture, name), texts)
    if (!falling) here$data <- here$data[order(here$data$others, here$data$row), ]
    here
  })
  list(data = do.call(rbind, lapply(found, `[[`, "data")), dwarfs = any(unlist(lapply(found, `[[`, "dwarfs"))),
    left = sum(vapply(found, `[[`, 1, "left")),
    gathered = sum(vapply(found, `[[`, 1, "gathered")))
}

# How many have no value to draw.
lacking <- function(n, what, who = count_of(n, "line")) {
  if (n > 0) sprintf("%s %s no %s", who, if (n == 1) "has" else "have", what)
}

gathered_words <- function(found) {
  c(if (found$left > 0) sprintf("%s not drawn%s", is_are(found$left, "line"),
    if (isTRUE(found$dwarfs)) ", whose sum would dwarf the rest" else ""),
    if (found$gathered > 0) sprintf("%s drawn as others", is_are(found$gathered, "line")))
}

# Points of a line that is longer than a picture is wide: of each bucket its first, last, lowest and highest.
thinned <- function(data, most = 2000) {
  n <- nrow(data)
  if (n <= most) return(data)
  bucket <- ceiling(seq_len(n) / n * (most / 4))
  kept <- tapply(seq_len(n), bucket, function(rows) {
    values <- data$value[rows]
    rows[unique(c(1, which.min(values), which.max(values), length(rows)))]
  })
  data[sort(unlist(kept)), ]
}
