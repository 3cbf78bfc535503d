# The page, the third value that a draw-up carries: notes, headings, layout, and how it was worked. What
# windows report while they are worked (their sorts, their notes) goes into a log of the section.

new_page <- function(brief) {
  list(
    notes = brief$notes, title = NULL, remarks = NULL, layout = NULL, formats = list(), bases = list(),
    windows = character(), rules = told_already(brief$told), weights = numeric(), accepted = list(), wide = NULL,
      workings = list(), method = NULL, locale = NULL, tally = new_tally(),
    log = new_log()
  )
}

# Notes that are no finding of a tie-out.
told_already <- function(notes) {
  if (length(notes)) stats::setNames(rep("told", length(notes)), notes) else character()
}

# Groups and orders of windows, of the entries and of the lines.
new_window_memo <- function() list(entry = new.env(parent = emptyenv()), line = new.env(parent = emptyenv()))

new_log <- function() {
  log <- new.env(parent = emptyenv())
  log$memo <- new_window_memo()
  log$sorts <- logical()
  log$said <- list()
  log$rules <- character()
  log$weights <- numeric()
  log
}

# `rule` is what a tie-out calls the note; "told" if a check says the same. `weight` is what it moves, from 0 to 1.
add_note <- function(drawn, note, rule = "page", weight = 0) {
  if (length(note) == 0) return(drawn)
  drawn$page$notes <- c(drawn$page$notes, note)
  drawn$page$rules[note] <- rule
  drawn$page$weights[note] <- weight
  drawn
}

# What windows have to say, under the names of their columns; those with the same to say share a note.
notes_of_log <- function(log) {
  unlist(lapply(names(log$said), function(text) {
    labels <- setdiff(log$said[[text]], "")
    paste0(if (length(labels)) paste0(toString(labels), ": "), text, ".")
  }))
}

# How many orders the windows of a section needed, and which the rows stood in already.
sorts_said <- function(sorted) {
  if (length(sorted) == 0) return(NULL)
  made <- sum(!sorted)
  paste(c(
    if (made > 0) count_of(made, "sort"), if (any(sorted)) sprintf("%s there already", count_of(sum(sorted), "order"))
  ), collapse = ", ")
}

# Closes the log of a section: its notes go to the page, its sorts to the workings.
close_section <- function(drawn, name, before, seconds) {
  log <- drawn$page$log
  sorts <- sorts_said(log$sorts)
  entry <- list(
    section = name, rows_in = before, rows_out = rows_in_hand(drawn),
    method = if (is.null(sorts)) drawn$page$method else sorts, seconds = seconds
  )
  drawn$page$workings <- c(drawn$page$workings, list(entry))
  drawn$page["method"] <- list(NULL)
  if (length(log$said)) drawn <- add_note(
    drawn, notes_of_log(log), unname(log$rules[names(log$said)]), unname(log$weights[names(log$said)])
  )
  if (length(log$memo$entry) + length(log$memo$line) + length(log$sorts) + length(log$said)) drawn$page$log <- new_log()
  drawn
}

rows_in_hand <- function(drawn) {
  if (drawn$lines$grain == "entries") return(drawn$entries$n)
  if (is.null(drawn$lines$shown)) drawn$lines$n else sum(drawn$lines$shown)
}

tally_notes <- function(page) {
  counts <- page$tally$counts
  if (length(counts) == 0) return(character())
  sprintf("%s: %s now missing.", names(counts), vapply(counts, function(n) count_of(sum(unlist(n)), "value"), ""))
}

# The format that a part of the layout is asked for, or else the one that its column comes with.
format_of_part <- function(page, part) if (is.null(part$format)) page$formats[[part$name]] else part$format

# Columns that are shares print as percentages, wherever they are shown; what a window leaves blank
# prints as blank; the start of a period prints as the period, a year without marks for thousands.
# `of_columns` are the formats of the columns that the parts read.
note_formats <- function(drawn, checked, of_columns = drawn$page$formats) {
  for (part in checked) {
    if (holds_window(part$node)) drawn$page$windows <- c(drawn$page$windows, part$name)
    format <- format_of_node(part$node, of_columns)
    if (is.null(format)) next
    drawn$page$formats[[part$name]] <- of_columns[[part$name]] <- format
    drawn$page$bases[[part$name]] <- base_of_node(part$node)
  }
  drawn
}

# How the columns of the entries look; figures have their own looks from the lines on.
formats_of_columns <- function(drawn) {
  if (drawn$lines$grain == "lines") drawn$page$formats_of_entries else drawn$page$formats
}

# A value that is picked from a column looks as the column does; a mean or a total of percentages is a percentage.
format_of_node <- function(node, of_columns) {
  if (node$type == "column") return(of_columns[[node$name]])
  if (!is.null(node$figure)) return(format_of_node(node$figure, of_columns))
  room <- room_of_node(node)
  if (!is.null(room$format)) return(room$format(node))
  of_values <- function() if (!is.null(node$args$x)) format_of_node(node$args$x, of_columns)
  # Most columns have none, and so a figure of one.
  if (node$type == "figure" && is.null(of_values())) return(NULL)
  picked <- isTRUE(room$picks) || isTRUE(room$own_value)
  if (!picked && !isTRUE(room$averages) && !isTRUE(room$is_total)) return(NULL)
  format <- of_values()
  if (picked || isTRUE(room_of("format", format$fn)$adds)) format
}

# What a share is a part of, in words.
base_of_node <- function(node) {
  base <- room_of_node(node)$base
  if (!is.null(base)) base(node)
}
