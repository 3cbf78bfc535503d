# Row functions that ask: comparison, logic, missing values, choices.

# Text written in a comparison with a date is read as that date, strictly.
date_from_text <- function(args, ctx) {
  kinds <- vapply(args, function(arg) arg$kind, character(1))
  if (!any(is_moment(kinds))) return(args)
  lapply(args, function(arg) {
    if (arg$type != "value" || arg$kind != "text") return(arg)
    day <- strict_date(arg$value)
    if (anyNA(day)) {
      stop_in(
        ctx, "wrong_kind", sprintf("%s is compared with a date and is no date.", value_text(arg$value)),
        "Write dates as \"2025-03-31\"."
      )
    }
    value_node(if (any(kinds == "time")) as.POSIXct(format(day), tz = "UTC") else day)
  })
}

strict_date <- function(text) {
  shaped <- grepl("^[0-9]{4}-[0-9]{2}-[0-9]{2}$", text)
  day <- rep(as.Date(NA), length(text))
  day[shaped] <- as.Date(text[shaped], format = "%Y-%m-%d", optional = TRUE)
  day
}

comparable <- function(args, ctx) {
  args <- date_from_text(args, ctx)
  kinds <- vapply(args, function(arg) arg$kind, character(1))
  known <- setdiff(kinds, c("any", "empty"))
  families <- unique(ifelse(known %in% kind_sets$number, "number",
    ifelse(known %in% kind_sets$text, "text", "moment")
  ))
  if (length(families) > 1) {
    stop_in(
      ctx, "wrong_kind",
      sprintf(
        "%s is %s and %s is %s: they cannot be compared.", node_text(args[[1]]), a_kind(kinds[1]),
        node_text(args[[2]]), a_kind(kinds[2])
      ),
      if ("text" %in% families) "Put quotes around text; use as_number() for numbers kept as text."
    )
  }
  args
}

is_textual <- function(x) is_text_vector(x) || is.character(x) || is.factor(x)

compare_with <- function(fn) {
  force(fn)
  function(x, y) {
    if (is_textual(x) || is_textual(y)) return(compare_texts(fn, x, y))
    if (inherits(x, "integer64") || inherits(y, "integer64")) return(fn(x, y))
    fn(unclass(as_utc_seconds(x, y)), unclass(as_utc_seconds(y, x)))
  }
}

