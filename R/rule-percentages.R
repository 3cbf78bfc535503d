# Percentages of percentages: values that are percentages already, printed as a hundred times as much.

room("percentages", "rule", place = 58, of_ledger = NULL, of_values = NULL,
  words = "`percent()` over values that are percentages already, so that 45 prints as 4500%",
  example = quote(brief(demo_table("dues"), lines = wharf, figures = c(dues = sum(due)),
    beside = c(part = 100 * share(dues)), layout = c(wharf, dues, percent(part)))),
  twin = quote(brief(demo_table("dues"), lines = wharf, figures = c(dues = sum(due)),
    beside = c(part = share(dues)), layout = c(wharf, dues, percent(part)))),
  of_page = function(drawn) {
    rows <- lines_to_read(drawn)
    parts <- Filter(function(part) identical(part$format$fn, "percent"), laid_out(drawn))
    lapply(parts, function(part) {
      x <- drawn$lines$columns[[part$name]]
      x <- if (is_number_column(x)) abs(as_plain_number(x)[rows])
      x <- x[is.finite(x) & x != 0]
      if (length(x) == 0 || stats::median(x) <= 5) return(NULL)
      a_finding(sprintf(
        "Percentages: `%s` is printed as a percentage, and half of its values are above %s; a ratio of 1 prints as 100%%.",
        part$name, exact_text(stats::median(x))
      ), part$name, weight = 1)
    })
  }
)
