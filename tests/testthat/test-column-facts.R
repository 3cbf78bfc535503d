# What a column is goes with it: through columns, pages, statements and files of ours.
orders <- data.frame(id = c(1, 2, 3), freight = c(10, 20, 30), price = c(2, 3, 4))
items <- data.frame(id = rep(1:3, times = c(2, 3, 4)), amount = 1.5 * 1:9)
joined <- brief(items, prepare = bring_in(orders, match = id))

notes <- function(page, rule) {
  found <- as.data.frame(tie_out(page))
  found[found$rule %in% rule & found$status == "note", ]
}

test_that("an amount that a join repeats is told wherever it is added up, with the part that is counted again", {
  above <- function(source) {
    list(
      brief(source, lines = whole(), figures = c(s = sum(freight))),
      brief(source, columns = c(f = freight), lines = whole(), figures = c(s = sum(f))),
      brief(source, columns = c(f = 2 * freight, g = f + amount), lines = whole(), figures = c(s = sum(g)))
    )
  }
  parquet <- withr::local_tempfile(fileext = ".parquet")
  write_statement(draw_up(joined), parquet)
  two <- brief(joined, columns = c(kept = freight))
  pages <- c(above(joined), above(draw_up(joined)), above(ledger(parquet)), list(
    brief(items, prepare = bring_in(orders, match = id), columns = c(f = freight), lines = whole(), figures = c(s =
      sum(f))),
    brief(two, lines = whole(), figures = c(s = sum(kept)))
  ))
  # Drawn up with and without: each line's freight once.
  once <- sum(orders$freight)
  each <- draw_up(pages[[1]])$s
  for (page in pages) {
    found <- notes(page, "matches")
    expect_identical(nrow(found), 1L)
    expect_equal(found$weight, 1 - once / each)
    expect_match(found$sentence, "stands beside up to 4 entries for each line of orders")
  }
})

test_that("a price that each entry multiplies by its own amount is not told", {
  page <- brief(items, prepare = bring_in(orders, match = id), lines = whole(), figures = c(s = sum(price * amount)))
  expect_identical(nrow(notes(page, "matches")), 0L)
  expect_identical(nrow(notes(brief(joined, columns = c(v = price * amount), lines = whole(), figures = c(s = sum(v))),
    "matches")), 0L)
})

test_that("repeats weigh 1 - 1 / k, for entries and for what is brought in, by their amounts", {
  for (k in c(2, 5, 24)) {
    lines <- data.frame(id = rep(1:10, each = k), n = seq_len(10 * k))
    page <- brief(data.frame(id = 1:10, amount = 1:10), prepare = bring_in(lines, match = id, expect = "many"),
      lines = whole(), figures = c(s = sum(amount)))
    expect_equal(notes(page, "matches")$weight, 1 - 1 / k)
    back <- brief(lines, prepare = bring_in(data.frame(id = 1:10, freight = 1:10), match = id), lines = whole(),
      figures = c(s = sum(freight)))
    expect_equal(notes(back, "matches")$weight, 1 - 1 / k)
  }
  gaps <- data.frame(a = c(1, NA, NA, NA), b = c(1, 2, 3, NA))
  skipped <- notes(brief(gaps, lines = whole(), figures = c(x = sum(a), y = sum(b))), "skipped")
  expect_equal(skipped$weight, c(0.75, 0.25))
})

test_that("medians, shares and standings are known behind another name, on a page above and on a statement", {
  below <- brief(dues, lines = wharf, figures = c(typical = median(due)), beside = c(part = share(typical)))
  for (source in list(below, draw_up(below))) for (figure in rlang::exprs(sum(t), sum(p), mean(t))) {
    page <- rlang::inject(brief(source, columns = c(t = typical, p = part), lines = whole(), figures = c(s = !!figure)))
    expect_gt(nrow(notes(page, "averages")), 0, label = deparse(figure))
  }
  stock <- data.frame(day = rep(as.Date("2025-01-01") + 0:9, each = 2), item = c("a", "b"), stock = c(5, 7, 5, 6))
  renamed <- brief(stock, columns = c(s = stock))
  for (source in list(renamed, draw_up(renamed))) {
    found <- notes(brief(source, lines = item, figures = c(x = sum(s))), "not_to_add")
    expect_match(found$sentence, "reads like a standing.*last\\(x, along = day\\) gives the last")
  }
  shared <- notes(brief(stock, lines = whole(), figures = c(x = sum(stock))), "not_to_add")
  expect_match(shared$sentence, "several entries share a day")
})

test_that("what a file says of its columns is taken only where it is of our shape", {
  fine <- list(a = list(names = "b", not_additive = list(what = "the median of x", fn = "median"),
    repeated = list(table =
    "t", most = 3, weight = 0.5)))
  expect_equal(facts_read(facts_written(fine)), fine)
  for (bad in c("", "[1,2]", "{\"a\": 3}", "{\"a\": {\"repeated\": {\"table\": 1, \"most\": \"x\"}}}", "{\"a\"",
    "{\"a\": {\"names\": {\"x\": 1}, \"not_additive\": [1]}}")) expect_length(facts_read(bad), 0)
})
