# Figures over a frame around each row: running, rolling, or the whole group.

room("running", "window",
  args = alist(figure = , per = NULL, along = NULL, together = FALSE),
  check = function(expr, values, ctx) {
    parts <- match_args(expr, room_of("window", "running")$args, "running", ctx)
    node <- framed(parts, values, ctx, "running")
    together <- yes_or_no(parts$together, values, ctx, "together")
    node$frame <- list(behind = reach("end"), ahead = reach("rows"), together = together)
    node$partial <- TRUE
    node
  },
  work = function(node, table) {
    check_group_said(node, table)
    if (!node$frame$together) note_ties(
      node, table, "their running values go by the order of entry; together = TRUE gives equals one value"
    )
    work_framed(node, table)
  },
  again = function(node, table, at) framed_again(node, table, at),
  rows_used = function(node, table, at) unlist(lapply(frames_by_hand(node, table, at), `[[`, "rows")),
  whole = function(...) running_rows(...), in_sql = function(node, to) running_in_sql(node, to), result = that_gives,
    moving = TRUE, formula = running_formulas,
  words = "a figure over all rows up to this one",
  phrases = list(phrase("the running {how} of {x} along {along}[, in {per}]",
    quote(running(.how(.x), per = .per, along = .along)), named = "running_{x}", how = framed_word(),
    x = blank("column", of = "measure"), along = blank("along"), per = blank("apart", optional = TRUE)))
)

room("rolling", "window",
  args = alist(
    figure = , width = NULL, behind = NULL, ahead = NULL, per = NULL, along = NULL, partial = FALSE, together = FALSE
  ),
  check = function(expr, values, ctx) {
    parts <- match_args(expr, room_of("window", "rolling")$args, "rolling", ctx)
    node <- framed(parts, values, ctx, "rolling")
    node$frame <- rolling_frame(parts, values, ctx)
    node$frame$together <- yes_or_no(parts$together, values, ctx, "together")
    node$partial <- yes_or_no(parts$partial, values, ctx, "partial")
    if (by_calendar(node$frame) && is.null(dated_along(node$along))) {
      stop_in(
        ctx, "wrong_kind", sprintf("%s goes by dates, and the order is none.", node$frame$text),
        "Give one date or time, upward: along = passed_on."
      )
    }
    if ("seconds" %in% c(node$frame$behind$unit, node$frame$ahead$unit) &&
      dated_along(node$along)$kind != "time") stop_in(
      ctx, "wrong_kind", sprintf("%s goes by times, and the order is one of dates.", node$frame$text),
      "Give a date with time, or say the frame in days.")
    node
  },
  work = function(node, table) {
    check_group_said(node, table)
    if (!by_calendar(node$frame) && !node$frame$together) {
      note_ties(node, table, "which of them a frame holds goes by the order of entry")
    }
    work_framed(node, table)
  },
  again = function(node, table, at) framed_again(node, table, at),
  rows_used = function(node, table, at) unlist(lapply(frames_by_hand(node, table, at), `[[`, "rows")),
  whole = function(...) frames_of_groups(...), in_sql = function(node, to) rolling_in_sql(node, to),
  result = that_gives, moving = TRUE,
  words = "a figure over so many rows, or so much calendar, including this one",
  phrases = list(
    phrase("the {how} of {x} over {n} lines up to this one along {along}[, in {per}]",
      quote(rolling(.how(.x), .n, per = .per, along = .along)), named = "rolling_{x}", how = framed_word("mean"),
      x = blank("column", of = "measure"), n = blank("number", default = 7, least = 1), along = blank("along"),
      per = blank("apart", optional = TRUE)),
    phrase("the {how} of {x} over {n} {span} up to this one along {along}[, in {per}]",
      quote(rolling(.how(.x), .span(.n), per = .per, along = .along)), named = "rolling_{x}", how = framed_word("mean"),
      x = blank("column", of = "measure"), n = blank("number", default = 7, least = 1), span = span_word(),
      along = blank("along", of = "moment"), per = blank("apart", optional = TRUE))
  )
)

