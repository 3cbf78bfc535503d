# Where the demo tables are.
test_that("each demo table has its path, and the page that describes them", {
  all <- program("demo")$out
  expect_true(all(file.exists(all)))
  expect_match(all[length(all)], "README")
  for (name in sub("[.][a-z]+$", "", basename(all[-length(all)]))) {
    expect_identical(program("demo", name)$out, demo_table(name, as = "path"))
  }
  expect_identical(program("demo", "tolls", "locks")$out,
    c(demo_table("tolls", as = "path"), demo_table("locks", as = "path")))
  expect_refused("Did you mean `tolls`", "demo", "tols")
})
