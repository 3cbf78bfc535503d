# Blanks that hold values: what is typed is read in the kind of its column, and nothing else.
skip_if_not_installed("htmltools")
filled <- function(page, text, value, blank = "v") {
  desk <- idleledger:::new_desk(page)
  act(desk, "write", list(section = "only", text = text))
  act(desk, "fill", list(section = "only", index = 1, blank = blank, value = value))
  state_of_desk(desk)$parts$only[[1]]$expr
}

test_that("a value is taken in the kind of the column that it stands beside", {
  expect_identical(filled(dues, "due > 5", "7.5"), quote(due > 7.5))
  expect_identical(filled(dues, "wharf == \"Alder\"", "Brook"), quote(wharf == "Brook"))
  expect_identical(filled(dues, "paid_on >= \"2025-01-10\"", "2025-02-01"), quote(paid_on >= "2025-02-01"))
  expect_identical(filled(dues, "wharf == \"Alder\"", "a \"quoted\" <b>"), quote(wharf == "a \"quoted\" <b>"))
})

test_that("what is none of that kind is told, and nothing of it is run", {
  for (wrong in list(c("due > 5", "system('id')"), c("due > 5", "seven"), c("paid_on >= \"2025-01-10\"", "soon"),
    c("paid_on >= \"2025-01-10\"", "2025-02-30"),
    c("due > 5", ""))) {
    expect_match(said_by(filled(dues, wrong[1], wrong[2])), "number|date|is no|takes|Fill", label = wrong[2])
  }
})

test_that("the most frequent values are offered first, and the ends of numbers", {
  desk <- idleledger:::new_desk(dues)
  act(desk, "write", list(section = "only", text = "goods == \"coal\""))
  html <- answer(desk, do = "open", section = "only", index = 1)$slip
  by_size <- names(sort(-table(dues$goods)))
  at <- vapply(by_size, function(one) regexpr(paste0("value=\"", one, "\""), html, fixed = TRUE)[1], 1)
  expect_true(all(at > 0))
  written <- idleledger:::value_written
  expect_identical(written(as.Date("0205-02-03"), "date"), "0205-02-03")
  expect_identical(written(bit64::as.integer64("9007199254740993"), "integer64"), NULL)
  expect_identical(written(NA, "double"), NULL)
})
