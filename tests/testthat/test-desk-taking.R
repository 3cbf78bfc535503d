# Taking the page away: what is taken makes the same page again.

skip_if_not_installed("htmltools")

test_that("what is taken away makes the same page again", {
  path <- demo_table("tolls", as = "path")
  desk <- idleledger:::new_desk(ledger(path))
  set.seed(11)
  for (k in 1:25) try(random_act(desk), silent = TRUE)
  folder <- withr::local_tempdir()
  file.copy(path, folder)
  csv <- file.path(folder, "desk.csv")
  idleledger:::write_taken(desk, "csv", csv)
  text <- idleledger:::ways_to_take$brief$text(desk)
  writeLines(gsub(dirname(path), folder, text, fixed = TRUE), file.path(folder, "page.yaml"))
  expect_equal(program("draw-up", file.path(folder, "page.yaml"), "--write", file.path(folder, "again.csv"))$status, 0)
  expect_identical(readLines(file.path(folder, "again.csv")), readLines(csv))
  called <- eval(parse(text = c(idleledger:::ways_to_take$call$text(desk), "page")))
  write_statement(called, file.path(folder, "call.csv"))
  expect_identical(readLines(file.path(folder, "call.csv")), readLines(csv))
})

test_that("each way to take a page has its text or its file, under a name made of the title", {
  desk <- idleledger:::new_desk(by_wharf(title = "Dues by wharf, 2025/Q1"))
  for (as in names(idleledger:::ways_to_take)) {
    way <- idleledger:::ways_to_take[[as]]
    found <- answer(desk, do = "take", as = as)
    expect_identical(found$side_title, way$label)
    if (is.null(way$text)) {
      expect_match(found$take$name, sprintf("^dues-by-wharf-2025-q1[.]%s$", way$file))
      written <- readBin(found$take$path, "raw", 2)
      expect_identical(rawToChar(written), c(csv = "wh", xlsx = "PK", report = "<!")[[as]])
      unlink(dirname(found$take$path), recursive = TRUE)
    }
    if (!is.null(way$file) && !is.null(way$text)) {
      expect_match(found$side, sprintf("data-name=\"dues-by-wharf-2025-q1.%s\"", way$file), fixed = TRUE)
    }
  }
  expect_match(answer(desk, do = "take", as = "fax")$wrong, "no such way to take it away")
  too_wide <- data.frame(k = strrep("x", 40000))
  before <- list.files(tempdir(), "^taken")
  expect_match(answer(idleledger:::new_desk(brief(too_wide)), do = "take", as = "xlsx")$wrong, "32,767 characters")
  expect_identical(list.files(tempdir(), "^taken"), before)
  odd <- idleledger:::new_desk(by_wharf(title = "\u20ac\u20ac"))
  expect_identical(idleledger:::file_to_take(odd, "csv"), "page.csv")
  long <- idleledger:::new_desk(by_wharf(title = !!strrep("a/../b ", 40)))
  expect_match(idleledger:::file_to_take(long, "csv"), "^[a-z0-9-]{1,60}[.]csv$")
})
