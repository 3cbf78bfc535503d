# Figures against the detail: additive ones against its total, and every line again by a second route.

additive_nodes <- function(state) {
  nodes <- lapply(state$figures, function(figure) if (figure$node$type == "figure") figure$node)
  keep <- vapply(nodes, function(node) !is.null(node) && room_of("figure", node$fn)$additive, TRUE)
  stats::setNames(nodes[keep], vapply(state$figures[keep], `[[`, "", "name"))
}

# The lines' exact totals must be that of the whole detail; adding up the rounded figures may differ
# from it in the last bits, and that bound is said.
check_additive <- function(state) {
  nodes <- additive_nodes(state)
  if (length(nodes) == 0 || state$n == 0) return(NULL)
  whole <- whole_detail(state, unname(nodes))
  own <- own_lines(state)
  known <- vapply(nodes, function(node) !is.null(whole[[node$id]]), TRUE)
  beyond <- sprintf("%s has no total in all, since 64 bits do not hold it", names(nodes)[!known])
  nodes <- nodes[known]
  if (length(nodes) == 0) return(a_check("additive", NA, sprintf("Footing: %s.", toString(beyond))))
  parts <- Map(function(name, node) footed(state$lines[[name]][own], whole[[node$id]], name), names(nodes), nodes)
  ties <- all(vapply(parts, `[[`, TRUE, "ties"))
  text <- paste(c(vapply(parts, `[[`, "", "text"), beyond), collapse = ", ")
  verb <- sprintf("the lines %s to the detail's own total", if (ties) "add up" else "do not add up")
  a_check("additive", ties, sprintf("Footing: %s: %s.", verb, text))
}

# The figures of all entries, without those that fit the lines but do not fit in all.
whole_detail <- function(state, nodes) {
  work <- function(nodes) work_figures(nodes, core_group(list(), state$n), entries_of_state(state))$values
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
  slack <- length(lines) * max(abs(lines), abs(total), 0, na.rm = TRUE) * .Machine$double.eps
  close <- if (is.finite(total)) isTRUE(abs(added - total) <= slack) else same_values(added, total)
  decimals <- if (isTRUE(total == round(total))) 0 else 2
  list(ties = close, text = paste(name, number_text(total, decimals)))
}

core_route_answers <- c(sum = "sum", mean = "mean", min = "min", max = "max", count = "filled")

# Whether the core's second route knows a figure; the others are recomputed in plain R.
takes_core_route <- function(node) {
  x <- node$args$x
  node$fn %in% names(core_route_answers) && is.null(node$args$weight) && node$kind != "integer64" &&
    (is.null(x) || x$kind %in% c("logical", "integer", "double", "date"))
}

# R works line by line, so of very many lines it takes a seeded sample.
most_lines_in_r <- 20000
most_lines_in_columns <- 1e6

check_recomputed <- function(state) {
  if (state$n == 0 || length(state$figures) == 0) return(list())
  nodes <- do.call(c, lapply(state$figures, function(figure) unname(figures_in(figure$node))))
  nodes <- nodes[!duplicated(node_ids(nodes))]
  levels <- c(
    list(list(keys = state$keys, of_group = line_of_group(state), size = length(own_lines(state)))), state$levels
  )
  found <- lapply(seq_along(levels), function(k) recomputed_level(state, nodes, levels[[k]], k))
  list(recomputed_check(state, found))
}

# The lines of a level, each again from its own entries.
recomputed_level <- function(state, nodes, level, k) {
  in_core <- vapply(nodes, takes_core_route, TRUE)
  route <- core_route(state, nodes[in_core], state$key_vectors[level$keys])
  n <- length(route$first)
  in_columns <- !in_core & n > most_lines_in_r & n <= most_lines_in_columns & vapply(nodes, goes_in_columns, TRUE)
  rest <- nodes[!in_core & !in_columns]
  sample <- if (length(rest) == 0 || n <= most_lines_in_r) seq_len(n) else seeded_sample(seq_len(n), 2000)
  again <- c(
    route$values, columns_route(state, nodes[in_columns], route$first, level$keys),
    r_route(state, rest, route$first, sample, level$keys)
  )
  line <- level$of_group[core_group_of(state$groups, route$first)]
  place <- replace(rep(NA_integer_, level$size), line, seq_along(line))
  again <- Map(spread_to_lines, again, nodes[match(names(again), node_ids(nodes))], list(place))
  at <- if (is_footed(state)) which(state$level == k & state$line_kind != "others") else own_lines(state)
  looked <- if (length(sample) == n) seq_len(level$size) else sort(line[sample])
  list(
    wrong = compare_routes(state, again, at, looked, node_ids(rest)), lines = level$size, sample = length(looked),
    sampled = if (length(sample) < n) node_ids(rest)
  )
}

