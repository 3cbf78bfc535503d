# Figures: values computed from the entries of each line, folded by the core over all groups at once, or worked from
# all values of each line. What a figure's room owes stands in docs/ADDING.md.

room("figure", "call", place = 3,
  takes = function(name, ctx) has_room("figure", name) && (isTRUE(ctx$figures) || !isTRUE(ctx$windows)),
  check = function(expr, name, values, ctx) check_figure(expr, name, values, ctx)
)

# What the folds read: the same values under the same condition are read once for all their figures.
feed_of <- function(node, entries) {
  args <- node$args
  read <- function(arg) if (!is.null(arg)) evaluate_column(arg, entries)
  list(
    values = read(args$x), condition = read(args$where), weights = as_plain_number(read(args$weight)),
    along = if (!is.null(args$along)) sort_places(args$along, entries), folds = list(), counted = FALSE,
    print = has_no_print(args$x, entries)
  )
}

# Whether a column of numbers has been fetched whose fingerprint is still to be taken.
has_no_print <- function(x, entries) {
  identical(x$type, "column") && !is.null(entries$is_unprinted) && entries$is_unprinted(x$name)
}

feed_key <- function(node) if (is.null(node$feed)) key_of_feed(node$args) else node$feed

# Works figure nodes over groups: a list of one vector a node, by id, and facts for the notes; and the
# same values for each of the levels that gather those groups.
work_figures <- function(nodes, groups, entries, levels = list(), regroup = NULL) {
  feeds <- list()
  folds <- list()
  for (node in nodes) {
    key <- feed_key(node)
    if (is.null(feeds[[key]])) feeds[[key]] <- feed_of(node, entries)
    fold <- fold_of(node)
    folds[[node$id]] <- fold
    if (identical(fold$fold, "none")) feeds[[key]]$counted <- TRUE
    if (is.null(fold$fold) || fold$fold == "none") next
    known <- feeds[[key]]$folds[[fold$fold]]
    feeds[[key]]$folds[[fold$fold]] <- if (is.null(known)) fold$answer else union(known, fold$answer)
  }
  steps <- lapply(levels, function(level) level[c("from", "to", "size")])
  summary <- core_or_stop(core_summarise(groups, unname(feeds), steps))
  facts <- summary$feeds
  names(facts) <- names(feeds)
  note_prints(nodes, facts, entries)
  results <- list()
  for (node in nodes) {
    key <- feed_key(node)
    results[[node$id]] <- finish_figure(node, feeds[[key]], facts[[key]], groups, folds[[node$id]])
  }
  coarser <- list()
  for (k in seq_along(levels)) coarser[[k]] <- stats::setNames(
    finish_level(nodes, feeds, summary$levels[[k]]$feeds, levels[[k]], regroup), node_ids(nodes)
  )
  list(values = results, entries = summary$entries, facts = facts, levels = coarser)
}

note_prints <- function(nodes, facts, entries) {
  for (node in nodes) {
    print <- facts[[feed_key(node)]]$print
    if (nzchar(print)) entries$printed(node$args$x$name, print)
  }
}

# Folds have been merged from finer groups; a figure that needs all values of a line gathers them.
finish_level <- function(nodes, feeds, answers, level, regroup) {
  names(answers) <- names(feeds)
  anew <- NULL
  lapply(nodes, function(node) {
    feed <- feeds[[feed_key(node)]]
    facts <- answers[[feed_key(node)]]
    fold <- fold_of(node)
    if (!is.null(fold$fold)) return(finish_figure(node, feed, facts, NULL, fold))
    if (is.null(anew)) anew <<- regroup(level$of_group)
    spread_to_lines(finish_figure(node, feed, facts, anew$groups, fold), node, match(seq_len(level$size), anew$number))
  })
}

fold_of <- function(node) room_of("figure", node$fn)$fold(node)

finish_figure <- function(node, feed, facts, groups, fold) {
  answer <- if (is.null(fold$fold)) {
    fold$by_group(groups, feed, node, facts)
  } else if (fold$fold == "none") {
    facts[[fold$answer]] + (if (is.null(fold$add)) 0 else fold$add)
  } else if (isTRUE(fold$rows)) {
    rows_to_values(facts$answers[[fold$answer]] + 1, feed)
  } else {
    facts$answers[[fold$answer]]
  }
  dressed(answer, node$kind, feed$values)
}

# Codes and plain numbers from the core back to the kind that they stand for.
dressed <- function(answer, kind, like) {
  if (is.object(answer) && inherits(answer, c("idle_text", "factor", "Date", "POSIXct"))) return(answer)
  if (kind == "integer" && is.double(answer) && all(abs(answer) <= .Machine$integer.max, na.rm = TRUE)) {
    return(as.integer(answer))
  }
  if (kind == "text" && is.integer(answer) && is_text_vector(like)) {
    attributes(answer) <- list(pool = attr(like, "pool"), class = "idle_text")
    return(answer)
  }
  if (kind == "factor" && is.integer(answer) && is.factor(like)) return(
    structure(answer, levels = levels(like), class = "factor")
  )
  if (kind == "date") return(as_date_class(answer))
  if (kind == "time") return(as.POSIXct(answer, origin = "1970-01-01", tz = time_zone(like)))
  if (kind %in% c("logical", "empty")) return(as.logical(answer))
  answer
}

# The values of groups for lines, of which some have no entries: `place` says which group is whose.
spread_to_lines <- function(value, node, place) {
  spread <- pick_rows(value, place)
  of_none <- room_of("figure", node$fn)$of_none
  if (!is.null(of_none)) spread[is.na(place)] <- of_none
  spread
}

rows_to_values <- function(rows, feed) pick_rows(feed$values, as.integer(rows))

# What a figure has to say is on the page, and no part of its values.
without_note <- function(values) {
  attr(values, "note") <- NULL
  values
}
