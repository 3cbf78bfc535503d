# Why a statement has no lines: the conditions that nothing meets, and what there is instead.

# The statement of a page; where nothing is left of it, with a note that says why.
statement_with_why <- function(drawn) {
  statement <- statement_of(drawn)
  if (nrow(statement) > 0 && drawn$entries$n > 0) return(statement)
  attr(statement, "idle")$notes <- c(attr(statement, "idle")$notes, nothing_left_said(drawn))
  statement
}

nothing_left_said <- function(drawn) {
  below <- drawn$entries$below$drawn
  if (drawn$entries$n_read == 0) return(if (!is.null(below)) nothing_left_said(below))
  section <- if (drawn$entries$n == 0) "only" else "show"
  conditions <- Filter(function(one) one$place == tick(section), conditions_of(drawn))
  unmet <- Filter(function(one) judged_of(one$node, one$table)$yes == 0, conditions)
  all <- length(drawn$brief$checked[[section]])
  if (length(unmet) == 0 && all > 1 && length(conditions) == all) return(sprintf(
    "%s: each of its %d conditions is met, but nowhere all of them together.", section, all
  ))
  unlist(lapply(unmet, function(one) {
    sprintf("%s: no %s meets %s%s.", section, one$unit, node_label(one$node), what_there_is(one$node, one$table))
  }))
}

# The values of a text that is asked for, or the ends of a number or date that is compared.
what_there_is <- function(node, table) {
  asked <- texts_asked(node)
  if (!is.null(asked)) {
    there <- texts_seen(table$column(asked$name))$text
    near <- nearest(asked$texts[1], there)
    some <- listing(vapply(if (length(near)) near else there, value_text, ""), 5)
    return(if (length(there)) sprintf("; in `%s` there is %s", asked$name, some) else "")
  }
  name <- unique(columns_in(node))
  if (length(name) != 1 || !is_call_of(node, c("==", "<", "<=", ">", ">=", "between"))) return("")
  column <- plain_vector(table$column(name))
  there <- column[!is_missing_value(column)]
  if (length(there) == 0 || !kind_of(there) %in% kind_sets$ordered) return("")
  ends <- cell_texts(range(there))
  sprintf("; `%s` is %s to %s", name, ends[1], ends[2])
}
