# Totals and means of what bears none.
odd <- transform(dues, postcode = 1000 + slip %% 37, year = 2024L + slip %% 2L, unit_price = rate, balance = due,
  tax_pct = 5 + slip %% 3, price = rate, qty = tonnes, on = as.numeric(format(paid_on, "%Y%m%d")))
figure <- function(call) rlang::inject(brief(odd, lines = wharf, figures = c(f = !!call)))

test_that("each kind of column that bears no total is told by what it is and what to do instead", {
  cases <- list(
    list(quote(sum(slip)), quote(count(slip)), "tells entries apart and is no amount; count"),
    list(quote(mean(slip)), quote(max(slip)), "tells entries apart"),
    list(quote(sum(postcode)), quote(count_distinct(postcode)), "reads like a code and is no amount"),
    list(quote(mean(postcode)), quote(min(postcode)), "reads like a code"),
    list(quote(sum(year)), quote(max(year)), "is a year"),
    list(quote(sum(unit_price)), quote(max(unit_price)), "reads like a rate, which does not add up"),
    list(quote(sum(tax_pct)), quote(max(tax_pct)), "reads like a rate"),
    list(quote(sum(rate)), quote(mean(rate, weight = tonnes)), "reads like a rate"),
    list(quote(sum(balance)), quote(last(balance, along = paid_on)), "reads like a standing at a moment"),
    list(quote(sum(price)), quote(max(price)), "reads like a rate"),
    list(quote(mean(on)), quote(max(paid_on)), "holds dates written as numbers")
  )
  for (case in cases) expect_told("not_to_add", figure(case[[1]]), figure(case[[2]]), name = deparse1(case[[1]]),
    sprintf("`f` is %s, and `[a-z_]+` %s", gsub("([()])", "\\\\\\1", deparse1(case[[1]])), case[[3]]))
})

test_that("a price of its own may be an amount, and a standing of one day adds up", {
  bare <- odd[setdiff(names(odd), c("qty", "tonnes", "rate", "unit_price"))]
  expect_false("not_to_add" %in% findings(brief(bare, lines = wharf, figures = c(f = sum(price))))$rule)
  expect_false("not_to_add" %in% findings(brief(odd, lines = paid_on, figures = c(f = sum(balance))))$rule)
})
