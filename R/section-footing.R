# footing: subtotals, as lines of their own, each recomputed from its entries.

room("footing", "section",
  place = 6, read = read_items,
  option = list(takes = "SUBTOTALS", does = "subtotals and a grand total", example = "rollup(reach, lock)"),
  clause = clause("subtotals ...", "With", function(seen) ways_to_foot()),
  check = function(items, ctx) {
    if (ctx$grain != "lines") stop_in(
      ctx, "no_lines", "subtotals need lines to be of, and the brief does not say what makes a line.",
      "Add lines = c(...) with the keys."
    )
    if (length(ctx$keys) == 0) stop_in(
      ctx, "no_lines", "lines = whole() is the total already; there is no key to sum over."
    )
    taken <- intersect(level_columns, names(ctx$columns))
    if (length(taken)) stop_in(
      ctx, "name_twice", sprintf("a footed page has a column `%s` of its own.", taken[1]),
      sprintf("Give the key or figure another name: lines = c(kind = %s).", taken[1])
    )
    footing_of(items, ctx)
  },
  leaves = function(checked, ctx) {
    ctx$columns[level_columns] <- "text"
    ctx$level_sets <- checked$sets
    ctx
  },
  work = function(drawn, checked) {
    lines <- drawn$lines
    lines$footing <- checked
    if (is.null(lines$figures)) lines$levels <- planned_levels(lines, checked$levels)
    tables <- if (is.null(lines$figures)) lapply(lines$levels, function(level) list()) else lines$level_tables
    drawn$lines <- if (length(lines$levels)) stack_levels(lines, tables) else lines
    drawn$page$method <- sprintf("%s of keys, merged from finer lines", count_of(length(lines$levels), "set"))
    add_note(drawn, checked$notes)
  },
  words = function(checked) {
    if (length(checked$sets) == 0) return(character())
    what <- vapply(checked$sets, function(keys) {
      if (length(keys) == 0) "a grand total" else sprintf("subtotals by %s", both(keys))
    }, "")
    sprintf("Foot with %s%s", both(what), if (checked$subtotals == "before") ", before their lines" else "")
  },
  asks = function(checked) list(figures = checked$levels),
  grants = function(checked, abreast) {
    if (is.null(checked) && !abreast$needs_side && !abreast$needs_foot) return(NULL)
    if (is.null(checked)) checked <- list(sets = list(), keys = character(), subtotals = "after")
    checked$across <- abreast$key
    checked$levels <- level_sets(checked$sets, abreast$keys, abreast)
    checked
  },
  in_sql = function(q, checked, brief) {
    q$sets <- checked$levels
    q["across"] <- list(checked$across)
    q[c("foot_keys", "subtotals")] <- list(checked$keys, checked$subtotals)
    q
  },
  aside = NULL,
  owes = function(drawn, checked) check_footing(drawn)
)

# The sets of keys that subtotals keep, each once, the order in which keys are named, and where
# subtotals stand.
footing_of <- function(items, ctx) {
  subtotals <- "after"
  sets <- list()
  for (item in items) {
    if (nzchar(item$name)) stop_in(ctx, "bad_argument", sprintf("a footing has no name (`%s`).", item$name))
    found <- footing_part(item$expr, item$values, ctx)
    sets <- c(sets, found$sets)
    subtotals <- c(found$subtotals, subtotals)[1]
  }
  named <- unique(unlist(sets))
  sorted <- lapply(sets, function(set) ctx$keys[ctx$keys %in% set])
  twice <- unique(sorted[duplicated(sorted)])
  wanted <- unique(Filter(function(set) length(set) < length(ctx$keys), sorted))
  list(
    sets = wanted[order(-lengths(wanted))], keys = named, subtotals = subtotals,
    notes = vapply(twice, asked_for_twice, ""), levels = level_sets(wanted, ctx$keys), across = NULL
  )
}

asked_for_twice <- function(set) {
  if (length(set) == 0) return("footing: the grand total is asked for more than once, and stands once.")
  sprintf("footing: the lines by %s are asked for more than once, and stand once.", both(set))
}

