# Figures as states: what is known of the lines of one part of the entries, so that parts can be taken together in any
# order, kept, sent, and finished to what all entries at once would have given. A state holds the keys of its lines, the
# core's states of their figures, and for figures that no such state holds, the entries that they need (see
# kept-entries.R).

is_states <- function(x) is.object(x) && inherits(x, "idle_states")

# The states of the figures in `nodes` over groups of the entries in hand; `keys` has a value for each group, and
# place_of(rows) says where entries stand among all.
states_of_groups <- function(nodes, groups, entries, keys, place_of) {
  feeds <- list()
  for (node in nodes) feeds <- feed_for_state(feeds, node, entries)
  palettes <- without_null(lapply(feeds, function(feed) palette_of(feed$values)))
  states <- list(
    n = core_group_facts(groups)$size, keys = keys, sums = core_or_stop(core_states(groups, unname(feeds))),
    feeds = lapply(feeds, `[[`, "folds"), like = lapply(feeds, function(feed) pick_rows(feed$values, integer())),
    palettes = palettes, kept = kept_entries(nodes, groups, entries, place_of), at = NULL
  )
  structure(states, class = "idle_states")
}

feed_for_state <- function(feeds, node, entries) {
  key <- feed_key(node)
  if (is.null(feeds[[key]])) {
    feeds[[key]] <- feed_of(node, entries)
    feeds[[key]]["along"] <- list(NULL)
    feeds[[key]]$print <- FALSE
    feeds[[key]]$counted <- TRUE
  }
  fold <- fold_in_state(node, feeds[[key]]$values)
  if (is.null(fold) || fold$fold == "none") return(feeds)
  feeds[[key]]$folds[[fold$fold]] <- union(feeds[[key]]$folds[[fold$fold]], fold$answer)
  feeds
}

# Taking states together ---------------------------------------------------------------------------------------------

# The first of several states takes the others in. Groups of the first keep their numbers, so that what it holds stays
# as it is, and those that it has not come behind them.
states_together <- function(all) {
  all <- without_null(all)
  one <- all[[1]]
  if (length(all) == 1) return(one)
  sizes <- vapply(all[-1], `[[`, 1, "n")
  if (length(all) > 2 && are_few_large(one$n, sizes)) {
    return(Reduce(function(one, other) states_together(list(one, other)), all))
  }
  met <- met_in_first(one, all[-1], sum(sizes))
  starts <- cumsum(c(0, sizes))
  for (k in seq_along(sizes)) {
    to <- met$place[starts[k] + seq_len(sizes[k])]
    one <- with_common_palettes(one, all[[k + 1]])
    core_or_stop(core_states_take_in(one$sums, attr(one, "other")$sums, to, met$n))
    attr(one, "other") <- NULL
    one$kept <- Map(function(mine, other) stacked_kept(mine, other, to), one$kept, all[[k + 1]]$kept)
  }
  one[c("keys", "n")] <- met[c("keys", "n")]
  one["at"] <- list(NULL)
  one
}

# Whether going through the first once for each of the others takes less than gathering the keys of these.
are_few_large <- function(n, sizes) sum(sizes) > 20000 && n * (length(sizes) - 1) < 10 * sum(sizes)

# The `place` among those of the first of each group of the others, the `keys` of all, and how many there are (`n`).
met_in_first <- function(one, others, n_more) {
  more <- lapply(stats::setNames(nm = names(one$keys)), function(name) {
    stacked_alike(lapply(others, function(state) state$keys[[name]]))
  })
  if (length(more) == 0) {
    return(list(place = rep(1L, n_more), n = min(1, one$n + n_more), keys = one$keys))
  }
  if (!all(mapply(can_meet_all, one$keys, more))) return(keys_gathered(one, more, n_more))
  if (length(others) == 1) return(keys_met_in_first(one, more, n_more))
  groups <- core_group(unname(more), n_more)
  facts <- core_group_facts(groups)
  met <- keys_met_in_first(one, lapply(more, pick_rows, rows = facts$first), facts$size)
  met$place <- met$place[core_group_numbers(groups)]
  met
}

# Whether equal keys are those that meet: one that is missing meets nothing.
can_meet_all <- function(own, more) {
  plain <- is_text_vector(own) && is_text_vector(more) || !is.factor(own) && typeof(own) == typeof(more) &&
    identical(class(own), class(more)) && !inherits(own, "integer64")
  plain && !anyNA(unclass(more))
}

# Different keys are looked for in those of the first.
keys_met_in_first <- function(one, more, n_more) {
  place <- core_partner_places(core_partners(unname(one$keys), unname(more), one$n, n_more, seq_len(n_more)))
  fresh <- which(place > one$n)
  list(
    place = place, n = one$n + length(fresh),
    keys = if (length(fresh) == 0) one$keys else
      Map(function(own, other) stacked(list(own, pick_rows(other, fresh))), one$keys, more)
  )
}

