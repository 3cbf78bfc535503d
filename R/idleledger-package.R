#' Idle Ledger: summaries that agree with their entries
#'
#' Declare a [brief()] over a [ledger()], [draw_up()] the statement, and
#' [tie_out()] every figure to the entries it came from.
#'
#' @section Options:
#' `idleledger.threads` is the number of threads that the core works with; by default all cores, up to
#' 8. It changes no figure. Ctrl-C stops long work within a second; in a terminal, work that takes
#' longer than two seconds shows how far it is. `idleledger.memory`, such as `"2GB"`, is the memory that a draw-up may
#' take, and `idleledger.spill_folder` where what does not fit it goes: see [parts].
#'
#' @section Where to begin:
#' With your own table, or with `demo_table("tolls", as = "path")`:
#'
#' 1. `tolls <- ledger("tolls.csv")`, then `look(tolls)`: the columns, and what in them would lead astray. See
#'    [ledger()], [look()].
#' 2. `page <- brief(tolls, lines = lock, figures = c(receipts = sum(toll)))` says what the page holds; printing it
#'    reads
#'    it back in words. See [brief()], and [tasks] for how each usual request is written.
#' 3. `statement <- draw_up(page)` is the result, a data frame; `tie_out(statement)` proves it. See [draw_up()],
#'    [tie_out()].
#' 4. `entries_behind(page, lock == "Tarn Foot")` and `proof(page, receipts, lock == "Tarn Foot")` follow a figure to
#'    its
#'    entries; `set_aside(page, "only")` and [stages()] say what became of the others.
#' 5. `chart(page)`, `report(page, "receipts.html")`, `write_statement(page, "receipts.xlsx")` hand it on. See
#'    [chart()],
#'    [report()], [write_statement()].
#'
#' [words()] lists the functions that expressions know, and `words("elsewhere")` leads from words of SQL and base R to
#' those here. `vignette("quarter-of-an-hour", "idleledger")` goes once through everything;
#' `browseVignettes("idleledger")`
#' has the others. On the command line `idle-ledger help` says the same: see [command_line()].
#'
#' @keywords internal
#' @aliases idleledger
#' @useDynLib idleledger, .registration = TRUE
#' @importFrom Rcpp sourceCpp
#' @importFrom rlang .data
"_PACKAGE"
