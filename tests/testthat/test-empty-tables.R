# Columns without any value, and tables without any row, through every section: kinds are kept, and nothing
# of R's own comes up.
test_that("every kind of page works on a column of nothing and on no entries", {
  nothing <- data.frame(t = c(NA, NA, NA), d = as.Date(c(NA, NA, NA)), k = c("a", "b", "a"), x = 1:3)
  pages <- list(
    list(columns = quote(c(
      u = upper(t), l = text_length(t), s = starts_with(t, "a"), j = joined(t, k), r = replaced(t, "a", "b"),
      y = year(t), m = start_of(t, "month"), n = as_number(t), o = or_else(t, "z"), c = case(when(x > 1, t)),
        e = t == "a", f = d > "2025-01-01",
      w = lag(t, along = x), z = carried(t, along = x), q = run_of(d), p = share(x), v = rolling(mean(x), 2, along = x)
    ))),
    list(lines = quote(k), figures = quote(c(
      s = sum(t), m = max(t), l = listed(t), f = first(t), md = median(t), mo = mode(t), cd = count_distinct(t),
        mx = max(d), a = any(t),
      sd = sd(t), n = count(), c = count(t)
    )), footing = quote(whole()), beside = quote(c(p = share(n), r = rank(n)))),
    list(lines = quote(c(k, x)), figures = quote(c(s = sum(x), n = count())), footing = quote(cube(k, x)),
      show = quote(top(1, s, per = k, others = TRUE)), order = quote(falling(s))
    ),
    list(lines = quote(c(k, x)), figures = quote(c(s = sum(x))), abreast = quote(columns_of(k, totals = "both")),
      layout = quote(c(X = x, money(s)))),
    list(lines = quote(crossed(k, x)), figures = quote(c(n = count()))), list(lines = quote(whole()),
      figures = quote(c(n = count()))),
    list(prepare = quote(unpivot(columns = c(x), names = n, values = v)))
  )
  for (table in list(nothing, nothing[0, ], nothing[1, ])) {
    for (sections in pages) {
      page <- rlang::inject(brief(table, !!!sections))
      statement <- draw_up(page)
      expect_true(all_tie(tie_out(statement)), label = paste(names(sections), collapse = " "))
      expect_output(print(statement))
      expect_output(print(stages(page)))
    }
    expect_s3_class(draw_up(line_up(table, x, under = k)), "idle_statement")
    expect_output(print(look(table)))
  }
  got <- draw_up(brief(nothing, columns = c(u = upper(t), m = start_of(t, "month"), s = contains(t, "a"))))
  expect_type(got$u, "character")
  expect_s3_class(got$m, "Date")
  expect_identical(got$s, c(NA, NA, NA))
})

test_that("kinds that were asked for hold where a file has no value", {
  path <- written_file("a,b,c,d,e\n,,,,1\n")
  kinds <- c(a = "number", b = "date", c = "text", d = "time")
  expect_identical(unname(ledger(path, kinds = kinds)$kinds), c("double", "date", "text", "time", "double"))
  expect_identical(unname(ledger(written_file("a,b,c,d,e\n"), kinds = kinds)$kinds)[1:4], c("double", "date", "text",
    "time"))
})

test_that("dates without end, frames beside their row, and frames that tie keep to what they say", {
  table <- data.frame(d = as.Date(c("2025-01-01", NA, "2025-01-03", "2025-01-02")), x = c(1, 2, 4, 8))
  table <- rbind(table, data.frame(d = structure(c(-Inf, Inf), class = "Date"), x = c(16, 32)))
  got <- draw_up(brief(table, columns = c(
    s = rolling(sum(x), days(2), along = d, partial = TRUE), n = rolling(count(), days(2), along = d, partial = TRUE),
    e = earlier(x, days(1), along = d), r = run_of(d)
  )))
  expect_identical(got$s, c(1, NA, 12, 9, NA, NA))
  expect_identical(got$n, c(1L, NA, 2L, 2L, NA, NA))
  expect_identical(got$e, c(NA, NA, 8, 1, NA, NA))
  expect_identical(got$r, c(1L, NA, 1L, 1L, NA, NA))
  tied <- data.frame(d = c(1, 1, 2, 2, 2, 3), x = 1:6)
  page <- brief(tied, beside = c(
    both = rolling(sum(x), 2, along = d, together = TRUE, partial = TRUE), before = rolling(sum(x), behind = 2,
      ahead = -1, along = d),
    after = rolling(sum(x), behind = -1, ahead = 2, along = d, partial = TRUE)
  ))
  got <- draw_up(page)
  expect_identical(got$both, c(3, 3, 14, 14, 14, 11))
  expect_identical(got$before, c(NA, NA, 3, 5, 7, 9))
  expect_identical(got$after, c(5, 7, 9, 11, 6, NA))
  expect_true(all_tie(tie_out(page)))
  for (width in list(quote(Inf), 1e19, -2)) {
    expect_match(said_by(brief(tied, beside = c(w = rolling(sum(x), !!width, along = d)))), "whole number")
  }
  expect_match(said_by(brief(tied, beside = c(w = rolling(sum(x), behind = -3, ahead = 2, along = d)))),
    "holds nothing")
  expect_match(said_by(brief(tied, beside = c(w = lag(x, 1e19, along = d, skip_missing = TRUE)))), "to 2,147,483,647")
  expect_identical(draw_up(brief(tied, columns = c(t = as_text(x), l = lag(t, 2, default = "none",
    along = entered()))))$l[1:3], c("none", "none", "1"))
})
