#' Apply the repair of a finding
#'
#' Many findings of a tie-out know what would mend them: a preparation, a condition, a key that is missing. This gives
#' the amended brief; whether it is meant, only you know.
#'
#' @param page A [brief()] or a statement.
#' @param finding The name of a rule, as `as.data.frame(tie_out(page))$rule` has it, or one of `tie_out(page)$checks`.
#' @return The brief with the repair in its section; of a finding on a page below, with that page amended.
#' @section Errors:
#' `idle_bad_argument` if nothing is found under that name, or what is found has no repair; those of [brief()].
#' @seealso [tie_out()], [offer_repairs()], [amend()]
#' @export
#' @examples
#' page <- brief(demo_table("tolls"), lines = reach, figures = c(receipts = sum(toll)))
#' apply_repair(page, "copies")
apply_repair <- function(page, finding) {
  local_utf8()
  brief <- brief_of(page, "apply_repair")
  if (is.list(finding) && !is.null(finding$sentence)) return(with_repair(brief, finding))
  if (!is_one_text(finding)) stop_idle(
    "bad_argument", "apply_repair() takes the name of a rule, or one of tie_out(page)$checks."
  )
  if (!has_room("rule", finding)) stop_idle(
    "bad_argument", sprintf("There is no rule %s.", value_text(finding)), meant(finding, rooms_of("rule"), "rules")
  )
  found <- Filter(function(check) identical(check$rule, finding), tie_out(brief)$checks)
  if (length(found) == 0) stop_idle("bad_argument", sprintf("Nothing is found on this page under %s.",
    value_text(finding)))
  able <- Filter(function(check) !is.null(check$repair), found)
  for (check in if (length(able)) able else found[1]) brief <- with_repair(brief, check)
  brief
}

with_repair <- function(brief, check) {
  if (is.null(check$repair)) stop_idle(
    "bad_argument", sprintf("No preparation or condition mends this by itself: %s", check$sentence),
    "Amend the brief as the sentence says."
  )
  if (is.null(check$page)) repaired(brief, check$repair) else below_repaired(brief, check)
}

# The same upon the page that a finding is of.
below_repaired <- function(brief, check) {
  if (!is_brief(brief$source)) stop_idle(
    "bad_argument", sprintf("The page %s stands beside this one, and not below it.", check$page),
    "Apply the repair to that page, and name it anew in `prepare`."
  )
  own <- identical(check$page, page_title(brief$source))
  below <- if (own) repaired(brief$source, check$repair) else below_repaired(brief$source, check)
  new_brief(below, brief$sections, brief$given, isTRUE(brief$narrowed))
}