# The width includes the row itself; behind and ahead count besides it.
rolling_frame <- function(parts, values, ctx) {
  if (is.null(parts$width) && is.null(parts$behind) && is.null(parts$ahead)) {
    stop_in(
      ctx, "no_width", "rolling() needs a width; without one it would be a running figure.",
      "For seven rows including this one write rolling(mean(x), 7); for seven days rolling(mean(x), days(7))."
    )
  }
  if (!is.null(parts$width)) {
    if (!is.null(parts$behind) || !is.null(parts$ahead)) {
      stop_in(ctx, "bad_argument", "rolling() takes a width, or behind and ahead, not both.")
    }
    span <- check_span(parts$width, values, ctx, "width")
    behind <- if (span$unit == "rows") reach("rows", span$n - 1) else reach(span$unit, span$n, TRUE)
    return(list(behind = behind, ahead = reach("rows"), width = span, text = span$text, weeks = is_word(list(span),
      "weeks"),
      clock = clock_word(list(span))))
  }
  ends <- lapply(parts[c("behind", "ahead")], function(part) {
    if (is.null(part)) NULL else check_span(part, values, ctx, "behind or ahead", least = -.Machine$integer.max)
  })
  units <- unique(unlist(lapply(ends, function(end) if (!is.null(end)) end$unit == "rows")))
  if (length(units) > 1) stop_in(ctx, "bad_argument", "behind and ahead go both by rows or both by the calendar.")
  names(ends) <- c("behind", "ahead")
  check_reaches(ends, ctx)
  side <- function(end) if (is.null(end)) reach("rows") else reach(end$unit, end$n)
  text <- paste(unlist(
    Map(function(end, name) if (!is.null(end)) sprintf("%s = %s", name, end$text), ends, names(ends))
  ),
    collapse = ", "
  )
  list(behind = side(ends$behind), ahead = side(ends$ahead), text = text, weeks = is_word(ends, "weeks"),
    clock = clock_word(ends))
}

is_word <- function(spans, word) all(vapply(without_null(spans), function(span) identical(span$word, word), TRUE))

# What a frame of the clock is said in.
clock_word <- function(spans) if (is_word(spans, "hours")) "hour" else "minute"

# A frame may lie beside its row, and must hold something.
check_reaches <- function(ends, ctx) {
  n <- vapply(ends, function(end) if (is.null(end)) 0 else end$n, 1)
  units <- unique(unlist(lapply(ends, `[[`, "unit")))
  if (length(units) == 1 && sum(n) < 0) stop_in(
    ctx, "bad_argument", sprintf("a frame from %s behind to %s ahead holds nothing.", n[1], n[2]),
    "The seven rows before this one are behind = 7, ahead = -1."
  )
}

# A figure, or figures in arithmetic, to be worked over each row's frame.
framed <- function(parts, values, ctx, fn) {
  inner <- figures_context(ctx)
  inner$framing <- TRUE
  figure <- check_node(parts$figure, values, inner)
  if (length(figures_in(figure)) == 0) {
    stop_in(
      ctx, "bad_argument", sprintf("%s() takes a figure, and %s is none.", fn, expr_text(parts$figure)),
      sprintf("Say which: %s(sum(%s)).", fn, expr_text(parts$figure))
    )
  }
  list(
    figure = figure, per = window_per(parts$per, values, ctx), along = window_along(parts$along, values, ctx, fn),
    kind = figure$kind
  )
}

work_framed <- function(node, table) {
  nodes <- figures_in(node$figure)
  dates <- dated_along(node$along)
  days <- if (!is.null(dates)) as_days_kept(evaluate_column(dates, table))
  unit <- "day"
  if (by_calendar(node$frame)) {
    clock <- frame_clock(node$frame, evaluate_column(dates, table))
    days <- clock$day
    node$frame <- clock$frame
    unit <- clock$unit
  }
  facts <- NULL
  values <- lapply(nodes, function(figure) {
    slid <- slide_figure(figure, node, table, days)
    facts <<- slid$facts
    slid$values
  })
  note_frames(node, facts, table, unit)
  row_table <- table
  row_table$figure <- function(id) values[[id]]
  evaluate_column(node$figure, row_table)
}

