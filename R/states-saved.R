# States as two pieces of bytes, with no R objects in them: their columns (keys, texts, entries kept), and the core's
# states. Figures are told by their place among the page's, so that a state can be read by any version that knows the
# page.

states_saved <- function(states, nodes) {
  kept <- unlist(lapply(names(states$kept), function(id) {
    stats::setNames(states$kept[[id]], sprintf("kept %d %s", match(id, node_ids(nodes)), names(states$kept[[id]])))
  }), recursive = FALSE)
  like <- states$like[!vapply(states$like, is.null, TRUE)]
  columns <- c(
    stats::setNames(states$keys, sprintf("key %s", names(states$keys))),
    stats::setNames(like, sprintf("like %d", match(names(like), names(states$feeds)))),
    stats::setNames(states$palettes, sprintf("palette %d", match(names(states$palettes), names(states$feeds)))), kept
  )
  list(n = states$n, columns = core_columns_save(as.list(columns)), sums = core_states_save(states$sums))
}

states_read <- function(saved, nodes, where = "A kept state") {
  columns <- readable_states(columns_read_back(saved$columns), where)
  sums <- readable_states(core_states_load(saved$sums), where)
  keys <- columns_named(columns, "key ")
  n <- core_states_size(sums)
  feeds <- unique(vapply(nodes, feed_key, ""))
  by_place <- function(prefix) {
    found <- columns_named(columns, prefix)
    stats::setNames(found, feeds[as.integer(names(found))])
  }
  like <- by_place("like ")
  like <- stats::setNames(lapply(feeds, function(key) like[[key]]), feeds)
  states <- structure(list(
    n = n, keys = keys, sums = sums, feeds = folds_of_nodes(nodes, like), like = like, palettes = by_place("palette "),
    kept = kept_read(columns, nodes), at = NULL
  ), class = "idle_states")
  fits <- all(lengths(keys) == n) && all(vapply(states$kept, is_kept_well, TRUE, n = n))
  if (fits) states else stop_bad_state(where, "its pieces do not fit each other")
}

columns_named <- function(columns, prefix) {
  own <- columns[startsWith(names(columns), prefix)]
  stats::setNames(own, substring(names(own), nchar(prefix) + 1))
}

kept_read <- function(columns, nodes) {
  all <- columns_named(columns, "kept ")
  place <- sub(" .*", "", names(all))
  ids <- node_ids(nodes)
  kept <- lapply(split(seq_along(all), place), function(at) {
    stats::setNames(all[at], sub("^[0-9]+ ", "", names(all)[at]))
  })
  stats::setNames(kept, ids[as.integer(names(kept))])
}

is_kept_well <- function(kept, n) {
  all(c("line", "at", "x") %in% names(kept)) && length(unique(lengths(kept))) == 1 && is.integer(kept$line) &&
    all(kept$line >= 1 & kept$line <= n) && is.double(kept$at)
}

# The folds of each feed with their answers, as states_of_groups() asks for them.
folds_of_nodes <- function(nodes, like) {
  lapply(like_by_feed(nodes, like), function(feed) {
    folds <- list()
    for (node in feed$nodes) {
      fold <- fold_in_state(node, feed$like)
      if (is.null(fold) || fold$fold == "none") next
      folds[[fold$fold]] <- union(folds[[fold$fold]], fold$answer)
    }
    folds
  })
}

like_by_feed <- function(nodes, like) {
  keys <- vapply(nodes, feed_key, "")
  lapply(stats::setNames(nm = unique(keys)), function(key) list(nodes = nodes[keys == key], like = like[[key]]))
}

columns_read_back <- function(bytes) {
  lapply(core_columns_load(bytes), function(column) {
    values <- column$values
    texts <- attr(values, "texts")
    attributes(values) <- NULL
    switch(column$kind,
      texts = text_vector(values, texts), choices = structure(values, levels = texts, class = "factor"),
      long_wholes = structure(values, class = "integer64"), days = as_date_class(values),
      moments = structure(values, class = c("POSIXct", "POSIXt"), tzone = column$zone), values
    )
  })
}

readable_states <- function(work, where = "A kept state") {
  ours_or(work, function(e) stop_bad_state(where, conditionMessage(e)))
}

stop_bad_state <- function(where, why) {
  stop_idle(
    "bad_state", sprintf("%s cannot be read: %s.", where, sub("[.]$", "", why)),
    "It was damaged, or written by a newer version."
  )
}
