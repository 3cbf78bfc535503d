# Places in an order: the rankings of the SQL standard. The order stands as arguments.

ranking <- function(name, kind, words, tiles = FALSE, whole = function(...) ranks_of_groups(...), result = NULL,
                    says, named) {
  force(says)
  force(words)
  force(whole)
  force(result)
  room(name, "window",
    args = if (tiles) alist(n = , ... = , per = NULL) else alist(... = , per = NULL),
    check = function(expr, values, ctx) check_ranking(expr, name, values, ctx, kind, tiles),
    work = function(node, table) work_ranking(node, table),
    again = function(node, table, at) ranking_again(node, table, at),
    rows_used = function(node, table, at) ranked_ahead(node, table, at), whole = whole,
    in_sql = function(node, to) rank_in_sql(node, to, name %in% orders_ties, tiles || kind == "double"),
    result = if (is.null(result)) that_gives else result,
    words = words, skips = name == "rank", places = kind == "integer" && !tiles,
    phrases = list(phrase(paste0(says, "[, in {per}]"), as.call(c(as.name(name), if (tiles) quote(.n), quote(.o),
      per = quote(.per))), named = named, n = if (tiles) blank("number", default = 4, least = 1),
      o = blank("order"), per = blank("group", optional = TRUE)))
  )
}

check_ranking <- function(expr, name, values, ctx, kind, tiles) {
  parts <- as.list(expr)[-1]
  labels <- rlang::names2(parts)
  wrong <- setdiff(labels[nzchar(labels)], c("per", if (tiles) "n"))
  if (length(wrong) > 0) {
    stop_in(
      ctx, "bad_argument", sprintf("%s() has no argument `%s`.", name, wrong[1]),
      sprintf("The order stands in the brackets: %s(falling(x), per = ...).", if (tiles) "ntile(4" else name)
    )
  }
  per <- window_per(parts$per, values, ctx)
  n <- if (tiles) number_of_tiles(parts, values, ctx) else 1
  keys <- unname(parts[!labels %in% c("per", "n")])
  if (tiles && !"n" %in% labels) keys <- keys[-1]
  along <- do.call(c, lapply(keys, check_along, values = values, ctx = ctx))
  if (length(keys) == 0) along <- window_along(NULL, values, ctx, name)
  list(per = per, along = along, n = n, kind = kind)
}

number_of_tiles <- function(parts, values, ctx) {
  given <- if (is.null(parts$n)) parts[!nzchar(rlang::names2(parts))][1] else parts["n"]
  if (length(given) == 0 || is.null(given[[1]])) {
    stop_in(ctx, "bad_argument", "ntile() takes the number of tiles first: ntile(4, falling(toll)).")
  }
  whole_number(given[[1]], values, ctx, "n")
}

# Tied rows share a rank; numbers and tiles must put them in some order.
orders_ties <- c("row_number", "ntile")

work_ranking <- function(node, table) {
  ranked <- core_rank(window_rows(node$per, node$along, table), node$fn, node$n)
  if (ranked$unplaced > 0) table$note(sprintf(
    "%s no %s and no place", have(ranked$unplaced, table$row), node_label(node$along[[1]]$node)
  ))
  if (node$fn %in% orders_ties) note_ties(node, table, "they are taken in the order of entry, which is arbitrary")
  ranked$values
}

ranking_again <- function(node, table, at) {
  group <- plain_groups(node$per, table)
  ordered <- plain_order(node$along, table)
  by_entry <- match(seq_len(table$n), ordered$order)
  vapply(at, function(row) {
    here <- which(group == group[row] & (!ordered$gap | node$fn == "row_number"))
    if (!row %in% here) return(NA_real_)
    place <- ordered$place[here]
    ahead <- sum(place < ordered$place[row])
    number <- sum(by_entry[here] <= by_entry[row])
    switch(node$fn,
      row_number = number, rank = ahead + 1, dense_rank = length(unique(place[place < ordered$place[row]])) + 1,
      percent_rank = if (length(here) == 1) 0 else ahead / (length(here) - 1),
      cume_dist = sum(place <= ordered$place[row]) / length(here),
      ntile = rep(seq_len(node$n), tile_sizes(length(here), node$n))[number]
    )
  }, 1)
}

# The rows that come before some rows, and those themselves.
ranked_ahead <- function(node, table, at) {
  group <- plain_groups(node$per, table)
  place <- plain_order(node$along, table)$place
  unlist(lapply(at, function(row) {
    here <- which(group == group[row])
    union(here[place[here] < place[row]], row)
  }))
}

tile_sizes <- function(n, tiles) n %/% tiles + (seq_len(tiles) <= n %% tiles)

ahead_of_it <- function(node, rows, table, line, value) {
  sprintf("%s ahead of it, so its place is", is_are_number(length(rows) - 1))
}

ranking("row_number", "integer", "a plain numbering in an order", result = ahead_of_it,
  says = "a plain numbering by {o}", named = "number"
)
ranking("rank", "integer", "the place in an order; equals share one, and the next place is skipped",
  result = ahead_of_it, says = "the place by {o}", named = "place"
)
ranking("dense_rank", "integer", "the place in an order; equals share one, and none is skipped",
  says = "the place by {o}, none skipped after equals", named = "place"
)
ranking("percent_rank", "double", "(rank - 1) / (rows - 1), from 0 to 1",
  says = "the place by {o}, from 0 to 1", named = "place_of_1"
)
ranking("cume_dist", "double", "the part of the rows that stand up to here, equals included",
  says = "the part that stands up to here, by {o}", named = "part"
)
ranking("ntile", "integer", "the tile from 1 to n, of nearly equal size, the larger tiles first", tiles = TRUE,
  whole = function(...) tiles_of_groups(...), says = "the tile of {n}, by {o}", named = "tile"
)
