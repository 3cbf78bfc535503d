# Random pages, each written twice: as a brief, and in the language of the SQL standard as the rules of the
# help say it. What is missing in a condition is not met, a division by zero is missing, text goes by code
# point, ties by the order of entry.

two_ways <- function(brief, sql, kind) list(brief = brief, sql = sql, kind = kind)
pick_one <- function(x) {
  x <- Filter(Negate(is.null), x)
  x[[sample.int(length(x), 1)]]
}
column <- function(name, kind) two_ways(as.name(name), name, kind)

sql_table <- function(n) {
  some <- function(x) {
    x[sample.int(n, n %/% 7)] <- NA
    x
  }
  data.frame(
    id = seq_len(n), g = some(sample(c("north", "East", "\u00f6st", "west", ""), n, TRUE)),
    h = some(sample(c("a", "b", "c"), n, TRUE)), i = some(sample(-9:9, n, TRUE)),
    x = some(round(stats::rnorm(n, 20, 60), 2)), y = some(sample(c(0, 1.5, -2.25, 4, 0.1), n, TRUE)),
    d = some(as.Date("2024-02-20") + sample(0:60, n, TRUE)), b = some(sample(c(TRUE, FALSE), n, TRUE)),
    z = some(bit64::as.integer64(sprintf("%d000000003", sample.int(9999, n, TRUE))))
  )
}

number <- function(depth = 2) {
  if (depth == 0 || stats::runif(1) < 0.35) {
    return(pick_one(list(
      column("x", "number"), column("y", "number"), column("i", "number"), two_ways(3.5, "3.5", "number")
    )))
  }
  a <- number(depth - 1)
  b <- number(depth - 1)
  met <- condition(depth - 1)
  pick_one(list(
    two_ways(call("+", a$brief, b$brief), sprintf("(%s + %s)", a$sql, b$sql), "number"),
    two_ways(call("-", a$brief, b$brief), sprintf("(%s - %s)", a$sql, b$sql), "number"),
    two_ways(call("*", a$brief, b$brief), sprintf("(%s * %s)", a$sql, b$sql), "number"),
    two_ways(
      call("/", a$brief, b$brief), sprintf("(%s::float8 / nullif(%s, 0)::float8)::numeric", a$sql, b$sql), "number"
    ),
    two_ways(call("abs", a$brief), sprintf("abs(%s)", a$sql), "number"),
    two_ways(call("or_else", a$brief, 7), sprintf("coalesce(%s, 7)", a$sql), "number"),
    two_ways(call("greatest", quote(x), quote(y)),
      "case when x is null or y is null then null else greatest(x, y) end", "number"
    ),
    two_ways(
      call("case", call("when", met$brief, a$brief), otherwise = b$brief),
      sprintf("case when %s then %s else %s end", met$sql, a$sql, b$sql), "number"
    )
  ))
}

word <- function() {
  pick_one(list(
    column("g", "text"), column("h", "text"), two_ways(quote(upper(h)), "upper(h)", "text"),
    two_ways(quote(joined(g, h, sep = "-")), "(g || '-' || h)", "text"),
    two_ways(quote(characters(g, 1, 2)), "substr(g, 1, 2)", "text"),
    two_ways(quote(replaced(g, "s", "zz")), "replace(g, 's', 'zz')", "text"),
    two_ways(quote(case(when(i > 0, h), otherwise = g)), "case when i > 0 then h else g end", "text")
  ))
}

