# The line before that is not the day before: neighbours by rows, along dates with gaps.

room("neighbours", "rule", place = 35, of_ledger = NULL, of_values = NULL,
  words = "the line before or after (`lag()`, `lead()`) that is not the day, week or month before or after, since dates
    are missing",
  example = quote(brief(brief(demo_table("dues")[-(41:44), ], lines = paid_on, figures = c(dues = sum(due))),
    beside = c(change = dues - lag(dues, along = paid_on)))),
  twin = quote(brief(brief(demo_table("dues"), lines = paid_on, figures = c(dues = sum(due))),
    beside = c(change = dues - lag(dues, along = paid_on)))),
  of_page = function(drawn) {
    lapply(Filter(function(one) !is.null(one$node$shift), windows_of(drawn)), gaps_of_neighbours)
  }
)

gaps_of_neighbours <- function(one) {
  days <- days_along(one)
  if (is.null(days)) return(NULL)
  group <- core_group_numbers(window_groups(one$node$per, one$table))
  order <- order(group, days)
  same <- diff(group[order]) == 0
  steps <- usual_steps(days[order], same)
  if (length(steps$wide) == 0) return(NULL)
  a_finding(sprintf(
    "Neighbours: `%s` takes the line %s, and in %s that is %s and not one away, first beside %s; %s.", one$name,
    if (one$node$shift > 0) "before" else "after", count_of(length(steps$wide), "line"),
    sprintf("up to %s", count_of(steps$widest, steps$unit)), day_text(days[order][steps$wide[1] + 1]),
    sprintf("earlier(x, %ss(1)) goes by the calendar", steps$unit)
  ), one$name, weight = length(steps$wide) / length(days))
}

# Steps from one date to the next: where nearly all are one day, week or month, those that are more.
usual_steps <- function(days, same) {
  weekdays <- unique(core_date_part(days, "weekday", 1L))
  step <- diff(if (length(weekdays) < 2 || any(weekdays > 5, na.rm = TRUE)) days else working_days(days))
  step[!same | is.na(step)] <- NA
  by_month <- all(core_date_part(days, "day", 1L) %in% 1, na.rm = TRUE)
  if (by_month) step <- ifelse(is.na(step), NA, diff(step_numbers(as_date_class(days), "month")))
  unit <- if (by_month) "month" else "day"
  known <- step[!is.na(step) & step > 0]
  if (length(known) < 4 || length(known) < sum(step == 0, na.rm = TRUE)) return(list(wide = integer()))
  usual <- as.numeric(names(which.max(table(known))))
  if (mean(known == usual) < 0.75 || !by_month && !usual %in% c(1, 7)) return(list(wide = integer()))
  if (usual == 7) unit <- "week"
  list(wide = which(step > usual), widest = max(known) / usual, unit = unit)
}

# Mondays to Fridays counted through, where there are no other days.
working_days <- function(days) 5 * ((days + 3) %/% 7) + (days + 3) %% 7
