# Whether two columns hold the same, to the bit or within a bound.

test_that("missing equals missing, no number its like, and the two are told apart", {
  x <- c(1, NA, NaN, Inf, -0, 0)
  for (a in seq_along(x)) {
    for (b in seq_along(x)) {
      same <- identical(x[a], x[b]) || isTRUE(x[a] == x[b])
      expect_identical(idleledger:::same_values(x[a], x[b]), same, info = paste(x[a], x[b]))
      expect_identical(idleledger:::close_values(x[a], x[b]), same, info = paste(x[a], x[b]))
    }
  }
  expect_identical(idleledger:::same_values(factor(c("a", "b")), c("a", "c")), c(TRUE, FALSE))
  expect_identical(idleledger:::same_values(factor(c("a", "b")), factor(c("b", "b"), c("b", "c"))), c(FALSE, TRUE))
  expect_identical(idleledger:::close_values(1e9, c(1e9 + 0.5, 1e9 + 2)), c(TRUE, FALSE))
  big <- bit64::as.integer64(c("9007199254740993", "9007199254740992"))
  expect_identical(idleledger:::close_values(big, rev(big)), c(FALSE, FALSE))
})

test_that("an endless value is near nothing but itself, whatever the bound", {
  ns <- asNamespace("idleledger")
  values <- c(-Inf, -1e308, -1, 0, 1, 1e308, Inf)
  for (bound in c(0, 1, 1e308, Inf)) for (a in values) for (b in values) {
    near <- if (is.finite(a) && is.finite(b)) abs(a - b) <= bound else a == b
    expect_identical(ns$within_bound(a, b, bound), near)
  }
  for (wanted in c(5, -5, 1e300)) {
    page <- by_wharf(dues_at("due", 9, Inf), control = c(dues = !!wanted))
    expect_match(differing(page)[["control"]], "dues is infinite here")
  }
  expect_length(differing(by_wharf(dues_at("due", 9, Inf), control = c(dues = Inf))), 0)
})

test_that("within a slack are the same values and finite ones near enough; of what is no number, any that may move", {
  ns <- asNamespace("idleledger")
  values <- c(NA, NaN, -Inf, -1, 0, 0.5, 1, Inf)
  for (slack in c(0, 0.5, 1, Inf)) for (a in values) for (b in values) {
    near <- ns$same_values(a, b) || (is.finite(a) && is.finite(b) && abs(a - b) <= slack)
    expect_identical(ns$within_slack(a, b, slack), near, info = paste(a, b, slack))
    expect_identical(ns$within_slack(a, b, NULL), ns$same_values(a, b))
  }
  for (kind in list(c("a", "b", NA), c(TRUE, FALSE, NA), 1:3, bit64::as.integer64(c(1, 2, NA)))) {
    for (slack in list(0, 1, Inf)) for (other in list(kind, rev(kind))) {
      expect_identical(ns$within_slack(kind, other, rep(slack, 3)), ns$same_values(kind, other) | slack > 0)
      expect_identical(ns$same_values(kind, other), mapply(identical, as.list(kind), as.list(other)))
    }
  }
})
