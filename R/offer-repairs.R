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
  found <- Filter(function(one) identical(one$repair$section, "prepare"), findings_of_ledger(
    values_of_ledger(columns, source$n)
  ))
  found <- found[order(vapply(found, function(one) one$repair$place, 1))]
  found <- found[!duplicated(vapply(found, function(one) repair_text(one$repair), ""))]
  structure(
    lapply(found, function(one) one$repair$item), why = vapply(found, `[[`, "", "sentence"),
    class = c("idle_repairs", "idle_quoted")
  )
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
