# Random pages over random tables, as the text of a call, for one way of working against another.

# The entries `t`, others to be stacked under them, and a table of partners in which each `j` stands once.
tables_for_pages <- function(n, nan = FALSE) {
  j <- sample(-3:9, any_one(0, 4, 11))
  r <- table_for_pages(any_one(0, 3, 40))[c("id", "g", "k", "m", "d", "e", "b")]
  r$e <- r$e - 1000
  list(
    t = table_for_pages(n, nan), r = r,
    s = data.frame(j = j, w = c(NA, round(4 * runif(length(j), -2, 9)) / 4)[seq_along(j)],
      s = sample(c("one", "Two", "", NA), length(j), TRUE), stringsAsFactors = FALSE)
  )
}

types_for_pages <- c(id = "integer", g = "text", h = "text", k = "integer", f = "double precision", m = "numeric(12,2)",
  d = "date", e = "date", b = "boolean", j = "integer", w = "numeric(12,2)", s = "text")

# The tables on a server, where `typed` in its own types (days as texts where it has no type for them).
put_tables <- function(connection, tables, typed = FALSE, days_as_texts = FALSE) {
  for (name in names(tables)) {
    table <- tables[[name]]
    if (days_as_texts) table[] <- lapply(table, function(x) if (inherits(x, "Date")) as.character(x) else x)
    DBI::dbWriteTable(connection, name, table, overwrite = TRUE, field.types = if (typed) types_for_pages[names(table)])
  }
}

table_for_pages <- function(n, nan = FALSE) {
  some <- function(x, part = 0.1) {
    x[runif(n) < part] <- NA
    x
  }
  data.frame(
    id = order(runif(n)), g = some(sample(c("ash", "Birch", "", "\u00e9lan", "\u00c9lan", "o'ak \"x\"", "birch"), n,
      TRUE)),
    h = some(sample(c("up", "down", "\U1f6a2 boat"), n, TRUE)), k = some(sample(-3:9, n, TRUE)),
    f = some(c(if (nan) rep(NaN, min(n, 2)), signif(rnorm(n, 0, 40), 5))[seq_len(n)]),
    m = some(round(4 * runif(n, -5, 60)) / 4), d = some(as.Date("2024-01-28") + sample(0:200, n, TRUE)),
    e = as.Date("2023-12-01") + order(runif(n)), b = some(sample(c(TRUE, FALSE), n, TRUE)), stringsAsFactors = FALSE
  )
}

any_one <- function(...) sample(c(...), 1)

number_text_of <- function(depth = 2) {
  if (depth == 0) return(any_one("k", "f", "m", "m", "id", "3", "0.5"))
  x <- number_text_of(depth - 1)
  y <- number_text_of(depth - 1)
  any_one(
    x, x, sprintf("(%s + %s)", x, y), sprintf("(%s - %s)", x, y), sprintf("(%s * 2)", x), sprintf("(%s / %s)", x, y),
    sprintf("abs(%s)", x), sprintf("rounded(%s, %s)", x, any_one("0", "1", "2")), sprintf("or_else(%s, 0)", x),
    sprintf("case(when(%s, %s), otherwise = %s)", condition_text(depth - 1), x, y), "text_length(g)", "year(d)",
    "weekday(d)", "week(d)", "quarter(d)", "(d - e)", sprintf("floor(%s)", x), sprintf("greatest(%s, k)", x), "k %% 4",
    sprintf("least(m, %s)", y)
  )
}

condition_text <- function(depth = 1) {
  plain <- any_one(
    "m > 10", "k == 2", "f <= 0.5", "k != 3", "g == \"ash\"", "h %in% c(\"up\", \"none\")", "is_missing(g)", "b",
    "!is_missing(m)", "d >= \"2024-03-01\"", "between(m, 3, 30)", "g > h", "!b", "starts_with(g, \"b\")",
    "contains(h, \"o\")", "ends_with(g, \"h\")", "g < \"b\"", "f > m", "k %in% c(1, 2, 3)", "d > e"
  )
  if (depth == 0) return(plain)
  any_one(plain, sprintf("(%s & %s)", plain, condition_text(0)), sprintf("(%s | %s)", plain, condition_text(0)),
    sprintf("!(%s)", condition_text(0)))
}

key_text <- function() {
  any_one("g", "h", "k", "month = start_of(d, \"month\")", "w = start_of(d, \"week\")", "big = m > 20", "d", "b",
    "band = bands(m, at = c(5, 20))", "part = characters(g, 1, 1)", "both = joined(g, h, sep = \"-\")")
}

