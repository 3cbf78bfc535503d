# Different values, and the most frequent one.

room("count_distinct", "figure",
  args = alist(x = ), takes = list(x = "any"), gives = "integer", additive = FALSE, of_none = 0L,
  fold = function(node) {
    list(by_group = function(groups, feed, node, facts) core_count_distinct(groups, feed$values, feed$condition))
  },
  slide = function(node) list(name = "distinct"), again = function(x, node) length(unique(x)),
  words = "the number of different {x}"
)

room("mode", "figure",
  args = alist(x = ), takes = list(x = "ordered"), gives = same_as_x, additive = FALSE,
  fold = function(node) {
    list(by_group = function(groups, feed, node, facts) {
      found <- core_modes(groups, feed$values, feed$condition)
      values <- pick_rows(feed$values, as.integer(found$rows))
      if (found$tied > 0) attr(values, "note") <- sprintf(
        "%s with several values equally frequent; the smallest is given", count_of(found$tied, "line")
      )
      values
    })
  },
  slide = function(node) list(name = "mode"),
  again = function(x, node) {
    if (length(x) == 0) return(x[NA_integer_])
    values <- unique(x)
    often <- tabulate(match(x, values))
    best <- values[often == max(often)]
    if (is.character(best)) sort(best, method = "radix")[1] else sort(best)[1]
  },
  words = "the most frequent {x}"
)
