# A page worked here against the same page worked at its source: every cell of every line.

checks_against_source <- function(drawn, connection) {
  there <- drawn_at_source(drawn$brief, connection)
  found <- cells_at_both(drawn, there)
  name <- there$at_source$server
  where <- sprintf("%s worked it in %s s and gave %s", name, number_text(there$at_source$seconds, 2),
    count_of(there$at_source$rows, "line"))
  bound <- if (found$bounded) sprintf(
    "; numbers with a fraction agree within %s times 2^-52 of what was summed, which sums in floating point allow",
    big_mark(found$terms)
  ) else ""
  if (is.null(found$apart)) return(list(a_check("source", TRUE, sprintf(
    "Source: %s; equal in all %s%s.", where, count_of(found$cells, "cell"), bound
  ))))
  list(a_check("source", FALSE, sprintf("Source: %s; %s of %s differ%s. %s%s", where, big_mark(nrow(found$apart)),
    count_of(found$cells, "cell"), bound, followed_to_entries(drawn, there, found), told_of_places(drawn, found$apart)),
    found$apart))
}

# Amounts that are the same in decimals can differ in the last digit of a number, and so take places of their own.
told_of_places <- function(drawn, apart) {
  places <- vapply(Filter(function(part) {
    part$node$kind == "integer" && holds_window(part$node)
  }, drawn$lines$beside), `[[`, "", "name")
  if (!all(apart$column %in% places)) return("")
  paste(" All figures agree, only places in an order do not: equal amounts may differ in the last digit on one side;",
    "rank rounded(x, 2) to make them the same.")
}

# Which cells are apart: a list of `apart` (a data frame; NULL: none), `cells`, `terms`, and whether any was `bounded`.
cells_at_both <- function(drawn, there) {
  names <- setdiff(page_columns(drawn), level_columns)
  rows <- display_rows(drawn)
  other <- display_rows(there)
  here <- lapply(stats::setNames(nm = names), function(name) pick_rows(line_column(drawn, name), rows))
  back <- lapply(stats::setNames(nm = names), function(name) pick_rows(line_column(there, name), other))
  keys <- if (drawn$lines$grain == "lines") drawn$lines$keys else names[vapply(here, kind_of, "") != "double"]
  match <- lines_matched(
    c(here[keys], list(level_at(drawn, rows))), c(back[keys], list(level_at(there, other))), length(rows),
    length(other), here[setdiff(names, keys)], back[setdiff(names, keys)]
  )
  scales <- scales_of_page(drawn, names)
  apart <- lapply(setdiff(names, keys), function(name) {
    cells_apart(here[[name]], back[[name]], match, name, scales$terms * 2^-52 * scales$of[[name]])
  })
  lonely <- lines_alone(match)
  frame <- rows_bound(c(lonely, apart))
  over <- lapply(frame$row, function(row) {
    if (row > 0) summed_by(drawn$lines, rows[row]) else summed_by(there$lines, other[-row])
  })
  list(
    apart = if (!is.null(frame)) with_keys_of_cells(frame, here, back, keys, over), of_line = lengths(over) == 0,
    cells = length(rows) * length(names), terms = scales$terms,
    bounded = any(vapply(here[setdiff(names, keys)], kind_of, "") == "double"), keys = keys, match = match
  )
}

level_at <- function(drawn, rows) {
  if (is.null(drawn$lines$summed_over)) return(rep(1L, length(rows)))
  encode_text(drawn$lines$summed_over[rows])
}

# For each line here its like there, and which there have none here. Lines alike in all keys go in turn, by their other
# columns, since a server knows no order of entry.
lines_matched <- function(here, back, n_here, n_back, more_here, more_back) {
  both <- Map(function(one, other) stacked(list(one, other)), unname(here), unname(back))
  group <- core_group_numbers(core_group(both, n_here + n_back))
  sides <- list(group[seq_len(n_here)], group[n_here + seq_len(n_back)])
  id <- paste(group, c(turns_within(sides[[1]], more_here), turns_within(sides[[2]], more_back)))
  at <- match(id[seq_len(n_here)], id[n_here + seq_len(n_back)])
  list(at = at, alone_here = which(is.na(at)), alone_there = setdiff(seq_len(n_back), at))
}

