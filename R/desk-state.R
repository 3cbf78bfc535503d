# The state of the desk: a source, and for each section its parts, of which some may be switched off. A part that
# cannot stand as things are (a figure that it names is gone) rests, with the reason, and stands again once it can.

# A part: a captured item, and `off`, `rests` (why it cannot stand now).
as_part <- function(item) c(item[c("name", "expr", "values", "tables")], list(off = FALSE, rests = NULL))

as_item <- function(part) part[c("name", "expr", "values", "tables")]

part_stands <- function(part) !part$off && is.null(part$rests)

# The state in which the desk opens on a source or a brief.
state_of <- function(x, tables = list()) {
  brief <- if (is_brief(x)) x else new_brief(as_source(x, "the table"), list())
  list(
    source = brief$source, given = brief$given, narrowed = isTRUE(brief$narrowed), narrow = list(), brief = brief,
    tables = c(brief$tables, Map(as_source, tables, names(tables))[setdiff(names(tables), names(brief$tables))]),
    parts = lapply(brief$sections, lapply, as_part)
  )
}

# The brief of the parts that are given, narrowed if the state is.
brief_of_parts <- function(state, parts) {
  sections <- lapply(Filter(length, parts), lapply, as_item)
  if (length(state$narrow)) sections$only <- c(sections$only, state$narrow)
  new_brief(state$source, sections, state$given, state$narrowed || length(state$narrow) > 0)
}

# The state with its brief, and parts that cannot stand at rest. What is checked and what is drawn up must do without
# them; `try_out` draws a brief up, or raises an error. `kept` is the part that must stand: its error goes on. What
# rested before makes way for what stood.
state_settled <- function(state, try_out, kept = NULL) {
  rested <- lapply(state$parts, vapply, function(part) !is.null(part$rests), TRUE)
  state$parts <- lapply(Filter(length, state$parts), lapply, function(part) {
    part["rests"] <- list(NULL)
    part
  })
  made <- tryCatch(tried(state, try_out), idle_error = identity)
  if (is_brief(made)) {
    state$brief <- made
    return(state)
  }
  places <- places_of_parts(state)
  late <- vapply(places, function(place) isTRUE(rested[[place[[1]]]][place[[2]]]), TRUE)
  places <- places[order(late)]
  checked <- resting_by(state, function(brief) NULL, kept, places)
  made <- tryCatch(tried(checked, try_out), idle_error = identity)
  if (!is_brief(made)) {
    checked <- resting_by(checked, try_out, kept, places)
    made <- tried(checked, try_out)
  }
  checked$brief <- made
  checked
}

tried <- function(state, try_out) {
  brief <- brief_of_parts(state, lapply(state$parts, Filter, f = part_stands))
  try_out(brief)
  brief
}

# Where the parts that stand are, in the order of work: a list of section and index.
places_of_parts <- function(state) {
  found <- lapply(intersect(section_names(), names(state$parts)), function(section) {
    lapply(seq_along(state$parts[[section]]), function(k) list(section, k))
  })
  Filter(function(place) part_stands(state$parts[[place[[1]]]][[place[[2]]]]), unlist(found, recursive = FALSE))
}

# Part by part: what does not go with those before it rests.
resting_by <- function(state, try_out, kept, places) {
  held <- list()
  for (place in places) {
    part <- state$parts[[place[[1]]]][[place[[2]]]]
    if (!part_stands(part)) next
    with_it <- c(held, list(place))
    wrong <- tryCatch({
      try_out(brief_of_parts(state, parts_at(state, with_it)))
      NULL
    }, idle_error = identity)
    if (!is.null(wrong) && identical(as.character(kept), as.character(place))) stop(wrong)
    if (is.null(wrong)) held <- with_it else
      state$parts[[place[[1]]]][[place[[2]]]]$rests <- paste(wrong$said, collapse = " ")
  }
  state
}

# The parts at some places, in their order.
parts_at <- function(state, places) {
  sections <- vapply(places, `[[`, "", 1)
  lapply(stats::setNames(nm = unique(sections)), function(section) {
    state$parts[[section]][sort(vapply(places[sections == section], `[[`, 1, 2))]
  })
}

# Changes of parts -----------------------------------------------------------------------------------------------------

part_at <- function(state, section, index) {
  part <- if (is_one_text(section)) state$parts[[section]]
  ok <- is.numeric(index) && length(index) == 1 && index %in% seq_along(part)
  if (!ok) stop_idle("bad_argument", "There is no such part of the sentence now.", "Choose it anew.")
  part[[index]]
}

put_part <- function(state, section, index, part) {
  state$parts[[section]][[index]] <- part
  state
}

without_part <- function(state, section, index) {
  part_at(state, section, index)
  state$parts[[section]][[index]] <- NULL
  if (length(state$parts[[section]]) == 0) state$parts[[section]] <- NULL
  state
}

# A part under another name, and wherever later parts speak of it.
renamed_part <- function(state, section, index, name) {
  part <- part_at(state, section, index)
  old <- item_called(part)
  if (identical(old, name)) return(state)
  state <- put_part(state, section, index, utils::modifyList(part, list(name = name)))
  if (!nzchar(old) || !room_of("section", section)$clause$named %in% c("needed", "may")) return(state)
  if (isTRUE(room_of("section", section)$place >= room_of("section", "layout")$place)) return(state)
  here <- match(section, section_names())
  for (later in names(state$parts)) for (k in seq_along(state$parts[[later]])) {
    place <- match(later, section_names())
    if (place < here && !room_of("section", later)$clause$setting || place == here && k <= index) next
    state$parts[[later]][[k]] <- part_renamed(state$parts[[later]][[k]], old, name, later)
  }
  state
}

# In `figures` the names inside of a figure are the entries' own.
part_renamed <- function(part, old, name, section) {
  if (room_of("section", section)$clause$named == "needed" && part$name == old) part$name <- name
  spare <- if (section == "figures") rooms_of("figure") else character()
  part$expr <- symbol_replaced(part$expr, old, name, spare)
  part
}

symbol_replaced <- function(expr, old, name, spare) {
  if (is.symbol(expr)) return(if (identical(as.character(expr), old)) as.name(name) else expr)
  if (!is.call(expr) || rlang::is_call(expr, spare)) return(expr)
  for (k in seq_along(expr)[-1]) {
    if (!rlang::is_missing(expr[[k]]) && !is.null(expr[[k]])) expr[[k]] <- symbol_replaced(expr[[k]], old, name, spare)
  }
  expr
}
