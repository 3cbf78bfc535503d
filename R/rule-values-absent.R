# Texts that a condition asks for and that do not occur in the column, and spellings of them that it passes over.

room("values_absent", "rule", place = 24, of_ledger = NULL, of_values = NULL,
  words = "texts that a condition asks for and that do not occur, and other spellings of them that it passes over",
  example = quote(brief(demo_table("dues"), only = wharf %in% c("Alder", "Broook"), lines = goods,
    figures = c(dues = sum(due)))),
  twin = quote(brief(demo_table("dues"), only = wharf %in% c("Alder", "Brook"), lines = goods,
    figures = c(dues = sum(due)))),
  of_page = function(drawn) {
    do.call(c, lapply(conditions_of(drawn), function(one) {
      do.call(c, lapply(parts_of_condition(one$node), asked_and_absent, one = one))
    }))
  }
)

asked_and_absent <- function(node, one) {
  asked <- texts_asked(node)
  there <- if (!is.null(asked)) texts_seen(one$table$column(asked$name))
  if (is.null(there)) return(NULL)
  absent <- setdiff(asked$texts, there$text)
  near <- if (length(absent)) nearest(absent[1], there$text)
  others <- there$text[!there$text %in% asked$texts & look_alike(there$text) %in% look_alike(asked$texts)]
  rows <- sum(there$n[there$text %in% others])
  list(
    if (length(absent)) a_finding(sprintf(
      "Values: %s, in %s, asks for %s, which %s not occur in `%s`%s.", node_label(node), one$place,
      listing(vapply(absent, value_text, "")), if (length(absent) == 1) "does" else "do", asked$name,
      if (length(near)) sprintf("; there is %s", either(vapply(near, value_text, ""))) else ""
    ), asked$name, weight = if (is_call_of(node, "!=")) 0 else 1 / length(asked$texts)),
    if (length(others) && length(setdiff(others,
      near)) > 0 | length(absent) == 0 & length(others) > 0) a_finding(sprintf(
      "Values: %s, in %s, passes over %s with %s, which a reader takes for the same.", node_label(node), one$place,
      so_many_rows(rows, one$unit), listing(vapply(others, value_text, ""))
    ), asked$name, weight = rows / one$table$n, repair = a_repair("prepare", call("mend_keys", as.name(asked$name)), 1))
  )
}
