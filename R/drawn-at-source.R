# A page worked at its source: the lines come from the server, and are laid out here as any other page's are.

drawn_at_source <- function(brief, connection = NULL) {
  found <- page_at_source(brief, connection)
  q <- query_of_brief(found$brief, found$at)
  sql <- text_of_query(q)
  asked <- lines_asked_for(found$at, sql, q$asserts)
  drawn <- with_lines_of_server(page_without_entries(found$brief), q, asked$frame)
  drawn$at_source <- list(
    server = found$at$server$words, sql = sql, plan = asked$plan, rows = nrow(asked$frame), seconds = asked$seconds
  )
  drawn$connection <- found$at$connection
  drawn
}

# The page of no entries: its columns, kinds and formats, up to what the server has worked.
page_without_entries <- function(brief) {
  empty <- with_tables(with_source(brief, without_rows), function(table, name) {
    if (is_brief(table)) with_source(table, without_rows) else without_rows(table)
  })
  drawn <- open_page(empty)
  for (name in worked_there(empty, TRUE)) drawn <- work_section(drawn, name)
  drawn$brief <- brief
  drawn$page$notes <- NULL
  drawn
}

without_rows <- function(source) {
  ledger <- new_ledger(lapply(kinds_of(source), no_values_of), name_of(source), 0)
  ledger$kinds <- kinds_of(source)
  opened_as(ledger, "data_frame")
}

no_values_of <- function(kind) {
  switch(kind,
    empty = logical(), integer = integer(), double = double(), integer64 = bit64::integer64(), logical = logical(),
    date = as_date_class(double()), time = structure(double(), class = c("POSIXct", "POSIXt"), tzone = "UTC"),
    factor = factor(), character()
  )
}

# The sections that the server works; with a key abreast, which lines are shown and their order are settled here.
worked_there <- function(brief, there) {
  upto <- room_of("section", if (is.null(brief$checked$abreast)) "order" else "beside")$place
  Filter(function(name) (room_of("section", name)$place <= upto) == there,
    names(brief$checked))
}

with_lines_of_server <- function(drawn, q, frame) {
  columns <- stats::setNames(lapply(seq_along(q$kinds), function(k) {
    value_from_server(frame[[k]], q$kinds[[k]], q$levels[[names(q$kinds)[k]]])
  }), names(q$kinds))
  level <- if (!is.null(q$level)) as.integer(frame[[length(columns) + 1]])
  if (drawn$lines$grain == "entries") {
    drawn$entries <- reshape_entries(drawn$entries, nrow(frame), names(columns), function(name) columns[[name]])
    drawn$lines$n <- nrow(frame)
    drawn$lines["display"] <- drawn$lines["shown"] <- list(NULL)
  } else {
    drawn$lines <- lines_from_server(drawn$lines, columns, level, nrow(frame))
  }
  here <- worked_there(drawn$brief, FALSE)
  # Lines and subtotals are put in order here, whichever of them are shown.
  if (!is.null(level)) here <- union(intersect("order", names(drawn$brief$checked)), here)
  for (name in intersect(section_names(), here)) drawn <- work_section(drawn, name)
  drawn$page$notes <- NULL
  drawn
}

lines_from_server <- function(lines, columns, level, n) {
  if (!is.null(level)) {
    order <- core_order(c(list(level), unname(columns[lines$keys])), rep(FALSE, 1 + length(lines$keys)), n)
    columns <- lapply(columns, pick_rows, rows = order)
    level <- level[order]
    kept <- c(list(lines$keys), lapply(lines$levels, `[[`, "keys"))
    lines$level <- level
    lines$line_kind <- vapply(kept, kind_of_level, "", all = lines$keys)[level]
    lines$summed_over <- vapply(kept, function(keys) text_of_names(setdiff(lines$keys, keys)), "")[level]
    lines$levels <- levels_from_server(lines$levels, columns, level)
  }
  lines$columns <- columns[names(lines$columns)]
  lines$n <- n
  lines["shown"] <- list(NULL)
  lines$hidden <- 0
  lines["display"] <- list(if (is.null(level)) seq_len(n))
  lines$numbers <- new_memo()
  lines["groups"] <- list(NULL)
  lines
}

# Which subtotal each line belongs to, for what chooses lines here.
levels_from_server <- function(levels, columns, level) {
  own <- which(level == 1)
  lapply(levels, function(one) {
    gathered <- core_group(unname(lapply(columns[one$keys], pick_rows, rows = own)), length(own))
    one$of_line <- core_group_numbers(gathered)
    one$size <- if (length(one$keys)) core_group_facts(gathered)$size else 1
    one
  })
}

# A column as a driver gives it, of the kind that it has here.
value_from_server <- function(x, kind, levels = NULL) {
  if (inherits(x, "pq_jsonb") || is.list(x)) x <- vapply(x, as.character, "")
  switch(kind,
    double = as.double(bit_free(x)) + 0, integer = whole_or_larger(bit_free(x)), logical = as.logical(bit_free(x)),
    integer64 = bit64::as.integer64(x), text = encode_text(as.character(x)),
    factor = factor(as.character(x), levels = levels),
    date = as_date_class(if (is.character(x)) as.double(as.Date(x, format = "%Y-%m-%d")) else as.double(as.Date(x))),
    time = as_utc(x), x
  )
}

bit_free <- function(x) if (inherits(x, "integer64")) as.double(x) else x

whole_or_larger <- function(x) if (all(abs(x) <= .Machine$integer.max, na.rm = TRUE)) as.integer(x) else as.double(x)

as_utc <- function(x) {
  if (is.character(x)) x <- as.POSIXct(x, tz = "UTC")
  attr(x, "tzone") <- "UTC"
  x
}
