# lines: what makes a line. Entries with the same keys are gathered into one line.

room("lines", "section",
  place = 4, read = read_items, windows = TRUE,
  option = list(takes = "KEYS", does = "what makes a line", example = "reach, lock"),
  check = function(items, ctx) {
    ctx$figure_hint <- "A key is worked out for each entry; a figure of the lines is a page of its own."
    if (length(items) == 1 && rlang::is_call(items[[1]]$expr, "whole", n = 0)) return(list())
    crossed <- length(items) == 1 && rlang::is_call(items[[1]]$expr, "crossed")
    if (crossed) items <- capture_parts(items[[1]])
    keys <- lapply(named_keys(items, ctx), function(item) {
      node <- check_item(item, ctx)
      check_varies(node, "a key", ctx)
      plain <- node$type == "column" && node$name == item$name
      list(name = item$name, node = node, text = if (plain) item$name else item_text(item))
    })
    structure(keys, crossed = crossed)
  },
  leaves = function(checked, ctx) {
    ctx$entries <- ctx$columns
    ctx$columns <- key_kinds(checked)
    ctx$keys <- names(ctx$columns)
    ctx$grain <- "lines"
    ctx
  },
  work = function(state, checked) {
    entries <- entries_of_state(state)
    keys <- lapply(checked, function(key) evaluate_column(key$node, entries))
    names(keys) <- vapply(checked, `[[`, "", "name")
    keys <- gather_beyond(lapply(keys, in_language, state = state), state$brief$checked$abreast)
    gather_lines(state, keys)
    for (key in checked) state$formats[[key$name]] <- period_format(key$node)
    check_number_of_columns(state)
    if (isTRUE(attr(checked, "crossed"))) cross_lines(state, keys)
    state$levels <- planned_levels(state)
    state
  },
  words = function(checked) {
    if (length(checked) == 0) return("One line for the whole table")
    each <- if (isTRUE(attr(checked, "crossed"))) "One line for every combination of" else "One line for each"
    paste(each, both(vapply(checked, `[[`, "", "text")))
  },
  owes = function(state, checked) {
    c(list(check_counts(state), check_missing_keys(state)), check_spellings(state), check_periods(state, checked))
  }
)

# A key that is the start of a period is written as that period.
period_format <- function(node) {
  if (node$type != "call" || node$fn != "start_of" || node$args$unit$type != "value") return(NULL)
  unit <- node$args$unit$value
  if (unit != "day") list(fn = "period", options = list(unit = unit))
}

# A key that is a column goes by its name; any other needs one.
named_keys <- function(items, ctx) {
  items <- lapply(items, function(item) {
    if (!nzchar(item$name) && is.symbol(item$expr)) item$name <- as.character(item$expr)
    item
  })
  check_named(items, ctx, "the key")
  items
}

key_kinds <- function(checked) {
  kinds <- lapply(checked, function(key) unname(key$node$kind))
  stats::setNames(kinds, vapply(checked, `[[`, "", "name"))
}

gather_lines <- function(state, keys) {
  state$groups <- core_group(unname(keys), state$n)
  facts <- core_group_facts(state$groups)
  state$method <- facts$method
  if (length(keys) == 0) facts$first <- rep(1L, min(1, state$n))
  state$keys <- names(keys)
  state$key_vectors <- keys
  state$lines <- lapply(keys, pick_rows, rows = facts$first)
  state$n_lines <- if (length(keys) == 0) 1L else facts$size
  state$grain <- "lines"
  state
}

# The arguments of crossed() as items of their own.
capture_parts <- function(item) {
  parts <- as.list(item$expr)[-1]
  unname(Map(function(part, name) captured(part, item$values, name), parts, rlang::names2(parts)))
}

most_combinations <- 5e6

# Adds the combinations of keys that do not occur. Missing keys are not crossed; lines that have one
# stay as they are.
cross_lines <- function(state, keys) {
  present <- lapply(keys, function(key) {
    values <- different_values(key)
    pick_rows(values, which(!is_missing_value(values)))
  })
  sizes <- vapply(present, length_of, 1)
  if (prod(sizes) > most_combinations) {
    stop_idle(
      "bad_argument",
      sprintf("In the section `lines`: crossed() would make %s lines.", big_mark(prod(sizes))),
      sprintf("Cross fewer keys; %s is the most.", big_mark(most_combinations))
    )
  }
  repeats <- rev(cumprod(c(1, rev(sizes)[-length(sizes)])))
  every <- Map(function(values, size, each) {
    pick_rows(values, rep(rep(seq_len(size), each = each), length.out = prod(sizes)))
  }, present, sizes, repeats)
  all <- Map(function(line, more) stacked(list(line, more)), state$lines, every)
  n_groups <- state$n_lines
  both <- core_group(unname(lapply(all, in_language, state = state)), n_groups + prod(sizes))
  line <- core_group_numbers(both)
  first <- core_group_facts(both)$first
  state$lines <- lapply(all, pick_rows, rows = first)
  state$n_lines <- length(first)
  state$line_group <- match(seq_along(first), line[seq_len(n_groups)])
  empty <- sum(is.na(state$line_group))
  if (empty > 0) add_note(
    state,
    sprintf(
      "%s no entries: %s not occur.",
      have(empty, "line"),
      if (empty == 1) "its combination does" else "their combinations do"
    )
  )
}

have <- function(n, what) paste(count_of(n, what), if (n == 1) "has" else "have")