condition <- function(depth = 2) {
  if (depth > 0 && stats::runif(1) < 0.4) {
    a <- condition(depth - 1)
    b <- condition(depth - 1)
    return(pick_one(list(
      two_ways(call("&", a$brief, b$brief), sprintf("(%s and %s)", a$sql, b$sql), "yes"),
      two_ways(call("|", a$brief, b$brief), sprintf("(%s or %s)", a$sql, b$sql), "yes"),
      two_ways(call("!", call("(", a$brief)), sprintf("(not %s)", a$sql), "yes")
    )))
  }
  sign <- pick_one(list(c("<", "<"), c("<=", "<="), c(">", ">"), c(">=", ">="), c("==", "="), c("!=", "<>")))
  compared <- function(a, b) {
    two_ways(call(sign[1], a$brief, b$brief), sprintf("(%s %s %s)", a$sql, sign[2], b$sql), "yes")
  }
  pick_one(list(
    compared(column("x", "number"), column("y", "number")),
    compared(column("i", "number"), two_ways(2, "2", "number")),
    compared(column("g", "text"), column("h", "text")),
    compared(column("g", "text"), two_ways("west", "'west'", "text")),
    compared(column("d", "date"), two_ways("2024-03-10", "date '2024-03-10'", "date")),
    two_ways(quote(is_missing(x)), "(x is null)", "yes"), column("b", "yes"),
    two_ways(quote(g %in% c("north", "\u00f6st")), "(g in ('north', '\u00f6st'))", "yes"),
    two_ways(quote(i %in% c(1, 3, -4)), "(i in (1, 3, -4))", "yes"),
    two_ways(quote(between(x, 0, 40.5)), "(x between 0 and 40.5)", "yes"),
    two_ways(quote(contains(g, "st")), "(position('st' in g) > 0)", "yes"),
    two_ways(quote(starts_with(g, h)), "(left(g, length(h)) = h)", "yes")
  ))
}

key <- function() {
  pick_one(list(
    column("g", "text"), column("h", "text"), column("i", "number"), column("b", "yes"),
    two_ways(quote(start_of(d, "month")), "date_trunc('month', d)::date", "date"),
    two_ways(quote(quarter(d)), "extract(quarter from d)::int", "number"),
    two_ways(quote(weekday(d)), "extract(isodow from d)::int", "number"),
    two_ways(quote(x > 10), "(x > 10)", "yes"), word(), column("d", "date"), column("z", "number")
  ))
}

figure <- function() {
  x <- number(1)
  met <- if (stats::runif(1) < 0.35) condition(1)
  brief <- function(fn, ...) as.call(c(as.name(fn), list(...), if (!is.null(met)) list(where = met$brief)))
  sql <- function(text) if (is.null(met)) text else sprintf("%s filter (where %s)", text, met$sql)
  plain <- function(fn, sql_fn = fn, kind = "number") {
    two_ways(brief(fn, x$brief), sql(sprintf("%s(%s)", sql_fn, x$sql)), kind)
  }
  pick_one(list(
    two_ways(brief("count"), sql("count(*)"), "number"), plain("count"), plain("sum"),
    plain("sum"), plain("mean", "avg"), plain("min"), plain("max"),
    plain("sd", "stddev_samp"), plain("var_pop"),
    two_ways(brief("count_distinct", quote(h)), sql("count(distinct h)"), "number"),
    two_ways(brief("count_distinct", quote(g), quote(i)),
      sql("count(distinct case when g is not null and i is not null then (g, i) end)"), "number"
    ),
    two_ways(brief("count_missing", quote(x)), sql("count(case when x is null then 1 end)"), "number"),
    two_ways(brief("median", x$brief),
      sql(sprintf("percentile_cont(0.5) within group (order by (%s)::float8)", x$sql)), "number"
    ),
    two_ways(brief("percentile", x$brief, 0.9),
      sql(sprintf("percentile_cont(0.9) within group (order by (%s)::float8)", x$sql)), "number"
    ),
    two_ways(brief("mode", quote(h)), sql("mode() within group (order by h)"), "text"),
    two_ways(brief("sum", quote(z)), sql("sum(z)"), "number"),
    two_ways(brief("max", quote(d)), sql("max(d)"), "date"),
    two_ways(brief("every", quote(b)), sql("bool_and(b)"), "yes"),
    two_ways(brief("any", quote(x > y)), sql("bool_or(x > y)"), "yes"),
    two_ways(brief("listed", quote(h), along = quote(id)), sql("string_agg(h, ', ' order by id)"), "text")
  ))
}

# Figures whose total over lines is that of the entries; of others a share has the wider group's own as base.
adds_up <- function(figure) call_name_of(figure$brief) %in% c("sum", "count", "count_missing")
call_name_of <- function(expr) if (is.call(expr)) as.character(expr[[1]]) else ""

