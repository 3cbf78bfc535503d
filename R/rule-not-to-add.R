# Totals and means of what bears none: identifiers, years, dates in figures, prices of a unit, percentages, standings.

room("not_to_add", "rule", place = 28, of_ledger = NULL, of_values = NULL,
  words = "totals or means of identifiers, and totals of years, rates, percentages or standings",
  example = quote(brief(demo_table("dues"), lines = wharf, figures = c(slips = sum(slip)))),
  twin = quote(brief(demo_table("dues"), lines = wharf, figures = c(slips = count(slip)))),
  of_page = function(drawn) {
    seen <- values_of_page(drawn)
    each_figure_call(drawn, function(figure, node) {
      if (is.null(seen)) standing_from_below(figure, node, drawn) else bears_no_figure(figure, node, seen, drawn)
    })
  }
)

rate_names <- paste0(
  "(^|_|[.])(rate|rates|price|prices|unit_price|pct|percent|percentage|perc|ratio|avg|average|mean|median|index|",
  "rating|temperature|temp|speed|age|discount_rate|tax_rate|per_[a-z]+|each)$|",
  "^(avg|average|mean|pct|percent|price_per|cost_per|rate_of|rate_per|unit_price)"
)
standing_names <- "(^|_)(balance|stock|inventory|headcount|level|level_[a-z]+|on_hand|outstanding|in_stock|population)$"

bears_no_figure <- function(figure, node, seen, drawn) {
  x <- node$args$x
  if (is.null(x) || x$type != "column" || !x$name %in% drawn$entries$column_names ||
    !seen$kind(x$name) %in% c("integer", "double")) return(NULL)
  facts <- facts_of_entries(drawn$entries, drawn$brief$checked$columns)
  what <- what_it_is(node, x$name, unique(c(x$name, facts[[x$name]]$names)), seen, drawn)
  if (is.null(what)) return(NULL)
  a_finding(sprintf("Figures: `%s` is %s, and `%s` %s; %s.", figure$name, call_said(node), x$name, what$is, what$do),
    x$name, weight = 1)
}

# On a page drawn up from a page the values are that page's; what a column is came with it.
standing_from_below <- function(figure, node, drawn) {
  x <- node$args$x
  if (!is_total(node) || is.null(drawn$entries$below) || !identical(x$type, "column")) return(NULL)
  facts <- facts_of_entries(drawn$entries, drawn$brief$checked$columns)
  if (!any(named_as_standing(c(x$name, facts[[x$name]]$names)))) return(NULL)
  days <- Filter(function(name) is_moment(kind_of(entry_column(drawn$entries, name))), drawn$entries$column_names)
  if (all(vapply(days, function(name) divides_by(drawn, name), TRUE))) return(NULL)
  a_finding(sprintf(paste("Figures: `%s` is %s, and `%s` reads like a standing at a moment, which does not add up",
    "over time; %s."),
    figure$name, call_said(node), x$name, standing_advice(drawn)), x$name, weight = 1)
}

call_said <- function(node) sprintf("%s(%s)", node$fn, node_label(node$args$x))

# `names` are those that the column has had on its way.
what_it_is <- function(node, name, names, seen, drawn) {
  adds <- is_total(node)
  averages <- is_average(node)
  values <- seen$numbers(name)$value
  if (length(values) == 0) return(NULL)
  wholes <- all(values == floor(values))
  if ((adds || averages) && wholes && name %in% seen$all && is_identifier(seen, name)) return(list(
    is = "tells entries apart and is no amount", do = "count() or count_distinct() counts them"
  ))
  if ((adds || averages) && wholes && any(named_as_code(names)) && length(values) > 1) return(list(
    is = "reads like a code and is no amount", do = "count_distinct() counts the different ones"
  ))
  if (adds && wholes && min(values) >= 1800 && max(values) <= 2200 && any(grepl("year",
    small_letters(names)))) return(list(
    is = "is a year", do = "a year is a key, or has a smallest and a largest"
  ))
  if ((adds || averages) && length(values) >= 5 && all(are_day_numbers(values))) return(list(
    is = "holds dates written as numbers", do = "min() and max() give the first and the last"
  ))
  if (adds && any(named_as_standing(names)) && over_several_days(seen, drawn)) return(list(
    is = "reads like a standing at a moment, which does not add up over time",
      do = standing_advice(drawn)
  ))
  if (adds && any(vapply(names, is_rate, TRUE, seen = seen))) return(list(
    is = "reads like a rate, which does not add up", do = "mean(x, weight = ...) weighs it by what it is a rate of"
  ))
}

named_as_code <- remembering(function(name) {
  grepl("(^|_)(id|zip|zipcode|postcode|postal|phone|telephone|code|sku|ean|isbn|barcode|account_no|ref)$",
    small_letters(name))
})

named_as_standing <- remembering(function(name) grepl(standing_names, small_letters(name)))

named_as_rate <- remembering(function(name) grepl(rate_names, small_letters(name)))

# The last value is that of the line only where no two of its entries share a day.
standing_advice <- function(drawn) {
  days <- Filter(function(name) is_moment(kind_of(entry_column(drawn$entries, name))), drawn$entries$column_names)
  alone <- length(days) == 1 && core_group_facts(core_group(list(entry_groups(drawn$lines), entry_column(drawn$entries,
    days)), drawn$entries$n))$size == drawn$entries$n
  if (alone) return(sprintf("last(x, along = %s) gives the last", days))
  paste("several entries share a day: add those of one day up on a page of lines by day, and take the last on a page",
    "drawn up from it")
}

# By its name, and then as there is a column beside it that it could be a rate of, or since all values lie below one.
is_rate <- function(name, seen) {
  if (!named_as_rate(name)) return(FALSE)
  if (!grepl("(^|_)(price|prices)$", small_letters(name))) return(TRUE)
  any(grepl("(^|_)(qty|quantity|units|pieces|count|volume|weight|tonnes|items|pcs|number_of.*)$",
    small_letters(seen$all)))
}

# Whether a line holds entries of several days, so that a standing is counted once for each.
over_several_days <- function(seen, drawn) {
  any(!vapply(columns_of_moments(seen, seen$all), function(name) divides_by(drawn, name), TRUE))
}
