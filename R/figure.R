# Figures: values computed from the entries of each line. A figure's room says how it is folded
# (`fold`), how it is worked out again for a check from the values of one line in plain R (`again`),
# whether the lines add up to the whole (`additive`), and how it reads (`words`).
#
# fold(node) gives list(fold =, answer =) for the core's folds over all groups at once, or
# list(by_group = function(groups, values, node, facts)) for figures that need all values of a line.

room("figure", "call", place = 3,
  takes = function(name, ctx) has_room("figure", name) && (isTRUE(ctx$figures) || !isTRUE(ctx$windows)),
  check = function(expr, name, values, ctx) check_figure(expr, name, values, ctx)
)

# A figure call, lifted out of the expression that it stands in.
check_figure <- function(expr, name, values, ctx) {
  if (is.null(ctx$entries)) {
    stop_in(
      ctx, "figure_misplaced", sprintf("%s() gathers entries, and there is nothing to gather here.", name),
      c("Figures belong into the section `figures`.", ctx$figure_hint)
    )
  }
  figure <- room_of("figure", name)
  if (is.null(figure$check)) check_plain_figure(expr, name, values, ctx) else figure$check(expr, values, ctx)
}

check_plain_figure <- function(expr, name, values, ctx) {
  figure <- room_of("figure", name)
  parts <- match_args(expr, c(figure$args, alist(where = NULL)), name, ctx)
  inner <- ctx
  inner$columns <- ctx$entries
  inner$entries <- NULL
  inner$figures <- NULL
  inner$figure_hint <- sprintf("A figure of a figure is a page of its own: see help(\"brief\").")
  sorts <- intersect(names(parts), "along")
  args <- lapply(parts[setdiff(names(parts), sorts)], check_node, values = values, ctx = inner)
  if (length(sorts)) args$along <- check_sort(parts$along, values, inner)
  check_kinds(args, c(figure$takes, list(where = "logical")), name, ctx)
  if (!is.null(figure$ready)) args <- figure$ready(args, ctx)
  kind <- if (is.null(args$x)) "any" else args$x$kind
  node <- list(
    type = "figure", fn = name, args = args, text = expr_text(expr),
    kind = if (is.function(figure$gives)) figure$gives(kind, args, ctx) else figure$gives
  )
  node$id <- rlang::hash(strip_text(node))
  node
}

strip_text <- function(node) {
  node$text <- NULL
  node
}

# What the folds read: the same values under the same condition are read once for all their figures.
feed_of <- function(node, entries) {
  read <- function(arg) if (!is.null(node$args[[arg]])) evaluate_column(node$args[[arg]], entries)
  along <- node$args$along
  list(
    values = read("x"), condition = read("where"), weights = as_weights(read("weight")),
    along = if (!is.null(along)) sort_places(along, entries), folds = list(), counted = FALSE,
    print = has_no_print(node$args$x, entries)
  )
}

# Whether a column of numbers has been fetched whose fingerprint is still to be taken.
has_no_print <- function(x, entries) {
  identical(x$type, "column") && !is.null(entries$unprinted) && x$name %in% entries$unprinted()
}

as_weights <- function(x) if (is.null(x)) NULL else as_plain_number(x)

feed_key <- function(node) rlang::hash(lapply(node$args[c("x", "where", "weight", "along")], identity))

# Works figure nodes over groups: a list of one vector a node, by id, and facts for the notes; and the
# same values for each of the levels that gather those groups.
work_figures <- function(nodes, groups, entries, levels = list(), regroup = NULL) {
  feeds <- list()
  for (node in nodes) {
    key <- feed_key(node)
    if (is.null(feeds[[key]])) feeds[[key]] <- feed_of(node, entries)
    fold <- room_of("figure", node$fn)$fold(node)
    if (identical(fold$fold, "none")) feeds[[key]]$counted <- TRUE
    if (is.null(fold$fold) || fold$fold == "none") next
    known <- feeds[[key]]$folds[[fold$fold]]
    feeds[[key]]$folds[[fold$fold]] <- union(known, fold$answer)
  }
  steps <- lapply(levels, function(level) level[c("from", "to", "size")])
  summary <- core_or_stop(core_summarise(groups, unname(feeds), steps))
  facts <- stats::setNames(summary$feeds, names(feeds))
  note_prints(nodes, facts, entries)
  ids <- node_ids(nodes)
  results <- lapply(nodes, function(node) {
    finish_figure(node, feeds[[feed_key(node)]], facts[[feed_key(node)]], groups)
  })
  coarser <- Map(function(level, answers) {
    stats::setNames(finish_level(nodes, feeds, answers$feeds, level, regroup), ids)
  }, levels, summary$levels)
  list(values = stats::setNames(results, ids), entries = summary$entries, facts = facts, levels = coarser)
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
    if (!is.null(room_of("figure", node$fn)$fold(node)$fold)) return(finish_figure(node, feed, facts, NULL))
    if (is.null(anew)) anew <<- regroup(level$of_group)
    spread_to_lines(finish_figure(node, feed, facts, anew$groups), node, match(seq_len(level$size), anew$number))
  })
}

# Folds of one plain column over groups.
column_folded <- function(groups, values, folds) {
  feed <- list(values = values, condition = NULL, weights = NULL, along = NULL, folds = folds, counted = TRUE)
  core_or_stop(core_summarise(groups, list(feed), list()))$feeds[[1]]
}

core_or_stop <- function(expr) {
  tryCatch(expr, `std::overflow_error` = function(e) {
    stop_idle(
      "overflow", paste0(conditionMessage(e), "."), "Sum ordinary numbers instead: sum(as_number(x))."
    )
  })
}

finish_figure <- function(node, feed, facts, groups) {
  figure <- room_of("figure", node$fn)
  fold <- figure$fold(node)
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
  if (is_text_vector(answer) || is.factor(answer) || is_moment_vector(answer)) return(answer)
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
  if (kind == "logical") return(as.logical(answer))
  answer
}

time_zone <- function(like) if (is.null(attr(like, "tzone"))) "" else attr(like, "tzone")[1]

figure_label <- function(node) {
  words <- room_of("figure", node$fn)$words
  x <- node$args$x
  text <- if (is.function(words)) words(node) else words
  if (!is.null(x)) text <- gsub("{x}", node_label(x), text, fixed = TRUE)
  if (is.null(node$args$where) || !is.null(node$asked)) text else paste0(text, ", where ", node_label(node$args$where))
}

call_label <- function(fn, args) {
  if (grepl("^[a-z]", fn)) return(sprintf("%s(%s)", fn, toString(args)))
  if (length(args) == 1) paste0(fn, args) else paste(args[1], fn, args[2])
}

node_label <- function(node) {
  if (node$type == "call" && node$fn == "combination") {
    return(paste("combinations of", both(vapply(unname(node$args), node_label, ""))))
  }
  if (node$type == "call" && length(nodes_of(node)) > 200) return(sprintf("the result of %s()", node$fn))
  switch(node$type,
    column = node$name, parent = "parent", set = "a set of values", value = value_text(node$value),
      given = sprintf("given(%s)", node$name),
    call_label(node$fn, vapply(unname(node$args), node_label, character(1)))
  )
}
