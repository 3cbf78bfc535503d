# The lines, the second value that a draw-up carries: their keys, which of them are subtotals, what stands
# beside them, which are shown and in what order. Until a section makes lines, each entry is one.

new_lines <- function(n) {
  list(
    grain = "entries", n = n, keys = NULL, key_vectors = NULL, columns = list(), groups = NULL, line_group = NULL,
    group_entries = NULL, figures = NULL, not_additive = NULL, beside = NULL, level_tables = NULL, levels = list(),
    level = NULL, level_keys = NULL, line_kind = NULL, summed_over = NULL, footing = NULL, shown = NULL, hidden = 0,
    display = NULL, others_per = NULL, others_of_entry = NULL, others_of_group = NULL, gathered = 0,
    numbers = new_memo(), kept_figures = NULL
  )
}

# The lines of the page that have been gathered from entries, and not from other lines.
is_footed <- function(lines) !is.null(lines$level)

# The lines that are no gathering of others.
own_lines <- function(lines) {
  all <- seq_len(lines$n)
  if (is.null(lines$line_kind)) all else all[lines$line_kind == "line"]
}

is_subtotal <- function(lines) {
  if (is.null(lines$line_kind)) rep(FALSE, lines$n) else lines$line_kind %in% c("subtotal", "total")
}

is_others <- function(lines) {
  if (is.null(lines$line_kind)) rep(FALSE, lines$n) else lines$line_kind == "others"
}

hidden_lines <- function(lines) if (is.null(lines$shown)) 0 else sum(!lines$shown[own_lines(lines)])

# The lines to show, in order, by their number.
display_rows <- function(drawn) {
  rows <- if (is.null(drawn$lines$display)) natural_order(drawn) else drawn$lines$display
  if (is.null(drawn$lines$shown)) rows else rows[drawn$lines$shown[rows]]
}

natural_order <- function(drawn) {
  if (is_footed(drawn$lines)) footed_order(drawn$lines, drawn$page$locale) else seq_len(drawn$lines$n)
}

# What tells the lines of a footed page from its subtotals, and lines of others from both.
level_columns <- c("line_kind", "summed_over")

level_marks <- function(lines) {
  marks <- list()
  for (name in level_columns) if (!is.null(lines[[name]])) marks[[name]] <- as_text_vector(lines[[name]])
  marks
}

line_column <- function(drawn, name) {
  lines <- drawn$lines
  if (lines$grain != "lines") return(entry_column(drawn$entries, name))
  if (name %in% level_columns && (is_footed(lines) || is.null(lines$columns[[name]]))) return(level_column(lines, name))
  lines$columns[[name]]
}

# Without a footing all are lines, but for those of others.
level_column <- function(lines, name) {
  plain <- if (name == "line_kind") "line" else ""
  as_text_vector(if (is.null(lines[[name]])) rep(plain, lines$n) else lines[[name]])
}

# The columns that stand on the page, by name.
page_columns <- function(drawn) {
  if (drawn$lines$grain == "lines") names(drawn$lines$columns) else drawn$entries$column_names
}

shown_columns <- function(drawn, names) {
  c(lapply(stats::setNames(nm = names), function(name) line_column(drawn, name)), level_marks(drawn$lines))
}

# The line of each group of entries; with crossed keys there are more lines than groups.
line_of_group <- function(lines) {
  n_groups <- size_of_groups(lines$groups)
  if (is.null(lines$line_group)) return(seq_len(n_groups))
  match(seq_len(n_groups), lines$line_group)
}

# The number of each entry's group, kept while the page is worked.
entry_groups <- function(lines) once_of_lines(lines, "of_entries", core_group_numbers(lines$groups))

# What is worked out once of these lines, by name.
once_of_lines <- function(lines, name, work) once_in(lines$numbers, name, work)

# The entries of each group, as the figures were worked on them.
line_entries <- function(lines) {
  if (is.null(lines$group_entries)) entries_of_groups(lines$groups) else lines$group_entries
}

# Entries gathered anew: `of_group` says where the entries of each group go. `number` is what the
# groups of the result were called in it.
regrouped <- function(drawn, of_group) {
  if (is_states(drawn$lines$groups)) return(regrouped_states(drawn$lines$groups, as.integer(of_group)))
  target <- core_look_up(entry_groups(drawn$lines), as.integer(of_group))
  groups <- core_group(list(target), drawn$entries$n)
  list(groups = groups, number = target[core_group_facts(groups)$first], target = target)
}

regrouped_states <- function(states, of_group) {
  anew <- core_group(list(of_group), length(of_group))
  facts <- core_group_facts(anew)
  list(
    groups = states_gathered(states, core_group_numbers(anew), facts$size), number = of_group[facts$first],
    target = NULL
  )
}

# The keys that a line sums over.
summed_by <- function(lines, line) {
  if (is.null(lines$summed_over)) character() else names_in_text(lines$summed_over[line])
}
