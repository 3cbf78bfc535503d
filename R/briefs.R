# A brief made from its captured sections: each is checked in turn, and nothing is kept that is not checked.

# `sections` are the captured items by section; nothing is kept that is not checked.
new_brief <- function(source, sections, given = list(), narrowed = FALSE) {
  opened <- with_tables_opened(Filter(length, sections))
  sections <- opened$sections
  depth <- check_pages(c(list(source), opened$tables))
  texts <- vapply(given, function(value) is_one_text(value) && !is.na(value), TRUE)
  if (any(texts)) {
    given <- fitted_given(given, kinds_wanted(source, sections, given[!texts], opened$tables))
  }
  ctx <- first_context(source, sections, given, opened$tables)
  checked <- list()
  shadowed <- shadow_notes(sections, ctx)
  told <- if (!shadow_is_compared(sections, ctx)) shadowed
  notes <- c(page_notes(source), shadowed)
  for (name in intersect(section_names(), names(sections))) {
    ctx$section <- name
    section <- room_of("section", name)
    ctx$windows <- isTRUE(section$windows)
    checked[[name]] <- section$check(sections[[name]], ctx)
    ctx <- section$leaves(checked[[name]], ctx)
  }
  if (narrowed && looks_around(checked)) notes <- c(notes, paste(
    "The ledger is narrowed: ranks, shares and other figures that look at several rows are worked from this",
    "part alone.",
    "To show a part of the whole page, use the section `show`."
  ))
  checked <- with_requests(checked)
  structure(
    list(
      source = source, sections = sections, checked = checked, given = given,
      columns = columns_for_pages_above(ctx), keys = ctx$keys, grain = ctx$grain, notes = notes, depth = depth,
      narrowed = narrowed, tables = opened$tables, told = told, met = columns_of_sections(checked),
      wanted = as.list(ctx$wanted)
    ),
    class = "idle_brief"
  )
}

# What the first section knows when it is checked; each leaves more to the next.
first_context <- function(source, sections, given, tables) {
  list(
    columns = as.list(kinds_of(source)), entries = NULL, grain = "entries", given = given,
    keys = character(), sections = names(sections), totals = total_columns(source),
    stands_for = renamed_columns(source), column_notes = column_notes(source), tables = tables,
    wanted = new.env(parent = emptyenv())
  )
}

# The kinds of what is to be supplied, as far as the places where it stands tell before it is.
kinds_wanted <- function(source, sections, given, tables) {
  ctx <- first_context(source, sections, given, tables)
  wanted <- ctx$wanted
  tryCatch(for (name in intersect(section_names(), names(sections))) {
    ctx$section <- name
    section <- room_of("section", name)
    ctx$windows <- isTRUE(section$windows)
    checked <- section$check(sections[[name]], ctx) # now, since not every section's leaves() looks at it
    ctx <- section$leaves(checked, ctx)
  }, idle_error = function(e) if (inherits(e, "idle_wrong_kind")) stop(e))
  as.list(wanted)
}

# What each section of a brief knows when it is checked, those that it does not have among them.
contexts_of <- function(brief) {
  ctx <- first_context(brief$source, brief$sections, brief$given, brief$tables)
  contexts <- list()
  for (name in section_names()) {
    ctx$section <- name
    section <- room_of("section", name)
    ctx$windows <- isTRUE(section$windows)
    contexts[[name]] <- ctx
    if (!is.null(brief$sections[[name]])) ctx <- section$leaves(section$check(brief$sections[[name]], ctx), ctx)
  }
  contexts
}

# What a section asks of those that are worked before it is put to them here, from the last on, so that
# none of them has to know of a later one.
with_requests <- function(checked) {
  for (name in rev(section_names())) {
    asks <- room_of("section", name)$asks
    requests <- if (!is.null(asks) && !is.null(checked[[name]])) asks(checked[[name]])
    for (to in names(requests)) {
      checked[[to]] <- room_of("section", to)$grants(checked[[to]], requests[[to]])
    }
  }
  checked[intersect(section_names(), names(checked))]
}

# How many pages stand upon each other, this one included.
check_pages <- function(sources) {
  depth <- max(vapply(sources, pages_deep, 1)) + 1
  if (depth > limit("most_pages")) stop_idle(
    "too_deep", sprintf("At most %s pages stand upon each other, and this would be one more.", limit("most_pages")),
    "Draw up one of those below, and go on from its statement."
  )
  depth
}

# Subtotals stay on their page, and so do the columns that mark them.
columns_for_pages_above <- function(ctx) {
  if (is.null(ctx$level_sets)) ctx$columns else ctx$columns[setdiff(names(ctx$columns), level_columns)]
}

