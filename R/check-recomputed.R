# Figures against the detail: additive ones against its total, and every line again by a second route.

additive_nodes <- function(drawn) once_of_lines(drawn$lines, "additive", nodes_that_add_up(drawn$lines$figures))

nodes_that_add_up <- function(figures) {
  nodes <- list()
  for (figure in figures) {
    node <- figure$node
    if (node$type == "figure" && room_of("figure", node$fn)$additive) nodes[[figure$name]] <- node
  }
  nodes
}

# The lines' exact totals must be that of the whole detail; adding up the rounded figures may differ
# from it in the last bits, and that bound is said.
check_additive <- function(drawn) {
  nodes <- additive_nodes(drawn)
  if (length(nodes) == 0 || drawn$entries$n == 0) return(NULL)
  whole <- whole_detail(drawn, unname(nodes))
  own <- own_lines(drawn$lines)
  known <- vapply(nodes, function(node) !is.null(whole[[node$id]]), TRUE)
  beyond <- sprintf("%s has no total in all, since 64 bits do not hold it", names(nodes)[!known])
  nodes <- nodes[known]
  if (length(nodes) == 0) return(a_note("additive", sprintf("Footing: %s.", toString(beyond))))
  parts <- Map(function(name, node) footed(drawn$lines$columns[[name]][own], whole[[node$id]], name), names(nodes),
    nodes)
  ties <- all(vapply(parts, `[[`, TRUE, "ties"))
  text <- paste(c(vapply(parts, `[[`, "", "text"), beyond), collapse = ", ")
  verb <- sprintf("the lines %s to the detail's own total", if (ties) "add up" else "do not add up")
  a_check("additive", ties, sprintf("Footing: %s: %s.", verb, text))
}

# The figures of all entries, without those that fit the lines but do not fit in all.
whole_detail <- function(drawn, nodes) {
  groups <- drawn$lines$groups
  work <- function(nodes) {
    if (is_states(groups)) return(figures_of_states(nodes, states_gathered(groups, rep(1, groups$n), 1))$values)
    work_figures(nodes, core_group(list(), drawn$entries$n), entries_table(drawn))$values
  }
  tryCatch(work(nodes), idle_overflow = function(e) {
    do.call(c, lapply(nodes, function(node) tryCatch(work(list(node)), idle_overflow = function(e) NULL)))
  })
}

# Whether lines add up to a total: 64-bit whole numbers exactly, others within their last bits.
footed <- function(lines, total, name) {
  if (!inherits(total, "integer64")) {
    lines <- as_plain_number(lines)
    total <- as_plain_number(total)
  }
  added <- sum(lines[!is_missing_value(lines)])
  if (is_missing_value(total) && all(is_missing_value(lines))) total <- added <- 0
  if (inherits(total, "integer64")) {
    return(list(ties = isTRUE(added == total), text = paste(name, number_text(total, 0))))
  }
  slack <- rounding_slack(sum(abs(lines), na.rm = TRUE), abs(total), length(lines))
  close <- isTRUE(within_bound(added, total, slack)) || same_values(added, total)
  decimals <- if (isTRUE(total == round(total))) 0 else 2
  list(ties = close, text = paste(name, number_text(total, decimals)))
}

# Both routes know texts by their codes, so those are held against the texts as they stand in the source.
check_text_codes <- function(drawn) {
  if (!is_ledger_itself(drawn$entries)) return(NULL)
  for (name in names(drawn$lines$key_vectors)) {
    own <- drawn$entries$source$columns[[name]]
    codes <- drawn$entries$fetched$columns[[name]]
    if (!is.character(own) || !is_text_vector(codes) || name %in% drawn$entries$made_names) next
    rows <- if (is.null(drawn$entries$rows)) integer() else as.integer(drawn$entries$rows)
    wrong <- core_wrong_codes(codes, texts_of(codes), own, rows)
    if (wrong > 0) return(sprintf("Recomputed: the text of `%s` is not what stands in row %s.", name, big_mark(wrong)))
  }
}

