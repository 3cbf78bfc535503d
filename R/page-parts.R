# A page whose ledger is in parts: entries are read, left out and gathered part by part, each part's figures are states,
# and states are taken together. What is worked on lines is worked once, on the lines of all parts.

# What stands in the way of working a page part by part; NULL: nothing does.
whole_asked_by <- function(brief) {
  if (is.null(brief$checked$lines)) return("each entry is a line of its own")
  for (part in brief$checked$prepare) {
    by_entry <- room_of("preparation", part$fn)$by_entry
    if (is.null(by_entry) || !by_entry(part)) return(sprintf("%s() looks at all entries", part$fn))
  }
  nodes <- nodes_within(brief$checked[c("columns", "only", "lines")])
  for (node in nodes) {
    if (identical(node$type, "window") || isTRUE(room_of_node(node)$of_whole_column)) {
      return(sprintf("%s() looks at other entries", node$fn))
    }
  }
  figure <- Find(function(node) is_of_several(node) && !is_of_several_alone(node), nodes_of_figures(brief))
  if (!is.null(figure)) sprintf("%s looks at other entries", figure$text)
}

# A combination that a figure counts as it stands is kept as text.
is_of_several_alone <- function(node) {
  x <- node$args$x
  !is.null(x$fn) && isTRUE(room_of_node(x)$of_whole_column) && !is.null(room_of_node(x)$in_texts) &&
    !is_of_several(list(args = c(x$args, node$args[setdiff(names(node$args), "x")])))
}

nodes_of_figures <- function(brief) figures_of_parts(brief$checked$figures)

is_worked_in_parts <- function(brief) is_in_parts(brief$source) && is.null(whole_asked_by(brief))

# The page of one part, worked as far as its entries go. `partners` are tables beside it that are in hand already.
page_of_part <- function(brief, k, aside = FALSE, partners = NULL) {
  own <- brief
  own$source <- part_of_ledger(brief$source, k)
  drawn <- open_page(own, aside)
  if (!is.null(partners)) drawn$entries$partners <- partners
  for (name in sections_before_lines(brief)) drawn <- work_section(drawn, name)
  drawn
}

# What is told of a part when it has been worked: its states, and what became of its entries.
worked_part <- function(brief, k, aside = FALSE, partners = NULL) {
  told_of_part(page_of_part(brief, k, aside, partners), k)
}

# The same of a page that has been worked as far as its entries go; `part` is its place among all.
told_of_part <- function(drawn, part) {
  brief <- drawn$brief
  began <- proc.time()[["elapsed"]]
  keys <- room_of("section", "lines")$keys_of(drawn, brief$checked$lines)
  groups <- core_group(unname(keys), drawn$entries$n)
  first <- pick_rows_of_groups(keys, groups)
  place_of <- places_among_all(drawn, part)
  states <- states_of_groups(nodes_of_figures(brief), groups, entries_table(drawn), first, place_of)
  workings <- c(drawn$page$workings, list(list(
    section = "lines", rows_in = drawn$entries$n, rows_out = states$n, method = core_group_facts(groups)$method,
    seconds = proc.time()[["elapsed"]] - began
  )))
  core_release_groups(groups)
  seen <- prints_in_hand(lowest_page(drawn)$entries)
  list(
    part = part, states = states, workings = workings, prints = seen$prints, kinds = seen$kinds,
    entries = drawn$entries[c("n", "n_read", "n_added", "accounts", "windowed", "made_names", "column_names")],
    page = page_told(drawn), tally = drawn$page$tally$counts
  )
}

# Notes name rows of the ledger, and not of the part.
page_told <- function(drawn) {
  page <- drawn$page[c("notes", "rules", "weights", "formats")]
  source <- drawn$brief$source
  moved <- function(row) if (is.null(source$row_numbers)) row + or_zero(source$rows_before) else source$row_numbers[row]
  page$notes <- vapply(page$notes, note_in_ledger, "", row_in_ledger = moved, USE.NAMES = FALSE)
  for (part in c("rules", "weights")) if (length(page[[part]])) {
    names(page[[part]]) <- vapply(names(page[[part]]), note_in_ledger, "", row_in_ledger = moved, USE.NAMES = FALSE)
  }
  page
}

or_zero <- function(x) if (is.null(x)) 0 else x

# Where entries of a part stand among all: by the place of the part, or by their rows in the ledger where a part has
# rows from all over it.
places_among_all <- function(drawn, part) {
  numbers <- drawn$brief$source$row_numbers
  if (is.null(numbers)) return(function(rows) part * 2^33 + rows)
  function(rows) numbers[rows_in_source(drawn$entries, rows)]
}

pick_rows_of_groups <- function(keys, groups) lapply(keys, pick_rows, rows = core_group_facts(groups)$first)
