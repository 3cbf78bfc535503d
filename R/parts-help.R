#' Parts: larger than memory, and over many workers
#'
#' A ledger in parts is read part by part as a page is worked, once for the figures and once more to prove them.
#' What is known of each part are states: exact sums, counted values, ends. They are taken together in any order,
#' and the page is to the last bit what it would be of all entries at once.
#'
#' @section Opening one: `ledger(..., in_parts = TRUE)`, or about how many entries a part has. Files that would
#'   take more than a quarter of the memory allowed are opened so without being asked. Of many files each is a
#'   part; a delimited file that is large is several, and is gone through once when it is opened, so that the kind
#'   of each column is that of all its cells, and every error is told then. Files of other formats, and compressed
#'   ones, are one part each.
#' @section Memory: `options(idleledger.memory = "2GB")` says how much a draw-up may take; by default half of what the
#' machine has. Figures that need all values of a line (medians, percentiles, different values, the most frequent
#' one) count each value once, and beyond an eighth of that memory go to files, which are read side by side in the
#' end; nothing is estimated. Files lie in the session's own folder or in `idleledger.spill_folder`, are made only
#' where there is room for them, and are gone afterwards.
#' @section What works entry by entry: `columns`, `only`, `lines` and `figures` of all kinds; of the preparations
#' `bring_in()`, `mend_keys()` with `spellings` or `by`, and `unpivot()`. What stands on lines (footing, ranks,
#' running totals, shares, crosstabs) is worked on the lines of all parts, as ever.
#' @section What looks at other entries: Figures over entries in `columns` and `only`, `has_copies()` and
#' `strike_duplicates()` are worked at once where all entries fit the memory allowed. Else, if all of them stay
#' within groups of some columns (`per = lock`, copies by passage), the entries are put together by those on disk,
#' and each of the new parts is worked by itself. Where there are no such columns, an error says which expression
#' stands in the way.
#' @section Workers: With a plan of the package future, such as `future::plan("multisession")` or a cluster over
#'   several machines that see the same files, each worker reads parts of its own and sends back states. A part
#'   that fails, or whose worker dies, is worked again, three times in all (`idleledger.most_tries`), and then by
#'   this process; one that fails for good is named. [workings()] tells how many workers there were, and what they
#'   sent.
#' @section Proof: [tie_out()] works the page at once as well where that fits, and compares every cell. Else each part
#' ties out by itself; the true sums of the parts, by the second route, add up to the lines, subtotals and others;
#' and as many lines as make 200,000 entries (`idleledger.most_entries_again`) are drawn up anew from their
#' entries. Rules that look at all entries at once are not asked then, which is said. [entries_behind()],
#' [proof()] and [set_aside()] go over the parts.
#' @section Errors: `idle_too_large` (what does not fit, or a folder without room), `idle_part_failed`,
#' `idle_bad_state` (a state that is damaged), `idle_bad_option`, `idle_bad_argument`, `idle_bad_file` (a file
#' that has changed since it was opened), `idle_no_file` (one that is gone).
#' @name parts
#' @seealso [ledger()], [open_book()] for pages that are kept, [limits]
#' @examples
#' tolls <- ledger(demo_table("tolls", as = "path"), in_parts = 5000)
#' page <- brief(tolls, lines = lock, figures = c(receipts = sum(toll), typical = median(toll)))
#' workings(page)
#' tie_out(page)
NULL
