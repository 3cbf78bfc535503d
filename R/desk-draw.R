# Drawing up while a page changes: what is in hand after each section is kept, and only what comes after the first
# change is worked again.

# `kept` is an environment that holds the stages of the page drawn up last: list(key, drawn, counts).
draw_kept <- function(brief, kept) {
  keys <- stage_keys(brief)
  same <- kept_so_far(keys, kept)
  drawn <- if (same == 0) open_page(brief) else resumed(kept$stages[[same]], brief)
  stages <- kept$stages[seq_len(same)]
  if (same == 0) stages <- list(as_stage(keys[[1]], drawn))
  for (name in names(keys)[-seq_len(max(same, 1))]) {
    if (!is.null(drawn$lines$groups) && is.null(drawn$lines$figures)) {
      drawn$lines$kept_figures <- figures_kept(kept, stages[[length(stages)]]$key)
    }
    drawn <- work_section(drawn, name)
    stages <- c(stages, list(as_stage(keys[[name]], drawn)))
  }
  kept$stages <- stages
  kept$sections <- names(keys)[-1]
  drawn
}

# The figures worked on the lines of a stage so far; those of the last one are kept.
figures_kept <- function(kept, key) {
  if (!identical(kept$figures_of, key)) {
    kept$figures_of <- key
    kept$figures <- new.env(parent = emptyenv())
    kept$figures$figures <- list()
  }
  kept$figures
}

# What decides what is in hand after each section: all that comes before it. A source that is asked for what the page
# needs gives other entries to another page.
stage_keys <- function(brief) {
  asked <- !is_brief(brief$source) && !is.null(room_of("source", brief$source$opened_as)$for_page)
  first <- rlang::hash(list(brief$notes, brief$told, brief$given, brief$narrowed, names(brief$tables),
    if (asked) brief$checked))
  names <- names(brief$checked)
  keys <- Reduce(function(before, name) rlang::hash(list(before, name, brief$checked[[name]])), names, first,
    accumulate = TRUE)
  stats::setNames(keys, c("source", names))
}

kept_so_far <- function(keys, kept) {
  before <- vapply(kept$stages, `[[`, "", "key")
  n <- min(length(before), length(keys))
  sum(cumprod(before[seq_len(n)] == unlist(keys)[seq_len(n)]))
}

as_stage <- function(key, drawn) list(key = key, drawn = drawn, counts = drawn$page$tally$counts)

# The same page at a stage, ready to go on under a brief that agrees so far; what it has counted since is forgotten.
resumed <- function(stage, brief) {
  drawn <- stage$drawn
  drawn$brief <- brief
  drawn$page$log <- new_log()
  drawn$page$tally <- new_tally()
  drawn$page$tally$counts <- stage$counts
  drawn$lines$numbers <- new_memo()
  drawn
}

# What the sections of a brief know, worked out once for a state.
contexts_kept <- function(kept, brief) {
  if (!identical(kept$contexts_of, brief)) {
    kept$contexts <- contexts_of(brief)
    kept$contexts_of <- brief
  }
  kept$contexts
}

# The columns in view for a section, as facts, each looked at once: of the entries and of the lines as they are before
# it.
columns_in_view <- function(kept, section) {
  place <- room_of("section", section)$place
  entries <- stage_before(kept, min(place, room_of("section", "lines")$place))
  lines <- stage_before(kept, place)
  list(
    entries = function(name) {
      facts_kept(kept, entries, name, function(drawn) {
        if (name %in% drawn$entries$column_names) entry_column(drawn$entries, name)
      })
    },
    lines = function(name) {
      facts_kept(kept, lines, name, function(drawn) {
        if (drawn$lines$grain == "lines" || name %in% drawn$entries$column_names) line_column(drawn, name)
      })
    }
  )
}

stage_before <- function(kept, place) {
  places <- vapply(kept$sections, function(section) room_of("section", section)$place, 1)
  kept$stages[[1 + sum(places < place)]]
}

facts_kept <- function(kept, stage, name, column) {
  key <- paste(stage$key, name)
  if (is.null(kept$facts[[key]])) {
    values <- column(stage$drawn)
    if (is.null(values)) return(NULL)
    if (length(kept$facts) > 500) kept$facts <- list()
    facts <- facts_of_column(values)
    kept$facts[[key]] <- c(facts, said = facts_said(facts))
  }
  kept$facts[[key]]
}
