# lines: what makes a line. Entries with the same keys are gathered into one line.

room("lines", "section",
  place = 4, read = read_items,
  check = function(items, ctx) {
    ctx$figure_hint <- "A key is worked out for each entry; a figure of the lines is a page of its own."
    if (length(items) == 1 && rlang::is_call(items[[1]]$expr, "whole", n = 0)) return(list())
    lapply(named_keys(items, ctx), function(item) {
      node <- check_item(item, ctx)
      plain <- node$type == "column" && node$name == item$name
      list(name = item$name, node = node, text = if (plain) item$name else item_text(item))
    })
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
    gather_lines(state, keys)
  },
  words = function(checked) {
    if (length(checked) == 0) return("One line for the whole table")
    paste("One line for each", both(vapply(checked, `[[`, "", "text")))
  },
  owes = function(state, checked) list(check_counts(state))
)

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
  kinds <- lapply(checked, function(key) key$node$kind)
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
