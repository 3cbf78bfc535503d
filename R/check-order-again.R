# What is done to the lines of a page, worked a second time by plain R: their order, and which of them are shown.

plain_lines <- function(drawn, rows) plain_rows(lines_table(drawn), rows)

# order: no line stands before one that comes ahead of it; lines that tie stand in the order of their keys, or of entry.
# On a footed page the lines of one subtotal are compared.
check_sorted <- function(drawn, sorts) {
  rows <- display_rows(drawn)
  rows <- rows[rows %in% own_lines(drawn$lines)]
  if (length(rows) < 2) return(NULL)
  plain <- plain_lines(drawn, rows)
  ahead <- rep(0L, length(rows) - 1)
  for (sort in sorts) {
    found <- worked_again(sort$node, plain)
    if (!is.null(found$lacks)) return(not_worked_again("Order", sprintf("it takes %s()", found$lacks)))
    found$value <- in_levels(found$value, sort$node)
    by_alphabet <- !is.null(drawn$page$locale) && is.character(found$value)
    step <- if (by_alphabet) steps_in_language(found$value, sort$down, drawn$page$locale) else
      steps_of(found$value, sort$down)
    ahead <- ifelse(ahead == 0L, step, ahead)
  }
  beside <- if (is_footed(drawn$lines)) same_subtotal(drawn, rows) else rep(TRUE, length(ahead))
  if (!is_footed(drawn$lines)) ahead <- ifelse(ahead == 0L & diff(rows) < 0, -1L, ahead)
  wrong <- which(ahead < 0L & beside)
  what <- sort_words(sorts)
  if (length(wrong) == 0) return(a_check("order", TRUE, sprintf("Order: %s by %s, judged again in plain R.",
    count_of(length(rows), "line"), what)))
  a_check("order", FALSE, sprintf(
    "Order: by %s, %s before one that is ahead of it, the first %s.", what,
    if (length(wrong) == 1) "1 line stands" else paste(big_mark(length(wrong)), "lines stand"),
    said_line(drawn, rows[wrong[1]])
  ), as_frame(line_columns(drawn, rows[wrong]), length(wrong)))
}

# Texts of a function that gives choices, in the order of those.
in_levels <- function(x, node) {
  levels <- if (is.character(x) && node$type == "call") room_of("row", node$fn)$levels
  if (is.null(levels)) x else factor(x, levels = levels(node))
}

# Values as numbers of the same order: text by code point, choices by their levels.
numbers_in_order <- function(x, down) {
  if (is.factor(x)) x <- as.integer(x)
  if (is.character(x)) x <- match(x, sort(unique(x), method = "radix"))
  if (down) -as_doubles(x) else as_doubles(x)
}

# 1 where the next value comes after, 0 where it is the same, -1 where it is ahead. What is missing comes last, and what
# is no number before that; of those nothing is said beyond.
steps_of <- function(x, down) {
  gone <- missing_again(x)
  x <- numbers_in_order(x, down)
  n <- length(x)
  step <- sign(x[-1] - x[-n])
  same <- x[-1] == x[-n]
  step[same %in% TRUE] <- 0
  odd <- is.nan(x) & !gone
  step[odd[-1] | odd[-n]] <- 1
  step[gone[-1] & !gone[-n]] <- 1
  step[!gone[-1] & gone[-n]] <- -1
  step[gone[-1] & gone[-n]] <- 0
  as.integer(step)
}

# Each text against the next, by the alphabet of a language; those that it holds equal go by code point.
steps_in_language <- function(x, down, locale) {
  before <- icuGetCollate()
  on.exit(restore_collation(before))
  icuSetCollate(locale = locale)
  n <- length(x)
  step <- (x[-1] > x[-n]) - (x[-1] < x[-n])
  equal <- which(step == 0 & x[-1] != x[-n])
  step <- ifelse(is.na(step), 0L, if (down) -step else step)
  by_code <- steps_of(x, down)
  step[equal] <- by_code[equal]
  gone <- is.na(x)
  ifelse(gone[-1] | gone[-n], by_code, as.integer(step))
}

# Whether two lines that follow each other share all keys but the last.
same_subtotal <- function(drawn, rows) {
  keys <- utils::head(order_of_keys(drawn$lines), -1)
  if (length(keys) == 0) return(rep(TRUE, length(rows) - 1))
  code <- core_group_numbers(core_group(lapply(unname(drawn$lines$columns[keys]), pick_rows, rows = rows),
    length(rows)))
  code[-1] == code[-length(code)]
}

# show: each own line is judged again, with all lines in view.
check_shown_again <- function(drawn, checked) {
  own <- own_lines(drawn$lines)
  if (length(own) == 0) return(NULL)
  plain <- plain_lines(drawn, own)
  shown <- rep(TRUE, length(own))
  for (part in checked) {
    met <- if (part$type == "condition") conditions_again(list(part), plain) else in_top_again(part, plain)
    if (is.character(met)) return(not_worked_again("Shown", sprintf("`show` takes %s()", met)))
    shown <- shown & met %in% TRUE
  }
  wrong <- which(shown != drawn$lines$shown[own])
  what <- sprintf("%s judged again in plain R", count_of(length(own), "line"))
  if (length(wrong) == 0) return(a_check("judged", TRUE, sprintf("Judged: %s, and %s shown as on the page.", what,
    is_are_number(sum(shown)))))
  a_check("judged", FALSE, sprintf(
    "Judged: %s; %s, the first: %s, which %s shown and should %s.", what, is_differ(length(wrong)),
    line_words(drawn, own[wrong[1]]), if (shown[wrong[1]]) "is not" else "is", if (shown[wrong[1]]) "be" else "not be"
  ), as_frame(line_columns(drawn, own[wrong]), length(wrong)))
}

# The n-th value of each group, counted by hand, is where the shown ones end; equals are shown with it, or by entry.
in_top_again <- function(part, plain) {
  found <- worked_again(part$node, plain)
  groups <- lapply(part$per, worked_again, plain = plain)
  lacks <- c(found$lacks, unlist(lapply(groups, `[[`, "lacks")))
  if (length(lacks)) return(lacks[1])
  gone <- missing_again(found$value)
  x <- numbers_in_order(found$value, part$type == "top")
  x[is.nan(x)] <- Inf
  group <- if (length(groups)) do.call(paste, c(lapply(groups, function(one) {
    match(one$value, unique(one$value))
  }), sep = "/")) else rep("", plain$n)
  met <- rep(FALSE, plain$n)
  for (rows in split(which(!gone), group[!gone])) {
    n <- if (is.null(part$part)) part$n else ceiling(part$part * length(rows) - 1e-9)
    by_entry <- rows[order(x[rows])]
    last <- x[by_entry[min(n, length(rows))]]
    met[rows] <- x[rows] <= last
    if (part$ties == "by_entry") met[rows] <- rows %in% utils::head(by_entry, n)
  }
  met
}