# A figure beside the rows of a table, ordered by `order` (and by `row` after it) within `per`.
beside <- function(value, order, per, row, adds = TRUE) {
  down <- stats::runif(1) < 0.5
  brief_order <- if (down) call("falling", order$brief) else order$brief
  over <- sprintf("partition by %s order by %s %s nulls last", per$sql, order$sql, if (down) "desc" else "asc")
  full <- sprintf("%s, %s", over, row)
  with_order <- function(fn, ...) as.call(c(as.name(fn), list(...), list(per = per$brief, along = brief_order)))
  placed <- function(sql) sprintf("case when %s is null then null else %s end", order$sql, sql)
  pick_one(list(
    two_ways(as.call(list(as.name("rank"), brief_order, per = per$brief)),
      placed(sprintf("rank() over (%s)", over)), "number"
    ),
    two_ways(as.call(list(as.name("dense_rank"), brief_order, per = per$brief)),
      placed(sprintf("dense_rank() over (%s)", over)), "number"
    ),
    two_ways(as.call(list(as.name("row_number"), brief_order, per = per$brief)),
      sprintf("row_number() over (%s)", full), "number"
    ),
    two_ways(with_order("lag", value$brief), sprintf("lag(%s) over (%s)", value$sql, full), "number"),
    two_ways(with_order("lead", value$brief, 2), sprintf("lead(%s, 2) over (%s)", value$sql, full),
      "number"),
    two_ways(with_order("first_value", value$brief),
      sprintf("first_value(%s) over (%s)", value$sql, full), "number"
    ),
    two_ways(with_order("running", call("sum", value$brief)),
      sprintf("sum(%s) over (%s rows unbounded preceding)", value$sql, full), "number"
    ),
    two_ways(with_order("rolling", call("mean", value$brief), 3),
      sprintf("case when row_number() over (%s) >= 3 then avg(%s) over (%s rows 2 preceding) end", full, value$sql,
        full),
      "number"
    ),
    two_ways(with_order("rolling", call("max", value$brief), 4, partial = TRUE),
      sprintf("max(%s) over (%s rows 3 preceding)", value$sql, full), "number"
    ),
    two_ways(with_order("rolling", call("count", value$brief), behind = 2, ahead = -1, partial = TRUE),
      sprintf("count(%s) over (%s rows between 2 preceding and 1 preceding)", value$sql, full), "number"
    ),
    two_ways(as.call(list(as.name("sum"), value$brief, per = per$brief)),
      sprintf("sum(%s) over (partition by %s)", value$sql, per$sql), "number"
    ),
    if (adds) two_ways(as.call(list(as.name("share"),
      value$brief, per = per$brief)),
      sprintf("(%s)::float8 / nullif(sum(%s) over (partition by %s), 0)::float8", value$sql, value$sql, per$sql),
        "number"
    )
  ))
}

# A page by lines with figures, perhaps subtotals, or else figures beside the lines and the best of them.
page_of_lines <- function(name) {
  keys <- replicate(sample(2, 1), key(), simplify = FALSE)
  keys <- keys[!duplicated(vapply(keys, `[[`, "", "sql"))]
  names(keys) <- c("k1", "k2")[seq_along(keys)]
  figures <- replicate(sample(3, 1), figure(), simplify = FALSE)
  names(figures) <- paste0("f", seq_along(figures))
  only <- if (stats::runif(1) < 0.6) condition()
  sections <- list(lines = list_call(keys), figures = list_call(figures))
  if (!is.null(only)) sections$only <- only$brief
  sql <- sprintf(
    "select %s, %s from %s %s", paste(vapply(keys, `[[`, "", "sql"), "as", names(keys), collapse = ", "),
    paste(vapply(figures, `[[`, "", "sql"), "as", names(figures), collapse = ", "), name,
    if (is.null(only)) "" else paste("where", only$sql)
  )
  places <- paste(seq_along(keys), collapse = ", ")
  footing <- sample(c("none", "none", "rollup", "cube"), 1)
  if (footing != "none") {
    sections$footing <- as.call(c(as.name(footing), lapply(names(keys), as.name)))
    sql <- grouped_by(sql, keys, footing)
    kinds <- kinds_of_parts(c(keys, figures))
    return(list(sections = sections, sql = sql, kinds = kinds, keys = names(keys), footed = TRUE))
  }
  sql <- sprintf("%s group by %s", sql, places)
  kinds <- kinds_of_parts(c(keys, figures))
  numbers <- names(figures)[vapply(figures, `[[`, "", "kind") == "number"]
  if (length(numbers) && stats::runif(1) < 0.6) {
    chosen <- sample(numbers, 1)
    value <- column(chosen, "number")
    per <- pick_one(list(two_ways(quote(whole()), "1", ""), two_ways(as.name("k1"), "k1", "")))
    extra <- beside(value, column("k1", "key"), per, "n", adds_up(figures[[chosen]]))
    sections$beside <- list_call(list(w = extra))
    ordered <- paste(vapply(names(keys), order_of_key, ""), collapse = ", ")
    sql <- sprintf(
      "select %s, %s as w from (select *, row_number() over (order by %s) as n from (%s) as s) as t",
      paste(names(kinds), collapse = ", "), extra$sql, ordered, sql
    )
    kinds <- c(kinds, w = extra$kind)
  }
  list(sections = sections, sql = sql, kinds = kinds, keys = names(keys), footed = FALSE)
}

