# Row functions that ask: comparison, logic, missing values, choices.

comparable <- function(args, ctx) {
  args <- date_from_text(args, ctx)
  kinds <- vapply(args, function(arg) arg$kind, character(1))
  known <- setdiff(kinds, c("any", "empty"))
  families <- unique(vapply(known, kind_family, ""))
  if (length(families) > 1) {
    stop_in(
      ctx, "wrong_kind",
      sprintf(
        "%s is %s and %s is %s: they cannot be compared.", node_text(args[[1]]), a_kind(kinds[1]),
        node_text(args[[2]]), a_kind(kinds[2])
      ),
      if ("texts" %in% families) "Put quotes around text; use as_number() for numbers kept as text."
    )
  }
  for (arg in args) {
    if (arg$type == "value" && anyNA(arg$value) && !any(is.nan(unclass(as_doubles_or_zero(arg$value))))) stop_in(
      ctx, "missing_constant", "nothing is equal to a missing value, nor less or more than it.",
      "Ask is_missing(x), or not: !is_missing(x)."
    )
  }
  args
}

as_doubles_or_zero <- function(x) if (is.double(x) && !inherits(x, "integer64")) x else 0

# Which of two stands first goes by the order of a choice's levels, so what is beside it must be one of
# them; only a column of text has an order of its own.
in_order_comparable <- function(args, ctx) {
  args <- comparable(args, ctx)
  kinds <- vapply(args, function(arg) arg$kind, "")
  other <- args[kinds == "text"]
  if ("factor" %in% kinds && length(other) && other[[1]]$type != "value") stop_in(
    ctx, "wrong_kind", sprintf(
      "a choice goes by the order of its levels, and %s is text, which has another.", node_text(other[[1]])
    ), sprintf("To compare both by alphabet write as_text(%s).", node_label(args[kinds == "factor"][[1]]))
  )
  args
}

compare_with <- function(fn, ordered = FALSE) {
  force(fn)
  force(ordered)
  function(x, y) {
    if (ordered && (is.factor(x) || is.factor(y))) return(compare_levels(fn, x, y))
    if (is_textual(x) || is_textual(y)) return(compare_texts(fn, x, y))
    if (inherits(x, "integer64") || inherits(y, "integer64")) return(fn(which_is_more(x, y), 0L))
    if (is_moment_vector(x) || is_moment_vector(y)) return(fn(moment_number(x, y), moment_number(y, x)))
    fn(x, y)
  }
}

# Choices by the place of their levels.
compare_levels <- function(fn, x, y) {
  levels <- levels(if (is.factor(x)) x else y)
  place <- function(v) {
    if (is.factor(v) && identical(levels(v), levels)) return(as.integer(v))
    if (is.factor(v)) stop_idle(
      "wrong_kind", "Two choices with unlike levels have no order between them.",
      "Compare them by alphabet: as_text(a) < as_text(b)."
    )
    text <- plain_vector(as_text_vector(v))
    at <- match(text, levels)
    lost <- text[is.na(at) & !is.na(text)]
    if (length(lost)) stop_idle(
      "bad_argument", sprintf("%s is none of the levels of the choice that it is compared with.", value_text(lost[1])),
      sprintf("The levels are, in order, %s.", listing(vapply(levels, value_text, ""), 12))
    )
    at
  }
  fn(place(x), place(y))
}

# -1, 0 or 1: exact also where a 64-bit whole number stands beside one with a fraction.
which_is_more <- function(x, y) {
  if (!inherits(x, "integer64")) return(-which_is_more(y, x))
  n <- max(length(x), length(y))
  x <- rep(x, length.out = n)
  y <- if (inherits(y, "integer64")) rep(y, length.out = n) else rep_len(as_plain_number(y), n)
  result <- rep(NA_integer_, n)
  if (inherits(y, "integer64")) return((x > y) - (x < y))
  result[y >= 2^63] <- -1L
  result[y < -2^63] <- 1L
  inside <- which(y < 2^63 & y >= -2^63)
  whole <- floor(y[inside])
  bound <- bit64::as.integer64(whole)
  part <- (x[inside] > bound) - (x[inside] < bound)
  result[inside] <- ifelse(part == 0L & y[inside] > whole, -1L, part)
  result[is.na(x)] <- NA
  result
}

