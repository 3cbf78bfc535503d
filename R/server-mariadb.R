# What MariaDB is told. Text is compared there without case unless it is told; conditions are numbers; it knows no
# filters and no NaN.

room("MariaDB", "server", place = 3, words = "MariaDB",
  of = function(connection) inherits(connection, c("MariaDBConnection", "MySQLConnection")),
  types = c(double = "DOUBLE", integer = "SIGNED", integer64 = "SIGNED", text = "CHAR", date = "DATE"),
  has_nan = FALSE, filters = FALSE, grouping_sets = FALSE,
  functions = c(
    stats::setNames(nm = c("sqrt", "exp", "power", "abs", "sign", "floor", "var_samp", "var_pop", "stddev_samp",
      "stddev_pop", "avg", "replace")),
    ceiling = "ceiling", log = "ln", any = "max", every = "min", text_length = "char_length"
  ),
  yes_as_number = function(sql) sql, by_code_point = function(sql) sql,
  sort = function(sql, down, reversed) {
    sprintf("%1$s IS %3$sNULL, %1$s%2$s", sql, if (xor(down, reversed)) " DESC" else "", if (reversed) "NOT " else "")
  },
  date = function(text) sprintf("DATE '%s'", text), moment = function(text, to) sprintf("TIMESTAMP '%s'", text),
  odd_number = function(value, to) not_in_sql("it has neither NaN nor infinity", to),
  day_of = function(sql) sprintf("DATE(%s)", bare_sql(sql)),
  days_between = function(x, y) sprintf("DATEDIFF(%s, %s)", bare_sql(x), bare_sql(y)),
  plus_days = function(x, n) sprintf("DATE_ADD(%s, INTERVAL %s DAY)", bare_sql(x), n),
  date_part = function(x, part) {
    sprintf(c(
      year = "YEAR(%s)", quarter = "QUARTER(%s)", month = "MONTH(%s)", week = "WEEK(%s, 3)",
      week_year = "(YEARWEEK(%s, 3) DIV 100)", day = "DAYOFMONTH(%s)", weekday = "(WEEKDAY(%s) + 1)"
    )[[part]], bare_sql(x))
  },
  start_of = function(x, unit) {
    sprintf(c(
      day = "DATE(%1$s)", week = "DATE_SUB(DATE(%1$s), INTERVAL WEEKDAY(%1$s) DAY)",
      month = "DATE_SUB(DATE(%1$s), INTERVAL DAYOFMONTH(%1$s) - 1 DAY)",
      quarter = "DATE_ADD(MAKEDATE(YEAR(%1$s), 1), INTERVAL 3 * QUARTER(%1$s) - 3 MONTH)",
      year = "MAKEDATE(YEAR(%1$s), 1)"
    )[[unit]], bare_sql(x))
  },
  rounded = function(x, digits, to) {
    scale <- number_in_sql(10^digits, to)
    scaled <- sprintf("(abs(%s) * %se0)", x, scale)
    sprintf(paste(
      "CASE WHEN %1$s < 4503599627370496e0 THEN sign(%2$s) * (floor(%1$s) + (%1$s - floor(%1$s) >=",
      "0.5e0 - CASE WHEN %1$s < 1e12 THEN greatest(%1$s, 1e0) * 4e-16 ELSE 0e0 END)) / %3$se0 ELSE %2$s END"
    ), scaled, x, scale)
  },
  part_of = function(x, from, n) sprintf("substr(%s)", toString(c(bare_sql(x), from, n))),
  place_of = function(part, x) sprintf("locate(%s, %s)", bare_sql(part), bare_sql(x)),
  joined = function(parts) sprintf("concat(%s)", toString(parts)),
  number_of_text = NULL, date_of_text = NULL,
  percentile = function(sql, node, p, to) spelt_percentile(sql, p, to),
  most_frequent = NULL, ten_digits = TRUE,
  different = function(parts) sprintf("concat(%s)", paste(sprintf("quote(%s)", parts), collapse = ", ',', ")),
    value_at = function(sql, n, order, to) spelt_value_at(sql, n, order, to),
  listed = NULL, variance = NULL,
  back = function(date, span, to) {
    if (span$unit != "days") return(NULL)
    sprintf("ORDER BY TO_DAYS(%1$s) RANGE BETWEEN %2$d PRECEDING AND %2$d PRECEDING", date, as.integer(span$n))
  },
  around = function(date, frame, to) {
    ends <- ends_in_days(frame)
    if (is.null(ends)) return(NULL)
    list(
      over = sprintf("ORDER BY TO_DAYS(%s) RANGE BETWEEN %s AND %s", date, end_of_rows(ends[1]),
        end_of_rows(ends[2])),
      from = sprintf("DATE_ADD(%s, INTERVAL %d DAY)", date, ends[1]),
      to = sprintf("DATE_ADD(%s, INTERVAL %d DAY)", date, ends[2])
    )
  },
  # Whole numbers and decimals become doubles where they are divided or averaged; text is compared byte by byte.
  entry = function(column, type, kind) {
    if (kind == "text") return(sprintf("CONVERT(%s USING utf8mb4) COLLATE utf8mb4_nopad_bin", column))
    if (kind == "double") return(sprintf("CAST(%s AS DOUBLE)", column))
    column
  },
  may_hold_nan = function(types) rep(FALSE, length(types)),
  stand_for = c("integer logical", "integer empty", "double empty", "text empty", "date empty"),
    begin = "START TRANSACTION READ ONLY", end = "ROLLBACK",
  timeout = function(seconds) sprintf("SET SESSION max_statement_time = %.3f", seconds),
  no_timeout = "SET SESSION max_statement_time = DEFAULT", plan = function(sql) paste("EXPLAIN", sql)
)
