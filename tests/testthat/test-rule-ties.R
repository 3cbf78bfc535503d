# Rows that tie in the order of a window, so that the order of entry decides.
places <- data.frame(lock = letters[1:5], toll = c(9, 7, 5, 5, 1))
page <- function(beside, table = places) {
  rlang::inject(brief(table, lines = lock, figures = c(t = sum(toll)), beside = c(k = !!beside)))
}

test_that("windows that number or run through ties say so, and those that rank them alike do not", {
  for (window in list(quote(row_number(falling(t))), quote(running(sum(t), along = t)), quote(lag(t, along = t)))) {
    expect_told("ties", page(window), page(window, transform(places, toll = 5:1)), "tie", deparse1(window))
  }
  for (window in list(quote(rank(falling(t))), quote(dense_rank(t)), quote(percent_rank(t)))) {
    expect_clean(page(window), deparse1(window))
  }
})
