# fill_calendar: an entry for every day (week, month, ...) that has none.

room("fill_calendar", "preparation",
  args = alist(along = , step = "day", per = NULL, from = NULL, to = NULL, fill = NULL),
  check = function(parts, values, ctx) {
    along <- named_columns(parts$along, "along", ctx)
    if (length(along) != 1 || !is_moment(ctx$columns[[along[1]]])) stop_in(
      ctx, "wrong_kind", sprintf("fill_calendar() goes along one column of dates, and %s.", if (length(along) == 1)
        sprintf("`%s` is %s", along, a_kind(ctx$columns[[along]])) else sprintf("got %s", both(tick(along))))
    )
    per <- if (!is.null(parts$per) && !rlang::is_call(parts$per, "whole", n = 0)) named_columns(parts$per, "per", ctx)
    part <- list(
      along = along, per = per, step = step_of_calendar(parts$step, "step", values, ctx,
        ctx$columns[[along]]),
      from = day_asked(parts$from, "from", values, ctx), to = day_asked(parts$to, "to", values, ctx),
      fill = fill_asked(parts$fill, c(along, per), values, ctx), made = made_mark(ctx)
    )
    if (!is.null(part$from) && !is.null(part$to) && part$from > part$to) stop_in(
      ctx, "bad_argument", sprintf("`from` is %s and `to` is %s, which is before it.", day_text(part$from),
        day_text(part$to))
    )
    part
  },
  leaves = function(part, ctx) {
    ctx$columns[[part$made]] <- "logical"
    ctx$columns
  },
  work = function(drawn, part) work_fill_calendar(drawn, part),
  phrases = list(phrase("make an entry for each {step} of {x} that has none[, in {per}]",
    quote(fill_calendar(.x, .step, per = .per)), x = blank("column", of = "moment"),
    step = blank("word", asks = "Period", words = stats::setNames(calendar_units, calendar_units)),
    per = blank("column", of = "words", optional = TRUE))),
  call = "fill_calendar(along, step = \"day\", per =, from =, to =, fill = c(column = value))",
  plain = "an entry for every day, week, month, quarter or year that has none",
  words = function(part) {
    sprintf(
      "make an entry for each %s of %s without one%s, %s%s", part$step, part$along, per_said(part),
      calendar_span_words(part), if (length(part$fill)) paste("; with", fill_said(part)) else ""
    )
  },
  aside = function(done) {
    n <- done$entries$n
    entries_aside(done$names, done$columns, rep(NA_integer_, done$made), n + seq_len(done$made),
      sprintf("made: no entry in this %s", done$part$step))
  },
  owes = function(drawn, done) check_filled(done)
)

calendar_span_words <- function(part) {
  own <- if (length(part$per)) "its" else "the"
  paste(
    "from", if (is.null(part$from)) paste(own, "first") else day_text(part$from), "to",
    if (is.null(part$to)) paste(own, "last") else day_text(part$to)
  )
}

# What made entries hold: constants of the columns' own kinds, by name.
fill_asked <- function(expr, taken, values, ctx) {
  if (is.null(expr)) return(NULL)
  parts <- if (rlang::is_call(expr, "c")) parts_of_list(expr) else list()
  if (length(parts) == 0 || any(!nzchar(rlang::names2(parts)))) stop_in(
    ctx, "bad_argument", "`fill` takes values by the names of columns.", "Such as fill = c(receipts = 0)."
  )
  names <- named_columns(as.call(c(quote(c), lapply(names(parts), as.name))), "fill", ctx)
  taken <- intersect(taken, names)
  if (length(taken)) stop_in(ctx, "bad_argument", sprintf("`%s` is filled by the calendar itself.", taken[1]))
  stats::setNames(Map(function(part, name) {
    value <- one_value(part, values, name, ctx)
    kind <- ctx$columns[[name]]
    fits <- kind_family(kind_of(value)) == kind_family(kind) && (kind != "integer" || value == floor(value)) &&
      (kind != "logical" || is.logical(value)) && !is.na(value)
    if (!isTRUE(fits)) stop_in(
      ctx, "wrong_kind", sprintf("`%s` is %s, and is to be filled with %s.", name, a_kind(kind), value_text(value)),
      "Columns that `fill` does not name are missing in made entries."
    )
    value
  }, parts, names), names)
}

