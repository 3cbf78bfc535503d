#' The words of a brief
#'
#' The functions that expressions in a brief know. `words()` lists them, so that the list cannot
#' differ from what is there.
#'
#' @section Row by row:
#' In `columns`, `only`, keys, conditions, and inside figures: arithmetic (`+ - * / ^ %%`; a division
#' by zero is missing, and counted), comparison (`== != < <= > >= %in%`, `between()`; text by code
#' point), logic (`& | !`), `case(when(condition, value), ..., otherwise = )`, `bands(x, at = )`,
#' `or_else(x, y)`, `is_missing(x)`, text and date functions. Text written beside a date is read as a
#' date: `passed_on >= "2025-01-01"`. `rounded()` takes halves away from zero, as the number is
#' written to 15 digits: 2.675 to two decimals is 2.68. What has no result (a root or a power of less than
#' zero, a logarithm of zero) is missing, and counted. `x %% y` has the sign of `y`. `least()` and
#' `greatest()` are missing if one of their values is. 64-bit whole numbers stay so among whole numbers.
#' Choices (factors) are compared, sorted and ranked by the order of their levels. Text and choices are
#' letters as UTF-8, whatever the locale of the session. A text beside a date with time is a time in the
#' zone of that column: `t >= "2025-03-30 18:00"`.
#'
#' @section Figures:
#' In `figures`. All take `where = condition`, skip missing values and say how many; a figure of
#' nothing is missing, a count of nothing is 0.
#'
#' `sum`, `mean`, `var`, `sd` and their kin are exact: the true value of the entries, rounded once
#' (`sd` is the root of that). `median()` and `percentile(x, p)`, with `p` from 0 to 1, interpolate
#' linearly between the values around the place (n - 1) p. `var` and `sd` divide by n - 1, `var_pop`
#' and `sd_pop` by n. `mode()` gives the smallest of several values that are equally frequent, and the
#' statement says so. `first`, `last`, `nth` and `listed` follow `along = ` (columns, with `falling()`), or
#' the order of entry. `rank_of(value, falling(x))` is the place that a value would take: one more than
#' the entries ahead of it, whether or not it is there itself. `count_distinct(a, b)` counts the different
#' combinations of several columns, without entries that miss one of them. `count(x > 1)` is an error, since
#' it would count where the condition is known: say `count(where = x > 1)`.
#'
#' @references Hyndman, R. J. and Fan, Y. (1996) Sample quantiles in statistical packages. The American
#'   Statistician 50, 361-365: definition 7, for `median()` and `percentile()`.
#'
#' @section Windows:
#' Ranks, running and rolling figures, neighbours, shares and runs have a page of their own: [windows].
#'
#' @param kind One or several of `"row"` (row by row), `"figure"`, `"window"`, `"preparation"`, `"format"`, `"chart"`,
#'   `"special"` (words that stand in particular places), and `"elsewhere"` (words of SQL and base R, with what says the
#'   same here); all of them but the last by default.
#' @return A data frame of class `idle_words` with `kind`, `topic`, `call`, how the function is called, and `words`,
#'   what it gives. Printing it gives a table a topic. Raises `idle_bad_argument` for any other kind.
#' @seealso [brief()]
#' @export
#' @examples
#' words("figure")
#' subset(words(), grepl("rank", call))
#' subset(words("elsewhere"), grepl("^(sum|paste|cut|coalesce)", call))
words <- function(kind = NULL) {
  local_utf8()
  known <- names(word_kinds)
  wrong <- setdiff(kind, known)
  if (length(wrong)) stop_idle(
    "bad_argument", sprintf("There is no kind of words %s.", value_text(wrong[1])), sprintf("There are %s.",
      both(tick(known)))
  )
  tables <- lapply(if (is.null(kind)) setdiff(known, "elsewhere") else kind, words_of_kind)
  structure(do.call(rbind, tables), class = c("idle_words", "data.frame"))
}

words_of_kind <- function(kind) {
  if (kind == "special") return(table_of_words(kind, names(special_words), unname(special_words)))
  if (kind == "elsewhere") {
    theirs <- foreign_functions[order(tolower(names(foreign_functions)))]
    return(table_of_words(kind, names(theirs), unname(theirs)))
  }
  names <- listed_rooms(kind)
  names <- names[order(grepl("^[^a-z]", names), names)]
  topics <- vapply(names, function(name) {
    topic <- room_of(kind, name)$topic
    if (is.null(topic)) "" else topic
  }, "")
  names <- names[order(topics)]
  table_of_words(
    kind, vapply(names, function(name) call_words(name, room_of(kind, name)), ""),
    vapply(names, function(name) plain_words(room_of(kind, name)), ""), sort(topics)
  )
}

table_of_words <- function(kind, calls, words, topics = "") {
  data.frame(
    kind = rep(kind, length(calls)), topic = rep_len(unname(topics), length(calls)), call = unname(calls),
    words = unname(words)
  )
}

#' @rdname words
#' @param x Words.
#' @param ... Not used.
#' @export
print.idle_words <- function(x, ...) {
  if (!all(c("kind", "topic", "call", "words") %in% names(x))) return(NextMethod())
  for (kind in unique(x$kind)) {
    say_title(word_kinds[[kind]])
    of_kind <- x[x$kind == kind, ]
    for (topic in unique(of_kind$topic)) {
      if (nzchar(topic)) say(paste0(toupper(substr(topic, 1, 1)), substring(topic, 2)), indent = 2, style = style_head)
      here <- of_kind[of_kind$topic == topic, ]
      cat(two_columns(here$call, here$words, page_width()), sep = "\n")
    }
    cat("\n")
  }
  invisible(x)
}

# Calls to the left, what they give to the right; a call that is too long has a line of its own.
two_columns <- function(calls, words, width) {
  left <- min(max(nchar(calls)), floor(width * 0.4)) + 4
  unlist(Map(function(call, words) {
    said <- strwrap(words, max(20, width - left))
    head <- if (nchar(call) + 4 > left) c(paste0("  ", call), "") else sprintf("  %-*s", left - 2, call)
    first <- length(head)
    head[first] <- sprintf("%-*s%s", left, head[first], if (length(said)) said[1] else "")
    c(head, if (length(said) > 1) paste0(strrep(" ", left), said[-1]))
  }, calls, words), use.names = FALSE)
}

call_words <- function(name, entry) {
  if (!is.null(entry$call)) return(entry$call)
  args <- names(entry$args)
  if (grepl("^[^a-z]", name)) return(if (length(args) == 1) paste0(name, args) else paste(args[1], name, args[2]))
  sprintf("%s(%s)", name, toString(args))
}
