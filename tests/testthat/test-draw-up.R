all_keys <- list(
  "word", "choice", "whole", "part", "day", "moment", "flag", "big",
  c("word", "whole"), c("choice", "day", "flag"), c("big", "moment"), c("part", "word", "choice", "whole")
)

test_that("figures of random tables are those of a slow computation, for keys of every kind", {
  for (n in c(0, 1, 2, 60, 3000)) {
    for (keys in all_keys) {
      table <- random_table(n, n + length(keys))
      page <- brief(table,
        lines = !!as.call(c(quote(c), lapply(keys, as.name))),
        figures = c(
          n = count(), f = count(amount), s = sum(amount), m = mean(amount), lo = min(amount), hi = max(day)
        )
      )
      got <- draw_up(page)
      lines <- slow_lines(table, keys)
      expect_equal(got$n, lengths(lines))
      if (n == 0) next
      for (key in keys) expect_equal(got[[key]], table[[key]][vapply(lines, `[`, 1L, 1)])
      expect_equal(got$s, slow(table, keys, "amount", sum))
      expect_equal(got$m, slow(table, keys, "amount", mean))
      expect_equal(got$lo, slow(table, keys, "amount", min))
      expect_equal(as.numeric(got$hi), as.numeric(slow(table, keys, "day", max)))
      expect_equal(got$f, slow(table, keys, "amount", length, none = 0L))
      expect_true(all_tie(tie_out(page)))
    }
  }
})

test_that("the order of the entries does not show, to the last bit", {
  table <- random_table(5000, 5)
  page <- function(t) draw_up(brief(t, lines = word, figures = c(s = sum(part), m = mean(part), a = sum(amount))))
  once <- as.data.frame(page(table))
  again <- as.data.frame(page(table[withr::with_seed(2, sample(5000)), ]))
  expect_identical(once, again)
})

test_that("the same text in three encodings is one group", {
  utf8 <- "caf\u00e9"
  latin <- iconv(utf8, "UTF-8", "latin1")
  native <- utf8
  Encoding(native) <- "unknown"
  got <- draw_up(brief(data.frame(k = c(utf8, latin, native, "tea"), x = 1:4), lines = k, figures = c(s = sum(x))))
  expect_equal(got$k, c(utf8, "tea"))
  expect_equal(got$s, c(6, 4))
  bytes <- "\xff\xfe"
  Encoding(bytes) <- "bytes"
  expect_match(said_by(draw_up(brief(data.frame(k = c("a", bytes)), lines = k))), "row 2 is not valid UTF-8")
})

test_that("odd numbers keep to the rules", {
  odd <- data.frame(k = c(1, 1, 2, 2, 3, 4, 4, NaN, NA, -0, 0), x = c(Inf, -Inf, NaN, 1, NA, -0, 0, 1, 1, 1, 1))
  got <- draw_up(brief(odd, lines = k, figures = c(n = count(x), s = sum(x))))
  expect_equal(got$k, c(0, 1, 2, 3, 4, NaN, NA))
  expect_identical(is.nan(got$k), c(rep(FALSE, 5), TRUE, FALSE))
  expect_equal(got$s, c(2, NaN, NaN, NA, 0, 1, 1))
  expect_identical(1 / got$s[5], Inf)
  expect_identical(got$n, c(2L, 2L, 2L, 0L, 2L, 1L, 1L))
  expect_match(printed(got), "1 value of x missing")
  expect_match(printed(got), "no number")
})

test_that("64-bit whole numbers are added exactly, and never wrap", {
  big <- bit64::as.integer64(c("9007199254740993", "1", "9223372036854775807"))
  got <- draw_up(brief(data.frame(k = c("a", "a", "b"), x = big), lines = k, figures = c(s = sum(x))))
  expect_identical(as.character(got$s), c("9007199254740994", "9223372036854775807"))
  page <- brief(data.frame(x = rep(big[3], 2)), lines = whole(), figures = c(s = sum(x)))
  expect_match(said_by(draw_up(page)), "does not fit 64 bits.*as_number")
  product <- brief(data.frame(x = big), columns = c(y = x * 4L))
  expect_match(said_by(draw_up(product)), "does not fit a 64-bit whole number")
})

test_that("without lines each entry is a line; without figures lines are the distinct keys", {
  table <- random_table(50, 8)
  expect_equal(as.data.frame(draw_up(brief(table))), table)
  expect_equal(draw_up(brief(table, lines = whole))$whole, c(sort(unique(table$whole)), NA))
  one <- draw_up(brief(table, lines = whole(), figures = c(n = count(), s = sum(amount))))
  expect_equal(c(one$n, one$s), c(50, sum(table$amount, na.rm = TRUE)))
  none <- draw_up(brief(table[0, ], lines = whole(), figures = c(n = count(), s = sum(amount))))
  expect_identical(none$n, 0L)
  expect_identical(none$s, NA_real_)
})

test_that("a brief is worked from the lines that another shows", {
  daily <- brief(tolls, lines = passed_on, figures = c(receipts = sum(toll)), show = top(10, receipts))
  page <- brief(daily, lines = whole(), figures = c(days = count(), all = sum(receipts), best = max(receipts)))
  got <- draw_up(page)
  sums <- sort(tapply(tolls$toll, tolls$passed_on, sum, na.rm = TRUE), decreasing = TRUE)
  expect_equal(c(got$days, got$all, got$best), c(10, sum(sums[1:10]), sums[[1]]))
  proof <- tie_out(page)
  expect_true(all_tie(proof))
  expect_match(printed(proof), "page below")
})

test_that("a million groups come out right", {
  n <- 1e6
  table <- withr::with_seed(1, data.frame(k = sample(n), x = round(runif(n), 3)))
  got <- draw_up(brief(table, lines = k, figures = c(s = sum(x))))
  expect_identical(got$k, seq_len(n))
  expect_identical(got$s[table$k], table$x)
})

test_that("a source has the same fingerprint, whenever its columns are looked at", {
  table <- random_table(20000, 5)
  table$amount[7] <- NaN
  drawn <- function(...) attr(draw_up(brief(ledger(table), lines = word, ...)), "idle")$fingerprint
  on_the_way <- drawn(figures = c(total = sum(amount), n = count(amount)))
  expect_identical(drawn(only = amount < 1e9 | TRUE, figures = c(n = count())), on_the_way)
  expect_identical(drawn(figures = c(typical = median(amount), twice = sum(amount + amount))), on_the_way)
  withr::local_options(idleledger.threads = 1)
  expect_identical(drawn(figures = c(most = max(amount))), on_the_way)
  table$amount[9] <- 0.125
  expect_false(drawn(figures = c(total = sum(amount), n = count(amount))) == on_the_way)
})
