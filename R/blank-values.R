# Blanks that hold values: numbers, words of a list, values of a column, texts.

constant_said <- function(expr, blank) {
  if (rlang::is_call(expr, "-", n = 1) && is.numeric(expr[[2]])) expr <- -expr[[2]]
  if (!is.atomic(expr) || length(expr) != 1 || is.na(expr)) return(NULL)
  if (is.character(expr)) expr else if (is.numeric(expr)) exact_text(expr) else value_text(expr)
}

room("number", "blank", asks = "How many", entry = "number",
  offers = function(blank, seen, filled) list(offer(blank$default, value_text(blank$default))),
  reads = function(expr, blank) if (!is.character(expr) && !is.logical(expr)) constant_said(expr, blank),
  writes = function(text, blank, seen, filled) {
    number <- strict_number(text)
    least <- if (isTRUE(blank$any)) -Inf else blank$least
    most <- if (is.null(blank$most)) Inf else blank$most
    whole <- isTRUE(blank$any) || !is.na(number) && number == floor(number)
    if (is.na(number) || !whole || number < least || number > min(most, 1e9) && !isTRUE(blank$any)) stop_idle(
      "bad_argument", sprintf("%s is no number that fits here.", value_text(text)),
      if (isTRUE(blank$any)) "Write a number, such as 1250.50." else sprintf("Write a whole number from %s%s.",
        big_mark(least), if (is.finite(most)) sprintf(" to %s", big_mark(most)) else "")
    )
    number
  }
)

# One of a few words; with `symbols` they are names, such as that of a figure.
room("word", "blank", asks = "Which", entry = "choice", writes = chosen_offer,
  offers = function(blank, seen, filled) {
    none <- if (blank$optional) list(offer(NULL, if (is.null(blank$unsaid)) blank$none else blank$unsaid))
    c(none, unname(Map(function(label, value) {
      offer(if (isTRUE(blank$symbols)) as.name(value) else value, label)
    }, names(blank$words), blank$words)))
  },
  reads = function(expr, blank) {
    same <- vapply(unname(blank$words), function(value) {
      identical(expr, if (isTRUE(blank$symbols)) as.name(value) else value)
    }, TRUE)
    if (any(same)) names(blank$words)[same][1]
  }
)

room("words", "blank", asks = "Text", entry = "text", offers = function(blank, seen, filled) list(offer(blank$default)),
  reads = constant_said,
  writes = function(text, blank, seen, filled) {
    if (!nzchar(trimws(text))) stop_idle("bad_argument", "There is no text.", "Write some, or take the part away.")
    text
  }
)

# Values of a column -----------------------------------------------------------------------------------------------

facts_like <- function(blank, seen, filled) {
  name <- says_expr(filled[[blank$like]])
  of <- if (identical(seen$blanks[[blank$like]]$kind, "entry_column")) "entries" else "here"
  seen$facts(name, of)
}

# A value as it is written in an expression; NULL for what cannot be.
value_written <- function(value, kind) {
  if (length(value) != 1 || is.na(value)) return(NULL)
  switch(kind,
    text = , factor = as.character(value), logical = as.logical(value), integer = , double = as.double(value),
    integer64 = if (abs(value) < 2^53) as.double(value), date = day_text(value),
    time = moment_text(value, "%Y-%m-%d %H:%M:%S")
  )
}

offers_of_values <- function(blank, seen, filled) {
  facts <- facts_like(blank, seen, filled)
  ends <- list(smallest = facts$smallest, largest = facts$largest)
  if (identical(blank$at, "largest")) ends <- rev(ends)
  ends <- Map(function(value, word) {
    expr <- value_written(value, facts$kind)
    if (!is.null(expr)) offer(expr, constant_said(expr), paste("the", word))
  }, ends, names(ends))
  zero <- if (is.null(blank$at) && is_number_kind(facts$kind) && holds_zero(facts)) list(offer(0, "0"))
  top <- Map(function(value, n) {
    offer(value_written(value, facts$kind), detail = entry_count(n))
  }, facts$top, facts$times)
  found <- without_null(unname(c(zero, top, ends)))
  if (length(found) == 0) found <- list(offer(value_of_none(facts$kind)))
  found[!duplicated(vapply(found, `[[`, "", "value"))]
}

is_number_kind <- function(kind) kind %in% c("integer", "double", "integer64")

holds_zero <- function(facts) !is.null(facts$smallest) && isTRUE(facts$smallest <= 0 && facts$largest >= 0)

# What stands for a value where a column has none.
value_of_none <- function(kind) {
  switch(kind, text = , factor = "", logical = TRUE, date = , time = "2025-01-01", 0)
}

value_typed <- function(text, facts) {
  bad <- function(what, like) {
    stop_idle("bad_argument", sprintf("%s is no %s.", value_text(text), what), sprintf("Write it as %s.", like))
  }
  switch(facts$kind,
    logical = switch(tolower(text), yes = , true = TRUE, no = , false = FALSE, bad("yes or no", "yes or no")),
    integer = , double = , integer64 = {
      number <- strict_number(text)
      if (is.na(number)) bad("number", "1250.50") else number
    },
    date = if (is.na(strict_date(text))) bad("date", "2025-03-31") else text,
    time = if (is.na(strict_date(substr(text, 1, 10)))) bad("date and time", "2025-03-31 08:30") else text,
    text
  )
}

room("value", "blank", asks = "Value", entry = "value", offers = offers_of_values,
  reads = function(expr, blank) {
    if (is.logical(expr) && !is.na(expr)) if (expr) "yes" else "no" else constant_said(expr, blank)
  },
  writes = function(text, blank, seen, filled) value_typed(text, facts_like(blank, seen, filled))
)

room("values", "blank", asks = "Values", entry = "values", offers = offers_of_values,
  reads = function(expr, blank) {
    texts <- lapply(expr, constant_said, blank)
    if (!any(vapply(texts, is.null, TRUE))) either(unlist(texts))
  },
  writes = function(text, blank, seen, filled) {
    if (length(text) == 0) stop_idle("bad_argument", "No value is chosen.", "Choose one at least.")
    facts <- facts_like(blank, seen, filled)
    lapply(unique(text), value_typed, facts)
  }
)

# Limits of bands, which rise.
room("cuts", "blank", asks = "Cut at", entry = "text",
  offers = function(blank, seen, filled) {
    facts <- facts_like(blank, seen, filled)
    ends <- c(as.double(facts$smallest), as.double(facts$largest))
    cuts <- if (length(ends) == 2) as.double(pretty(ends, 4)) else 0
    inner <- cuts[cuts > ends[1] & cuts < ends[2]]
    exprs <- as.list(if (length(ends) == 2 && length(inner)) inner else cuts[1])
    list(list(value = toString(unlist(exprs)), label = toString(unlist(exprs)), expr = exprs, detail = ""))
  },
  reads = function(expr, blank) {
    texts <- lapply(expr, constant_said, blank)
    if (!any(vapply(texts, is.null, TRUE))) toString(unlist(texts))
  },
  writes = function(text, blank, seen, filled) {
    numbers <- vapply(trimws(strsplit(paste(text, collapse = ","), ",")[[1]]), strict_number, 1, USE.NAMES = FALSE)
    if (length(numbers) == 0 || anyNA(numbers)) stop_idle(
      "bad_argument", sprintf("%s are no limits of bands.", value_text(text)), "Write them as 10, 20, 50."
    )
    as.list(sort(unique(numbers)))
  }
)