node_ids <- function(nodes) vapply(nodes, function(node) node$id, "")

seeded_sample <- function(x, n) withr::with_seed(1, sort(sample(x, n)))

core_route <- function(state, nodes, keys = state$key_vectors) {
  entries <- entries_of_state(state)
  columns <- lapply(nodes, function(node) {
    x <- node$args$x
    where <- node$args$where
    list(
      values = if (!is.null(x)) evaluate_column(x, entries),
      condition = if (!is.null(where)) as.logical(evaluate_column(where, entries))
    )
  })
  route <- core_second_route(unname(keys), state$n, columns)
  values <- Map(
    function(node, figures) dressed(figures[[core_route_answers[[node$fn]]]], node$kind, NULL), nodes, route$columns
  )
  list(values = stats::setNames(values, node_ids(nodes)), first = route$first)
}

# The lines of others, again from the entries of the lines gathered in them.
check_others <- function(state) {
  at <- which(state$line_kind == "others")
  figures <- Filter(function(figure) all(vapply(figures_in(figure$node), takes_core_route, TRUE)), state$figures)
  if (length(at) == 0 || length(figures) == 0) return(NULL)
  nodes <- do.call(c, lapply(figures, function(figure) unname(figures_in(figure$node))))
  again <- core_route(state, nodes, list(state$others_of_entry))$values
  lines <- lapply(state$lines[state$keys], pick_rows, rows = at)
  wrong <- 0
  for (figure in figures) {
    table <- table_in_hand(
      function(name) lines[[name]], length(at), function(id) pick_rows(again[[id]], seq_along(at))
    )
    lines[[figure$name]] <- evaluate_column(figure$node, table)
    wrong <- wrong + sum(!same_values(lines[[figure$name]], pick_rows(state$lines[[figure$name]], at)))
  }
  cells <- length(at) * length(figures)
  sentence <- if (wrong == 0) "equal to the last bit" else sprintf("%s of %s differ", wrong, count_of(cells, "cell"))
  a_check("others", wrong == 0, sprintf(
    "Others: %s of %s of others recomputed from its entries, %s.", count_of(length(figures), "figure"),
    count_of(length(at), "line"), sentence
  ))
}

# The entries of each line, found by sorting in base R, each line's values worked on by themselves.
r_route <- function(state, nodes, first, sample, keys) {
  if (length(nodes) == 0) return(list())
  rows <- rows_by_line(state, first, keys)[sample]
  entries <- entries_of_state(state)
  values <- lapply(nodes, function(node) {
    again_by_line(node, rows, entries)[match(seq_along(first), sample)]
  })
  stats::setNames(values, node_ids(nodes))
}

rows_by_line <- function(state, first, keys) {
  line <- plain_line_of(state, keys)
  rows <- split(seq_len(state$n), line)
  starts <- vapply(rows, `[`, 1L, 1)
  unname(rows[match(first, starts)])
}

# The line of each entry, in plain R, numbered as lines are met.
plain_line_of <- function(state, keys) {
  ids <- lapply(state$key_vectors[keys], function(key) match(plain_vector(key), unique(plain_vector(key))))
  line <- Reduce(function(a, b) {
    pair <- a * (max(b) + 1) + b
    match(pair, unique(pair))
  }, ids, rep(1, state$n))
  match(line, unique(line))
}

again_by_line <- function(node, rows, entries) {
  read <- function(arg) if (!is.null(node$args[[arg]])) plain_vector(evaluate_column(node$args[[arg]], entries))
  x <- read("x")
  if (node$fn %in% edge_words) return(edge_by_line(node, rows, x))
  where <- read("where")
  weight <- read("weight")
  along <- if (!is.null(node$args$along)) sort_places(node$args$along, entries)
  again <- room_of("figure", node$fn)$again
  bind_results(lapply(rows, function(here) {
    if (!is.null(where)) here <- here[which(where[here])]
    if (!is.null(along)) here <- here[order(along[here], here)]
    if (is.null(x)) return(again(rep(TRUE, length(here)), node))
    if (node$fn %in% c("count", "count_missing")) return(again(x[here], node))
    kept <- here[!is_missing_value(x[here])]
    if (is.null(weight)) return(again(x[kept], node))
    kept <- kept[!is_missing_value(weight[kept])]
    again(x[kept], node, weight[kept])
  }), x)
}

