#' Figures beside the rows: windows
#'
#' Grouping folds many rows into one line. A window keeps every row and writes a figure beside it, with
#' all rows of the table in view: a rank, a running total, a rolling average, the row before, the part
#' of the whole. Windows stand in `beside` (beside lines) and `columns` (beside entries), in
#' conditions (`show`, `only`), in keys (`lines`) and in `order`; they mix with arithmetic:
#' `toll / sum(toll, per = reach)`.
#'
#' Every window takes `per`, the columns whose values make its group (`whole()` for all rows), and
#' most take `along`, the columns that give its order, with `falling()` for the largest first.
#' `along = entered()` is the order in which the rows stand. Where several groups share the dates of an
#' order and no `per` is said, so that the row before would be another lock's, it is an error that names
#' the key; `per = whole()` says that it is meant. The sections `per` and `along` of a brief
#' are what a window goes by that does not say its own; without a `per` it looks at all rows. A window
#' that needs an order and has none is an error. Missing values of the order come last.
#'
#' @section Figures of the whole group:
#' Any figure of [words], written beside each row of its group: `sum(toll, per = reach)`,
#' `toll - mean(toll, per = lock)`. It takes `where =` like any figure.
#'
#' @section Places:
#' The order stands in the brackets: `rank(falling(receipts), per = reach)`. `row_number()` numbers the
#' rows; `rank()` gives equals one place and skips the next; `dense_rank()` skips none; `percent_rank()`
#' is (rank - 1) / (rows - 1); `cume_dist()` the part of the rows up to here, equals included;
#' `ntile(n, ...)` cuts into n tiles whose sizes differ by one at most, the larger first. A missing
#' value has no place (but a row number). Where rows tie, numbers and tiles follow the order of entry,
#' and the page says for how many rows.
#'
#' @section Frames:
#' `running(figure)` is the figure of all rows up to this one; `together = TRUE` gives rows that tie in
#' the order one value. `rolling(figure, 7)` takes seven rows including this one,
#' `rolling(figure, days(7))` seven calendar days including this one, however many rows they have
#' (`weeks()`, `months()`, `quarters()`, `years()` likewise; a month back from 31 March is the end of
#' February). Where every date is the first of a month, frames of months go by whole months: `months(12)` is full with
#' the twelfth, and a gap is a month without a row; so do quarters, years and fiscal years, where dates lie three or
#' twelve months apart, and `weeks()` over Mondays. `hours(3)` and `minutes(15)` go by times: the last three hours up to
#' this row's time, without the moment three hours ago; by whole hours or minutes where all times lie on them.
#' `behind =` and `ahead =` count rows, or spans, besides the row itself;
#' below zero they leave it out: the seven rows before this one are `behind = 7, ahead = -1`. `together =
#' TRUE` gives rows that tie one frame, from the start of the first one's to the end of the last one's. A
#' frame that
#' reaches beyond its group is left blank, unless `partial = TRUE`. The figure may be any of [words],
#' or several in arithmetic: `running(max(x) - min(x))`. Moving sums are exact: what goes in comes out
#' again without a trace, so nothing drifts.
#'
#' @section Neighbours:
#' `lag(x, n, default)` and `lead()` go by rows; `earlier(x, years(1))`, or `hours(1)`, by the calendar: the row of the
#' same
#' group at that very date, missing if there is none. `first_value(x)`, `last_value(x)`,
#' `nth_value(x, n)` are of the whole group, or, inside `running()` or `rolling()`, of the frame.
#' `skip_missing = TRUE` passes over missing values; `carried(x)` is the last known value.
#'
#' @section Shares and runs:
#' `share(x, per =)` is x as a part of the group's total, kept as a ratio and printed as a percentage.
#' Beside lines, a figure that does not add up (a median, a number of different values) is compared
#' with the wider group's own figure. A base of zero gives no share. `run_of(date, per =, step =)`
#' numbers unbroken runs of dates or numbers, for use as a key; `step = minutes(30)` those of times.
#'
#' @section Notes that a page carries:
#' rows that tie in an order; rows used where dates have gaps ("7 rows span up to 9 days"); frames that
#' are not full; days missing from calendar frames; values without a place; shares with a base of zero;
#' entries that a window in `columns` saw before `only` left them out.
#'
#' @section Errors:
#' `idle_no_group` (when drawn up), `idle_no_order`, `idle_no_width` (a rolling figure without one would be
#' a running one),
#' `idle_window_misplaced`, `idle_bad_argument`, `idle_wrong_kind`.
#' @references ISO/IEC 9075-2, Database languages SQL, window functions, for the rankings.
#' @seealso [brief()], [words()], [tie_out()], which works a sample of each window again.
#' @name windows
#' @examples
#' page <- brief(demo_table("tolls"),
#'   lines = c(reach, lock), figures = c(receipts = sum(toll)),
#'   beside = c(
#'     place = rank(falling(receipts), per = reach), of_reach = share(receipts, per = reach)
#'   ),
#'   show = place <= 2, order = c(reach, place)
#' )
#' page
#' daily <- brief(demo_table("tolls"), lines = passed_on, figures = c(receipts = sum(toll)))
#' draw_up(brief(daily,
#'   along = passed_on,
#'   beside = c(
#'     to_date = running(sum(receipts)), week = rolling(mean(receipts), days(7)),
#'     change = receipts - lag(receipts)
#'   )
#' ))
NULL
