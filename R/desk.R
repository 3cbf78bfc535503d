#' The desk
#'
#' Opens a page in the browser on which a brief is built by choosing, without writing. The brief stands on top as a
#' sentence; each of its parts opens a slip with the choices that fit there, and each section that is not used yet is a
#' faint clause that can be taken up. Under it the statement, drawn up anew at each change; beside it what the tie-out
#' says, with what would mend it.
#'
#' @details
#' Parts can be moved, renamed, switched off without being lost, and taken away. A part that does not fit any more,
#' since what it names is gone, rests and says why, and stands again when it can. Every state of the sentence is a step:
#' go back and forward, or compare with any of them. A cell opens the entries behind it and the proof of its figure, and
#' narrows the page to them. The page has other faces, a chart and a report. It is taken away as a brief's file, as the
#' R call, as a command line, as CSV, workbook or report.
#'
#' What comes from the browser is checked as all briefs are, and never run. The page listens on this machine alone
#' (127.0.0.1), and opens only for who knows the key in its address; it opens no files but those named here. Each tab
#' goes its own way; a tab that is loaded anew finds its steps again, and a new one those of the tab that was closed
#' last. Ctrl-C ends the desk.
#'
#' @param x A [ledger()], a data frame, the path of a file, or a [brief()] to go on with.
#' @param tables Other tables by name, which `prepare` may bring in: a list of what [ledger()] takes.
#' @param once Whether the desk ends when its last page is closed.
#' @param port The number of the port, from 1024 to 65535; a free one by default.
#' @param browse Whether to open the browser; the address is printed in any case.
#' @return The brief as it stood last, unseen.
#' @section Errors: `idle_no_package` without shiny and htmltools, `idle_bad_argument` for a port that is none, and the
#'   errors of [ledger()] and [draw_up()]. On the page, errors stand in the slip; `idle_stopped` is of work that was
#'   stopped.
#' @seealso [brief()], [tie_out()], [report()]
#' @export
#' @examples
#' if (interactive()) {
#'   page <- desk(demo_table("tolls"), tables = list(locks = demo_table("locks")))
#'   page
#' }
desk <- function(x, tables = list(), once = FALSE, port = NULL, browse = interactive()) {
  local_utf8()
  for (package in c("shiny", "htmltools", "later")) need_package(package, "the desk")
  if (length(tables) && any(!nzchar(rlang::names2(tables)))) stop_idle(
    "bad_argument", "desk() takes other tables by name: tables = list(locks = ...)."
  )
  source <- if (is_brief(x)) x else as_source(x, deparse1(substitute(x)))
  run_desk(source, tables, isTRUE(once), port, browse)
}

run_desk <- function(source, tables, once, port, browse) {
  port <- desk_port(port)
  token <- random_key()
  first <- new_desk(source, tables)
  tabs <- list2env(list(desks = list(), live = character(), closed = character(), last = first), parent = emptyenv())
  app <- desk_app(first, token, once, tabs)
  address <- sprintf("http://127.0.0.1:%d/?key=%s", port, token)
  withr::local_options(list(shiny.sanitize.errors = TRUE, shiny.launch.browser = FALSE))
  tryCatch(
    suppressPackageStartupMessages(shiny::runApp(app, port = port, host = "127.0.0.1", quiet = TRUE,
      launch.browser = function(url) {
        say_address(address)
        if (isTRUE(browse)) utils::browseURL(address)
      })),
    interrupt = function(e) NULL
  )
  invisible(desk_state(tabs$last)$brief)
}

say_address <- function(address) {
  cat("The desk is open at\n  ", address, "\nCtrl-C ends it.\n", sep = "")
  utils::flush.console()
}

desk_port <- function(port) {
  if (is.null(port)) return(httpuv::randomPort(host = "127.0.0.1"))
  ok <- is.numeric(port) && length(port) == 1 && port %in% 1024:65535
  if (!ok) stop_idle("bad_argument", sprintf("%s is no port.", value_text(port)[1]),
    "A port is a whole number from 1024 to 65535.")
  as.integer(port)
}
