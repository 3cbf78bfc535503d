# What conditions keep, leave out and cannot know, against plain R, for conditions put together at random.

condition_of <- function(depth) {
  leaf <- sample(expression(whole > 0, amount <= 10, flag, !flag, is_missing(word), word == "ash",
    choice %in% c("low", "top"), day >= "2024-02-29", between(whole, -1, 2), part < 1), 1)[[1]]
  if (depth == 0) return(leaf)
  switch(sample(3, 1), call("&", condition_of(depth - 1), condition_of(depth - 1)),
    call("|", condition_of(depth - 1), condition_of(depth - 1)), call("!", call("(", condition_of(depth - 1))))
}

in_plain_r <- function(table, condition) {
  eval(condition, c(as.list(table), list(
    is_missing = is.na, between = function(x, low, high) x >= low & x <= high,
    `%in%` = function(x, set) ifelse(is.na(x), NA, base::`%in%`(x, set))
  )))
}

test_that("entries kept, left out and not known make all of them, whatever the condition", {
  for (seed in seq_len(rounds(90))) {
    table <- random_table(50, 500 + seed)
    condition <- withr::with_seed(seed, condition_of(3))
    met <- in_plain_r(table, condition)
    page <- brief(table, only = !!condition, lines = whole(), figures = c(n = count()))
    label <- paste(seed, deparse1(condition))
    expect_equal(draw_up(page)$n, sum(met, na.rm = TRUE), label = label)
    aside <- set_aside(page, "only")
    expect_equal(nrow(aside), 50 - sum(met, na.rm = TRUE), label = label)
    where <- brief(table, lines = whole(), figures = c(n = count(where = !!condition), all = count()))
    expect_equal(draw_up(where)$n, sum(met, na.rm = TRUE), label = label)
    expect_equal(sum(startsWith(aside$reason, "missing: ")), sum(is.na(met)), label = label)
    expect_true(all_tie(tie_out(page)), label = label)
  }
})
