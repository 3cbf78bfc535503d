# Running totals, rolling totals and shares of figures that do not add up: means, medians, counts of different values.

room("not_additive", "rule", place = 37, of_ledger = NULL, of_values = NULL,
  words = "running or rolling totals, and shares, of a figure that does not add up over lines: a mean, a median, a
    ratio",
  example = quote(brief(demo_table("dues"), lines = paid_on, figures = c(typical = median(due)),
    beside = c(to_date = running(sum(typical), along = paid_on)))),
  twin = quote(brief(demo_table("dues"), lines = paid_on, figures = c(typical = median(due)),
    beside = c(to_date = running(max(typical), along = paid_on)))),
  of_page = function(drawn) {
    if (drawn$lines$grain != "lines") return(NULL)
    lapply(windows_of(drawn), function(one) adds_what_does_not(one, drawn))
  }
)

adds_what_does_not <- function(one, drawn) {
  node <- one$node
  parts <- if (!is.null(node$figure)) Filter(is_total, figures_in(node$figure))
  for (part in parts) {
    x <- part$args$x
    if (!identical(x$type, "column") || !x$name %in% drawn$lines$not_additive) next
    figure <- Filter(function(figure) figure$name == x$name, drawn$lines$figures)[[1]]
    if (figure$node$type == "figure" && is_own_value(figure$node)) next
    return(a_finding(sprintf(
      "Adding up: `%s` adds up `%s`, which does not add up (%s).", one$name, x$name,
        if (figure$node$type == "figure") figure_label(figure$node) else "worked from several figures"
    ), c(one$name, x$name), weight = 1))
  }
}
