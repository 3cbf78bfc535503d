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
#' written to 15 digits: 2.675 to two decimals is 2.68.
#'
#' @section Figures:
#' In `figures`. All take `where = condition`, skip missing values and say how many; a figure of
#' nothing is missing, a count of nothing is 0.
#'
#' `sum`, `mean`, `var`, `sd` and their kin are exact: the true value of the entries, rounded once
#' (`sd` is the root of that). `median()` and `percentile(x, p)`, with `p` from 0 to 1, interpolate
#' linearly between the values around the place (n - 1) p. `var` and `sd` divide by n - 1, `var_pop`
#' and `sd_pop` by n. `mode()` gives the smallest of several values that are equally frequent, and the
#' statement says so. `first`, `last`, `nth` and `listed` follow `along = ` (columns, with `desc()`), or
#' the order of entry. `rank_of(value, desc(x))` is the place that a value would take: one more than
#' the entries ahead of it, whether or not it is there itself.
#'
#' @references Hyndman, R. J. and Fan, Y. (1996) Sample quantiles in statistical packages. The American
#'   Statistician 50, 361-365: definition 7, for `median()` and `percentile()`.
#'
#' @section Windows:
#' Ranks, running and rolling figures, neighbours, shares and runs have a page of their own: [windows].
#'
#' @param kind `"row"`, `"figure"`, `"window"` or `"format"`.
#' @return A data frame with `call`, how the function is called, and `words`, what it gives.
#' @seealso [brief()]
#' @export
#' @examples
#' words("figure")
#' words("window")
#' head(words("row"))
words <- function(kind = c("row", "figure", "window", "format")) {
  kind <- match.arg(kind)
  names <- rooms_of(kind)
  names <- setdiff(names[order(grepl("^[^a-z]", names), names)], "whole_group")
  data.frame(
    call = vapply(names, function(name) call_words(name, room_of(kind, name)), ""),
    words = vapply(names, function(name) plain_words(room_of(kind, name)), ""),
    row.names = NULL
  )
}

call_words <- function(name, entry) {
  if (name == "case") return("case(when(condition, value), ..., otherwise = )")
  args <- names(entry$args)
  if (grepl("^[^a-z]", name)) return(if (length(args) == 1) paste0(name, args) else paste(args[1], name, args[2]))
  sprintf("%s(%s)", name, toString(args))
}

plain_words <- function(entry) {
  words <- entry$words
  if (is.function(words)) {
    empty <- list(args = list(), options = list(digits = 2))
    if (entry$kind == "figure") empty$args$x <- list(type = "column", name = "x", kind = "double")
    words <- words(empty)
  }
  gsub("{x}", "x", words, fixed = TRUE)
}