edge_by_line <- function(node, rows, x) {
  x[vapply(rows, function(here) {
    if (node$skip) here <- here[!is_missing_value(x[here])]
    if (node$n < 0) here <- rev(here)
    as.integer(here[abs(node$n)])
  }, 1L)]
}

bind_results <- function(results, x) {
  if (is.factor(x)) return(unlist(lapply(results, as.character)))
  if (inherits(x, "integer64")) return(do.call(c, lapply(results, bit64::as.integer64)))
  do.call(c, results)
}

# Compares figure by figure the lines `at`, of which the values of `looked` are known; sums, counts,
# means and extremes to the bit, the rest within a bound. What differs, as a table.
compare_routes <- function(state, again, at, looked, sampled) {
  lines <- lapply(state$lines[state$keys], pick_rows, rows = at)
  wrong <- NULL
  for (figure in state$figures) {
    table <- table_in_hand(function(name) lines[[name]], length(at), function(id) again[[id]])
    lines[[figure$name]] <- evaluate_column(figure$node, table)
    exact <- is_exact(figure)
    known <- if (is_sampled(figure, sampled)) looked else seq_along(at)
    here <- pick_rows(state$lines[[figure$name]], at[known])
    value <- pick_rows(lines[[figure$name]], known)
    differs <- which(!(if (exact) same_values(here, value) else close_values(here, value)))
    if (length(differs)) wrong <- rbind(wrong, data.frame(
      line = at[known[differs]], figure = figure$name,
      statement = cell_texts(pick_rows(here, differs)), recomputed = cell_texts(pick_rows(value, differs))
    ))
  }
  wrong
}

is_exact <- function(figure) all(vapply(figures_in(figure$node), takes_core_route, TRUE))

is_sampled <- function(figure, sampled) any(names(figures_in(figure$node)) %in% sampled)

recomputed_check <- function(state, found) {
  wrong <- do.call(rbind, lapply(found, `[[`, "wrong"))
  lines <- vapply(found, `[[`, 1, "lines")
  loose <- sum(!vapply(state$figures, function(figure) is_exact(figure) || figure$node$kind != "double", TRUE))
  n <- if (is.null(wrong)) 0 else nrow(wrong)
  what <- c(count_of(lines[1], "line"), if (length(lines) > 1) count_of(sum(lines[-1]), "subtotal"))
  sentence <- recomputed_sentence(both(what), length(state$figures), loose, n, wrong)
  sampled <- unique(unlist(lapply(found, `[[`, "sampled")))
  few <- sum(vapply(state$figures, is_sampled, TRUE, sampled))
  if (few > 0) sentence <- sprintf(
    "%s Of %s, a seeded sample of %s.", sentence, count_of(few, "figure"),
    count_of(sum(vapply(found, `[[`, 1, "sample")), "line")
  )
  a_check("recomputed", n == 0, sentence, wrong)
}

recomputed_sentence <- function(lines, figures, loose, n, wrong) {
  all <- sprintf("%s of %s", count_of(figures, "figure"), lines)
  if (n > 0) {
    return(
      sprintf(
        "Recomputed: %s; %s of the cells differ, first `%s` in line %s.",
        all,
        big_mark(n),
        wrong$figure[1],
        big_mark(wrong$line[1])
      )
    )
  }
  bound <- if (loose == 0) {
    "equal to the last bit"
  } else if (loose == figures) {
    "equal within 1 part in 10^9"
  } else {
    sprintf("%s equal to the last bit and %s within 1 part in 10^9", big_mark(figures - loose), big_mark(loose))
  }
  sprintf("Recomputed: %s, each from its own entries by a second route, %s.", all, bound)
}

close_values <- function(a, b) {
  a <- plain_vector(a)
  b <- plain_vector(b)
  if (!is.numeric(a) || inherits(a, "integer64") || !is.numeric(b)) return(same_values(a, b))
  near <- abs(a - b) <= 1e-9 * pmax(abs(a), abs(b))
  ifelse(is.na(near), same_values(a, b), near | a == b)
}