order_of_key <- function(name) sprintf("%s nulls last", name)
list_call <- function(parts) as.call(c(as.name("c"), lapply(parts, `[[`, "brief")))
kinds_of_parts <- function(parts) vapply(parts, `[[`, "", "kind")

# Subtotals need to be told from missing keys, on both sides.
grouped_by <- function(sql, keys, footing) {
  parts <- vapply(keys, `[[`, "", "sql")
  marks <- paste0("grouping(", parts, ") as s", seq_along(keys), collapse = ", ")
  inner <- sub("^select ", sprintf("select %s, ", marks), sql)
  sprintf("%s group by %s (%s)", inner, footing, paste(parts, collapse = ", "))
}

# A page whose lines are the entries, with figures beside them.
page_of_entries <- function(name) {
  only <- if (stats::runif(1) < 0.5) condition()
  value <- pick_one(list(column("x", "number"), column("i", "number")))
  extra <- beside(value, pick_one(list(column("d", "date"), column("y", "number"))), pick_one(list(
    two_ways(quote(whole()), "1", ""), column("h", "text"), column("g", "text")
  )), "id")
  worked <- number()
  text <- word()
  sections <- list(
    columns = call("c", v = worked$brief, u = text$brief), beside = call("c", w = extra$brief)
  )
  if (!is.null(only)) sections$only <- only$brief
  list(
    sections = sections, kinds = c(id = "number", v = "number", u = "text", w = extra$kind), keys = "id",
    footed = FALSE, sql = sprintf(
      "select id, %s as v, %s as u, %s as w from %s %s", worked$sql, text$sql, extra$sql, name,
      if (is.null(only)) "" else paste("where", only$sql)
    )
  )
}

random_page <- function(name) if (stats::runif(1) < 0.7) page_of_lines(name) else page_of_entries(name)

# Both answers as texts and numbers in one order; what differs, in words.
differs_from_server <- function(got, answer, page) {
  here <- as.data.frame(got)
  if (page$footed) {
    over <- strsplit(here$summed_over, ", ", fixed = TRUE)
    for (k in seq_along(page$keys)) {
      here[[paste0("s", k)]] <- vapply(over, function(keys) as.integer(page$keys[k] %in% keys), 1L)
    }
  }
  if (nrow(here) != nrow(answer)) return(sprintf("%d lines here, %d there", nrow(here), nrow(answer)))
  if (nrow(here) == 0) return(character())
  marks <- grep("^s[0-9]$", names(answer), value = TRUE)
  order_by <- function(table) {
    do.call(order, c(unname(lapply(c(marks, page$keys), function(name) {
      text <- as_compared(table[[name]], if (name %in% marks) "number" else page$kinds[[name]])
      if (is.character(text)) match(text, sort(unique(text), method = "radix")) else text
    })), list(na.last = TRUE)))
  }
  here <- here[order_by(here), ]
  answer <- answer[order_by(answer), ]
  unlist(lapply(names(page$kinds), function(name) {
    a <- as_compared(here[[name]], page$kinds[[name]])
    b <- as_compared(answer[[name]], page$kinds[[name]])
    same <- if (is.numeric(a) && is.numeric(b)) near(a, b) else a == b
    wrong <- which(!((same %in% TRUE) | is.na(a) & is.na(b)))
    if (length(wrong)) sprintf("%s: %s here, %s there (%d cells)", name, a[wrong[1]], b[wrong[1]], length(wrong))
  }))
}

# The server sums floating numbers and rounds where it divides.
near <- function(a, b) abs(a - b) <= 1e-9 * pmax(abs(a), abs(b)) + 1e-9

as_compared <- function(x, kind) {
  if (kind == "number") return(if (is.character(x)) as.double(x) else suppressWarnings(as.double(x)))
  if (kind == "yes") return(if (is.logical(x)) x else x == "t")
  as.character(x)
}
