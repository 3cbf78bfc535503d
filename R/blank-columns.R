# Blanks that hold columns: of the rows in hand, of the entries, keys, columns of another table.

# Sets of kinds that choosing knows besides those of functions.
kinds_chosen <- list(
  measure = c("integer", "double", "integer64"), measured = c("integer", "double", "integer64", "date", "time"),
  named = c("text", "factor", "logical"), words = c("text", "factor"), valued = c("text", "integer", "double")
)

of_kinds <- function(columns, of) {
  if (is.null(of)) of <- "any"
  set <- if (of %in% names(kinds_chosen)) kinds_chosen[[of]] else kind_sets[[of]]
  Filter(function(kind) kind %in% set, columns)
}

offer <- function(expr, label = says_expr(expr), detail = "") {
  value <- if (is.null(expr)) "" else if (is.character(expr)) expr else expr_text(expr)
  list(value = value, label = label, expr = expr, detail = detail)
}

says_expr <- function(expr) {
  if (is.null(expr)) "" else if (is.symbol(expr) || is.character(expr)) as.character(expr) else
    if (is.numeric(expr)) exact_text(expr) else expr_text(expr)
}

reads_symbol <- function(expr, blank) if (is.symbol(expr)) as.character(expr)

# The one that was offered under this text.
chosen_offer <- function(texts, blank, seen, filled) {
  offers <- room_of("blank", blank$kind)$offers(blank, seen, filled)
  values <- vapply(offers, `[[`, "", "value")
  at <- match(texts, values)
  if (length(at) == 0 || anyNA(at)) stop_idle(
    "bad_argument", sprintf("%s is not offered here.", value_text(texts[is.na(at)][1])), "Choose from the list."
  )
  if (blank$many) lapply(offers[at], `[[`, "expr") else offers[[at[1]]]$expr
}

room_of_columns <- function(name, columns_of, reads = reads_symbol, asks = "Column") {
  force(columns_of)
  force(asks)
  room(name, "blank", asks = asks, entry = "choice", reads = reads, writes = chosen_offer,
    offers = function(blank, seen, filled) {
      # Many phrases ask for the same columns.
      asked <- rlang::hash(list(name, blank, filled[c(blank$in_table, blank$other_than)]))
      once_in(seen$offered, asked, offers_of_columns(columns_of(blank, seen, filled), blank, seen, filled))
    }
  )
}

offers_of_columns <- function(columns, blank, seen, filled) {
  other <- if (!is.null(blank$other_than)) says_expr(filled[[blank$other_than]])
  names <- setdiff(in_usual_order(names(columns), columns, blank, seen), other)
  none <- if (blank$optional) list(offer(NULL, "the whole"))
  c(none, lapply(names, function(name) offer(as.name(name), detail = seen$detail(name, columns[[name]]))))
}

# Figures first, then dates, numbers of rows last, where numbers are asked for.
in_usual_order <- function(names, columns, blank, seen) {
  if (isTRUE(blank$measures)) return(names[order(!names %in% seen$measures)])
  if (!isTRUE(blank$of %in% c("measure", "measured"))) return(names)
  names[order(vapply(names, seen$is_number_of_a_row, TRUE), is_moment(unlist(columns[names])))]
}

room_of_columns("column", function(blank, seen, filled) of_kinds(seen$columns, blank$of))
room_of_columns("entry_column", function(blank, seen, filled) of_kinds(seen$entries, blank$of))
room_of_columns("key_to_be", function(blank, seen, filled) of_kinds(seen$keys_to_be, blank$of))
room_of_columns("key", function(blank, seen, filled) {
  keys <- seen$columns[seen$keys]
  if (length(keys) < 2) return(list())
  if (!isTRUE(blank$few)) keys else without_null(stats::setNames(lapply(names(keys), function(name) {
    if (seen$is_few(name)) keys[[name]]
  }), names(keys)))
})

several_said <- function(exprs, blank) {
  if (all(vapply(exprs, is.symbol, TRUE))) both(vapply(exprs, as.character, ""))
}

room_of_columns("keys", function(blank, seen, filled) {
  keys <- seen$columns[seen$keys]
  if (is.null(blank$most)) keys else utils::head(keys, blank$most)
}, several_said, "Keys")

room_of_columns("columns", function(blank, seen, filled) {
  if (is.null(blank$in_table)) {
    columns <- of_kinds(seen$columns, blank$of)
    return(if (isTRUE(blank$few)) columns[vapply(names(columns), seen$is_few, TRUE)] else columns)
  }
  there <- as.list(kinds_of(seen$tables[[says_expr(filled[[blank$in_table]])]]))
  there[setdiff(names(there), names(seen$columns))]
}, several_said, "Columns")

# By what lines of another table are found: columns under the same name, and the start of a period that a date of ours
# lies in; only what finds one line at the most.
room("match", "blank", asks = "By", entry = "choice", writes = chosen_offer,
  reads = function(expr, blank) {
    parts <- if (rlang::is_call(expr, "c")) as.list(expr)[-1] else list(expr)
    both(vapply(parts, function(part) {
      period <- rlang::is_call(part, "==") && rlang::is_call(part[[2]], "start_of", n = 2)
      if (period) sprintf("the %s of %s", part[[2]][[3]], says_expr(part[[2]][[2]])) else says_expr(part)
    }, ""))
  },
  offers = function(blank, seen, filled) {
    table <- seen$tables[[says_expr(filled[[blank$in_table]])]]
    there <- as.list(kinds_of(table))
    alike <- Filter(function(name) isTRUE(kind_family(there[[name]]) == kind_family(seen$columns[[name]])),
      intersect(names(there), names(seen$columns)))
    ways <- c(alike, if (length(alike) > 1) list(alike))
    found <- lapply(Filter(function(names) is_key_of(table, names), ways), function(names) {
      if (length(names) == 1) as.name(names) else as.call(c(quote(c), lapply(names, as.name)))
    })
    lapply(c(found, matches_by_period(table, alike, there, seen)), function(expr) {
      offer(expr, room_of("blank", "match")$reads(expr, blank))
    })
  }
)

