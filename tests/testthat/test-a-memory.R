test_that("what is remembered of texts is what they give, and no more is kept than a few answers", {
  asked <- 0
  reversed <- idleledger:::remembering(function(x) {
    asked <<- asked + 1
    if (length(x)) rev(x)
  })
  few <- c(a = "Tarn", b = "\u00c5s", NA)
  for (round in 1:3) expect_identical(reversed(few), rev(few))
  expect_identical(asked, 1)
  for (round in 1:2) expect_null(reversed(character()))
  expect_identical(reversed(c("Tarn", "Weir")), c("Weir", "Tarn"))
  expect_identical(asked, 3)
  many <- as.character(1:6000)
  for (round in 1:2) expect_identical(reversed(many), rev(many))
  expect_identical(asked, 5)
  for (k in 1:40) reversed(as.character(k + 1:4000))
  expect_lte(sum(lengths(unlist(as.list(environment(reversed)$known), recursive = FALSE))), 50000)
  expect_identical(asked, 45)
  expect_identical(reversed(few), rev(few))
})

test_that("the same tie-out says the same, again and after others", {
  page <- brief(demo_table("tolls"), lines = c(reach, lock), figures = c(s = sum(toll)), footing = rollup(reach, lock))
  first <- as.data.frame(tie_out(page))
  other <- transform(as.data.frame(demo_table("tolls")), lock = toupper(lock))
  tie_out(brief(other, lines = lock, figures = c(s = sum(toll))))
  expect_identical(as.data.frame(tie_out(page)), first)
})
