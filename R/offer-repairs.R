#' Preparations for the traps in a ledger
#'
#' Writes the section `prepare` that the traps which [look()] finds ask for: copies to strike, spellings to bring
#' together, days to fill. Each is a suggestion to be read: whether two spellings are one lock, or a day without
#' an entry counts as zero, only you know.
#'
#' @param source A [ledger()], a data frame, or the path of a file.
#' @return Quoted preparations, of class `idle_repairs`, that a brief takes: `prepare = offer_repairs(tolls)` held in
#'   a variable, or the printed lines. Raises the errors of [ledger()].
#' @seealso [look()], [brief()]
#' @export
#' @examples
#' repairs <- offer_repairs(demo_table("tolls"))
#' repairs
#' brief(demo_table("tolls"), prepare = repairs, lines = lock, figures = c(receipts = sum(toll)))
offer_repairs <- function(source) {
  local_utf8()
  source <- ledger_to_look_at(source, deparse1(substitute(source)))
  columns <- all_columns(source)
  found <- do.call(c, lapply(rooms_of("rule"), function(name) {
    repair <- room_of("rule", name)$repair
    if (!is.null(repair)) repair(columns, source$n)
  }))
  found <- found[order(vapply(found, `[[`, 1, "place"))]
  structure(lapply(found, `[[`, "item"), why = vapply(found, `[[`, "", "why"), class = c("idle_repairs", "idle_quoted"))
}

#' @rdname offer_repairs
#' @param x Repairs.
#' @param ... Not used.
#' @export
print.idle_repairs <- function(x, ...) {
  local_utf8()
  if (length(x) == 0) {
    cat("Nothing to repair that a preparation could.\n")
    return(invisible(x))
  }
  texts <- vapply(unclass(x), item_text, "")
  lines <- sprintf("  %s%s", clean_text(texts), ifelse(seq_along(texts) < length(texts), ",", ""))
  cat("prepare = c(\n")
  for (k in seq_along(lines)) {
    cat(style_quiet(paste(strwrap(clean_text(attr(x, "why")[k]), page_width(), prefix = "  # "), collapse = "\n")),
      "\n", sep = "")
    cat(lines[k], "\n", sep = "")
  }
  cat(")\n")
  invisible(x)
}
