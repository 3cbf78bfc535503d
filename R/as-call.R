#' The R call of a brief
#'
#' What to type to make a brief again, whoever made it and in whatever way: a file, the command line, other R code.
#'
#' @param page A [brief()], or a statement.
#' @return Lines of R, of class `idle_call`; printing shows them. Raises `idle_bad_argument` for anything else.
#' @seealso [write_brief()]
#' @export
#' @examples
#' least <- 2
#' page <- brief(demo_table("tolls", as = "path"), only = toll > least, lines = lock, figures = c(n = count()))
#' as_call(page)
as_call <- function(page) {
  local_utf8()
  if (inherits(page, "idle_statement")) page <- statement_part(page, "brief")
  check_is_brief(page)
  structure(call_lines(page), class = "idle_call")
}

#' @rdname as_call
#' @param x The lines of a call.
#' @param ... Not used.
#' @export
print.idle_call <- function(x, ...) {
  cat(unclass(x), sep = "\n")
  invisible(x)
}