# By code point, on different texts only.
compare_texts <- function(fn, x, y) {
  if (is_one_text(y)) {
    bound <- as.character(y)
    return(on_texts(as_texts(x), function(texts) compare_bytes(fn, texts, bound)))
  }
  if (is_one_text(x)) {
    bound <- as.character(x)
    return(on_texts(as_texts(y), function(texts) compare_bytes(fn, bound, texts)))
  }
  x <- as_texts(x)
  y <- as_texts(y)
  all <- unique(c(texts_of(x), texts_of(y)))
  rank <- core_rank_texts(all)
  place <- function(v) core_look_up(v, rank[match(texts_of(v), all)])
  fn(place(x), place(y))
}

compare_bytes <- function(fn, x, y) {
  n <- max(length(x), length(y))
  rank <- core_rank_texts(enc2utf8(c(x, y)))
  same <- match(c(x, y), c(x, y))
  place <- rank[same]
  place[is.na(c(x, y))] <- NA
  left <- place[seq_along(x)]
  right <- place[length(x) + seq_along(y)]
  rep_len(fn(left, right), n)
}

comparison <- function(op, ordered, words, spread = FALSE) {
  force(op)
  force(spread)
  force(words)
  room(op, "row", topic = "conditions and choices",
    args = alist(x = , y = ), takes = list(x = "any", y = "any"), gives = "logical",
    ready = if (ordered) in_order_comparable else comparable, work = compare_with(match.fun(op), ordered),
    again = function(x, y) compared_again(match.fun(op), x, y, ordered),
    in_sql = function(sql, node, to) {
      sql <- compared_in_sql(sql, node$args, to, ordered)
      sprintf("(%s %s %s)", sql[[1]], c(`==` = "=", `!=` = "<>", `<` = "<", `<=` = "<=", `>` = ">", `>=` = ">=")[[op]],
        sql[[2]])
    },
    words = if (ordered) "compares; choices by the order of their levels, text by code point" else "compares",
    phrases = list(phrase(
      paste("{x} is", words), call(op, quote(.x), quote(.v)), group = "conditions", spread = if (spread) "x",
      x = blank("column", of = if (ordered) "measured" else "ordered"), v = blank("value", like = "x")
    ))
  )
}
Map(comparison, c("==", "!="), FALSE, c("{v}", "not {v}"), c(TRUE, FALSE))
Map(comparison, c(">", ">=", "<", "<="), TRUE, c("above {v}", "at least {v}", "below {v}", "at most {v}"), c(TRUE,
  FALSE, FALSE, FALSE))

room("%in%", "row", topic = "conditions and choices",
  args = alist(x = , set = ), takes = list(x = "any", set = "any"), gives = "logical",
  check = function(expr, values, ctx) {
    parts <- match_args(expr, room_of("row", "%in%")$args, "%in%", ctx)
    if (rlang::is_call(parts$set, "column_of")) return(member_node(parts, values, ctx))
    set <- check_set(parts$set, values, ctx, "the set to the right of %in%")
    if (set$type == "value" && length(set$value) && anyNA(set$value)) stop_in(
      ctx, "missing_constant", "the set to the right of %in% has a missing value, which nothing is equal to.",
      "Take it out and write x %in% set | is_missing(x)."
    )
    args <- list(x = check_node(parts$x, values, ctx), set = set)
    list(type = "call", fn = "%in%", args = comparable(args, ctx), kind = "logical")
  },
  work = function(x, set) in_set(x, set),
  again = function(x, set) {
    if (inherits(x, "integer64") || inherits(set, "integer64")) return(NULL)
    if (is_moment_vector(x)) set <- as.double(at_midnight(set, x))
    found <- if (is_moment_vector(x)) as.double(x) %in% set else as.vector(x) %in% as.vector(set)
    ifelse(missing_again(x), NA, found)
  },
  in_sql = function(sql, node, to) {
    set <- node$args$set
    if (set$type == "value" && length(set$value) == 0) {
      return(sprintf("(CASE WHEN %s IS NOT NULL THEN FALSE END)", sql$x))
    }
    x <- compared_in_sql(sql["x"], node$args["x"], to, FALSE)[[1]]
    sprintf("(%s IN %s)", x, if (startsWith(sql$set, "(") && endsWith(sql$set, ")")) sql$set else
      sprintf("(%s)", sql$set))
  },
  words = "is one of a set of values, written as c(...) or held by a variable",
  phrases = list(phrase("{x} is one of {v}", quote(.x %in% .v), group = "conditions",
    x = blank("column", of = "words"), v = blank("values", like = "x", many = TRUE)))
)

