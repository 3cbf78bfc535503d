# The smallest and the largest value, by the order of each kind.
test_that("ends are those of base R for every kind, up to the values beyond all others", {
  table <- random_table(90, 21)
  table$amount[c(3, 50)] <- c(Inf, -Inf)
  table$word[7] <- "\U1F600"
  for (name in setdiff(names(table), "flag")) {
    x <- table[[name]]
    got <- rlang::inject(draw_up(brief(table, lines = flag,
      figures = c(lo = min(!!as.name(name)), hi = max(!!as.name(name))))))
    for (side in c("lo", "hi")) {
      expected <- lapply(slow_lines(table, "flag"), function(rows) {
        v <- x[rows]
        v <- v[!is.na(v)]
        if (is.character(v)) sort(v, method = "radix", decreasing = side == "hi")[1] else
          if (is.factor(v)) as.character(v[order(as.integer(v), decreasing = side == "hi")])[1] else
          as.character(if (side == "hi") max(v) else min(v))
      })
      expect_identical(as.character(got[[side]]), unlist(expected), label = paste(side, name))
    }
  }
})

test_that("not a number is passed on, and of nothing there is no end", {
  got <- draw_up(brief(data.frame(k = c(1, 1, 2, 3), x = c(NaN, 1, 2, NA)), lines = k, figures = c(m = max(x))))
  expect_identical(is.nan(got$m), c(TRUE, FALSE, FALSE))
  expect_identical(is.na(got$m), c(TRUE, FALSE, TRUE))
})