# Where a local variable has the name of a column, the column wins, and the page says so if it could have been meant.
shadow_notes <- function(sections, ctx) {
  variables <- unique(unlist(lapply(sections, function(items) {
    lapply(items, function(item) names(item$values))
  })))
  shadowed <- Filter(function(name) same_family(values_named(sections, name), ctx$columns[[name]]),
    intersect(variables, names(ctx$columns)))
  if (length(shadowed) == 0) return(character())
  sprintf("%s is a column and also a variable outside; the column is used.", tick(shadowed))
}

# Whether such a name stands beside a column in a comparison, so that the variable may have been meant.
shadow_is_compared <- function(sections, ctx) {
  any(vapply(unlist(sections, recursive = FALSE), function(item) {
    names <- intersect(names(item$values), names(ctx$columns))
    length(names) > 0 && compares_columns(item$expr, names, names(ctx$columns))
  }, TRUE))
}

compares_columns <- function(expr, names, columns) {
  if (!is.call(expr)) return(FALSE)
  heads <- c("==", "!=", "<", ">", "<=", ">=", "%in%")
  if (rlang::is_call(expr, heads, n = 2)) {
    sides <- lapply(as.list(expr)[-1], function(side) if (is.symbol(side)) as.character(side) else "")
    if (any(unlist(sides) %in% names) && all(unlist(sides) %in% columns)) return(TRUE)
  }
  any(vapply(links_of(expr), compares_columns, TRUE, names = names, columns = columns))
}

values_named <- function(sections, name) {
  for (items in sections) for (item in items) if (name %in% names(item$values)) return(item$values[[name]])
}

same_family <- function(value, kind) {
  family <- kind_family(kind)
  kind == "any" || identical(kind_family(kind_of(value)), family) && nzchar(family)
}

# Whether there are windows on a page, which see other rows.
looks_around <- function(checked) {
  any(vapply(nodes_within(checked), function(node) identical(node$type, "window"), TRUE))
}

# The instructions in words, one line each.
brief_words <- function(brief) {
  unlist(lapply(names(brief$checked), function(name) {
    room_of("section", name)$words(brief$checked[[name]])
  }))
}

check_is_brief <- function(x) {
  if (!is_brief(x)) {
    stop_idle(
      "bad_argument", sprintf("This takes a brief, and got %s.", a_thing(x)),
      "Make one with brief(source, lines = ..., figures = ...)."
    )
  }
  x
}

capture_sections <- function(quos) {
  names <- check_section_names(rlang::names2(quos))
  sections <- lapply(quos, capture_items)
  stats::setNames(sections, names)
}

meant_section <- function(name, near, known) {
  foreign <- foreign_word(name, foreign_sections)
  if (!is.null(foreign)) return(sprintf("Here that is %s.", foreign))
  if (length(near) > 0) return(sprintf("Did you mean %s?", either(tick(near))))
  sprintf("The sections are %s.", both(tick(known)))
}

check_section_names <- function(names) {
  known <- section_names()
  for (name in names) {
    if (!nzchar(name)) {
      stop_idle(
        "unknown_section", "Every section of a brief has a name, and one has none.",
        sprintf("The sections are %s.", both(tick(known)))
      )
    }
    if (!name %in% known) {
      near <- nearest(name, known)
      stop_idle(
        "unknown_section", sprintf("A brief has no section `%s`.", name),
        meant_section(name, near, known),
        section = name
      )
    }
  }
  twice <- names[duplicated(names)]
  if (length(twice) > 0) {
    stop_idle(
      "section_twice", sprintf("The section `%s` is given twice.", twice[1]),
      sprintf("Put both parts into one: %s = c(..., ...).", twice[1]),
      section = twice[1]
    )
  }
  names
}

# The brief of a brief or of a statement.
brief_of <- function(x, fn) {
  if (is_brief(x)) return(x)
  if (inherits(x, "idle_book")) return(brief_now(x))
  if (inherits(x, "idle_statement")) {
    brief <- statement_part(x, "brief")
    if (is.null(brief)) stop_idle(
      "bad_argument", "This statement has lost its brief.", "Draw it up again with draw_up()."
    )
    return(brief)
  }
  stop_idle("bad_argument", sprintf("%s() takes a brief or a statement, and got %s.", fn, a_thing(x)))
}

narrow_to <- function(brief, items) {
  sections <- brief$sections
  sections$only <- c(sections$only, items)
  new_brief(brief$source, sections, brief$given, narrowed = TRUE)
}