in_set <- function(x, set) {
  if (is_textual(x)) {
    set <- enc2utf8(as.character(set))
    return(on_texts(as_texts(x), function(texts) ifelse(is.na(texts), NA, texts %in% set)))
  }
  if (is_moment_vector(x) && length(set)) {
    set <- moment_number(set, x)
    x <- if (inherits(x, "POSIXct")) as.double(unclass(x)) else as_days(x)
  }
  if (inherits(x, "integer64") || inherits(set, "integer64")) return(whole_in_set(x, set))
  found <- match(x, set, nomatch = 0L) > 0L
  found[is_missing_value(x)] <- NA
  found
}

whole_in_set <- function(x, set) {
  as_wholes <- function(v) if (inherits(v, "integer64")) v else bit64::as.integer64(v)
  whole <- if (inherits(x, "integer64")) rep(TRUE, length(x)) else x == floor(x) & abs(x) < 2^63
  if (!inherits(set, "integer64")) set <- set[is.finite(set) & set == floor(set) & abs(set) < 2^63]
  found <- rep(FALSE, length(x))
  at <- which(whole)
  if (length(set)) found[at] <- !is.na(bit64::match(as_wholes(x[at]), as_wholes(set)))
  found[is_missing_value(x)] <- NA
  found
}

room("between", "row", topic = "conditions and choices",
  args = alist(x = , low = , high = ), takes = list(x = "any", low = "any", high = "any"),
  gives = "logical",
  ready = function(args, ctx) {
    lower <- in_order_comparable(unname(args[c("x", "low")]), ctx)
    upper <- in_order_comparable(unname(args[c("x", "high")]), ctx)
    list(x = lower[[1]], low = lower[[2]], high = upper[[2]])
  },
  work = function(x, low, high) compare_with(`>=`, TRUE)(x, low) & compare_with(`<=`, TRUE)(x, high),
  again = function(x, low, high) {
    from <- compared_again(`<`, x, low, TRUE)
    to <- compared_again(`>`, x, high, TRUE)
    if (is.null(from) || is.null(to)) NULL else !(from | to)
  },
  in_sql = function(sql, node, to) {
    sql <- compared_in_sql(sql, node$args, to, TRUE)
    sprintf("(%s BETWEEN %s AND %s)", sql$x, sql$low, sql$high)
  },
  words = "from one bound to another, both included",
  phrases = list(phrase("{x} is from {a} to {b}", quote(between(.x, .a, .b)), group = "conditions",
    x = blank("column", of = "measured"), a = blank("value", like = "x", at = "smallest"),
    b = blank("value", like = "x", at = "largest")))
)

two_conditions <- list(x = "logical", y = "logical")
room("&", "row", topic = "conditions and choices",
  args = alist(x = , y = ), takes = two_conditions, gives = "logical", work = `&`,
  again = function(x, y) ifelse(x %in% FALSE | y %in% FALSE, FALSE, ifelse(is.na(x) | is.na(y), NA, TRUE)),
  in_sql = function(sql, node, to) sprintf("(%s AND %s)", sql$x, sql$y), words = "and"
)
room("|", "row", topic = "conditions and choices",
  args = alist(x = , y = ), takes = two_conditions, gives = "logical", work = `|`,
  again = function(x, y) ifelse(x %in% TRUE | y %in% TRUE, TRUE, ifelse(is.na(x) | is.na(y), NA, FALSE)),
  in_sql = function(sql, node, to) sprintf("(%s OR %s)", sql$x, sql$y), words = "or"
)
room("!", "row", topic = "conditions and choices",
  args = alist(x = ), takes = list(x = "logical"), gives = "logical", work = `!`,
  again = function(x) ifelse(is.na(x), NA, x %in% FALSE), words = "not",
  in_sql = function(sql, node, to) {
    if (identical(node$args$x$fn, "is_missing")) sub(" IS NULL)", " IS NOT NULL)", sql$x, fixed = TRUE) else
      sprintf("(NOT %s)", sql$x)
  },
  phrases = list(
    phrase("{x} is yes", quote(.x), group = "conditions", x = blank("column", of = "logical")),
    phrase("{x} is no", quote(!.x), group = "conditions", x = blank("column", of = "logical"))
  )
)

