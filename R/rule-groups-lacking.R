# Periods in which a group is missing that has entries in all others, so that the period is not whole.

room("groups_lacking", "rule", place = 34, of_ledger = NULL, of_values = NULL,
  words = "periods in which a group has no entries though it has many in the others, and groups that have none from some
    day on, so that a delivery may be missing",
  example = quote(brief(demo_table("dues"), only = !(wharf == "Brook" & start_of(paid_on, "month") == "2025-02-01"),
    lines = c(month = start_of(paid_on, "month")), figures = c(dues = sum(due)))),
  twin = quote(brief(demo_table("dues"), lines = c(month = start_of(paid_on, "month")), figures = c(dues = sum(due)))),
  of_page = function(drawn) {
    keys <- Filter(function(key) !is.null(period_of(key$node)), drawn$brief$checked$lines)
    seen <- if (length(keys)) values_of_page(drawn)
    if (is.null(seen) || seen$n > limit("most_to_compare")) return(NULL)
    period <- evaluate_column(keys[[1]]$node, entries_table(drawn))
    names <- Filter(function(name) length(seen$texts(name)$text) %in% 2:50, columns_of_text(seen))
    days <- as_days(evaluate_column(keys[[1]]$node$args$x, entries_table(drawn)))
    lapply(names, function(name) {
      found <- groups_that_stop(name, days, seen)
      if (is.null(found)) groups_lacking(drawn, keys[[1]]$name, name, period, seen) else found
    })
  }
)

# A group whose entries in the other periods, beside those of the other groups, let expect fifteen or more in a period,
# and that has none in it.
groups_lacking <- function(drawn, key, name, period, seen) {
  known <- !is.na(period) & !is_missing_value(seen$column(name))
  starts <- sort(unique(as.double(period[known])))
  if (length(starts) < 3) return(NULL)
  group <- codes_of(as_text_vector(seen$column(name)))[known]
  at <- match(as.double(period[known]), starts)
  cells <- table(factor(group, sort(unique(group))), factor(at, seq_along(starts)))
  elsewhere <- sum(cells) - outer(rowSums(cells), colSums(cells), `+`)
  expected <- outer(rowSums(cells), colSums(cells)) / pmax(elsewhere, 1)
  gone <- which(cells == 0 & expected >= 15, arr.ind = TRUE)
  if (nrow(gone) == 0 || nrow(gone) > 0.2 * length(cells) || any(rowSums(cells > 0) < length(starts) / 2)) return(NULL)
  own <- texts_of(as_text_vector(seen$column(name)))[as.integer(rownames(cells))[gone[1, 1]]]
  a_finding(sprintf(
    "Periods: %s %s has no entries in the %s of `%s` from %s, where some %s would be usual%s.", name, value_text(own),
    "period", key, day_text(starts[gone[1, 2]]), big_mark(round(expected[gone[1, 1], gone[1, 2]])),
    if (nrow(gone) > 1) sprintf("; so in %s more", count_of(nrow(gone) - 1, "case")) else ""
  ), c(key, name), weight = max(expected[gone]) / max(colSums(expected)[gone[1, 2]], 1))
}

# A group that has no entry from some day on (or before it), where fifteen or more would be usual.
groups_that_stop <- function(name, days, seen) {
  codes <- as_text_vector(seen$column(name))
  group <- codes_of(codes)
  for (own in which(core_count_codes(codes, length(texts_of(codes))) >= 20)) {
    mine <- days[group %in% own & !is.na(days)]
    if (length(mine) == 0) next
    before <- sum(days < min(mine), na.rm = TRUE)
    after <- sum(days > max(mine), na.rm = TRUE)
    share <- length(mine) / (sum(!is.na(days)) - before - after)
    usual <- max(before, after) * share / (1 - min(share, 0.9))
    if (usual < 15) next
    return(a_finding(sprintf(
      "Periods: %s %s has no entries %s %s, where some %s would be usual.", name, value_text(texts_of(codes)[own]),
      if (after >= before) "after" else "before", day_text(if (after >= before) max(mine) else min(mine)),
      big_mark(round(usual))
    ), name, weight = usual / seen$n))
  }
}
