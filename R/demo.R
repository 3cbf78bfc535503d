#' The demo tables
#'
#' Tables of the Merrow Cut, a made-up canal company: `tolls` (boats passing locks and paying),
#' `locks`, `targets` (by lock and month) and `levels` (daily water readings). They hold mistakes of
#' real life, put in on purpose; `demo_table("README")` is the page that counts them. `dues`, what was paid at the
#' wharves in a quarter, has none.
#'
#' @param name `"tolls"`, `"locks"`, `"targets"`, `"levels"`, `"dues"` or `"README"`.
#' @param as `"table"` for a data frame, `"path"` for the path of the file. The page is always a path.
#' @return A data frame, or a path. Raises `idle_bad_argument` for any other name.
#' @export
#' @examples
#' head(demo_table("tolls"))
#' demo_table("tolls", as = "path")
demo_table <- function(name, as = c("table", "path")) {
  local_utf8()
  as <- match.arg(as)
  known <- c(demo_tables, "README")
  if (!is.character(name) || length(name) != 1 || !name %in% known) {
    stop_idle(
      "bad_argument",
      sprintf("There is no demo table %s.", value_text(name)),
      meant(as.character(name)[1], known, "demo tables")
    )
  }
  if (name == "README") return(system.file("demo-tables", "README.md", package = "idleledger"))
  path <- system.file("demo-tables", paste0(name, ".csv"), package = "idleledger")
  if (as == "path") path else as.data.frame(ledger(path))
}

demo_tables <- c("tolls", "locks", "targets", "levels", "dues")