footing_words <- c("rollup", "cube", "sets")

footing_part <- function(expr, values, ctx) {
  if (rlang::is_call(expr, "whole", n = 0)) return(list(sets = list(character()), subtotals = NULL))
  if (!rlang::is_call(expr, footing_words)) {
    stop_in(
      ctx, "bad_argument", sprintf("`%s` is no footing.", expr_text(expr)),
      "Write rollup(reach, lock), cube(reach, lock), sets(reach, lock, whole()), or whole() for a grand total alone."
    )
  }
  word <- call_name(expr)
  parts <- as.list(expr)[-1]
  labels <- rlang::names2(parts)
  wrong <- setdiff(labels[nzchar(labels)], "subtotals")
  if (length(wrong)) stop_in(ctx, "bad_argument", sprintf("%s() has no argument `%s`.", word, wrong[1]))
  subtotals <- NULL
  if ("subtotals" %in% labels) {
    subtotals <- one_value(parts[["subtotals"]], values, "subtotals", ctx)
    if (!subtotals %in% c("after", "before")) stop_in(ctx, "bad_argument", "subtotals is \"after\" or \"before\".")
  }
  parts <- unname(parts[!nzchar(labels)])
  if (length(parts) == 0) stop_in(ctx, "bad_argument", sprintf("%s() needs keys: %s(%s).", word, word, ctx$keys[1]))
  sets <- switch(word,
    rollup = rolled_up(lapply(parts, key_set, ctx = ctx)),
    cube = every_set(lapply(parts, key_set, ctx = ctx), ctx),
    sets = do.call(c, lapply(parts, function(part) {
      if (rlang::is_call(part, footing_words)) return(footing_part(part, values, ctx)$sets)
      list(if (!rlang::is_call(part, "whole", n = 0)) key_set(part, ctx))
    }))
  )
  list(sets = lapply(sets, as.character), subtotals = subtotals)
}

# A key, or c(...) of keys that are kept or summed over together.
key_set <- function(expr, ctx) {
  parts <- if (rlang::is_call(expr, "c")) as.list(expr)[-1] else list(expr)
  vapply(parts, function(part) {
    name <- if (is.symbol(part)) as.character(part) else ""
    if (!name %in% ctx$keys) stop_in(
      ctx, "unknown_column", sprintf("`%s` is no key of the lines.", expr_text(part)),
      c(meant(name, ctx$keys, "keys"), "A footing sums over keys; a new one belongs into `lines`, with a name.")
    )
    name
  }, "")
}

rolled_up <- function(parts) {
  lapply(rev(c(0, seq_along(parts))), function(n) unlist(parts[seq_len(n)]))
}

every_set <- function(parts, ctx) {
  if (2^length(parts) > limit("most_levels")) stop_in(
    ctx, "bad_argument", sprintf("cube() over %s would make %s levels.", count_of(length(parts), "key"),
      big_mark(2^length(parts))
    ),
    "Name the levels that are wanted: sets(c(reach, lock), reach, whole())."
  )
  chosen <- as.matrix(expand.grid(rep(list(c(TRUE, FALSE)), length(parts))))
  lapply(seq_len(nrow(chosen)), function(row) unlist(parts[chosen[row, ]]))
}

# By choosing: the total alone, subtotals of one key, of the keys in turn, of every set of them.
ways_to_foot <- function() {
  where <- blank("word", optional = TRUE, asks = "They stand", none = "after", words = c(before = "before"))
  list(
    phrase("a grand total", quote(whole())),
    phrase("subtotals by {keys}, in turn, and a grand total, {where} their lines",
      quote(rollup(.keys, subtotals = .where)), keys = blank("keys", spliced = TRUE, take = Inf), where = where),
    phrase("subtotals by {key}", quote(sets(.key)), key = blank("key"), spread = "key"),
    phrase("subtotals by every set of {keys}, and a grand total, {where} their lines",
      quote(cube(.keys, subtotals = .where)), keys = blank("keys", spliced = TRUE, take = Inf, most = 6), where = where)
  )
}
