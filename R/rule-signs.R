# A sign that hardly any other value has.

room("signs", "rule", place = 5,
  of_ledger = function(columns, n) {
    each_column(columns, is_plain_double, function(x, name) {
      below <- which(x < 0)
      if (length(below) == 0 || length(below) > 0.01 * n) return(NULL)
      sprintf("`%s`: %s below zero, the first in row %s.", name, is_are(length(below), "value"), big_mark(below[1]))
    })
  },
  of_page = function(drawn) {
    each_total(drawn, function(name, node, x, found) {
      rarer <- min(found$above, found$below)
      if (rarer == 0 || rarer > 0.01 * (found$above + found$below)) return(NULL)
      negative <- found$below == rarer
      at <- if (negative) found$first_below else found$first_above
      a_note("signs", sprintf(
        "Signs: %s of %s %s %s zero, unlike the others, the first in %s: %s.", count_of(rarer, "value"),
        node_label(node$args$x), if (rarer == 1) "is" else "are", if (negative) "below" else "above",
        in_row(drawn$entries, at), exact_text(x[at])
      ))
    })
  }
)
