# What the core holds is given back.
test_that("memory is given back when it is asked for, and what is kept stays right", {
  page <- brief(tolls, lines = lock, figures = c(s = sum(toll)))
  before <- as.data.frame(draw_up(page))
  for (k in 1:3) expect_invisible(release_memory())
  expect_identical(as.data.frame(draw_up(page)), before)
  expect_type(release_memory(), "double")
})