keys_gathered <- function(one, more, n_more) {
  keys <- Map(function(own, other) stacked_alike(list(own, other)), one$keys, more)
  place <- places_in_first(keys, c(one$n, n_more))
  list(
    place = place[one$n + seq_len(n_more)], n = max(0, place),
    keys = lapply(keys, pick_rows, rows = attr(place, "first"))
  )
}

# Groups of the first keep their numbers, and those that it has not come behind them; `first` is a row of each.
places_in_first <- function(keys, sizes) {
  groups <- core_group(unname(keys), sum(sizes))
  facts <- core_group_facts(groups)
  number <- core_group_numbers(groups)
  place <- integer(facts$size)
  place[number[seq_len(sizes[1])]] <- seq_len(sizes[1])
  fresh <- which(place == 0L)
  place[fresh] <- as.integer(sizes[1]) + seq_along(fresh)
  first <- integer(facts$size)
  first[place] <- facts$first
  structure(place[number], first = first)
}

# Texts of both get the codes of one list of texts; the other is left as `other`, with its codes changed.
with_common_palettes <- function(one, other) {
  for (key in union(names(one$palettes), names(other$palettes))) {
    all <- union(one$palettes[[key]], other$palettes[[key]])
    codes <- match(other$palettes[[key]], all)
    if (!identical(codes, seq_along(codes))) core_states_recode(other$sums, match(key, names(one$feeds)), codes)
    one$palettes[[key]] <- all
  }
  attr(one, "other") <- other
  one
}

# The same states with their groups in the order of their keys, and texts in theirs.
states_in_order <- function(states, locale = NULL) {
  keys <- lapply(states$keys, in_language, locale = locale)
  states$at <- if (length(keys)) core_order(unname(keys), rep(FALSE, length(keys)), states$n) else seq_len(states$n)
  for (key in names(states$palettes)) states <- with_sorted_palette(states, key)
  states
}

with_sorted_palette <- function(states, key) {
  texts <- states$palettes[[key]]
  sorted <- in_code_order(texts)
  if (is.factor(states$like[[key]]) || identical(sorted, texts)) return(states)
  core_or_stop(core_states_recode(states$sums, match(key, names(states$feeds)), match(texts, sorted)))
  states$palettes[[key]] <- sorted
  states
}

# Finishing ----------------------------------------------------------------------------------------------------------

# What work_figures() gives, from states; levels gather them.
figures_of_states <- function(nodes, states, levels = list()) {
  own <- finished_states(nodes, states)
  coarser <- lapply(levels, function(level) {
    finished_states(nodes, states_gathered(states, level$of_group, level$size))$values
  })
  c(own, list(levels = coarser))
}

# The states of coarser groups: `to` says where each group goes, in the order of their keys.
states_gathered <- function(states, to, size) {
  place <- rep(NA_integer_, states$n)
  place[order_of_states(states)] <- as.integer(to)
  states$sums <- core_or_stop(core_states_gather(states$sums, place, size))
  states$kept <- lapply(states$kept, function(kept) moved_kept(kept, place))
  states$n <- size
  states$keys <- list()
  states$at <- seq_len(size)
  states
}

order_of_states <- function(states) if (is.null(states$at)) seq_len(states$n) else states$at

finished_states <- function(nodes, states) {
  at <- order_of_states(states)
  asked <- vapply(nodes, feed_key, "")
  folds <- lapply(nodes, function(node) fold_in_state(node, states$like[[feed_key(node)]])$fold)
  counts <- asked[vapply(folds, identical, TRUE, "none")]
  wishes <- Map(function(folds, key) list(folds = if (key %in% asked) folds else list(), counted = key %in% counts),
    states$feeds, names(states$feeds))
  summary <- core_or_stop(core_states_finish(states$sums, unname(wishes), as.integer(at)))
  facts <- stats::setNames(summary$feeds, names(states$feeds))
  values <- lapply(nodes, function(node) value_of_state(node, states, facts[[feed_key(node)]], at))
  list(values = stats::setNames(values, node_ids(nodes)), entries = summary$entries, facts = facts)
}

value_of_state <- function(node, states, facts, at) {
  key <- feed_key(node)
  like <- states$like[[key]]
  fold <- fold_in_state(node, like)
  if (is.null(fold)) return(value_of_kept(node, states$kept[[node$id]], at))
  if (fold$fold != "counted") return(finish_figure(node, list(values = like), facts, NULL, fold_of(node)))
  answer <- facts$answers[[fold$answer[1]]]
  if (is_text_vector(like) && node$kind == "text") answer <- text_vector(answer, states$palettes[[key]])
  noted <- dressed(answer, node$kind, like)
  ties <- room_of("figure", node$fn)$ties
  if (!is.null(ties)) attr(noted, "note") <- ties(sum(facts$answers[[fold$answer[2]]]))
  noted
}

# How many groups there are, of entries or of states.
size_of_groups <- function(groups) if (is_states(groups)) groups$n else core_group_facts(groups)$size

# How many entries stand behind each.
entries_of_groups <- function(groups) {
  if (is_states(groups)) return(finished_states(list(), groups)$entries)
  core_summarise(groups, list(), list())$entries
}
