# What SQLite is told. It keeps dates as text, knows no NaN and few functions of numbers.

room("SQLite", "server", place = 2, words = "SQLite",
  of = function(connection) inherits(connection, "SQLiteConnection"),
  types = c(double = "REAL", integer = "INTEGER", integer64 = "INTEGER", text = "TEXT", date = "TEXT"),
  has_nan = FALSE, filters = TRUE, grouping_sets = FALSE,
  functions = c(
    abs = "abs", avg = "avg", replace = "replace", any = "max", every = "min", text_length = "length",
    floor = "(CASE WHEN abs(%1$s) < 9e15 THEN CAST(%1$s AS INTEGER) - (CAST(%1$s AS INTEGER) > %1$s) ELSE %1$s END)",
    ceiling = "(CASE WHEN abs(%1$s) < 9e15 THEN CAST(%1$s AS INTEGER) + (CAST(%1$s AS INTEGER) < %1$s) ELSE %1$s END)"
  ),
  yes_as_number = function(sql) sql, by_code_point = function(sql) sql,
  sort = function(sql, down, reversed) {
    paste0(sql, if (xor(down, reversed)) " DESC NULLS " else " NULLS ",
      if (reversed) "FIRST" else "LAST")
  },
  date = function(text) sprintf("'%s'", text),
  moment = function(text, to) not_in_sql("it has no times of day", to),
  odd_number = function(value, to) {
    if (is.nan(value)) not_in_sql("it has no NaN", to) else
      if (value > 0) "9e999" else "(-9e999)"
  },
  day_of = function(sql) sprintf("date(%s)", bare_sql(sql)),
  days_between = function(x, y) sprintf("(julianday(%s) - julianday(%s))", bare_sql(x), bare_sql(y)),
  plus_days = function(x, n) sprintf("date(%s, (%s) || ' days')", bare_sql(x), n),
  date_part = function(x, part) lite_date_part(bare_sql(x), part),
  start_of = function(x, unit) lite_start_of(bare_sql(x), unit),
  # As it is here: a half is judged as the number is written to 15 digits.
  rounded = function(x, digits, to) lite_rounded(x, digits, to),
  part_of = function(x, from, n) sprintf("substr(%s)", toString(c(bare_sql(x), from, n))),
  place_of = function(part, x) sprintf("instr(%s, %s)", bare_sql(x), bare_sql(part)),
  joined = function(parts) sprintf("(%s)", paste(parts, collapse = " || ")),
  number_of_text = NULL,
  date_of_text = function(x) sprintf("CASE WHEN date(%1$s) = %1$s THEN %1$s END", x),
  percentile = function(sql, node, p, to) spelt_percentile(sql, p, to),
  most_frequent = NULL, different = function(parts) paste(sprintf("quote(%s)", parts), collapse = " || ',' || "),
  value_at = function(sql, n, order, to) spelt_value_at(sql, n, order, to), listed = NULL,
  variance = function(sql, less, root, to) {
    if (root) not_in_sql("it has no square root", to)
    spelt_variance(sql, less, to)
  },
  back = function(date, span, to) {
    if (span$unit != "days") return(NULL)
    sprintf("ORDER BY julianday(%1$s) RANGE BETWEEN %2$d PRECEDING AND %2$d PRECEDING", date, as.integer(span$n))
  },
  around = function(date, frame, to) {
    ends <- ends_in_days(frame)
    if (is.null(ends)) return(NULL)
    list(
      over = sprintf("ORDER BY julianday(%s) RANGE BETWEEN %s AND %s", date, end_of_rows(ends[1]),
        end_of_rows(ends[2])),
      from = sprintf("date(%s, '%d days')", date, ends[1]), to = sprintf("date(%s, '%d days')", date, ends[2])
    )
  },
  entry = function(column, type, kind) {
    if (kind == "time") return(NULL)
    if (kind == "date") return(sprintf(
      "CASE typeof(%1$s) WHEN 'text' THEN date(%1$s) ELSE date(%1$s * 86400, 'unixepoch') END", column
    ))
    column
  },
  may_hold_nan = function(types) rep(FALSE, length(types)),
  stand_for = c("text date", "double date", "integer date", "integer logical", "integer empty", "double empty",
    "text empty"), begin = "BEGIN", end = "ROLLBACK", timeout = NULL,
  plan = function(sql) paste("EXPLAIN QUERY PLAN", sql)
)

lite_date_part <- function(x, part) {
  number <- function(mark, of = x) sprintf("CAST(strftime('%%%s', %s) AS INTEGER)", mark, of)
  thursday <- sprintf("date(%s, '-3 days', 'weekday 4')", x)
  switch(part,
    year = number("Y"), month = number("m"), day = number("d"), quarter = sprintf("((%s + 2) / 3)", number("m")),
    weekday = sprintf("((%s + 6) %% 7 + 1)", number("w")), week = sprintf("((%s - 1) / 7 + 1)", number("j", thursday)),
    week_year = number("Y", thursday)
  )
}

lite_start_of <- function(x, unit) {
  switch(unit,
    day = sprintf("date(%s)", x), week = sprintf("date(%s, '-6 days', 'weekday 1')", x),
    month = sprintf("date(%s, 'start of month')", x), year = sprintf("date(%s, 'start of year')", x),
    quarter = sprintf("date(%s, 'start of month', -((%s - 1) %% 3) || ' months')", x, lite_date_part(x, "month"))
  )
}

lite_rounded <- function(x, digits, to) {
  scale <- number_in_sql(10^digits, to)
  scaled <- sprintf("(abs(%s) * %s)", x, scale)
  whole <- sprintf("CAST(%s AS INTEGER)", scaled)
  sprintf(paste(
    "CASE WHEN %1$s < 4503599627370496 THEN (CASE WHEN %2$s < 0 THEN -1.0 ELSE 1.0 END) * (%3$s + (%1$s - %3$s >=",
    "0.5 - CASE WHEN %1$s < 1e12 THEN max(%1$s, 1) * 4e-16 ELSE 0 END)) / %4$s ELSE %2$s END"
  ), scaled, x, whole, scale)
}

# The ends of a frame that goes by days, from the row's own; NULL where it goes by months.
ends_in_days <- function(frame) {
  reaches <- frame[c("behind", "ahead")]
  if (any(vapply(reaches, function(reach) reach$unit == "months", TRUE))) return(NULL)
  n <- vapply(reaches, function(reach) reach$n - reach$short_of, 1)
  as.integer(c(-n[[1]], n[[2]]))
}