is_key_of <- function(table, names) {
  columns <- lapply(names, function(name) coded_columns(table, name)[[name]])
  n <- size_of(table)
  core_group_facts(core_group(unname(columns), n))$size == n
}

# lock and start_of(passed_on, "month") == month, where every month there is the start of one.
matches_by_period <- function(table, alike, there, seen) {
  ours <- names(of_kinds(seen$columns, "date"))
  theirs <- setdiff(names(of_kinds(there, "date")), alike)
  ways <- expand.grid(ours = ours, theirs = theirs, unit = c("year", "quarter", "month", "week"),
    stringsAsFactors = FALSE)
  utils::head(without_null(Map(function(ours, theirs, unit) {
    days <- as_days(coded_columns(table, theirs)[[theirs]])
    starts <- as_days(core_date_part(days, paste0("start_of_", unit), 1L))
    if (anyNA(days) || any(days != starts) || !is_key_of(table, c(alike, theirs))) return(NULL)
    by_date <- call("==", call("start_of", as.name(ours), unit), as.name(theirs))
    if (length(alike)) as.call(c(quote(c), lapply(alike, as.name), by_date)) else by_date
  }, ways$ours, ways$theirs, ways$unit, USE.NAMES = FALSE)), 1)
}

room("table", "blank", asks = "Table", entry = "choice", reads = reads_symbol, writes = chosen_offer,
  offers = function(blank, seen, filled) {
    lapply(names(seen$tables), function(name) offer(as.name(name), detail = entry_count(size_of(seen$tables[[name]]))))
  }
)

# Groups and orders ----------------------------------------------------------------------------------------------------

group_said <- function(expr, blank) {
  if (is.null(expr) || rlang::is_call(expr, "whole", n = 0)) return("the whole")
  if (rlang::is_call(expr, "parent", n = 0)) return("the subtotal above")
  parts <- if (rlang::is_call(expr, "c")) as.list(expr)[-1] else list(expr)
  if (all(vapply(parts, is.symbol, TRUE))) paste("each", both(vapply(parts, as.character, "")))
}

offers_of_groups <- function(exprs) lapply(exprs, function(expr) offer(expr, group_said(expr)))

room("group", "blank", asks = "Within", entry = "choice", reads = group_said, writes = chosen_offer,
  offers = function(blank, seen, filled) {
    keys <- if (length(seen$keys) > 1) lapply(seen$keys, as.name)
    if (seen$grain == "entries") keys <- lapply(names(of_kinds(seen$columns, "named")), as.name)
    first <- if (blank$optional) list(NULL) else list(quote(whole()))
    offers_of_groups(c(first, keys, if (isTRUE(blank$above) && seen$footed) list(quote(parent()))))
  }
)

# Of an order along some key: the other keys, so that each of its values comes once.
room("apart", "blank", asks = "Within", entry = "choice", reads = group_said, writes = chosen_offer,
  offers = function(blank, seen, filled) {
    along <- filled$along
    if (rlang::is_call(along, c("falling", "rising"))) along <- along[[2]]
    others <- lapply(setdiff(seen$keys, if (is.symbol(along)) as.character(along)), as.name)
    if (length(others) == 0 && seen$grain == "lines") return(offers_of_groups(list(NULL)))
    if (seen$grain == "entries") others <- lapply(names(of_kinds(seen$columns, "named")), as.name)
    if (seen$grain == "entries") return(offers_of_groups(c(list(quote(whole())), others)))
    together <- if (length(others) > 1) list(as.call(c(quote(c), others)))
    offers_of_groups(c(together, others, list(quote(whole()))))
  }
)

room("along", "blank", asks = "Along", entry = "choice", writes = chosen_offer,
  reads = function(expr, blank) {
    if (rlang::is_call(expr, "entered", n = 0)) "the order of entry" else if (is.symbol(expr)) as.character(expr)
  },
  offers = function(blank, seen, filled) {
    here <- if (seen$grain == "lines") seen$columns[seen$keys] else seen$columns
    dates <- names(of_kinds(here, "moment"))
    others <- if (!identical(blank$of, "moment")) setdiff(names(of_kinds(here, "ordered")), dates)
    c(
      lapply(c(dates, if (seen$grain == "lines") others), function(name) offer(as.name(name))),
      if (!identical(blank$of, "moment")) list(offer(quote(entered()), "the order of entry"))
    )
  }
)

room("order", "blank", asks = "By", entry = "choice", writes = chosen_offer,
  reads = function(expr, blank) {
    if (is.symbol(expr)) return(as.character(expr))
    if (!rlang::is_call(expr, c("falling", "rising"), n = 1) || !is.symbol(expr[[2]])) return(NULL)
    paste0(expr[[2]], if (rlang::is_call(expr, "falling")) ", largest first")
  },
  offers = function(blank, seen, filled) {
    columns <- of_kinds(seen$columns, "ordered")
    names <- c(intersect(seen$measures, names(columns)), setdiff(names(columns), seen$measures))
    unlist(lapply(names, function(name) {
      list(offer(call("falling", as.name(name)), paste0(name, ", largest first")), offer(as.name(name)))
    }), recursive = FALSE)
  }
)
