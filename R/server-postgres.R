# What PostgreSQL is told: its names, its types, and what it lacks of the standard's language spelt out.

room("PostgreSQL", "server", place = 1, words = "PostgreSQL",
  of = function(connection) inherits(connection, "PqConnection"),
  types = c(double = "double precision", integer = "integer", integer64 = "bigint", text = "text", date = "date"),
  has_nan = TRUE, filters = TRUE, grouping_sets = TRUE,
  functions = c(
    stats::setNames(nm = c("sqrt", "exp", "power", "abs", "sign", "floor", "var_samp", "var_pop", "stddev_samp",
      "stddev_pop", "avg", "replace", "upper", "lower")),
    ceiling = "ceil", log = "ln", any = "bool_or", every = "bool_and", text_length = "char_length"
  ),
  yes_as_number = function(sql) sprintf("CAST(%s AS integer)", bare_sql(sql)),
  by_code_point = function(sql) sprintf("%s COLLATE \"C\"", sql),
  sort = function(sql, down, reversed) {
    paste0(sql, if (xor(down, reversed)) " DESC NULLS " else " NULLS ",
      if (reversed) "FIRST" else "LAST")
  },
  date = function(text) sprintf("DATE '%s'", text), moment = function(text, to) sprintf("TIMESTAMP '%s'", text),
  odd_number = function(value, to) {
    sprintf("CAST('%s' AS double precision)",
      if (is.nan(value)) "NaN" else if (value > 0) "Infinity" else "-Infinity")
  },
  day_of = function(sql) sprintf("CAST(%s AS date)", bare_sql(sql)),
  days_between = function(x, y) sprintf("(%s - %s)", x, y),
  plus_days = function(x, n) sprintf("(%s + %s)", x, n),
  date_part = function(x, part) {
    sprintf("CAST(EXTRACT(%s FROM %s) AS integer)",
      c(weekday = "ISODOW", week_year = "ISOYEAR")[part] |> or_upper(part), bare_sql(x))
  },
  start_of = function(x, unit) sprintf("CAST(date_trunc('%s', %s) AS date)", unit, bare_sql(x)),
  # Halves go away from zero in its decimals, which have the 15 digits of a number.
  rounded = function(x, digits, to) {
    sprintf(
      "CASE WHEN abs(%1$s) < %2$s THEN CAST(round(CAST(%3$s AS numeric), %4$d) AS double precision) ELSE %1$s END", x,
      number_in_sql(2^52 / 10^digits, to), bare_sql(x), as.integer(digits)
    )
  },
  part_of = function(x, from, n) {
    sprintf("substr(%s%s)", toString(c(bare_sql(x), from)), if (is.null(n)) "" else
      paste0(", ", n))
  },
  place_of = function(part, x) sprintf("strpos(%s, %s)", bare_sql(x), bare_sql(part)),
  joined = function(parts) sprintf("(%s)", paste(parts, collapse = " || ")),
  number_of_text = function(x) {
    sprintf("CASE WHEN trim(%1$s) ~ '^[-+]?([0-9]+[.]?[0-9]*|[.][0-9]+)([eE][-+]?[0-9]+)?$' THEN %2$s END", x,
    sprintf("CAST(trim(%s) AS double precision)", x))
  },
  date_of_text = function(x) {
    sprintf("CASE WHEN %1$s ~ '^[0-9]{4}-[0-9]{2}-[0-9]{2}$' THEN CAST(%1$s AS date) END", x)
  },
  percentile = function(sql, node, p, to) {
    said <- gathered_in_sql(sprintf("percentile_cont(%s)", number_written(p)), "", sql$where, to, within = sql$x)
    odd_or(sub(")()", ")", said, fixed = TRUE), sql, node$args$x, to)
  },
  most_frequent = function(sql, node, to) {
    x <- if (node$args$x$kind == "text") to$server$by_code_point(sql$x) else sql$x
    gathered_in_sql("mode", "", sql$where, to, within = x)
  },
  different = function(parts) sprintf("(%s)", toString(parts)),
  value_at = function(sql, n, order, to) {
    where <- both_said(sprintf("%s IS NOT NULL", sql$x), sql$where)
    sprintf("(%s)[%d]", gathered_in_sql("array_agg", sql$x, where, to, more = paste(" ORDER BY", order)),
      as.integer(n))
  },
  listed = function(sql, sep, order, to) {
    gathered_in_sql("string_agg", sql$x, sql$where, to, more = sprintf(", %s ORDER BY %s", sep, order))
  },
  variance = NULL,
  back = function(date, span, to) {
    sprintf("ORDER BY %1$s RANGE BETWEEN %2$s PRECEDING AND %2$s PRECEDING", date, interval_said(span$unit, span$n))
  },
  around = function(date, frame, to) {
    behind <- end_of_calendar(frame$behind, -1)
    ahead <- end_of_calendar(frame$ahead, 1)
    list(
      over = sprintf("ORDER BY %s RANGE BETWEEN %s AND %s", date, behind$edge, ahead$edge),
      from = sprintf("%s %s", date, behind$away), to = sprintf("%s %s", date, ahead$away)
    )
  },
  # Columns as they are here: unusual types are text, a time of a zone is one of UTC.
  entry = function(column, type, kind) {
    if (type == "bpchar") return(NULL)
    if (type == "timestamptz") return(sprintf("%s AT TIME ZONE 'UTC'", column))
    plain <- c("bool", "int2", "int4", "int8", "float4", "float8", "numeric", "text", "varchar", "date", "timestamp")
    if (type %in% plain && !(type == "numeric" && kind == "text")) return(column)
    sprintf("CAST(%s AS text)", column)
  },
  may_hold_nan = function(types) types %in% c("float4", "float8"),
  begin = "BEGIN TRANSACTION ISOLATION LEVEL REPEATABLE READ READ ONLY", end = "ROLLBACK",
  timeout = function(seconds) sprintf("SET LOCAL statement_timeout = %.0f", 1000 * seconds),
  plan = function(sql) paste("EXPLAIN", sql)
)

or_upper <- function(named, part) unname(ifelse(is.na(named), toupper(part), named))

interval_said <- function(unit, n, days = 0) {
  sprintf("INTERVAL '%d %s%s'", as.integer(n), unit, if (days) sprintf(" %d day", as.integer(days)) else "")
}

# One end of a frame by the calendar: how it is written, and the date itself. `side` is -1 behind and 1 ahead.
end_of_calendar <- function(reach, side) {
  n <- side * reach$n
  days <- if (reach$short_of) -side else 0
  if (reach$unit == "days") {
    n <- n + days
    days <- 0
  }
  if (n == 0 && days == 0) return(list(edge = "CURRENT ROW", away = "+ INTERVAL '0 days'"))
  sign <- if (n < 0) -1 else 1
  size <- interval_said(if (reach$unit == "rows") "days" else reach$unit, abs(n), sign * days)
  list(edge = paste(size, if (n < 0) "PRECEDING" else "FOLLOWING"), away = paste(if (n < 0) "-" else "+", size))
}