# Whether the core's second route knows a figure; the others are recomputed in plain R.
takes_core_route <- function(node) {
  x <- node$args$x
  !is.null(room_of("figure", node$fn)$exact) && is.null(node$args$weight) && node$kind != "integer64" &&
    (is.null(x) || x$kind %in% c("logical", "integer", "double", "date"))
}

# R works line by line, so of very many lines it takes a seeded sample.
check_recomputed <- function(drawn) {
  if (drawn$entries$n == 0 || length(drawn$lines$figures) == 0) return(list())
  nodes <- figures_of_parts(drawn$lines$figures)
  levels <- c(
    list(list(keys = drawn$lines$keys, of_group = line_of_group(drawn$lines),
      size = length(own_lines(drawn$lines)))), drawn$lines$levels
  )
  floors <- slack_floors(drawn, nodes)
  in_core <- vapply(nodes, takes_core_route, TRUE)
  feeds <- core_feeds(drawn, nodes[in_core])
  found <- lapply(seq_along(levels), function(k) {
    route <- core_route(drawn, nodes[in_core], drawn$lines$key_vectors[levels[[k]]$keys], feeds)
    recomputed_level(drawn, nodes, levels[[k]], k, floors, route)
  })
  list(recomputed_check(drawn, found))
}

# The lines of a level, each again from its own entries; `route` has what the core gives for it.
recomputed_level <- function(drawn, nodes, level, k, floors, route) {
  n <- length(route$first)
  ids <- node_ids(nodes)
  in_core <- ids %in% names(route$values)
  in_columns <- !in_core
  if (any(in_columns)) in_columns <- in_columns & n > limit("most_lines_in_r") & n <= limit("most_lines_in_columns") &
    vapply(nodes, goes_in_columns, TRUE)
  in_r <- !in_core & !in_columns
  rest <- nodes[in_r]
  sample <- sample_for_r(rest, n)
  again <- c(
    route$values, columns_route(drawn, nodes[in_columns], route$first, level$keys),
    r_route(drawn, rest, rows_by_line(drawn, route$first[sample], level$keys), sample, n)
  )
  line <- level$of_group[core_group_of(drawn$lines$groups, route$first)]
  place <- replace(rep(NA_integer_, level$size), line, seq_along(line))
  for (id in names(again)) again[[id]] <- spread_to_lines(again[[id]], nodes[[match(id, ids)]], place)
  lines <- drawn$lines
  at <- if (is_footed(lines)) which(lines$level == k & !is_others(lines)) else own_lines(lines)
  looked <- if (length(sample) == n) seq_len(level$size) else sort(line[sample])
  list(
    wrong = compare_routes(drawn, again, at, looked, ids[in_r], floors), lines = level$size,
    sample = length(looked), sampled = if (length(sample) < n) ids[in_r]
  )
}

core_feeds <- function(drawn, nodes) {
  entries <- entries_table(drawn)
  lapply(nodes, function(node) {
    x <- node$args$x
    where <- node$args$where
    list(
      values = if (!is.null(x)) evaluate_column(x, entries),
      condition = if (!is.null(where)) as.logical(evaluate_column(where, entries))
    )
  })
}

core_route <- function(drawn, nodes, keys = drawn$lines$key_vectors, feeds = core_feeds(drawn, nodes)) {
  route <- core_second_route(unname(keys), drawn$entries$n, feeds)
  values <- list()
  for (k in seq_along(nodes)) {
    exact <- route$columns[[k]][[room_of("figure", nodes[[k]]$fn)$exact]]
    values[[nodes[[k]]$id]] <- dressed(exact, nodes[[k]]$kind, NULL)
  }
  list(values = values, first = route$first)
}

