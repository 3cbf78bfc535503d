# Expressions worked a second time by plain R, on the rows asked for: each row function by its own second way.

# A table of plain vectors: `rows` of a table in hand. Figures and windows are taken as they are; they have checks of
# their own.
plain_rows <- function(table, rows) {
  kept <- new.env(parent = emptyenv())
  picked <- function(values) plain_vector(pick_rows(as_settled(values), rows))
  column <- function(name) {
    if (is.null(kept[[name]])) kept[[name]] <- picked(table$column(name))
    kept[[name]]
  }
  list(
    n = length(rows), column = column, figure = function(id) picked(table$figure(id)),
    window = function(node) plain_vector(pick_rows(evaluate_column(node, table), rows))
  )
}

# The value of each row, or the name of a function that has no second way here, as list(value, lacks).
worked_again <- function(node, plain) {
  tryCatch(
    list(value = all_rows_of(again_in_r(node, plain), plain$n), lacks = NULL),
    no_second_way = function(e) list(value = NULL, lacks = e$fn)
  )
}

all_rows_of <- function(value, n) if (length(value) == n) value else rep(value, length.out = n)

again_in_r <- function(node, plain) {
  switch(node$type,
    value = plain_vector(node$value), column = plain$column(node$name), figure = plain$figure(node$id),
    window = plain$window(node), set = do.call(c, lapply(unname(node$args), again_in_r, plain = plain)),
    call = chain_again(node, plain), lacking_second_way(node$type)
  )
}

# Down the first arguments of calls in calls, then up again.
chain_again <- function(node, plain) {
  spine <- list()
  while (identical(node$type, "call") && length(node$args) > 0) {
    spine <- c(spine, list(node))
    node <- node$args[[1]]
  }
  value <- if (identical(node$type, "call")) row_again(node, list(), plain) else again_in_r(node, plain)
  for (link in rev(spine)) value <- row_again(link, c(list(value), lapply(link$args[-1], again_in_r, plain = plain)),
    plain)
  value
}

row_again <- function(node, args, plain) {
  way <- room_of("row", node$fn)$again
  if (is.null(way)) lacking_second_way(node$fn)
  names(args) <- names(node$args)
  alone <- c(room_of("row", node$fn)$one, "set", "at", "labels")
  args[!names(args) %in% alone] <- lapply(args[!names(args) %in% alone], all_rows_of, n = plain$n)
  value <- do.call(way, args, quote = TRUE)
  if (is.null(value)) lacking_second_way(node$fn)
  value
}

lacking_second_way <- function(fn) {
  stop(structure(list(message = fn, call = NULL, fn = fn), class = c("no_second_way", "error", "condition")))
}

# Rows in which two ways of working differ. Plain R may read or round a number to another last place.
rows_that_differ <- function(first, second) {
  first <- plain_vector(first)
  if (is_textual(first) || is.factor(first) || is.character(second)) {
    return(which(!same_values(as.character(first), as.character(second))))
  }
  if (inherits(first, "integer64") && inherits(second, "integer64")) return(which(!same_values(first, second)))
  first <- as_doubles(first)
  second <- as_doubles(second)
  near <- within_bound(first, second, 8 * .Machine$double.eps * pmax(abs(first), abs(second)))
  which(!(same_values(first, second) | near %in% TRUE))
}

# All rows up to a million, a seeded sample of two thousand beyond.
rows_to_work_again <- function(n) {
  if (n <= limit("most_lines_in_columns")) seq_len(n) else seeded_sample(n, 2000)
}

entries_worked <- function(rows, n) {
  if (length(rows) == n) return(entry_count(n))
  sprintf("%s of %s (a seeded sample)", big_mark(length(rows)), entry_count(n))
}