figure_text <- function() {
  x <- number_text_of(any_one(0, 1))
  where <- any_one("", "", sprintf(", where = %s", condition_text(0)))
  any_one(
    "count()", sprintf("count(%s)", any_one("g", "m", "d")), sprintf("sum(%s%s)", x, where),
    sprintf("mean(%s%s)", x, where), sprintf("min(%s%s)", any_one(x, "g", "d", "b"), where),
    sprintf("max(%s%s)", any_one(x, "g", "d"), where), sprintf("median(%s%s)", x, where),
    sprintf("percentile(%s, %s%s)", x, any_one("0.9", "0.25"), where), sprintf("count_distinct(%s)", any_one("g", "k",
      "d")),
    "count_missing(m)", sprintf("var(%s)", x), sprintf("sd(%s%s)", x, where), "any(b)", "every(b)", "mode(g)",
    sprintf("first(%s, along = e)", any_one("m", "g")), "last(m, along = falling(e))", "nth(k, 2, along = e)",
    "listed(g, along = e)", "mean(m, weight = k)", "sum(m) / count()", "sum(m) - sum(f)", "rank_of(20, falling(m))",
    "count_distinct(g, h)", "sum(b)"
  )
}

# Beside lines, of the figures x and y.
beside_text <- function(keys) {
  per <- any_one("", if (length(keys) > 1) sprintf(", per = %s", sub(" =.*", "", keys[1])))
  along <- any_one(sprintf("along = %s", sub(" =.*", "", keys[length(keys)])), "along = c(falling(x), y)")
  any_one(
    sprintf("rank(falling(x)%s)", per), sprintf("dense_rank(x%s)", per), sprintf("row_number(x%s)", per),
    sprintf("ntile(3, x%s)", per), sprintf("cume_dist(x%s)", per), sprintf("percent_rank(falling(x)%s)", per),
    sprintf("running(sum(x)%s, %s)", per, along), sprintf("rolling(mean(x), 3%s, %s)", per, along),
    sprintf("rolling(sum(x), behind = 1, ahead = 1, partial = TRUE%s, %s)", per, along),
    sprintf("x - lag(x%s, %s)", per, along), sprintf("lead(x, 2%s, %s)", per, along),
    sprintf("carried(x%s, %s)", per, along), sprintf("share(y%s)", per), sprintf("sum(x%s)", per),
    sprintf("first_value(x%s, %s)", per, along), sprintf("max(y%s)", per), sprintf("x / max(y%s)", per)
  )
}

# What the page is drawn up from: the entries, with others under them or partners beside them, or a page upon them.
from_text <- function() {
  below <- any_one(
    "lines = c(g, h, k, d, e, b), figures = c(id = min(id), f = max(f), m = sum(m))",
    "only = k > 0, columns = c(m = m * 2), lines = c(g, h, k, d, e, b, id), figures = c(f = sum(f), m = mean(m))",
    "lines = c(g, k, d), figures = c(id = count(), h = mode(h), f = max(f), m = sum(m), e = max(e), b = any(b))",
    "figures = c(id = min(id), f = max(f), m = max(m)), lines = c(g, h, k, d, e, b), show = top(30, m)"
  )
  if (runif(1) < 0.1) return(sprintf("brief(t, %s)", below))
  prepare <- any_one(
    "bring_in(s, match = c(k == j), columns = c(w, s))",
    "bring_in(s, match = c(k == j), columns = c(w, s), without_partner = \"leave_out\")",
    "bring_in(r, match = g, columns = c(w = m, s = g), expect = \"many\")",
    "stack_on(r), bring_in(s, match = c(k == j), columns = c(w, s))"
  )
  if (runif(1) < 0.15) sprintf("t, prepare = c(%s)", prepare) else "t"
}

# The text of brief(t, ...).
page_text <- function() {
  keys <- unique(replicate(sample(0:3, 1), key_text()))
  keys <- keys[!duplicated(sub(" =.*", "", keys))]
  names <- sub(" =.*", "", keys)
  from <- from_text()
  parts <- c(
    if (runif(1) < 0.4) sprintf("columns = c(u = %s, v = u + %s)", number_text_of(),
      if (grepl("prepare", from)) "w" else "1"),
    if (runif(1) < 0.6) sprintf("only = %s", condition_text()),
    sprintf("lines = %s", if (length(keys)) sprintf("c(%s)", toString(keys)) else "whole()"),
    sprintf("figures = c(x = %s, y = count(), z = %s, a = %s)",
      any_one(sprintf("sum(%s)", number_text_of(1)), "sum(m)", "max(k)"), figure_text(), figure_text()),
    if (length(keys) && runif(1) < 0.5) sprintf("footing = %s", any_one("whole()",
      sprintf("%s(%s)", any_one("rollup", "cube"), toString(names)))),
    if (length(keys) && runif(1) < 0.6) sprintf("beside = c(o = %s, p = %s)", beside_text(keys), beside_text(keys)),
    if (length(keys) && runif(1) < 0.4) sprintf("show = %s", any_one("y > 2", "top(3, x)",
      "bottom(2, y, per = whole())",
      "top(part(0.3), y)", "x > 0 | is_missing(x)")),
    if (length(keys) && runif(1) < 0.4) sprintf("order = %s", any_one("falling(y)", "c(x, falling(y))")),
    if (length(keys) > 1 && runif(1) < 0.15 && !any(grepl("band|month|big|^d$|^w", names))) sprintf(
      "abreast = columns_of(%s, figures = y, totals = \"%s\")", names[2], any_one("both", "none"))
  )
  sprintf("brief(%s, %s)", from, paste(parts, collapse = ", "))
}
