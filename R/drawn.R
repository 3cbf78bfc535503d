# A page while it is drawn up: its brief and the three values `entries`, `lines` and `page`, which every
# section takes and returns.

open_page <- function(brief, aside = FALSE) {
  entries <- new_entries(brief, aside)
  drawn <- list(brief = brief, entries = entries, lines = new_lines(entries$n), page = new_page(brief))
  subtotals <- entries$below$subtotals
  if (is.null(subtotals) || subtotals == 0) return(drawn)
  add_note(drawn, sprintf(
    "The page below shows %s; this page is drawn up from its lines alone.", count_of(subtotals, "subtotal")
  ))
}

# Works all sections of a brief. `watch` is called with what is in hand after each of them; `aside` keeps
# the entries that a section leaves out.
work_brief <- function(brief, watch = NULL, aside = FALSE) {
  drawn <- open_page(brief, aside)
  if (!is.null(watch)) watch(drawn, "source")
  for (name in intersect(section_names(), names(brief$checked))) {
    drawn <- work_section(drawn, name)
    if (!is.null(watch)) watch(drawn, name)
  }
  drawn
}

work_section <- function(drawn, name) {
  began <- proc.time()[["elapsed"]]
  before <- rows_in_hand(drawn)
  drawn <- room_of("section", name)$work(drawn, drawn$brief$checked[[name]])
  if (drawn$lines$grain == "entries") drawn$lines$n <- drawn$entries$n
  close_section(drawn, name, before, proc.time()[["elapsed"]] - began)
}

# A finished draw-up gives back the memory of its text codes; nothing of it is used again.
release_page <- function(drawn) {
  for (column in drawn$entries$fetched$columns) if (is_text_vector(column)) core_release(column)
  if (!is.null(drawn$lines$groups)) core_release_groups(drawn$lines$groups)
}

# The pages below, down to the one whose source is the ledger.
lowest_page <- function(drawn) {
  while (!is.null(drawn$entries$below)) drawn <- drawn$entries$below$drawn
  drawn
}

# The same page with a column more; windows that were worked on the one it takes the place of are gone.
with_entry_column <- function(drawn, name, column) {
  if (name %in% drawn$entries$column_names) drawn$page$log$memo <- new.env(parent = emptyenv())
  drawn$entries <- add_entry_column(drawn$entries, name, column)
  drawn
}

entries_table <- function(drawn, label = NULL) {
  table <- windowed_table(drawn, function(name) entry_column(drawn$entries, name), drawn$entries$n, "entry", label)
  seen <- drawn$entries$seen
  table$unprinted <- function() setdiff(names(seen$unprinted), names(seen$prints))
  table$printed <- function(name, print) seen$prints[[name]] <- print
  table
}

lines_table <- function(drawn, label = NULL) {
  row <- if (drawn$lines$grain == "lines") "line" else "entry"
  table <- windowed_table(drawn, function(name) line_column(drawn, name), drawn$lines$n, row, label)
  if (row == "entry") return(table)
  table$keys <- drawn$lines$keys
  table$level <- drawn$lines$level
  table$parent <- function() parent_groups(drawn$lines)
  table$not_additive <- drawn$lines$not_additive
  table$wider <- function(name, group) wider_figure(drawn, name, group)
  table
}

# A table that windows can work on; what they report goes into the log of the section.
windowed_table <- function(drawn, column, n, row, label) {
  log <- drawn$page$log
  note <- function(text) {
    log$said[[text]] <- union(log$said[[text]], if (is.null(label)) "" else label)
  }
  table <- table_in_hand(column, n, tally = drawn$page$tally, memo = log$memo, note = note, row = row)
  table$locale <- drawn$page$locale
  table$method <- function(sorted) log$sorts <- c(log$sorts, sorted)
  table$naming <- list(
    columns = function(at) line_columns(drawn, at), said = function(at) said_line(drawn, at), rows = NULL
  )
  table$could_be_per <- function() columns_for_groups(drawn)
  table
}

# The columns whose values may make groups: of lines the keys, of entries all but measured numbers. Kinds
# are asked of the source, so that no column is fetched for it.
columns_for_groups <- function(drawn) {
  if (drawn$lines$grain == "lines") return(drawn$lines$keys)
  entries <- drawn$entries
  names <- setdiff(entries$column_names, entries$made_names)
  known <- if (is.null(entries$column_of)) kinds_of(entries$source)[names]
  kinds <- if (is.null(known)) vapply(names, function(name) kind_of(entry_column(entries, name)), "") else known
  names[kinds %in% c("text", "factor", "integer", "logical")]
}

# A figure of the page over wider groups of its lines, from their entries; `group` numbers the lines.
# On a footed page no group has lines of two levels.
wider_figure <- function(drawn, name, group) {
  lines <- drawn$lines
  upto <- match(name, vapply(lines$figures, `[[`, "", "name"))
  starts <- cumsum(c(0, if (is_footed(lines)) tabulate(lines$level) else lines$n))
  of_group <- c(list(line_of_group(lines)), lapply(lines$levels, `[[`, "of_group"))
  worked <- Map(function(of_group, start) {
    anew <- regrouped(drawn, pick_rows(group, as.integer(of_group + start)))
    found <- figures_over(drawn, lines$figures[seq_len(upto)], anew$groups, list(), length(anew$number))$lines
    list(number = anew$number, values = found[[name]])
  }, of_group, utils::head(starts, -1))
  values <- stacked(lapply(worked, `[[`, "values"))
  pick_rows(values, match(seq_len(max(group, 0)), unlist(lapply(worked, `[[`, "number"))))
}
