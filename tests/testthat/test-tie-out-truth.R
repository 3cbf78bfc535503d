# Sound pages on awkward values that must tie, and sentences that must be true.
table <- withr::with_seed(4, data.frame(
  g = rep(c("a", "b"), each = 10), c = factor(rep(c("x", "y"), 10), levels = c("y", "x")), x = round(stats::rnorm(20),
    2),
  d = as.Date("2025-01-01") + c(0:9, 0:8, NA), w = c(NA, 1:19), y = rep(c(0, 2), 10)
))

test_that("sound pages tie: dust, reordered entries, pages without lines, their own export, choices, undated rows", {
  entries <- draw_up(brief(table))
  lines <- draw_up(brief(table, lines = g, figures = c(s = sum(x), m = median(x))))
  dust <- data.frame(k = c("a", "b", "c"), x = c(0.1, 0.2, -0.3))
  sound <- expression(
    tie_out(entries), tie_out(entries, source = table), tie_out(lines,
      source = table[20:1, ]),
    tie_out(brief(dust, lines = whole(), figures = c(s = sum(x)), control = c(s = 0))),
    tie_out(brief(dust, lines = k, figures = c(s = sum(x)), beside = c(p = share(s)))),
    tie_out(brief(table, lines = g, figures = c(v = var(x) - var(x), q = sd(x)^2 - var(x), z = 2 * var(x),
      k = sd(x) > 0))),
    tie_out(brief(table, beside = c(
      r = rolling(sum(x), days(3), along = d, per = g), m = rolling(count(), days(3), along = d, per = g,
        partial = TRUE)
    ))),
    tie_out(brief(table, beside = c(
      r = running(first_value(x), along = falling(d), per = g), f = running(first(x, along = d), along = falling(d),
        per = g),
      m = running(max(x) - min(x), along = d, per = g), s = running(sum(x) / count(), along = d, per = g)
    ))),
    tie_out(brief(table, lines = g, figures = c(r = count(c) / count(), d = count_distinct(c) / count(),
      m = max(c), f = first(c)))),
    tie_out(brief(tolls, lines = lock, figures = c(s = sum(toll)), control = c(s = 197389.75))),
    tie_out(brief(tolls, lines = lock, figures = c(s = mean(toll))), against = c(s = mean(tolls$toll,
      na.rm = TRUE)))
  )
  for (k in seq_along(sound)) {
    checks <- as.data.frame(eval(sound[[k]]))
    expect_false(any(checks$status == "differs"), label = paste(k,
      toString(checks$sentence[checks$status == "differs"])))
  }
  pages <- list(
    brief(tolls, lines = c(Reach = reach, lock), figures = c(receipts = sum(toll), n = count(), last = max(passed_on),
      big = any(toll > 10)),
      beside = c(part = share(receipts)), footing = rollup(Reach, lock),
      layout = c(R = Reach, L = lock, `Receipts (all)` = money(receipts), n, last, big, Share = part)
    ),
    brief(tolls, lines = c(reach, paid), figures = c(s = sum(toll), n = count()), abreast = columns_of(paid,
      totals = "both")),
    brief(tolls, only = toll > 25, layout = c(Lock = lock, toll, passed_on)),
    brief(data.frame(k = c("=1", "b", NA), x = 1:3), lines = k, figures = c(s = sum(x)))
  )
  for (page in pages) {
    path <- withr::local_tempfile(fileext = ".csv")
    statement <- draw_up(page)
    suppressMessages(write_statement(statement, path))
    checks <- as.data.frame(tie_out(statement, against = path))
    expect_false(any(checks$status == "differs"), label = toString(checks$sentence[checks$status == "differs"]))
    expect_identical(checks$status[checks$check == "against"][1], "ties")
  }
})

test_that("what is off by the least that matters is found: a cent, a code, a page against nothing", {
  page <- brief(tolls, lines = lock, figures = c(s = sum(toll)), control = c(s = 197389.76))
  expect_match(flat(tie_out(page)), "0.01 less than the 197,389.76 given")
  other <- data.frame(lock = "Nowhere", other = 1)
  checks <- as.data.frame(tie_out(amend(page, control = NULL), against = other))
  expect_identical(checks$status[checks$check == "against"][1], "differs")
  same <- as.data.frame(tie_out(amend(page, control = NULL), against = data.frame(lock = unique(tolls$lock))))
  expect_match(same$sentence[same$check == "against"][1], "nothing was compared")
  for (wrong in list("abc", NA, c(1, 2), Inf - Inf)) {
    expect_match(said_by(tie_out(amend(page, control = NULL), against = list(s = wrong))), "is one number")
  }
  ns <- asNamespace("idleledger")
  codes <- ns$encode_text(c("a", "b", "a"))
  expect_identical(ns$core_wrong_codes(codes, ns$texts_of(codes), c("a", "b", "a"), integer()), 0)
  expect_identical(ns$core_wrong_codes(codes, ns$texts_of(codes), c("a", "b", "b"), integer()), 3)
  expect_identical(ns$core_wrong_codes(codes, ns$texts_of(codes), c("b", "a", "b", "a"), 2:4), 0)
})

test_that("notes count once, name what they are of, and say nothing that is not so", {
  said <- flat(tie_out(brief(table, lines = g, figures = c(m = mean(x / y), w = mean(x, weight = w), r = rank_of(0.5,
    x)), footing = rollup(g))))
  expect_match(said, "Division by zero: 10 values now missing")
  expect_match(said, "1 value of x or of its weight w missing")
  expect_no_match(said, "condition")
  nested <- data.frame(a = c("p", "p", "q", "q"), b = c("1", "2", "3", "3"), x = 1:4)
  expect_match(flat(tie_out(brief(nested, lines = c(a, b), figures = c(n = count())))), "each b has one a")
  daily <- brief(tolls, lines = passed_on, figures = c(s = sum(toll)), beside = c(gap = passed_on - lag(passed_on,
    along = passed_on)))
  expect_no_match(flat(tie_out(brief(daily, lines = whole(), figures = c(m = mean(gap))))),
    "take the figure from the entries")
  expect_match(printed(brief(tolls, lines = reach, figures = c(p = rank_of(85, falling(toll))))),
    "the place that 85 would take among toll, largest first")
  expect_match(printed(brief(tolls, lines = reach, figures = c(n = count(where = toll > 5)))),
    "the number of entries, where toll > 5")
})

test_that("lines are named by where their reader finds them", {
  page <- brief(tolls, lines = c(reach, lock), figures = c(s = sum(toll)), order = falling(s), show = top(3, s))
  withr::with_seed(1, local_wrong_sum())
  text <- flat(tie_out(page))
  first <- draw_up(page)
  expect_match(text, "first `s` in (line [123]|a line that is not shown: reach)")
  expect_match(text, "line +reach +lock +figure")
})