# The lines of others, again from the entries of the lines gathered in them.
check_others <- function(drawn) {
  at <- which(drawn$lines$line_kind == "others")
  if (length(at) == 0 || length(drawn$lines$figures) == 0 || is_states(drawn$lines$groups)) return(NULL)
  nodes <- figures_of_parts(drawn$lines$figures)
  in_core <- vapply(nodes, takes_core_route, TRUE)
  rest <- nodes[!in_core]
  of_entry <- drawn$lines$others_of_entry
  sample <- sample_for_r(rest, length(at))
  again <- c(
    lapply(core_route(drawn, nodes[in_core], list(of_entry))$values, pick_rows, rows = seq_along(at)),
    r_route(drawn, rest, unname(split(seq_along(of_entry), factor(of_entry, sample))), sample, length(at))
  )
  wrong <- compare_routes(drawn, again, at, sample, node_ids(rest), slack_floors(drawn, nodes))
  said <- recomputed_words(drawn, sprintf("%s of others", count_of(length(at), "line")), wrong)
  some <- sample_words(drawn, if (length(sample) < length(at)) node_ids(rest), length(sample))
  a_check("others", is.null(wrong), paste0("Others: ", said, some), wrong[names(wrong) != "at"])
}

# Which of `n` lines are worked again where R has to go from line to line.
sample_for_r <- function(rest, n) {
  if (length(rest) == 0 || n <= limit("most_lines_in_r")) seq_len(n) else seeded_sample(seq_len(n), 2000)
}

# The figures of a sample of the `n` lines from the rows of each, each line's values worked on by themselves.
r_route <- function(drawn, nodes, rows, sample, n) {
  if (length(nodes) == 0) return(list())
  entries <- entries_table(drawn)
  values <- lapply(nodes, function(node) again_by_line(node, rows, entries)[match(seq_len(n), sample)])
  stats::setNames(values, node_ids(nodes))
}

# Compares figure by figure the lines `at`, of which the values of `looked` are known; sums, counts,
# means and extremes to the bit, the rest within a bound. What differs, as a table.
compare_routes <- function(drawn, again, at, looked, sampled, floors) {
  keys <- function() lapply(drawn$lines$columns[drawn$lines$keys], pick_rows, rows = at)
  lines <- list()
  slack <- list()
  wrong <- NULL
  for (figure in drawn$lines$figures) {
    worked <- worked_within(figure$node, c(keys(), lines), slack, again, length(at), floors)
    lines[[figure$name]] <- worked$value
    slack[[figure$name]] <- worked$slack
    known <- if (is_sampled(figure, sampled)) looked else seq_along(at)
    here <- pick_rows(drawn$lines$columns[[figure$name]], at[known])
    value <- pick_rows(worked$value, known)
    differs <- which(!within_slack(here, value, if (is.null(worked$slack)) NULL else worked$slack[known]))
    if (length(differs)) wrong <- rbind(wrong, cbind(line_columns(drawn, at[known[differs]]), data.frame(
      figure = figure$name, statement = cell_texts(pick_rows(here, differs)),
      recomputed = cell_texts(pick_rows(value, differs)), at = at[known[differs]]
    )))
  }
  wrong
}

# Where values cancel, what is left is as exact as the largest of them.
slack_floors <- function(drawn, nodes) {
  floors <- lapply(nodes, function(node) {
    x <- node$args$x
    if (is_to_the_bit(node) || is.null(x) || !kind_fits(x$kind, "number")) return(0)
    all <- abs(as_plain_number(evaluate_column(x, entries_table(drawn))))
    off <- 16 * .Machine$double.eps * max(0, all[is.finite(all)])
    if (isTRUE(room_of("figure", node$fn)$squared)) off^2 else off
  })
  stats::setNames(floors, node_ids(nodes))
}