# A date beside a date with time counts from its midnight.
as_utc_seconds <- function(x, other) {
  if (inherits(x, "Date") && inherits(other, "POSIXct")) return(as.double(unclass(x)) * 86400)
  x
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

is_one_text <- function(x) is.character(x) && length(x) == 1
as_texts <- function(x) if (is.character(x) && length(x) == 1) x else as_text_vector(x)

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

comparison <- function(op) {
  force(op)
  room(op, "row",
    args = alist(x = , y = ), takes = list(x = "any", y = "any"), gives = "logical",
    ready = comparable, work = compare_with(match.fun(op)), words = "compares"
  )
}
lapply(c("==", "!=", "<", "<=", ">", ">="), comparison)

room("%in%", "row",
  args = alist(x = , set = ), takes = list(x = "any", set = "any"), gives = "logical",
  check = function(expr, values, ctx) {
    set <- expr[[3]]
    if (rlang::is_call(set, "c")) {
      members <- lapply(as.list(set)[-1], check_node, values = values, ctx = ctx)
      if (any(vapply(members, function(m) m$type != "value", logical(1)))) {
        stop_in(ctx, "bad_argument", "the set to the right of %in% holds values only.")
      }
      set <- do.call(c, lapply(members, function(m) m$value))
    } else {
      set <- check_node(set, values, ctx)$value
    }
    args <- list(x = check_node(expr[[2]], values, ctx), set = value_node(set))
    list(type = "call", fn = "%in%", args = comparable(args, ctx), kind = "logical")
  },
  work = function(x, set) {
    if (is_textual(x)) {
      set <- as.character(set)
      return(on_texts(as_texts(x), function(texts) texts %in% set))
    }
    found <- match(x, set, nomatch = 0L) > 0L
    found[is.na(x)] <- NA
    found
  },
  words = "is one of a set"
)

room("between", "row",
  args = alist(x = , low = , high = ), takes = list(x = "any", low = "any", high = "any"),
  gives = "logical",
  ready = function(args, ctx) {
    lower <- comparable(unname(args[c("x", "low")]), ctx)
    upper <- comparable(unname(args[c("x", "high")]), ctx)
    list(x = lower[[1]], low = lower[[2]], high = upper[[2]])
  },
  work = function(x, low, high) compare_with(`>=`)(x, low) & compare_with(`<=`)(x, high),
  words = "from one bound to another, both included"
)

two_conditions <- list(x = "logical", y = "logical")
room("&", "row",
  args = alist(x = , y = ), takes = two_conditions, gives = "logical", work = `&`, words = "and"
)
room("|", "row",
  args = alist(x = , y = ), takes = two_conditions, gives = "logical", work = `|`, words = "or"
)
room("!", "row",
  args = alist(x = ), takes = list(x = "logical"), gives = "logical", work = `!`, words = "not"
)

room("is_missing", "row",
  args = alist(x = ), takes = list(x = "any"), gives = "logical", work = is_missing_value,
  words = "is missing"
)

same_kind <- function(kinds, args, ctx) {
  kind <- common_kind(kinds)
  if (is.na(kind)) {
    stop_in(
      ctx, "wrong_kind",
      sprintf("the values of one column must be of one kind, and these are %s.", both(a_kind(kinds))),
      "Make text of them with as_text(), or numbers with as_number()."
    )
  }
  if (kind == "factor") "text" else kind
}

# Brings values to one representation, so that they can stand in one column.
alike <- function(values, n) {
  textual <- any(vapply(values, is_textual, logical(1)))
  if (!textual) {
    wholes <- vapply(values, inherits, logical(1), what = "integer64")
    return(
      if (all(wholes)) values else lapply(values, function(v) if (is_moment_vector(v)) v else as_plain_number(v))
    )
  }
  lapply(values, function(v) {
    if (!is_textual(v)) return(text_vector(rep(NA_integer_, length_of(v)), character()))
    if (is.character(v)) encode_text(v) else as_text_vector(v)
  })
}

# The value at `choice` (1 for the first list of values, ...) in each row.
choose_from <- function(values, choice) {
  n <- length(choice)
  values <- lapply(alike(values, n), function(v) if (length_of(v) == n) v else repeated(v, n))
  if (any(vapply(values, is_text_vector, logical(1)))) return(choose_texts(values, choice))
  result <- values[[1]]
  for (k in seq_along(values)[-1]) {
    at <- which(choice == k)
    result[at] <- values[[k]][at]
  }
  result
}

choose_texts <- function(values, choice) {
  texts <- unique(unlist(lapply(values, texts_of)))
  result <- rep(NA_integer_, length(choice))
  for (k in seq_along(values)) {
    at <- which(choice == k)
    place <- match(texts_of(values[[k]]), texts)
    result[at] <- place[codes_of(values[[k]])[at]]
  }
  text_vector(result, texts)
}

room("case", "row",
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
    kind <- same_kind(vapply(results, function(r) r$kind, character(1)), results, ctx)
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
  words = "the value of the first condition that is met"
)

room("or_else", "row",
  args = alist(x = , y = ), takes = list(x = "any", y = "any"), gives = same_kind,
  work = function(x, y) {
    choose_from(list(x, y), ifelse(is_missing_value(x), 2, 1))
  },
  words = "the first value, or the second where it is missing"
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

room("bands", "row",
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
  words = "which band between limits; a limit belongs to the band above it"
)

# Constants written as c(...), as one value, or as a local variable.
set_of_values <- function(expr, values, arg, ctx) {
  members <- if (rlang::is_call(expr, "c")) as.list(expr)[-1] else list(expr)
  nodes <- lapply(members, check_node, values = values, ctx = ctx)
  if (any(vapply(nodes, function(n) n$type != "value", logical(1)))) {
    stop_in(ctx, "bad_argument", sprintf("`%s` takes values, not columns.", arg))
  }
  do.call(c, lapply(nodes, function(n) n$value))
}
