# Figures that some servers lack, spelt out by windows a step before.

# Definition 7 of Hyndman and Fan (1996): between the values at both sides of place 1 + (n - 1) p.
spelt_percentile <- function(sql, p, to) {
  if (!is.null(to$over)) not_in_sql("it has no percentile over a window", to)
  x <- where_said(sql)
  place <- to$in_group(function(group) {
    sprintf("row_number() OVER (%s)", over_said(
      group, paste("ORDER BY", to$server$sort(x, FALSE, FALSE))))
  })
  n <- to$in_group(function(group) sprintf("count(%s) OVER (%s)", x, paste(group, collapse = "")))
  # How far each value is from the place; those at both sides of it count by their nearness.
  far <- sprintf("abs(%s - 1 - (%s - 1) * %s)", place, n, number_written(p))
  sprintf("sum(CASE WHEN %1$s < 1 AND %2$s IS NOT NULL THEN %2$s * (1 - %1$s) END)", far, x)
}

# The values that are there are numbered in their order, and the one wanted is picked.
spelt_value_at <- function(sql, n, order, to) {
  if (!is.null(to$over)) not_in_sql("it has no such value over a window", to)
  there <- bare_sql(both_said(sprintf("%s IS NOT NULL", sql$x), sql$where))
  place <- to$in_group(function(group) {
    sprintf("row_number() OVER (%s)", over_said(
      group, sprintf("ORDER BY CASE WHEN %s THEN 0 ELSE 1 END, %s", there, order)))
  })
  sprintf("max(CASE WHEN %s = %d AND %s THEN %s END)", place, as.integer(n), there, bare_sql(sql$x))
}

# Squares of what lies between each value and the average of its group.
spelt_variance <- function(sql, less, to) {
  if (!is.null(to$over)) not_in_sql("it has no variance over a window", to)
  x <- where_said(sql)
  middle <- to$in_group(function(group) sprintf("avg(%s) OVER (%s)", x, paste(group, collapse = "")))
  n <- sprintf("count(%s)", x)
  sprintf("(sum((%1$s - %2$s) * (%1$s - %2$s)) / NULLIF(%3$s, 0))", x, middle, if (less) sprintf("(%s - %d)", n, less)
    else n)
}

# A figure's value where its condition is met, else missing.
where_said <- function(sql) {
  if (is.null(sql$where)) sql$x else sprintf("(CASE WHEN %s THEN %s END)", bare_sql(sql$where), bare_sql(sql$x))
}