room("is_missing", "row", topic = "conditions and choices",
  args = alist(x = ), takes = list(x = "any"), gives = "logical", work = is_missing_value,
  again = function(x) missing_again(x), in_sql = function(sql, node, to) sprintf("(%s IS NULL)", sql$x),
  words = "is missing",
  phrases = list(
    phrase("{x} is missing", quote(is_missing(.x)), group = "conditions", x = blank("column")),
    phrase("{x} is filled in", quote(!is_missing(.x)), group = "conditions", x = blank("column"))
  )
)

same_kind <- function(kinds, args, ctx) {
  kind <- common_kind(kinds)
  if (is.na(kind)) {
    stop_in(
      ctx, "wrong_kind",
      sprintf("the values of one column must be of one kind, and these are %s.", both(unique(kind_name(kinds)))),
      "Make text of them with as_text(), or numbers with as_number()."
    )
  }
  if (kind == "factor") "text" else kind
}

# Values of one column are of one kind: yes and no beside numbers are numbers.
alike_in_sql <- function(sql, args, node, to) {
  if (node$kind %in% kind_sets$text || node$kind %in% c("logical", kind_sets$moment)) return(unlist(sql))
  unlist(Map(function(one, arg) {
    if (arg$kind == "logical" && !identical(one, "NULL")) to$server$yes_as_number(one) else
      one
  }, sql, args))
}

room("case", "row", topic = "conditions and choices",
  args = alist(... = , otherwise = NULL), takes = list(), gives = "any",
  check = function(expr, values, ctx) {
    parts <- as.list(expr)[-1]
    last <- rlang::names2(parts) == "otherwise"
    branches <- parts[!last]
    if (length(branches) == 0 || !all(vapply(branches, rlang::is_call, logical(1), name = "when", n = 2))) {
      stop_in(ctx, "bad_argument", "case() is made of when(condition, value) parts and otherwise = value.")
    }
    conditions <- lapply(branches, function(b) check_node(b[[2]], values, ctx))
    check_kinds(stats::setNames(conditions, rep("when", length(conditions))), list(when = "logical"), "when", ctx)
    results <- lapply(branches, function(b) check_node(b[[3]], values, ctx))
    results <- c(results, list(if (any(last)) check_node(parts[last][[1]], values, ctx) else value_node(NA)))
    results <- whole_constants(results, ctx)
    kind <- same_kind(vapply(results, function(r) r$kind, "", USE.NAMES = FALSE), results, ctx)
    list(type = "call", fn = "case", args = c(unname(conditions), unname(results)), kind = kind)
  },
  work = function(...) {
    args <- list(...)
    branches <- (length(args) - 1) / 2
    n <- max(vapply(args, length_of, numeric(1)))
    choice <- rep(branches + 1, n)
    for (k in rev(seq_len(branches))) {
      met <- args[[k]]
      if (length(met) == 1) met <- rep(met, n)
      choice[which(met)] <- k
    }
    choose_from(args[branches + seq_len(branches + 1)], choice)
  },
  again = function(...) {
    args <- list(...)
    branches <- (length(args) - 1) / 2
    value <- args[[length(args)]]
    for (k in rev(seq_len(branches))) value <- either_again(args[[k]] %in% TRUE, args[[branches + k]], value)
    value
  },
  in_sql = function(sql, node, to) {
    branches <- (length(sql) - 1) / 2
    values <- alike_in_sql(sql[-seq_len(branches)], node$args[-seq_len(branches)], node, to)
    parts <- sprintf("WHEN %s THEN %s", vapply(sql[seq_len(branches)], bare_sql, ""), values[seq_len(branches)])
    sprintf("CASE %s ELSE %s END", paste(parts, collapse = " "), values[[branches + 1]])
  },
  call = "case(when(condition, value), ..., otherwise = )", words = "the value of the first condition that is met"
)

