#' How each usual request is written
#'
#' What people ask of a table, and what a brief says for it. `tolls` stands for your table, `lock` and `reach` for keys,
#' `toll` for an amount, `passed_on` for a date. Each line is run in the tests, so that it works as it stands here.
#'
#' @section A page of groups:
#' \describe{
#'   \item{A total for each group}{`brief(tolls, lines = lock, figures = c(receipts = sum(toll)))`}
#'   \item{A count, also of groups that do not occur}{`brief(tolls, lines = crossed(lock, paid), figures = c(n =
#'     count()))`}
#'   \item{A total of some entries only, beside that of all}{`brief(tolls, lines = lock, figures = c(all = sum(toll),
#'     cash = sum(toll, where = paid == "cash")))`}
#'   \item{A total for each month}{`brief(tolls, lines = c(month = start_of(passed_on, "month")), figures = c(receipts
#'     = sum(toll)))`}
#'   \item{One figure for everything}{`brief(tolls, lines = whole(), figures = c(receipts = sum(toll)))`}
#'   \item{Amounts in bands}{`brief(tolls, columns = c(size = bands(toll, at = c(0, 5, 10))), lines = size, figures =
#'     c(n = count()))`}
#'   \item{How many different boats}{`brief(tolls, lines = lock, figures = c(boats = count_distinct(craft)))`}
#' }
#' @section Subtotals, shares, crosstabs:
#' \describe{
#'   \item{Subtotals and a grand total}{`brief(tolls, lines = c(reach, lock), figures = c(r = sum(toll)), footing =
#'     rollup(reach, lock))`}
#'   \item{Each line's part of the whole}{`brief(tolls, lines = lock, figures = c(r = sum(toll)), beside = c(part =
#'     share(r)))`}
#'   \item{Each line's part of its group's total}{`brief(tolls, lines = c(reach, lock), figures = c(r = sum(toll)),
#'     beside = c(part = share(r, per = reach)))`}
#'   \item{One key down, one across, with totals}{`brief(tolls, lines = c(lock, paid), figures = c(r = sum(toll)),
#'     abreast = columns_of(paid, totals = "both"))`}
#' }
#' @section The best, the first, the places:
#' \describe{
#'   \item{The three largest in each group}{`brief(tolls, lines = c(reach, lock), figures = c(r = sum(toll)), show =
#'     top(3, r, per = reach))`}
#'   \item{The ten largest, and all others in one line}{`brief(tolls, lines = lock, figures = c(r = sum(toll)), show =
#'     top(10, r, others = TRUE), order = falling(r))`}
#'   \item{The place of each line in its group}{`brief(tolls, lines = c(reach, lock), figures = c(r = sum(toll)),
#'     beside = c(place = rank(falling(r), per = reach)))`}
#'   \item{The last entry of each group}{`brief(tolls, lines = lock, figures = c(latest = last(toll, along =
#'     passed_on)))`}
#'   \item{Quarters by size}{`brief(tolls, lines = lock, figures = c(r = sum(toll)), beside = c(quarter = ntile(4,
#'     falling(r))))`}
#' }
#' @section Along the dates:
#' \describe{
#'   \item{A running total}{`brief(tolls, lines = c(month = start_of(passed_on, "month")), figures = c(r = sum(toll)),
#'     along = month, beside = c(to_date = running(sum(r))))`}
#'   \item{An average of the last seven days}{`brief(tolls, lines = passed_on, figures = c(r = sum(toll)), along =
#'     passed_on, beside = c(week = rolling(mean(r), days(7))))`}
#'   \item{The change from the month before}{`brief(tolls, lines = c(month = start_of(passed_on, "month")), figures =
#'     c(r = sum(toll)), along = month, beside = c(change = r - lag(r)))`}
#'   \item{The same month of the year before}{`brief(tolls, lines = c(month = start_of(passed_on, "month")), figures =
#'     c(r = sum(toll)), along = month, beside = c(before = earlier(r, years(1))))`}
#'   \item{Days without entries as zero}{`brief(brief(tolls, lines = passed_on, figures = c(r = sum(toll))), prepare =
#'     fill_calendar(passed_on, "day", fill = c(r = 0)))`}
#' }
#' @section Repairs and other tables:
#' \describe{
#'   \item{Copies struck, spellings brought together}{`brief(tolls, prepare = c(mend_keys(lock), strike_duplicates()),
#'     lines = lock, figures = c(r = sum(toll)))`}
#'   \item{A column of another table}{`brief(tolls, prepare = bring_in(locks, match = lock, columns = rise_m,
#'     without_partner = "keep"), lines = lock, figures = c(rise = max(rise_m)))`}
#'   \item{What has no partner}{`brief(locks, only = !has_partner(tolls, match = lock))`}
#' }
#' @section With a page in hand:
#' \describe{
#'   \item{Does it agree with the entries?}{`tie_out(page)`}
#'   \item{Where does this figure come from?}{`proof(page, receipts, lock == "Tarn Foot")`, `entries_behind(page, lock
#'     == "Tarn Foot")`}
#'   \item{What was left out?}{`set_aside(page, "only")`}
#'   \item{Why does theirs say something else?}{`differences(page, "theirs.csv")`}
#'   \item{A picture, a report, a workbook}{`chart(page)`, `report(page, "page.html")`, `write_statement(page,
#'     "page.xlsx", formulas = TRUE)`}
#' }
#' @name tasks
#' @seealso [brief()], [words()], `vignette("from-sql-and-base-r", "idleledger")`
#' @examples
#' tolls <- demo_table("tolls")
#' brief(tolls,
#'   lines = c(reach, lock), figures = c(r = sum(toll)), beside = c(part = share(r, per = reach))
#' )
NULL
