# The conditions of a page, each with the table that it was judged on: what rules about conditions look at.

# list(node, place, table, unit): those of `only` on the entries before it, of figures on the entries, of `show` on the
# lines. Beyond a million entries they are not looked at again.
conditions_of <- function(drawn) once_of_lines(drawn$lines, "conditions", conditions_worked(drawn))

conditions_worked <- function(drawn) {
  if (drawn$entries$n_read > limit("most_to_compare")) return(list())
  checked <- drawn$brief$checked
  before <- if (length(checked$only)) page_before(drawn, "only")
  kept <- if (!is.null(before)) lapply(checked$only, function(part) {
    list(node = part$node, place = "`only`", table = entries_table(before), unit = "entry", of = before)
  })
  wheres <- list()
  for (part in c(checked$figures, checked$columns)) for (node in figures_in(part$node)) {
    if (!is.null(node$args$where)) wheres[[length(wheres) + 1]] <- list(
      node = node$args$where, place = tick(part$name), table = entries_table(drawn), unit = "entry", of = drawn
    )
  }
  shown <- lapply(Filter(function(part) part$type == "condition", checked$show), function(part) {
    list(node = part$node, place = "`show`", table = lines_before_others(drawn)$table, unit = "line", of = drawn)
  })
  Filter(function(one) one$table$n > 0 && !holds_window(one$node), c(kept, wheres, shown))
}

is_call_of <- function(node, fns) identical(node$type, "call") && node$fn %in% fns

# The parts of a condition that and, or and not put together.
parts_of_condition <- function(node) {
  if (is_call_of(node, c("&", "|", "!"))) {
    return(do.call(c, lapply(unname(node$args), parts_of_condition)))
  }
  list(node)
}

# How many rows meet it, do not, and are not known.
judged_of <- function(node, table) {
  met <- as.logical(evaluate_column(node, table))
  if (length(met) != table$n) met <- rep(met, length.out = table$n)
  list(yes = sum(met, na.rm = TRUE), no = sum(!met, na.rm = TRUE), unknown = sum(is.na(met)), met = met)
}

so_many_rows <- function(n, unit) if (unit == "entry") entry_count(n) else count_of(n, unit)

# The texts that a comparison asks for, and the column: list(name, texts); NULL for other comparisons.
texts_asked <- function(node) {
  if (!is_call_of(node, c("==", "!=", "%in%"))) return(NULL)
  sides <- unname(node$args)
  columns <- Filter(function(side) identical(side$type, "column") && side$kind %in% c("text", "factor"), sides)
  values <- lapply(sides, function(side) {
    if (identical(side$type, "value")) plain_vector(side$value) else if (identical(side$type, "set"))
      unlist(lapply(unname(side$args), function(arg) if (identical(arg$type, "value")) plain_vector(arg$value)))
  })
  texts <- unlist(values)
  if (length(columns) == 1 && is.character(texts)) list(name = columns[[1]]$name, texts = texts[!is.na(texts)])
}

names_absent <- function(node, table) {
  asked <- texts_asked(node)
  !is.null(asked) && !all(asked$texts %in% texts_seen(table$column(asked$name))$text)
}
