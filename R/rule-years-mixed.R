# Months, quarters and weeks without their year, over entries of several years; weeks beside the calendar's year.

room("years_mixed", "rule", place = 32, of_ledger = NULL, of_values = NULL,
  words = "months, quarters or weeks of several years in one line, and weeks beside the year of the calendar, which is
    another one at the turn of the year",
  example = quote(brief(demo_table("targets"), lines = c(month = month(month)), figures = c(target = sum(target)))),
  twin = quote(brief(demo_table("targets"), lines = c(year = year(month), month = month(month)),
    figures = c(target = sum(target)))),
  of_page = function(drawn) {
    if (drawn$entries$n == 0) return(NULL)
    keys <- drawn$brief$checked$lines
    c(
      lapply(keys, function(key) parts_of_years(key, keys, drawn)),
      lapply(keys, function(key) weeks_of_years(key, keys, drawn)),
      list(names_of_months(keys, drawn))
    )
  }
)

# month(d), quarter(d) or week(d), where no other key tells the year.
parts_of_years <- function(key, keys, drawn) {
  node <- key$node
  year_of <- room_of_node(node)$within
  if (is.null(year_of)) return(NULL)
  x <- node$args$x
  told <- any(vapply(keys, function(other) {
    is_of(other$node, x) && (isTRUE(room_of_node(other$node)$tells_year) || !is.null(period_of(other$node)))
  }, TRUE))
  if (told) return(NULL)
  table <- entries_table(drawn)
  days <- as_days(evaluate_column(x, table))
  year <- core_date_part(days, year_of, 1L)
  part <- evaluate_column(node, table)
  mixed <- parts_in_years(part, year)
  if (mixed$several == 0) return(NULL)
  a_finding(sprintf(
    "Years: the key `%s` is %s without its year, and %s of %s hold entries of several (%s to %s); add %s to `lines`.",
    key$name, node_label(node), mixed$several, count_of(mixed$parts, node$fn), min(year, na.rm = TRUE),
    max(year, na.rm = TRUE), call_label(year_of, node_label(x))
  ), key$name, rows = which(part %in% mixed$which), repair = a_repair("lines", call(year_of, parsed(node_label(x))),
    place = 1, name = free_name("year", drawn$lines$keys)))
}

parts_in_years <- function(part, year) {
  years <- tapply(year, part, function(y) length(unique(y)))
  list(several = sum(years > 1), parts = length(years), which = as.integer(names(years)[years > 1]))
}

# Days that belong to the last week of the year before, or the first of the next.
weeks_of_years <- function(key, keys, drawn) {
  if (!identical(room_of_node(key$node)$within, "week_year")) return(NULL)
  x <- key$node$args$x
  calendar <- Filter(function(other) is_call_of(other$node, "year") && is_of(other$node, x), keys)
  if (length(calendar) == 0) return(NULL)
  days <- as_days(evaluate_column(x, entries_table(drawn)))
  rows <- which(core_date_part(days, "year", 1L) != core_date_part(days, "week_year", 1L))
  if (length(rows) == 0) return(NULL)
  a_finding(sprintf(
    "Years: `%s` is a week by ISO 8601, `%s` the year of the calendar, and %s at its turn belong to a week %s",
    key$name, calendar[[1]]$name, entry_count(length(rows)),
      sprintf("of another year, the first in %s; week_year() fits.",
      in_row(drawn$entries, rows[1]))
  ), c(key$name, calendar[[1]]$name), rows, repair = a_repair("lines", call("week_year", parsed(node_label(x))),
    name = calendar[[1]]$name, instead = TRUE))
}

# A key that is the names of months, beside a date that runs over more than a year.
names_of_months <- function(keys, drawn) {
  seen <- values_of_page(drawn)
  if (is.null(seen) || seen$n > limit("most_to_compare")) return(NULL)
  named <- Filter(function(key) {
    texts <- if (key$node$type == "column") seen$texts(key$name)$text
    !is.null(texts) && all_parts_of_years(texts)
  }, keys)
  if (length(named) == 0 || any(grepl("year", vapply(keys, `[[`, "", "name")))) return(NULL)
  dates <- columns_of_moments(seen, seen$all)
  for (date in dates) {
    year <- core_date_part(as_days(seen$column(date)), "year", 1L)
    months <- plain_vector(seen$column(named[[1]]$name))
    mixed <- tapply(year, months, function(y) length(unique(y)))
    mixed <- mixed[!is.na(mixed)]
    if (any(mixed > 1)) return(a_finding(sprintf(
      "Years: the key `%s` names months or quarters, by `%s` %s of them of several years; add year(%s) to `lines`.",
      named[[1]]$name, date, big_mark(sum(mixed > 1)), name_text(date)
    ), named[[1]]$name, which(months %in% names(mixed)[mixed > 1]), repair = a_repair("lines", call("year",
      as.name(date)), place = 1, name = free_name("year", drawn$lines$keys))))
  }
}

all_parts_of_years <- remembering(function(texts) {
  texts <- texts[texts != ""]
  quarters <- grepl("^q(tr|uarter)? ?[1-4]$", small_letters(squeezed(texts)))
  length(texts) >= 3 && (all(quarters) || !anyNA(named_place(texts, month_stems, month_words)))
})
