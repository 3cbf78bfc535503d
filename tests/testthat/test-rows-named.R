# Rows of a check that differs, by the keys of their lines or by their place.
test_that("what differs is listed with its keys on lines, and with its row among entries", {
  page <- by_wharf(beside = c(k = rank(falling(dues))))
  local_spoiled("beside", function(drawn) {
    drawn$lines$columns$k[2] <- 9L
    drawn
  })
  checks <- Filter(function(check) check$status == "differs" && check$check %in% c("windows", "ranks"),
    tie_out(page)$checks)
  expect_gt(length(checks), 0)
  expect_identical(unique(unlist(lapply(checks, function(check) check$lines$wharf))), "Brook")
})
