#' Lists side by side
#'
#' Each category heads a column of its values, in order; shorter lists are blank at the end. It is a
#' brief like any other, already written: the values are numbered within their category, and the
#' categories stand abreast.
#'
#' @param from A source as for [brief()]: a ledger, a data frame, the path of a file, or a brief.
#' @param value The column whose values are listed.
#' @param under The column whose values head the lists.
#' @param along The order of each list: columns, with `falling()`, or `entered()`. By default that of the
#'   values themselves.
#' @return A [brief()]; [draw_up()] gives a statement with a row for each place in the lists, and
#'   `line_up()` on the brief of distinct lines lists each value once.
#' @section Errors:
#' Those of [brief()]; when drawn up, an error of class `idle_bad_argument` if there are more than 200
#' categories.
#' @seealso [brief()] for the section `abreast`
#' @export
#' @examples
#' locks <- brief(demo_table("locks"), lines = c(reach, lock))
#' line_up(locks, lock, under = reach)
line_up <- function(from, value, under, along = NULL) {
  local_utf8()
  value <- line_up_name(rlang::enquo(value), "value")
  under <- line_up_name(rlang::enquo(under), "under")
  along <- rlang::enquo(along)
  order <- if (!rlang::quo_is_null(along)) rlang::quo_squash(along)
  source <- as_source(from, deparse1(substitute(from)))
  line_up_by(source, value, under, order, rlang::quo_get_env(along))
}

# Names of columns and the expression of an order; NULL: that of the values.
line_up_by <- function(source, value, under, order, env = emptyenv()) {
  if (is.null(order)) order <- value
  place <- free_name("place", names(kinds_of(source)))
  numbered <- call("row_number", order, per = under)
  sections <- list(
    lines = list(
      captured(numbered, if (identical(env, emptyenv())) list() else values_in(order, env), place), captured(under)
    ),
    figures = list(captured(call("first", value), name = as.character(value))),
    abreast = list(captured(call("columns_of", under))),
    layout = list(captured(value)),
    title = list(captured(sprintf("%s, listed under each %s", as.character(value), as.character(under))))
  )
  new_brief(source, sections)
}

line_up_name <- function(quo, what) {
  expr <- rlang::quo_squash(quo)
  if (is.symbol(expr) && !rlang::is_missing(expr)) return(expr)
  if (rlang::is_string(expr)) return(as.name(expr))
  stop_idle(
    "bad_argument", sprintf("line_up() takes one column as `%s`.", what),
    "For instance line_up(locks, lock, under = reach)."
  )
}
