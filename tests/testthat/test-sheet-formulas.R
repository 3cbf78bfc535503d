# Which cells of a workbook are live formulas.
skip_if_not_installed("openxlsx")

test_that("formulas stand where a cell is the sum of cells, and give what the cell says", {
  page <- brief(dues, lines = c(wharf, goods), figures = c(s = sum(due), m = median(due)),
    footing = rollup(wharf, goods))
  path <- withr::local_tempfile(fileext = ".xlsx")
  write_statement(draw_up(page), path, formulas = TRUE)
  sheet <- sheet_cells(path)
  expect_length(sheet$formulas, 5)
  expect_true(all(grepl("SUM\\(", sheet$formulas)))
  plain <- withr::local_tempfile(fileext = ".xlsx")
  write_statement(draw_up(page), plain)
  expect_length(sheet_cells(plain)$formulas, 0)
  # Of cells that do not add up to it, since lines are left out, a total is no formula.
  write_statement(draw_up(amend(page, show = top(1, s, per = wharf))), path, formulas = TRUE)
  expect_length(sheet_cells(path)$formulas, 0)
})