# A Date column as it is, so that its order can be read off the arrangement.
as_days_kept <- function(x) if (inherits(x, "Date")) x else as_days(x)

slide_figure <- function(figure, node, table, days) {
  room <- room_of(if (has_room("frame_value", figure$fn)) "frame_value" else "figure", figure$fn)
  slide <- room$slide(figure)
  rows <- window_rows(node$per, node$along, table)
  if (is.null(slide)) return(slide_in_r(figure, node, table, rows, days))
  feed <- feed_of(figure, table)
  moving <- list(
    name = slide$name, p = c(slide[["p"]], 0.5)[1], n = c(slide[["n"]], 1)[1],
    values = if (!isTRUE(slide$any_row)) feed$values, condition = feed$condition, weights = feed$weights
  )
  facts <- core_or_stop(core_slide(rows, node$frame, days, moving, node$partial))
  values <- facts$values
  if (slide$name %in% c("nth", "mode")) values <- pick_rows(feed$values, values)
  if (!is.null(slide$add)) values <- values + slide$add
  list(values = dressed(values, figure$kind, feed$values), facts = facts)
}

# Figures that the core does not move: each frame's rows, worked in plain R.
slide_in_r <- function(figure, node, table, rows, days) {
  facts <- core_frames(rows, node$frame, days)
  frames <- lapply(seq_along(facts$order), function(at) {
    if (!node$partial && !facts$full[at] || facts$high[at] < facts$low[at]) return(integer())
    facts$order[facts$low[at]:facts$high[at]]
  })
  values <- again_by_line(figure, frames, table)
  values[!facts$full & !node$partial] <- NA
  values <- values[order(facts$order)]
  list(values = if (figure$kind == "text") encode_text(as.character(values)) else values, facts = facts)
}

note_frames <- function(node, facts, table, unit = "day") {
  if (node$frame$behind$unit == "end") return(invisible())
  note_one_too_many(node, table)
  if (facts$incomplete > 0) {
    said <- if (node$partial) "worked over what there is" else "left blank; partial = TRUE fills them"
    # The first frames of a group are never full; a tie-out speaks where most of the page is blank.
    rule <- if (!node$partial && facts$incomplete > table$n / 2) "frames" else "told"
    table$note(sprintf("%s not full: %s", is_or_are(facts$incomplete, "frame"), said), rule)
  }
  if (is.null(facts$wide)) return(invisible())
  if (facts$undated > 0) table$note(sprintf("%s no date and no frame", have(facts$undated, table$row)), "frames")
  if (!by_calendar(node$frame)) return(note_rows_for_days(node, facts, table))
  averages <- any(vapply(figures_in(node$figure), function(figure) {
    isTRUE(room_of("figure", figure$fn)$divides_by_days)
  }, TRUE))
  if (facts$gappy > 0 && unit != "moment") table$note(sprintf(
    "%s %ss without %s%s", have(facts$gappy, "frame"), unit, if (table$row == "entry") "an entry" else "a line",
    if (averages) sprintf("; the average divides by the %ss present", unit) else ""
  ), "frames")
}

# Widths that people mean to include the row itself, and write as rows behind it.
usual_widths <- c(3, 5, 7, 10, 12, 14, 28, 30, 31, 52, 90, 365)

note_one_too_many <- function(node, table) {
  behind <- node$frame$behind$n
  if (!is.null(node$frame$width) || node$frame$ahead$n != 0 || !behind %in% usual_widths) return(invisible())
  if (node$frame$behind$unit != "rows") return(invisible())
  table$note(sprintf(
    "%s behind and this one make %s rows; for %s rows in all say rolling(..., %s)", number_word(behind), behind + 1,
    number_word(behind), behind
  ), "frames")
}

note_rows_for_days <- function(node, facts, table) {
  width <- node$frame$behind$n + node$frame$ahead$n + 1
  if (facts$steps == 0 || width < 2) return(invisible())
  advice <- sprintf("for %s days say days(%s)", number_word(width), width)
  if (facts$same_day > facts$steps / 2) {
    table$note(sprintf("several rows share a date, so %s rows are not %s days; %s", width, width, advice), "frames")
  } else if (facts$wide > 0 && facts$next_day >= facts$steps / 2) {
    table$note(sprintf(
      "%s rows span up to %s days in %s; %s", width, facts$widest, count_of(facts$wide, "place"), advice
    ), "frames")
  }
}

