# Conditions that hold for every row or for none, alone or as they are put together. Guards (x > 0, x != 0, not missing,
# not made by a preparation) may hold for all.

room("conditions", "rule", place = 23, of_ledger = NULL, of_values = NULL,
  words = "conditions that hold for every row, or for none, alone or put together (`a != 1 | a != 2`)",
  example = quote(brief(demo_table("dues"), only = goods != "coal" | goods != "lime", lines = wharf,
    figures = c(dues = sum(due)))),
  twin = quote(brief(demo_table("dues"), only = goods != "coal" & goods != "lime", lines = wharf,
    figures = c(dues = sum(due)))),
  of_page = function(drawn) {
    do.call(c, lapply(conditions_of(drawn), function(one) {
      node <- one$node
      parts <- Filter(function(part) {
        !is_guard(part, one) && !names_absent(part, one$table) && is.null(last_bits_differ(part, one))
      }, parts_of_condition(node))
      said <- without_null(lapply(parts, never_or_always, one = one))
      if (length(said) == 0 && is_call_of(node, c("&", "|", "!"))) list(never_or_always(node, one)) else said
    }))
  }
)

is_guard <- function(node, one) {
  made <- unlist(lapply(one$of$brief$checked$prepare, `[[`, "made"))
  if (is_call_of(node, "is_missing") || node$type == "column" && node$name %in% made) return(TRUE)
  constants <- Filter(function(arg) identical(arg$type, "value"), unname(node$args))
  is_call_of(node, c(">", ">=", "<", "<=", "!=")) && length(constants) == 1 && is.numeric(constants[[1]]$value) &&
    isTRUE(as.double(constants[[1]]$value) == 0)
}

never_or_always <- function(node, one) {
  found <- judged_of(node, one$table)
  known <- found$yes + found$no
  if (known < 2 || found$yes > 0 && found$no > 0) return(NULL)
  if (found$yes > 0 && all(vapply(parts_of_condition(node), is_guard, TRUE, one = one))) return(NULL)
  weight <- if (found$yes == 0) 1 else 0
  a_finding(sprintf(
    "Conditions: %s, in %s, holds for %s %s%s.", node_label(node), one$place,
    if (found$yes == 0) "none of the" else "each of the", so_many_rows(known, one$unit),
    if (found$yes == 0) "" else ", so it leaves nothing out"
  ), columns_in(node), weight = weight)
}
