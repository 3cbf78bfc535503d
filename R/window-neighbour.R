# Other rows' values beside a row: the one before, the one a year ago, the first of the group, the last
# that is known.

neighbour <- function(name, args, check, rows, again, places, in_sql, words, said = NULL,
                      phrases = NULL) {
  force(phrases)
  force(in_sql)
  force(args)
  force(check)
  force(rows)
  force(again)
  force(places)
  room(name, "window",
    args = c(alist(x = ), args, alist(per = NULL, along = NULL)),
    check = function(expr, values, ctx) {
      parts <- match_args(expr, room_of("window", name)$args, name, ctx)
      x <- check_node(parts$x, values, ctx)
      node <- list(
        args = list(x = x), per = window_per(parts$per, values, ctx),
        along = window_along(parts$along, values, ctx, name), kind = x$kind
      )
      check(node, parts, values, ctx)
    },
    work = function(node, table) {
      check_group_said(node, table)
      x <- evaluate_column(node$args$x, table)
      if (is_plain_shift(node, x)) return(shifted(node, x, table))
      from <- rows(node, window_rows(node$per, node$along, table), x, table)
      with_default(pick_rows(x, from), is.na(from), node, table)
    },
    again = function(node, table, at) neighbours_again(node, table, at, again),
    rows_used = function(node, table, at) stats::na.omit(neighbour_rows(node, table, at, again)),
    whole = function(part, values, group, table) neighbours_of_groups(part, values, group, table, places),
    of_any_kind = TRUE, result = that_gives,
    own_value = TRUE, in_sql = in_sql, words = words, said = said, phrases = phrases
  )
}

as_checked <- function(node, parts, values, ctx) node

skipping <- function(node, parts, values, ctx) {
  node$skip <- yes_or_no(parts$skip_missing, values, ctx, "skip_missing")
  node
}

check_away <- function(sign) {
  force(sign)
  function(node, parts, values, ctx) away_checked(c(node, list(shift = sign)), parts, values, ctx)
}

away_checked <- function(node, parts, values, ctx) {
  node$n <- whole_number(parts$n, values, ctx, "n", least = 0)
  if (!is.null(parts$default)) {
    node$default <- check_node(parts$default, values, ctx)
    node$default <- whole_constants(list(list(kind = node$kind, type = "column"), node$default), ctx)[[2]]
    kind <- common_kind(c(node$kind, node$default$kind))
    if (node$default$type != "value" || length(node$default$value) != 1 || is.na(kind)) {
      stop_in(ctx, "bad_argument", "`default` takes one value of the same kind as the column.")
    }
    node$kind <- if (kind == "factor") "text" else kind
  }
  skipping(node, parts, values, ctx)
}

# Numbers and dates that only move along are moved by the core.
is_plain_shift <- function(node, x) {
  plain <- is.double(x) && !inherits(x, "integer64")
  !is.null(node$shift) && plain && !node$skip && is.null(node$default)
}

shifted <- function(node, x, table) {
  note_shift_ties(node, table)
  n <- node$shift * node$n
  moving <- list(name = "shift", p = 0, n = n, values = x, condition = NULL, weights = NULL)
  values <- core_slide(window_rows(node$per, node$along, table), whole_frame, NULL, moving, TRUE)$values
  mostattributes(values) <- attributes(x)
  values
}

note_shift_ties <- function(node, table) {
  note_ties(node, table, "which of them comes before another goes by the order of entry")
}

with_default <- function(values, gone, node, table) {
  if (is.null(node$default)) return(values)
  choose_from(list(values, node$default$value), ifelse(gone, 2, 1))
}

away <- function(sign) {
  force(sign)
  function(node, rows, x, table) {
    note_shift_ties(node, table)
    core_rows_away(rows, sign * node$n, if (node$skip) x)
  }
}

