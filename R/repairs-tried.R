# Repairs are tried before they are offered: the page is drawn up with each, and tied out. One is offered where its own
# note is gone, no other has come, and all checks tie.

repairs_that_mend <- function(checks, drawn) {
  if (drawn$entries$n > limit("most_repairs_tried") || is_states(drawn$lines$groups)) return(checks)
  before <- rules_noted(checks)
  lapply(checks, function(check) {
    if (is.null(check$repair) || !is.null(check$page) || mends(drawn$brief, check, before)) return(check)
    check$repair <- NULL
    check
  })
}

rules_noted <- function(checks) unlist(lapply(checks, function(check) if (check$status == "note") check$rule))

mends <- function(brief, check, before) {
  mended <- tryCatch(repaired(brief, check$repair), idle_error = function(e) NULL)
  if (is.null(mended)) return(FALSE)
  drawn <- tryCatch(work_brief(mended), idle_error = function(e) NULL)
  if (is.null(drawn)) return(FALSE)
  after <- owed_by_page(drawn)
  stays <- any(vapply(after, function(one) is_same_note(one, check), TRUE))
  # What a preparation changed is said by a note of its own.
  fresh <- setdiff(rules_noted(after), c(before, "prepared", "told"))
  !stays && length(fresh) == 0 && !any(vapply(after, function(one) one$status == "differs", TRUE))
}

# Of the same rule, about the same columns.
is_same_note <- function(one, check) {
  one$status == "note" && identical(one$rule, check$rule) && (length(check$columns) == 0 ||
    any(one$columns %in% check$columns))
}

repaired <- function(brief, repair) {
  sections <- brief$sections
  sections[[repair$section]] <- items_repaired(sections[[repair$section]], repair, repair$item)
  new_brief(brief$source, sections, brief$given, isTRUE(brief$narrowed))
}

# The items of a section with the repair's among them, or in the place of the one of its name.
items_repaired <- function(items, repair, item) {
  same <- repair$instead & vapply(items, function(one) identical(item_called(one), item$name), TRUE)
  at <- which(same)[1]
  if (!is.na(at)) items[[at]] <- with_values_of(item, items[[at]])
  if (!is.na(at)) items else if (repair$place < 2) c(list(item), items) else c(items, list(item))
}

# An item's name, or that of the column that it is.
item_called <- function(item) {
  if (nzchar(item$name)) item$name else if (is.symbol(item$expr)) as.character(item$expr) else ""
}

with_values_of <- function(item, other) {
  item[c("values", "tables")] <- other[c("values", "tables")]
  item
}
