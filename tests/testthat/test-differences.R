page <- brief(tolls, lines = c(reach, lock), figures = c(s = sum(toll), n = count()))

test_that("lines in one only and cells that differ are found, exactly or within a tolerance", {
  ours <- draw_up(page)
  theirs <- as.data.frame(ours)[-3, ]
  theirs$s[5] <- theirs$s[5] + 0.004
  theirs <- rbind(theirs, data.frame(reach = "Nether", lock = "Deep", s = 1, n = 1L))
  theirs <- theirs[sample(nrow(theirs)), ]
  got <- differences(page, theirs)
  expect_identical(got$only_a$lock, ours$lock[3])
  expect_identical(got$only_b$lock, "Deep")
  expect_identical(as.data.frame(got)[c("column", "lock")], data.frame(column = "s", lock = ours$lock[6]))
  expect_equal(got$cells$difference, 0.004)
  expect_null(differences(ours, theirs, tolerance = 0.005)$cells)
  expect_match(flat(got),
    "32 cells compared in lines matched by reach and lock: 1 differs.*Only in tolls by reach and lock: 1 line")
  expect_match(flat(differences(page, page)), "34 cells compared .*: all equal")
  renamed <- differences(page, stats::setNames(theirs, c("reach", "lock", "s", "count")))
  expect_match(flat(renamed), "Not compared: `n`, only in tolls by reach")
})

test_that("missing keys and subtotals match their like, and files can be compared", {
  footed <- draw_up(amend(page, footing = rollup(reach, lock)))
  expect_match(flat(differences(footed, footed)), "42 cells compared.*all equal")
  path <- withr::local_tempfile(fileext = ".csv")
  readr::write_csv(as.data.frame(draw_up(page)), path, na = "")
  expect_null(differences(page, path)$cells)
})

test_that("what cannot be compared is said", {
  twice <- data.frame(reach = c("a", "a"), s = 1:2)
  expect_match(said_by(differences(twice, twice)), "lines 1 and 2 have the same reach")
  expect_match(said_by(differences(data.frame(a = 1), data.frame(b = 1))), "no column to match lines by")
  expect_match(said_by(differences(page, twice, match = "lokc")), "`lokc` is not in both")
  expect_match(said_by(differences(page, twice, tolerance = -1)), "a number from 0")
})