turns_within <- function(group, columns) {
  if (!anyDuplicated(group)) return(rep(1L, length(group)))
  order <- core_order(c(list(group), unname(columns)), rep(FALSE, 1 + length(columns)), length(group))
  turn <- integer(length(group))
  turn[order] <- stats::ave(seq_along(order), group[order], FUN = seq_along)
  turn
}

cells_apart <- function(x, y, match, name, bound) {
  rows <- which(!is.na(match$at))
  x <- plain_vector(pick_rows(x, rows))
  y <- plain_vector(pick_rows(y, match$at[rows]))
  numbers <- is.numeric(x) && is.numeric(y)
  near <- is.double(x) && numbers && !inherits(x, "integer64")
  here <- if (numbers) as_plain_number(x) else x
  there <- if (numbers) as_plain_number(y) else y
  gap <- if (numbers) there - here else rep(NA_real_, length(x))
  same <- same_values(here, there)
  if (near) same <- same | within_bound(here, there, bound) %in% TRUE
  wrong <- which(!same)
  if (length(wrong) == 0) return(NULL)
  data.frame(row = rows[wrong], column = name, here = differing_texts(x[wrong]), there = differing_texts(y[wrong]),
    difference = gap[wrong])
}

lines_alone <- function(match) {
  one <- function(rows, side) {
    if (length(rows) == 0) return(NULL)
    is <- c("there is one", "none")
    if (side == "there") is <- rev(is)
    data.frame(row = if (side == "here") rows else -rows, column = "(the line)", here = is[1], there = is[2],
      difference = NA_real_)
  }
  list(one(match$alone_here, "here"), one(match$alone_there, "there"))
}

rows_bound <- function(frames) {
  frames <- without_null(frames)
  if (length(frames)) do.call(rbind, frames)
}

# `over` has the keys that each of the lines sums over.
with_keys_of_cells <- function(frame, here, back, keys, over) {
  own <- lapply(keys, function(key) {
    texts <- function(columns, rows) as_plain_texts_of(pick_rows(columns[[key]], rows))
    own <- ifelse(frame$row > 0, texts(here, pmax(frame$row, 1L)), texts(back, pmax(-frame$row, 1L)))
    ifelse(vapply(over, function(names) key %in% names, TRUE), all_of_them(key), own)
  })
  cbind(as_frame(stats::setNames(own, keys), nrow(frame)), frame[-1])
}

as_plain_texts_of <- function(x) {
  texts <- plain_vector(as_written(x))
  ifelse(is.na(texts), "(missing)", texts)
}

# What can be lost --------------------------------------------------------------------------------------------------

# A server adds in floating point: of n terms at most n times 2^-52 of their sizes together is lost.
scales_of_page <- function(drawn, names) {
  below <- drawn$entries$below$drawn
  scales <- if (!is.null(below)) scales_of_page(below, page_columns(below))$of else list()
  entries <- entries_table(drawn)
  entries[c("scales", "once")] <- list(scales, figure_names(below))
  for (part in drawn$lines$figures) scales[[part$name]] <- scale_of(part$node, scales, entries)
  lines <- lines_table(drawn)
  lines$once <- figure_names(drawn)
  for (part in drawn$lines$beside) {
    lines$scales <- scales
    scales[[part$name]] <- scale_of(part$node, scales, lines)
  }
  own <- lapply(stats::setNames(nm = names), function(name) {
    x <- line_column(drawn, name)
    max(c(largest_size(x), if (!is.null(scales[[name]])) scales[[name]]), na.rm = TRUE)
  })
  read <- lowest_page(drawn)$entries$n_read
  list(of = own, terms = max(read, drawn$entries$n) + drawn$lines$n + 16)
}

figure_names <- function(drawn) unlist(lapply(drawn$lines$figures, `[[`, "name"))

largest_size <- function(x) {
  if (!kind_of(x) %in% kind_sets$number) return(0)
  x <- as_plain_number(x)
  max(c(0, abs(x[is.finite(x)])))
}

