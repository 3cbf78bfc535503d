# Books whose columns were blank when they were begun.
skip_if_not_installed("RSQLite")

new_page <- function(seed, ...) {
  brief(seed, lines = g, figures = c(n = count(v), s = sum(v), m = mean(v), mid = median(v), top = max(v),
    spread = sd(v),
    d = count_distinct(v)), ...)
}

value_kinds <- list(double = c(1.5, 2.5, -1e300), integer = c(3L, 4L, -7L), logical = c(TRUE, FALSE, TRUE),
  integer64 = bit64::as.integer64(c("9007199254740993", "2", "-5")))

test_that("blank postings and filled ones, in any order and onto any template, make the page of all entries at once", {
  for (kind in names(value_kinds)) for (round in 1:4) {
    filled <- data.frame(g = c("a", "b", "a"), v = value_kinds[[kind]])
    blank <- data.frame(g = c("a", "c"), v = NA)
    template <- list(filled[0, ], blank, filled, data.frame(g = character(), v = logical()))[[round]]
    for (order in list(c(1, 2), c(2, 1), c(2, 1, 2))) {
      path <- withr::local_tempfile(fileext = ".book")
      book <- open_book(path, new_page(template))
      parts <- list(filled, blank)[order]
      for (k in seq_along(parts)) post(book, parts[[k]], name = paste(k), alike = TRUE)
      whole <- draw_up(new_page(do.call(rbind, lapply(parts, function(part) {
        if (all(is.na(part$v))) part$v <- rep(value_kinds[[kind]][1], nrow(part))[NA_integer_ + seq_len(nrow(part))]
        part
      }))))
      label <- paste(kind, round, toString(order))
      for (one in list(draw_up(book), draw_up(open_book(path)))) {
        expect_equal(as.data.frame(one), as.data.frame(whole), label = label, ignore_attr = TRUE)
      }
      expect_true(all_tie(tie_out(book)), label = label)
    }
  }
})

test_that("a kind that does not fit the page, or what was posted before, is refused, and nothing is posted", {
  path <- withr::local_tempfile(fileext = ".book")
  book <- open_book(path, new_page(data.frame(g = "a", v = NA)))
  expect_match(said_by(post(book, data.frame(g = "a", v = "dear"))), "sum\\(\\) takes a number, and `v` is text")
  post(book, data.frame(g = "a", v = NA), name = "blank")
  other <- open_book(path)
  post(other, data.frame(g = "a", v = 2.5), name = "some")
  expect_match(said_by(post(book, data.frame(g = "a", v = as.Date("2025-01-01")), name = "late")),
    "`v` is a date, and in the book it is a number")
  expect_identical(nrow(postings(book)), 2L)
  expect_equal(draw_up(book)$s, 2.5)
  withdraw(book, "some")
  expect_true(is.na(draw_up(book)$s))
})

test_that("a column that is blank in the first of several parts takes its kind from the part that has a value", {
  book <- open_book(withr::local_tempfile(fileext = ".book"), new_page(data.frame(g = "a", v = NA)))
  entries <- data.frame(g = c("a", "b"), v = c(rep(NA, 50), seq(0.5, 25, 0.5)))
  post(book, ledger(entries, "entries", in_parts = 10))
  expect_equal(draw_up(book)$s, draw_up(new_page(entries))$s)
  expect_true(all_tie(tie_out(book)))
})