# `rows_of(here, at, there, node)`: the row wanted among a group's rows in order.
neighbours_again <- function(node, table, at, row_of) {
  from <- neighbour_rows(node, table, at, row_of)
  found <- plain_vector(evaluate_column(node$args$x, table))[from]
  if (is.null(node$default)) return(found)
  if (is.factor(found)) found <- as.character(found)
  if (inherits(node$default$value, "integer64")) found <- bit64::as.integer64(found)
  found[is.na(from)] <- node$default$value
  found
}

neighbour_rows <- function(node, table, at, row_of) {
  group <- plain_groups(node$per, table)
  order <- plain_order(node$along, table)$order
  x <- plain_vector(evaluate_column(node$args$x, table))
  date <- dated_along(node$along)
  day <- if (!is.null(date)) places_in_time(evaluate_column(date, table), node$span)
  vapply(at, function(row) {
    here <- order[group[order] == group[row]]
    found <- row_of(here, match(row, here), !is_missing_value(x)[here], node, day)
    if (length(found) == 0) NA_integer_ else found[1]
  }, 1L)
}

step_again <- function(sign) {
  force(sign)
  function(here, at, there, node, day) {
    if (node$n == 0) return(here[at])
    side <- if (sign > 0) rev(seq_len(at - 1)) else seq_along(here)[-seq_len(at)]
    if (node$skip) side <- side[there[side]]
    here[side[node$n]]
  }
}

away_words <- function(node, side) {
  known <- if (node$skip) ", missing values passed over" else ""
  default <- if (is.null(node$default)) "" else sprintf(", or %s", value_text(node$default$value))
  sprintf("the value %s %s%s%s", count_of(node$n, "row"), side, known, default)
}

# By choosing: a column, its order, and the group.
of_neighbour <- function(says, form, wish, of = "any", along = "ordered", ...) {
  phrase(says, form, x = blank("column", of = of, measures = TRUE), ..., along = blank("along", of = along),
    per = blank("apart", optional = TRUE), named = wish)
}

neighbour("lag", alist(n = 1, default = NULL, skip_missing = FALSE), check_away(1), away(1), step_again(1),
  function(arranged, node) shifted_places(arranged, node$n, node$skip), function(node, to) away_in_sql(node, to),
  "the value n rows before, or the default", function(node) away_words(node, "before"),
  phrases = list(
    of_neighbour("the {x} of the line before, along {along}[, in {per}]", quote(lag(.x, per = .per, along = .along)),
      "{x}_before"),
    of_neighbour("the change of {x} against the line before, along {along}[, in {per}]",
      quote(.x - lag(.x, per = .per, along = .along)), "change_of_{x}", "measure")
  )
)
neighbour("lead", alist(n = 1, default = NULL, skip_missing = FALSE), check_away(-1), away(-1), step_again(-1),
  function(arranged, node) shifted_places(arranged, -node$n, node$skip), function(node, to) away_in_sql(node, to),
  "the value n rows after, or the default", function(node) away_words(node, "after"),
  phrases = list(of_neighbour("the {x} of the line after, along {along}[, in {per}]",
    quote(lead(.x, per = .per, along = .along)), "{x}_after"))
)

neighbour("carried", alist(), as_checked,
  function(node, rows, x, table) core_rows_carried(rows, x),
  function(here, at, there, node, day) here[utils::tail(which(there[seq_len(at)]), 1)],
  function(arranged, node) {
    place <- findInterval(seq_len(arranged$n), arranged$there)
    arranged$there[ifelse(place > 0, place, NA)]
  },
  function(node, to) carried_in_sql(node, to),
  "the last known value up to this row",
  phrases = list(of_neighbour("the last known {x} along {along}[, in {per}]",
    quote(carried(.x, per = .per, along = .along)), "last_{x}"))
)