is_or_are <- function(n, what) paste(count_of(n, what), if (n == 1) "is" else "are")

room("grouped", "call", place = 4,
  takes = function(name, ctx) has_room("figure", name),
  check = function(expr, name, values, ctx) check_grouped(expr, name, values, ctx)
)

room("whole_group", "window",
  args = alist(figure = , per = NULL),
  check = function(expr, values, ctx) stop_unknown_function("whole_group", ctx),
  work = function(node, table) {
    groups <- window_groups(node$per, table)
    worked <- work_figures(list(node$figure), groups, table)
    for (note in figure_notes(node$figure, worked$facts[[feed_key(node$figure)]])) table$note(note, "skipped")
    pick_rows(worked$values[[1]], core_group_numbers(groups))
  },
  again = function(node, table, at) {
    group <- plain_groups(node$per, table)
    again_by_line(node$figure, lapply(at, function(row) which(group == group[row])), table)
  },
  rows_used = function(node, table, at) group_mates(node, table, at),
  whole = function(...) figures_of_groups(...), result = that_gives,
  in_sql = function(node, to) {
    framed_in_sql(node$figure, paste(partition_said(node, to), collapse = ""), to)
  },
  said = function(node) figure_label(node$figure), unlisted = TRUE,
  words = "any figure with per =, over the whole group, beside each of its rows"
)

# The frames of some rows, found by comparing every row of the group, and their figures.
frames_by_hand <- function(node, table, at) {
  group <- plain_groups(node$per, table)
  ordered <- plain_order(node$along, table)
  dates <- dated_along(node$along)
  day <- NULL
  if (!is.null(dates) && by_calendar(node$frame)) {
    clock <- frame_clock_again(node$frame, evaluate_column(dates, table))
    day <- clock$day
    node$frame <- clock$frame
  }
  lapply(at, function(row) {
    here <- ordered$order[group[ordered$order] == group[row]]
    frame_by_hand(node, here, row, ordered$place, day)
  })
}

# The rows of the group of some rows.
group_mates <- function(node, table, at) {
  group <- plain_groups(node$per, table)
  which(group %in% group[at])
}

framed_again <- function(node, table, at) {
  frames <- frames_by_hand(node, table, at)
  nodes <- figures_in(node$figure)
  values <- lapply(nodes, function(figure) {
    found <- again_by_line(figure, lapply(frames, `[[`, "rows"), table)
    found[!vapply(frames, `[[`, TRUE, "full")] <- NA
    if (figure$kind == "text") encode_text(as.character(found)) else found
  })
  part <- table_in_hand(
    function(name) pick_rows(table$column(name), at), length(at), function(id) values[[id]]
  )
  plain_vector(evaluate_column(node$figure, part))
}

frame_by_hand <- function(node, here, row, place, day) {
  frame <- node$frame
  if (by_calendar(frame)) {
    ends <- calendar_ends(day[row], frame)
    if (anyNA(ends)) return(list(rows = integer(), full = FALSE))
    dated <- here[is.finite(day[here])]
    full <- ends[1] >= min(day[dated]) && (ends[2] <= max(day[dated]) || frame$ahead$n == 0)
    return(list(rows = dated[day[dated] >= ends[1] & day[dated] <= ends[2]], full = full || node$partial))
  }
  at <- match(row, here)
  ends <- if (frame$together) range(which(place[here] == place[row])) else c(at, at)
  low <- if (frame$behind$unit == "end") 1 else ends[1] - frame$behind$n
  high <- ends[2] + frame$ahead$n
  full <- low >= 1 && high <= length(here)
  rows <- here[seq_along(here) >= low & seq_along(here) <= high]
  if (frame$together && length(rows)) rows <- here[seq_along(here) >= low & place[here] <= max(place[rows])]
  list(rows = rows, full = full || node$partial)
}