room("or_else", "row", topic = "conditions and choices",
  args = alist(x = , y = ), takes = list(x = "any", y = "any"), gives = same_kind, ready = whole_constants,
  work = function(x, y) {
    n <- max(length_of(x), length_of(y))
    choose_from(list(x, y), rep_len(ifelse(is_missing_value(x), 2, 1), n))
  },
  again = function(x, y) either_again(!missing_again(x), x, y),
  in_sql = function(sql, node, to) {
    sprintf("COALESCE(%s)", toString(vapply(alike_in_sql(sql, node$args, node, to), bare_sql, "")))
  },
  words = "the first value, or the second where it is missing",
  phrases = list(phrase("{x}, or {v} where it is missing", quote(or_else(.x, .v)), named = "{x}_filled",
    group = "choices", x = blank("column", of = "valued"), v = blank("value", like = "x")))
)

band_labels <- function(at) {
  marks <- format(at, trim = TRUE, scientific = FALSE, drop0trailing = TRUE, big.mark = ",")
  n <- length(at)
  c(
    paste("under", marks[1]),
    if (n > 1) paste(marks[-n], "to under", marks[-1]),
    paste(marks[n], "and over")
  )
}

room("bands", "row", topic = "conditions and choices",
  args = alist(x = , at = , labels = NULL), takes = list(x = "number", at = "any", labels = "any"),
  gives = "factor",
  check = function(expr, values, ctx) {
    parts <- match_args(expr, room_of("row", "bands")$args, "bands", ctx)
    args <- list(x = check_node(parts$x, values, ctx))
    check_kinds(args, list(x = "number"), "bands", ctx)
    args$at <- value_node(set_of_values(parts$at, values, "at", ctx))
    if (!is.numeric(args$at$value) || anyNA(args$at$value) || is.unsorted(args$at$value, strictly = TRUE)) {
      stop_in(ctx, "bad_argument", "bands(at = ) takes limits that rise: at = c(10, 20, 50).")
    }
    labels <- if (is.null(parts$labels)) band_labels(args$at$value) else set_of_values(
      parts$labels, values, "labels", ctx
    )
    if (length(labels) != length(args$at$value) + 1 || anyDuplicated(labels)) {
      stop_in(ctx, "bad_argument", "bands() takes one label more than limits, all different.")
    }
    args$labels <- value_node(as.character(labels))
    list(type = "call", fn = "bands", args = args, kind = "factor")
  },
  work = function(x, at, labels) {
    factor(labels[findInterval(as_plain_number(x), at) + 1], levels = labels)
  },
  again = function(x, at, labels) {
    band <- rep(1L, length(x))
    for (limit in at) band <- band + (as.double(x) >= limit)
    labels[band]
  },
  in_sql = function(sql, node, to) {
    x <- without_nan(number_said(sql$x, node$args$x, to), node$args$x, to)
    at <- vapply(node$args$at$value, number_in_sql, "", to = to)
    texts <- vapply(node$args$labels$value, constant_for, "", to = to)
    n <- length(at)
    parts <- sprintf("WHEN %s < %s THEN %s", x, at, texts[seq_len(n)])
    sprintf("CASE %s WHEN %s >= %s THEN %s END", paste(parts, collapse = " "), x, at[n], texts[n + 1])
  },
  levels = function(node) node$args$labels$value,
  words = "which band between limits; a limit belongs to the band above it",
  phrases = list(phrase("{x} in bands, cut at {at}", quote(bands(.x, at = .at)), named = "{x}_band", group = "bands",
    x = blank("column", of = "measure"), at = blank("cuts", like = "x", many = TRUE)))
)

# Text written in a comparison with a date is read as that date, strictly; beside a date with time it
# may have a time of day, which is one of the column's own zone.
date_from_text <- function(args, ctx) {
  kinds <- vapply(args, function(arg) arg$kind, character(1))
  if (!any(is_moment(kinds))) return(args)
  times <- any(kinds == "time")
  lapply(args, function(arg) {
    if (arg$type != "value" || arg$kind != "text") return(arg)
    moment <- strict_date(arg$value)
    if (anyNA(moment) && times) moment <- strict_clock(arg$value)
    if (anyNA(moment)) {
      stop_in(
        ctx, "wrong_kind", sprintf("%s is compared with a date and is no date.", value_text(arg$value)),
        sprintf("Write dates as \"2025-03-31\"%s.", if (times) ", times as \"2025-03-31 18:30:00\"" else "")
      )
    }
    value_node(moment)
  })
}