# A quotient loses by its own size alone; a sum by all that was added.
scale_of <- function(node, scales, table) {
  if (node$type == "value") return(if (is.numeric(node$value)) largest_size(node$value) else 0)
  if (node$type == "column") return(if (is.null(scales[[node$name]])) 0 else scales[[node$name]])
  if (node$type == "figure") return(scale_of_figure(node, table))
  if (identical(node$fn, "/") || identical(room_of("window", node$fn)$base_is_a_total, TRUE)) return(0)
  inner <- c(unname(node$args), if (!is.null(node$figure)) list(node$figure))
  inner <- Filter(function(one) is.list(one) && !is.null(one$type), inner)
  max(c(0, unlist(lapply(inner, scale_of, scales = scales, table = table))))
}

scale_of_figure <- function(node, table) {
  x <- node$args$x
  if (is.null(x) || !x$kind %in% kind_sets$number) return(0)
  values <- tryCatch(as_plain_number(evaluate_column(x, table)), error = function(e) 0)
  size <- sum(abs(values[is.finite(values)]))
  # What the columns that it reads may have lost comes along: once what was summed entry by entry, else in each row.
  read <- unlist(table$scales[intersect(unlist(columns_read(x)), names(table$scales))])
  size <- max(size, read * ifelse(names(read) %in% table$once, 1, table$n))
  if (isTRUE(room_of("figure", node$fn)$squared)) size^2 else size
}

# To the entries ------------------------------------------------------------------------------------------------------

# The first line that differs, and how its entries differ where they can be asked for at both places.
followed_to_entries <- function(drawn, there, found) {
  at <- c(which(found$of_line), 1)[1]
  first <- found$apart[at, , drop = FALSE]
  where <- if (length(found$keys)) paste(sprintf("%s %s", found$keys, unlist(first[found$keys])), collapse = ", ") else
    "the line"
  said <- sprintf("First, at %s, %s is %s here and %s there.", where, first$column, first$here, first$there)
  entries <- if (found$of_line[at]) tryCatch(entries_at_both(drawn, there, first[found$keys]), error = function(e) NULL)
  paste(c(said, entries), collapse = " ")
}

entries_at_both <- function(drawn, there, one) {
  if (drawn$lines$grain != "lines" || identical(drawn$brief$source, there$brief$source)) return(NULL)
  here <- entries_of_line(drawn, one)
  back <- entries_of_line(work_brief_at_once(there$brief), one)
  only_here <- sum(multiset_less(here, back))
  only_there <- sum(multiset_less(back, here))
  sprintf("It has %s here and %s there; %s only here, %s only there: entries_behind(page, %s).",
    entry_count(length(here)), big_mark(length(back)), is_are_number(only_here), is_are_number(only_there),
    line_as_conditions(drawn, one))
}

# What entries_behind() takes to find the line again.
line_as_conditions <- function(drawn, one) {
  toString(Map(function(key, text) {
    kind <- kind_of(line_column(drawn, key))
    name <- expr_text(as.name(key))
    if (text == "(missing)") return(sprintf("is_missing(%s)", name))
    sprintf("%s == %s", name, if (kind %in% c(kind_sets$number, "logical")) text else expr_text(text))
  }, names(one), unlist(one)))
}

# The entries of a line as texts.
entries_of_line <- function(drawn, one) {
  texts <- lapply(names(one), function(key) as_plain_texts_of(line_column(drawn, key)))
  line <- which(Reduce(`&`, Map(function(text, value) text == value, texts, unlist(one)), rep(TRUE, drawn$lines$n)) &
    !is_subtotal(drawn$lines))
  rows <- which(line_of_group(drawn$lines)[entry_groups(drawn$lines)] %in% line)
  columns <- lapply(drawn$entries$column_names[drawn$entries$column_names %in% columns_of_page(drawn$brief)],
    function(name) as_plain_texts_of(pick_rows(entry_column(drawn$entries, name), rows)))
  do.call(paste, c(columns, sep = "\t"))
}

multiset_less <- function(one, other) {
  all <- unique(one)
  pmax(tabulate(match(one, all), length(all)) - tabulate(match(other, all), length(all)), 0)
}
