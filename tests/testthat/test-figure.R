# Every figure on every kind of column where it makes sense, against a slow computation line by line.
by_kind <- list(
  list(
    fn = "median", on = c("whole", "amount", "part", "day", "moment"), slow = function(x) stats::median(as.numeric(x))
  ),
  list(fn = "sd", on = c("whole", "amount", "flag"), slow = function(x) if (length(x) < 2) NA else stats::sd(x)),
  list(fn = "var", on = c("amount"), slow = function(x) if (length(x) < 2) NA else stats::var(x)),
  list(fn = "var_pop", on = c("amount", "whole"), slow = function(x) mean((x - mean(x))^2)),
  list(fn = "sd_pop", on = "amount", slow = function(x) sqrt(mean((x - mean(x))^2))),
  list(
    fn = "count_distinct",
    on = c("word", "choice", "whole", "amount", "day", "moment", "flag", "big"),
    slow = function(x) length(unique(x)),
    none = 0L
  ),
  list(
    fn = "min",
    on = c("word", "choice", "whole", "amount", "day", "moment", "big"),
    slow = function(x) sort(x, method = "radix")[1]
  ),
  list(fn = "max", on = c("choice", "whole", "amount", "day", "big"), slow = function(x) sort(x)[length(x)]),
  list(
    fn = "first", on = c("word", "choice", "whole", "part", "day", "moment", "flag", "big"), slow = function(x) x[1]
  ),
  list(fn = "last", on = c("word", "choice", "amount", "big"), slow = function(x) x[length(x)]),
  list(fn = "mode", on = c("word", "choice", "whole", "part", "day", "flag"), slow = function(x) {
    often <- vapply(unique(x), function(v) sum(x == v), 1)
    sort(unique(x)[often == max(often)], method = "radix")[1]
  }),
  list(fn = "any", on = "flag", slow = any), list(fn = "every", on = "flag", slow = all),
  list(fn = "sum", on = c("flag", "whole", "big"), slow = sum)
)

test_that("every figure is that of a slow computation, on every kind of column", {
  for (n in c(1, 7, 400)) {
    table <- random_table(n, n)
    for (figure in by_kind) {
      for (column in figure$on) {
        page <- brief(table, lines = choice, figures = c(f = !!call(figure$fn, as.name(column))))
        plain <- table
        if (inherits(
          plain[[column]], "integer64"
        ) && figure$fn != "sum") plain[[column]] <- as.numeric(plain[[column]])
        got <- draw_up(page)$f
        want <- slow(
          plain,
          "choice",
          column,
          figure$slow,
          none = if (is.null(figure$none)) plain[[column]][NA_integer_] else figure$none
        )
        if (inherits(got, c("Date", "POSIXct")) && is.numeric(want)) got <- as.numeric(got)
        label <- sprintf("%s(%s) of %d rows", figure$fn, column, n)
        expect_equal(as.character(got), as.character(want), label = label, tolerance = 1e-12)
        expect_true(all_tie(tie_out(page)), label = label)
      }
    }
  }
})

test_that("any figure takes a condition, and figures combine in arithmetic", {
  page <- brief(tolls, lines = reach, figures = c(
    paid_cash = count(where = paid == "cash"), cash = sum(toll, where = paid == "cash"), part = cash / sum(toll),
    range = max(toll) - mean(toll), typical = median(
      toll, where = craft == "barge"
    ), heavy = count_distinct(lock, where = tonnes > 60),
    at_20 = rank_of(20, falling(toll)), under = rank_of(20, toll), mid = mean(
      toll, weight = tonnes
    ), no_toll = count_missing(toll)
  ))
  got <- draw_up(page)
  for (i in 1:3) {
    here <- tolls[tolls$reach == got$reach[i], ]
    cash <- here$paid %in% "cash"
    expect_equal(got$paid_cash[i], sum(cash))
    expect_equal(got$part[i], sum(here$toll[cash], na.rm = TRUE) / sum(here$toll, na.rm = TRUE))
    expect_equal(got$range[i], max(here$toll, na.rm = TRUE) - mean(here$toll, na.rm = TRUE))
    expect_equal(got$typical[i], stats::median(here$toll[here$craft == "barge"], na.rm = TRUE))
    expect_equal(got$heavy[i], length(unique(stats::na.omit(here$lock[here$tonnes > 60]))))
    expect_equal(got$at_20[i], 1 + sum(here$toll > 20, na.rm = TRUE))
    expect_equal(got$under[i], 1 + sum(here$toll < 20, na.rm = TRUE))
    kept <- !is.na(here$toll)
    expect_equal(got$mid[i], stats::weighted.mean(here$toll[kept], here$tonnes[kept]))
    expect_equal(got$no_toll[i], sum(is.na(here$toll)))
  }
  expect_true(all_tie(tie_out(page)))
  expect_match(flat(got), "the condition could not be judged for 15 entries")
  tied <- draw_up(brief(data.frame(k = c(1, 1, 2), v = c("b", "a", "c")), lines = k, figures = c(m = mode(v))))
  expect_equal(tied$m, c("a", "c"))
  expect_match(flat(tied), "1 line with several values equally frequent; the smallest is given")
})

test_that("the same bits with 1, 2 and 7 threads", {
  table <- random_table(200000, 9)
  page <- brief(
    table,
    lines = c(word, whole),
    figures = c(s = sum(part), m = mean(amount), v = sd(amount), q = median(amount), d = count_distinct(part))
  )
  once <- withr::with_options(list(idleledger.threads = 1), as.data.frame(draw_up(page)))
  for (threads in c(2, 7)) {
    expect_identical(withr::with_options(list(idleledger.threads = threads), as.data.frame(draw_up(page))), once)
  }
})

# NIST's data sets for univariate summary statistics that are defined by a rule, with their certified
# mean and standard deviation: NumAcc1 to NumAcc4, PiDigits' kin being left out.
test_that("certified values of published reference data sets come out", {
  sets <- list(
    list(x = c(10000001, 10000003, 10000002), mean = 10000002, sd = 1),
    list(x = c(1.2, rep(c(1.1, 1.3), 500)), mean = 1.2, sd = 0.1),
    list(x = c(1000000.2, rep(c(1000000.1, 1000000.3), 500)), mean = 1000000.2, sd = 0.1),
    list(x = c(10000000.2, rep(c(10000000.1, 10000000.3), 500)), mean = 10000000.2, sd = 0.1)
  )
  for (set in sets) {
    got <- draw_up(brief(data.frame(x = set$x), lines = whole(), figures = c(m = mean(x), s = sd(x))))
    expect_equal(got$m, set$mean, tolerance = 1e-15)
    expect_equal(got$s, set$sd, tolerance = 1e-8)
  }
  shifted <- draw_up(
    brief(data.frame(x = 1e15 + c(4, 7, 13, 16)), lines = whole(), figures = c(v = var(x), p = var_pop(x)))
  )
  expect_identical(c(shifted$v, shifted$p), c(30, 22.5))
})
