#' Idle Ledger: summaries that agree with their entries
#'
#' Declare a [brief()] over a [ledger()], [draw_up()] the statement, and
#' [tie_out()] every figure to the entries it came from.
#'
#' @section Options:
#' `idleledger.threads` is the number of threads that the core works with; by default all cores, up to
#' 8. It changes no figure. Ctrl-C stops long work within a second; in a terminal, work that takes
#' longer than two seconds shows how far it is.
#'
#' @section Where to begin:
#' [ledger()] and [look()] to meet a table, [brief()] to say what a page holds, [words()] for the
#' functions that expressions know, [draw_up()], [tie_out()], and [stages()] when a figure is not what
#' you expected.
#'
#' @keywords internal
#' @useDynLib idleledger, .registration = TRUE
#' @importFrom Rcpp sourceCpp
#' @importFrom rlang .data
"_PACKAGE"
