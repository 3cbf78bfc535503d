# A report on paper.
skip_if_not_installed("htmltools")

test_that("without a browser it is said what is needed", {
  folder <- withr::local_tempdir()
  withr::local_envvar(PATH = folder, CHROMOTE_CHROME = "")
  expect_match(said_by(report(by_wharf(), file.path(folder, "a.pdf"))), "Chromium is needed.*write the report as .html")
})

test_that("with one the report is a PDF of its pages, and a browser that fails leaves the old file", {
  skip_if_no_browser()
  path <- file.path(withr::local_tempdir(), "a.pdf")
  report(by_wharf(), path, chart = FALSE)
  expect_identical(readBin(path, "raw", 4), charToRaw("%PDF"))
  before <- readBin(path, "raw", file.size(path))
  broken <- file.path(dirname(path), "browser")
  writeLines(c("#!/bin/sh", "exit 1"), broken)
  Sys.chmod(broken, "755")
  withr::local_envvar(CHROMOTE_CHROME = broken)
  expect_error(report(by_wharf(), path, chart = FALSE))
  expect_identical(readBin(path, "raw", file.size(path)), before)
})
