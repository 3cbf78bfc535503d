# The rules as the help of tie_out() lists them.
test_that("every rule is listed once, with its words and its example", {
  listed <- idleledger:::rules_listed()
  rules <- idleledger:::rooms_of("rule")
  expect_length(listed, length(rules) + 3)
  for (name in rules) {
    line <- grep(sprintf("item{`%s`}", name), listed, fixed = TRUE, value = TRUE)
    expect_length(line, 1)
    expect_match(line, "\\}\\{[A-Z`].*[.]", label = name)
  }
})
