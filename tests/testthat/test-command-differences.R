# What differs between two files; ends with 1 where they differ.
a <- c("lock,s", "Tarn,1", "Lime,2")
file_of <- function(lines, name, env = parent.frame()) written_file(paste0(lines, "\n", collapse = ""), name, env)

test_that("files that are the same end with 0, others with 1, as R's own comparison prints them", {
  one <- file_of(a, "a.csv")
  two <- file_of(c(a[1:2], "Lime,3"), "b.csv")
  expect_identical(program("differences", one, one)$status, 0L)
  found <- program("differences", one, two, "--match", "lock")
  expect_identical(found$status, 1L)
  expect_match(paste(found$out, collapse = " "), "2 cells compared in lines matched by lock: 1 differs")
  expect_identical(program("differences", one, two, "--tolerance", "1")$status, 0L)
  expect_identical(program("differences", one, two, "--tolerance", "0.5")$status, 1L)
})

test_that("lines are matched by columns of other names, and amounts rounded on one side", {
  one <- file_of(a, "a.csv")
  named <- file_of(c("Lock name,s", "Lime,2", "Tarn,1"), "named.csv")
  expect_identical(program("differences", one, named, "--match", "lock = \"Lock name\"")$status, 0L)
  cents <- file_of(c("lock,s", "Tarn,1.26", "Lime,2.04"), "cents.csv")
  tenths <- file_of(c("lock,s", "Tarn,1.3", "Lime,2"), "tenths.csv")
  expect_identical(program("differences", cents, tenths, "--match", "lock", "--to", "tenth")$status, 0L)
  expect_identical(program("differences", cents, tenths, "--match", "lock")$status, 1L)
})

test_that("a brief is drawn up on its side, and what is wrong is told", {
  path <- dues_file()
  page <- file.path(dirname(path), "page.brief.yaml")
  program("new", path, "--write", page, "--quiet")
  other <- file.path(dirname(path), "drawn.csv")
  program("draw-up", page, "--write", other, "--quiet")
  expect_identical(program("differences", page, other)$status, 0L)
  expect_refused("differences takes two files", "differences", path)
  expect_refused("no column `nosuch`|nosuch", "differences", path, path, "--match", "nosuch")
  expect_refused("tolerance", "differences", path, path, "--tolerance", "-1")
  expect_refused("There is no file nosuch.csv", "differences", path, "nosuch.csv")
})
