#' Kinds of charts
#'
#' What stands in the section `chart` of a brief, in `chart(page, bars(receipts))`, and after `--chart` on the command
#' line. All arguments may be left out: the kind then takes the figures and keys that fit.
#'
#' \describe{
#'   \item{`cells(x, most =)`, for a page with a key abreast}{A grid, shaded by value, with the values written in.}
#'   \item{`spread(x, per =, most =)`, for a page of entries, without `lines`}{How values are distributed, with the
#'     median and the 10th and 90th percentiles marked for each group.}
#'   \item{`runs(x, with =, most =)`, for lines by `run_of()`, with two dates as figures}{Bars along a calendar, from
#'     `x` to `with`.}
#'   \item{`course(x, with =, per =, most =)`, for a key that is a date}{A line; `with` is a second one, by itself the
#'     rolling average of `x`, its value of a year before, or the other running total.}
#'   \item{`steps(x, most =)`, for a footed page with a total}{From the parts to the total.}
#'   \item{`shares(x, per =, most =, cumulative =)`, for a page with shares}{Bars with percentages; `cumulative` adds
#'     a line of the shares up to there.}
#'   \item{`places(x, with =, per =, most =)`, for a page with ranks}{Dots in the order of the rank `with`; ties at
#'     one height.}
#'   \item{`bars(x, per =, most =)`, for any other page of lines}{Bars with values.}
#' }
#'
#' `x` is a figure, `per` a key whose values are told by colour (up to four) or have a panel each, `most` how many bars,
#' lines, rows or panels are drawn before the rest is gathered. Lines stand as on the page where it has an order or
#' its key
#' has one (dates, numbers, choices), and else with the largest first.
#'
#' Colours are told apart without colour and by colour-blind readers, and everything drawn stands out from the paper by
#' three to one.
#'
#' @references Machado, G. M., Oliveira, M. M. and Fernandes, L. A. F. (2009) A physiologically-based model for
#'   simulation of color vision deficiency. IEEE Transactions on Visualization and Computer Graphics 15, 1291-1298.
#' @name charts
#' @seealso [chart()]
#' @examplesIf requireNamespace("ggplot2", quietly = TRUE)
#' page <- brief(demo_table("tolls"),
#'   lines = c(reach, lock), figures = c(receipts = sum(toll)), footing = rollup(reach, lock),
#'   chart = steps(receipts)
#' )
#' chart(page)
NULL
