# The edge of a top n: lines that tie with the last one, so that there are more than were asked for.

room("edges", "rule", place = 40, of_ledger = NULL, of_values = NULL,
  words = "lines that tie with the last of a `top()` or `bottom()`, so that more or other lines are shown than was
    asked",
  example = quote(brief(data.frame(lock = c("Ash", "Birch", "Cedar"), toll = c(9, 5, 5)), lines = lock,
    figures = c(tolls = sum(toll)), show = top(2, tolls))),
  twin = quote(brief(data.frame(lock = c("Ash", "Birch", "Cedar"), toll = c(9, 5, 4)), lines = lock,
    figures = c(tolls = sum(toll)), show = top(2, tolls))),
  of_page = function(drawn) {
    tops <- Filter(function(part) part$type %in% c("top", "bottom") && part$ties == "keep" && is.null(part$part),
      drawn$brief$checked$show)
    lapply(tops, function(part) {
      lines <- lines_before_others(drawn)
      met <- in_top(part, lines$table)$met & lines$rows %in% own_lines(drawn$lines)
      groups <- core_group_numbers(window_groups(part$per, lines$table))
      more <- tabulate(groups[met], max(groups, 0)) - part$n
      if (all(more <= 0)) return(NULL)
      a_finding(sprintf(
        "Edges: %s(%s) by %s shows %s, since lines tie at its edge%s.", part$type, big_mark(part$n),
          node_label(part$node),
        count_of(sum(met), "line"), if (length(part$per)) sprintf(" in %s of %s", big_mark(sum(more > 0)), count_of(
          length(more), "group")) else ""
      ), columns_in(part$node), weight = sum(more[more > 0]) / sum(met))
    })
  }
)