work_fill_calendar <- function(drawn, part) {
  entries <- drawn$entries
  fetch <- columns_in_turn(entries)
  keys <- lapply(stats::setNames(nm = as.character(part$per)), fetch)
  groups <- core_group(unname(keys), entries$n)
  facts <- core_group_facts(groups)
  number <- core_group_numbers(groups)
  own <- fetch(part$along)
  made <- steps_without_rows(
    step_numbers(own, part$step), number, facts$size, step_of_bound(part$from, part$step, own),
    step_of_bound(part$to, part$step, own, TRUE), sprintf("In the section `prepare`: fill_calendar(%s)", part$along)
  )
  m <- length(made$step)
  names <- union(entries$column_names, part$made)
  columns <- filled_columns(part, entries, fetch, made, facts$first)
  done <- list(part = part, entries = entries, fetch = fetch, columns = columns, names = names, made = m,
    bounds = made[c("low", "high")])
  drawn$entries <- carry_entries(entries, c(seq_len(entries$n), rep(NA_integer_, m)), names, columns)
  drawn$entries$prepared_by <- c(entries$prepared_by, list(done))
  add_note(drawn, c(note_of_filled(done), note_of_ends(done), note_without_day(done)), "prepared")
}

filled_columns <- function(part, entries, fetch, made, first) {
  m <- length(made$step)
  function(name) {
    if (name == part$made) {
      before <- if (name %in% entries$column_names) fetch(name) else rep(FALSE, entries$n)
      return(c(before, rep(TRUE, m)))
    }
    own <- fetch(name)
    if (name == part$along) return(stacked(list(own, moments_of_steps(made$step, part$step, own))))
    if (name %in% part$per) return(stacked(list(own, pick_rows(own, first[made$group]))))
    if (is.null(part$fill[[name]])) return(stacked(list(own, nothing_like(own, m))))
    under_each_other(own, repeated(fill_like(part$fill[[name]], own), m))
  }
}

fill_like <- function(value, column) {
  if (is.integer(column) && is.numeric(value) && !is_text_vector(column) && !is.factor(column)) as.integer(value) else
    if (inherits(column, "integer64")) bit64::as.integer64(value) else value
}

note_of_filled <- function(done) {
  if (done$made == 0) return(NULL)
  fill <- done$part$fill
  sprintf(
    "prepare: %s added, one for each %s of `%s` without one%s, %s", entry_count(done$made), done$part$step,
    done$part$along, per_said(done$part), if (length(fill)) paste("with", fill_said(done$part)) else "worth nothing"
  )
}

# Groups that begin or end on unlike days are filled each for itself, which is said.
note_of_ends <- function(done) {
  part <- done$part
  uneven <- function(x) length(unique(x[!is.na(x)])) > 1
  open <- c(from = is.null(part$from) && uneven(done$bounds$low), to = is.null(part$to) && uneven(done$bounds$high))
  if (length(part$per) == 0 || !any(open)) return(NULL)
  sprintf(
    "prepare: not every %s has the same %s %s, and each is filled from its own; %s %s the same for all", both(part$per),
    both(c("first", "last")[open]), part$step, both(tick(names(open)[open])), if (all(open)) "make them" else "makes it"
  )
}

note_without_day <- function(done) {
  n <- sum(is_missing_value(done$fetch(done$part$along)))
  if (n) sprintf("prepare: %s no `%s` and no part in the calendar", have(n, "entry"), done$part$along)
}

# Each step stands there, and none was made where there was an entry.
check_filled <- function(done) {
  part <- done$part
  n <- done$entries$n
  steps <- step_numbers(done$columns(part$along), part$step)
  keys <- texts_of_rows(lapply(part$per, done$columns), n + done$made)
  known <- which(!is.na(steps))
  cell <- paste(keys[known], steps[known])
  made <- known > n
  twice <- sum(cell[made] %in% cell[!made]) + sum(duplicated(cell[made]))
  gaps <- sum(vapply(split(steps[known], keys[known]), function(x) diff(range(x)) + 1 - length(unique(x)), 1))
  own_ends <- is.null(part$from) && is.null(part$to)
  a_check("calendar", twice == 0 && (gaps == 0 || !own_ends), paste0(sprintf(
    "Calendar: %s made along %s%s, no %s twice", is_are(done$made, "entry"), part$along, per_said(part), part$step
  ), if (gaps == 0) ", and none is wanting between first and last" else if (own_ends) sprintf(
    "; but %s wanting", is_are(gaps, part$step)
  ), if (twice) sprintf("; but %s made where there was an entry", is_are(twice, "entry")), "."))
}

fill_said <- function(part) both(paste(names(part$fill), vapply(part$fill, value_text, "")))

per_said <- function(part) if (length(part$per)) sprintf(" per %s", both(part$per)) else ""
