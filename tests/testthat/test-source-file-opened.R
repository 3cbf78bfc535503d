# One file, or several of one shape, as a ledger.
test_that("many files of one shape are one ledger, in the order of their names, and each entry knows its place", {
  folder <- withr::local_tempdir()
  for (k in 1:3) {
    part <- tolls[seq(100 * k - 99, 100 * k), ]
    if (k == 2) part$toll <- NA
    utils::write.csv(part, file.path(folder, sprintf("tolls-%d.csv", k)), row.names = FALSE, na = "")
  }
  writeLines("not for me", file.path(folder, "readme.md"))
  right <- tolls[1:300, ]
  right$toll[101:200] <- NA
  for (source in list(file.path(folder, "tolls-*.csv"), folder, file.path(folder, sprintf("tolls-%d.csv", 1:3)))) {
    book <- ledger(source)
    expect_equal(as.data.frame(book)[names(tolls)], right, ignore_attr = TRUE)
    expect_match(flat(book),
      "3 files of 300 entries, in the order of their names: tolls-1.csv, tolls-2.csv and tolls-3.csv")
    behind <- entries_behind(brief(book, lines = lock, figures = c(s = sum(toll))), lock == "Lime Kiln")
    expect_identical(behind$file, sprintf("tolls-%d.csv", (behind$entry - 1) %/% 100 + 1))
    expect_identical(behind$row, as.integer((behind$entry - 1) %% 100 + 1))
    page <- draw_up(brief(book, lines = lock, figures = c(s = sum(toll))))
    expect_true(all_tie(tie_out(page)))
  }
  writeLines("passage,lock\n1,x", file.path(folder, "tolls-4.csv"))
  expect_match(said_by(ledger(folder)),
    "tolls-4.csv is not of the shape of tolls-1.csv: it has no column `passed_on`, which the first has")
  part$toll <- as.character(part$toll)
  part$toll[7] <- "n/a"
  utils::write.csv(part, file.path(folder, "tolls-4.csv"), row.names = FALSE, na = "")
  expect_match(said_by(ledger(folder)), "`toll` is text, and there a number. .*\"n/a\" in row 7")
  expect_match(said_by(ledger(file.path(folder, "nothing-*.csv"))), "No file is named like")
  expect_match(said_by(ledger(withr::local_tempdir())), "is a folder, not a file, and there is no file in it")
})
