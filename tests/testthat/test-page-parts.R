# What a page worked in parts can be, and why not.
test_that("what cannot be worked in parts says why, and what would do", {
  parts <- ledger(tolls, in_parts = 3000)
  expect_match(said_by(ledger(tolls, in_parts = "many")), "in_parts` takes TRUE, FALSE, or about how many")
  memory_for_nothing()
  page <- brief(parts, columns = c(so_far = running(sum(toll), along = entered())), lines = lock,
    figures = c(m = max(so_far)))
  expect_match(said_by(draw_up(page)), "running\\(\\) looks at other entries")
  page <- brief(parts, prepare = sample_of(10, seed = 1), lines = lock, figures = c(n = sum(toll)))
  expect_match(said_by(draw_up(page)), "sample_of\\(\\) looks at all entries")
})