worked_within <- function(node, lines, slack, again, n, floors) {
  if (node$type == "figure" && is_to_the_bit(node)) return(list(value = again[[node$id]], slack = NULL))
  work <- function(lines, again) {
    evaluate_column(node, table_in_hand(function(name) lines[[name]], n, function(id) again[[id]]))
  }
  value <- work(lines, again)
  loose <- Filter(function(figure) !is_to_the_bit(figure), figures_in(node))
  loose <- Filter(function(id) is_plain_double(again[[id]]), names(loose))
  used <- intersect(columns_in(node), names(slack))
  if (length(loose) + length(used) == 0) return(list(value = value, slack = NULL))
  moved <- c(
    lapply(loose, function(id) {
      value <- again[[id]]
      work(lines, replace(again, id, list(value + abs(value) * relative_slack + floors[[id]])))
    }),
    lapply(used, function(name) work(replace(lines, name, list(as_plain_number(lines[[name]]) + slack[[name]])), again))
  )
  off <- lapply(moved, function(other) {
    if (is_plain_double(value)) return(ifelse(is.finite(other) & is.finite(value), abs(other - value), 0))
    ifelse(same_values(other, value), 0, Inf)
  })
  list(value = value, slack = 2 * Reduce(`+`, off))
}

is_exact <- function(figure) all(vapply(figures_in(figure$node), is_to_the_bit, TRUE))

# What has an exact second route, and what is one of the entries' own values, the same by any.
is_to_the_bit <- function(node) {
  room <- room_of("figure", node$fn)
  takes_core_route(node) || isTRUE(room$own_value) || isTRUE(room$picks) && !isTRUE(room$averages)
}

is_sampled <- function(figure, sampled) length(sampled) > 0 && any(names(figures_in(figure$node)) %in% sampled)

recomputed_check <- function(drawn, found) {
  wrong <- do.call(rbind, lapply(found, `[[`, "wrong"))
  lines <- vapply(found, `[[`, 1, "lines")
  what <- c(count_of(lines[1], "line"), if (length(lines) > 1) count_of(sum(lines[-1]), "subtotal"))
  codes <- check_text_codes(drawn)
  if (!is.null(codes)) return(a_check("recomputed", FALSE, codes))
  sampled <- unique(unlist(lapply(found, `[[`, "sampled")))
  some <- sample_words(drawn, sampled, sum(vapply(found, `[[`, 1, "sample")))
  said <- paste0("Recomputed: ", recomputed_words(drawn, both(what), wrong), some)
  a_check("recomputed", is.null(wrong), said, wrong[names(wrong) != "at"])
}

sample_words <- function(drawn, sampled, n) {
  if (length(sampled) == 0) return("")
  few <- sum(vapply(drawn$lines$figures, is_sampled, TRUE, sampled))
  if (few > 0) sprintf(" Of %s, a seeded sample of %s.", count_of(few, "figure"), count_of(n, "line")) else ""
}

recomputed_words <- function(drawn, lines, wrong) {
  figures <- drawn$lines$figures
  loose <- sum(vapply(figures, function(figure) figure$node$kind == "double" && !is_exact(figure), TRUE))
  all <- sprintf("%s of %s", count_of(length(figures), "figure"), lines)
  if (!is.null(wrong)) return(sprintf("%s; of the cells %s, first `%s` in %s.", all, is_differ(nrow(wrong)),
    wrong$figure[1], said_line(drawn, wrong$at[1])))
  bound <- if (loose == 0) {
    "equal to the last bit"
  } else if (loose == length(figures)) {
    "equal within 1 part in 10^9"
  } else {
    sprintf("%s equal to the last bit and %s within 1 part in 10^9", big_mark(length(figures) - loose), big_mark(loose))
  }
  sprintf("%s, each from its own entries by a second route, %s.", all, bound)
}

columns_route <- function(drawn, nodes, first, keys) {
  if (length(nodes) == 0) return(list())
  entries <- entries_table(drawn)
  met <- plain_line_of(drawn, keys)
  line <- match(match(seq_along(first), met), first)[met]
  values <- lapply(nodes, function(node) {
    read <- function(arg) if (!is.null(node$args[[arg]])) plain_vector(evaluate_column(node$args[[arg]], entries))
    x <- read("x")
    weight <- read("weight")
    rows <- rows_in_columns(node, x, weight, read("where"), entries)
    room_of("figure", node$fn)$in_columns(x[rows], line[rows], length(first), node, weight[rows])
  })
  stats::setNames(values, node_ids(nodes))
}