neighbour("earlier", alist(span = ),
  function(node, parts, values, ctx) {
    node$span <- check_span(parts$span, values, ctx, "span")
    if (node$span$unit == "rows" || is.null(dated_along(node$along))) {
      stop_in(
        ctx, "bad_argument", "earlier() goes back by the calendar: earlier(x, years(1)), along one date, upward.",
        "For so many rows before, use lag(x, n)."
      )
    }
    if (node$span$unit == "seconds" && dated_along(node$along)$kind != "time") stop_in(
      ctx, "wrong_kind", sprintf("%s goes by times, and the order is one of dates.", node$span$text))
    node
  },
  function(node, rows, x, table) {
    dates <- evaluate_column(dated_along(node$along), table)
    found <- if (node$span$unit == "seconds") core_rows_earlier(rows, moments_counted(dates),
      reach("days", node$span$n * 1e6)) else core_rows_earlier(rows, as_days(dates), reach(node$span$unit, node$span$n))
    if (found$several > 0) table$note(sprintf(
      "the date %s ago occurs more than once for %s; the first entry is taken", node$span$text,
      count_of(found$several, table$row)
    ))
    found$rows
  },
  function(here, at, there, node, day) {
    now <- day[here[at]]
    if (is.na(now)) return(integer())
    then <- span_before(now, node$span)
    here[which(day[here] == then)]
  },
  function(arranged, node) {
    distinct <- unique(arranged$day)
    span <- node$span
    before <- vapply(distinct, function(day) if (is.na(day)) NA else span_before(day, span), 1)
    here <- match(arranged$day, distinct)
    then <- match(before, distinct)[here]
    found <- match(paste(arranged$group, then), paste(arranged$group, here))
    ifelse(is.na(then), NA, found)
  },
  function(node, to) earlier_in_sql(node, to),
  "the value at the date so long before; month ends clamp",
  phrases = list(of_neighbour("the {x} of {n} {span} before, along {along}[, in {per}]",
    quote(earlier(.x, .span(.n), per = .per, along = .along)), "{x}_earlier", along = "moment",
    n = blank("number", default = 1, least = 1), span = span_word("years")))
)

whole_frame <- list(behind = reach("end"), ahead = reach("end"), together = FALSE)

value_rows <- function(node, rows, x, table) {
  note_ties(node, table, "which of them comes first goes by the order of entry")
  moving <- list(
    name = "nth", p = 0, n = node$n, values = if (node$skip) x, condition = NULL, weights = NULL
  )
  core_slide(rows, whole_frame, NULL, moving, TRUE)$values
}

value_row_again <- function(here, at, there, node, day) {
  if (node$skip) here <- here[there]
  if (node$n < 0) here <- rev(here)
  here[abs(node$n)]
}

value_places <- function(arranged, node) {
  back <- abs(node$n) - 1
  if (!node$skip) return(if (node$n > 0) arranged$begin + back else arranged$end - back)
  known <- arranged$there
  place <- if (node$n > 0) findInterval(arranged$begin, known, left.open = TRUE) + 1L + back else
    findInterval(arranged$end, known) - back
  known[ifelse(place >= 1 & place <= length(known), place, NA)]
}

value_of_group <- function(name, args, number, words) {
  force(args)
  force(number)
  room(name, "frame_value",
    check = function(expr, values, ctx) check_frame_value(expr, name, c(alist(x = ), args), number, values, ctx),
    slide = function(figure) list(name = "nth", n = figure$n, any_row = !figure$skip),
    again = function(node, rows, x) frame_value_by_line(node, rows, x)
  )
  neighbour(name, c(args, alist(skip_missing = FALSE)),
    function(node, parts, values, ctx) {
      node$n <- number(parts, values, ctx)
      skipping(node, parts, values, ctx)
    },
    value_rows, value_row_again, value_places, function(node, to) place_in_sql(node, to), words
  )
}

value_of_group("first_value", alist(), function(parts, values, ctx) 1, "the first value of the group, or of a frame")
value_of_group("last_value", alist(), function(parts, values, ctx) -1, "the last value of the group, or of a frame")
value_of_group("nth_value", alist(n = ), function(parts, values, ctx) {
  whole_number(parts$n, values, ctx, "n")
}, "the n-th value of the group, or of a frame")

room("frame_value", "call", place = 2,
  takes = function(name, ctx) isTRUE(ctx$framing) && has_room("frame_value", name),
  check = function(expr, name, values, ctx) room_of("frame_value", name)$check(expr, values, ctx)
)
