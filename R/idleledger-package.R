#' Idle Ledger: summaries that agree with their entries
#'
#' Declare a [brief()] over a [ledger()], [draw_up()] the statement, and
#' [tie_out()] every figure to the entries it came from.
#'
#' @keywords internal
#' @useDynLib idleledger, .registration = TRUE
#' @importFrom Rcpp sourceCpp
"_PACKAGE"
