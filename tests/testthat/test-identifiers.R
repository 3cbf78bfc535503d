# Columns that tell entries apart and are no amounts.
ns <- asNamespace("idleledger")

test_that("names that end as identifiers do are known, and words that only hold such letters are not", {
  for (name in c("id", "order_id", "OrderId", "invoice", "Invoice No", "sku", "zip", "account_no", "orderNo",
    "item.code")) {
    expect_true(ns$named_as_identifier(name), label = name)
  }
  for (name in c("paid", "width", "monday", "valid", "notional", "amount", "kid", "casino")) {
    expect_false(ns$named_as_identifier(name), label = name)
  }
})

test_that("a total of what counts on, or has a value of its own in nearly each entry, is told as one of identifiers", {
  told <- function(values, name = "v") {
    dues[[name]] <- values
    "not_to_add" %in% findings(rlang::inject(brief(dues, lines = wharf, figures = c(f = sum(!!as.name(name))))))$rule
  }
  expect_true(told(1000 + seq_len(360)))
  expect_true(told(withr::with_seed(1, sample(1e6, 360)), "ticket"))
  expect_false(told(withr::with_seed(1, sample(1e6, 360)), "tonnes_x"))
  expect_false(told(seq_len(360) + 0.5))
  expect_false(told(rep(1:36, 10), "ticket"))
})
