# Notes, formats and workings of a page.

test_that("windows with the same to say share a note under all of their names", {
  table <- data.frame(x = c(1, 1, 2), d = as.Date("2025-01-01") + c(0, 0, 1))
  page <- brief(table, columns = c(a = row_number(x), b = row_number(x), c = rank(x)))
  notes <- attr(draw_up(page), "idle")$notes
  expect_match(notes, "^a, b: 2 entries tie in the order by x", all = FALSE)
  expect_identical(sum(grepl("tie in the order", notes)), 1L)
})

test_that("a column's own format goes with it: shares as percentages, starts of periods as periods", {
  page <- brief(tolls, lines = c(month = start_of(passed_on, "month")), figures = c(s = sum(toll)),
    beside = c(part = share(s), quarter = start_of(month, "quarter"))
  )
  expect_match(flat(draw_up(page)), "2024-07 .*% 2024 Q3")
  plain <- brief(data.frame(k = c("a", "a", "b"), d = as.Date("2025-01-20") + c(0, 40, 80)), lines = k,
    figures = c(latest = max(start_of(d, "month"))))
  expect_match(flat(draw_up(plain)), "a 2025-03 b 2025-04")
})

test_that("workings have a row a section, with rows in and out and the method", {
  page <- brief(tolls, only = toll > 50, lines = lock, figures = c(s = sum(toll)), beside = c(r = rank(falling(s))))
  found <- workings(page)
  expect_identical(found$section, c("only", "lines", "figures", "beside"))
  expect_identical(found$rows_in[-1], found$rows_out[-4])
  expect_match(found$method[4], "1 sort")
})

test_that("formats go with columns through pages, and not with names", {
  monthly <- brief(tolls, lines = c(lock, month = start_of(passed_on, "month")), figures = c(s = sum(toll)),
    beside = c(part = share(s))
  )
  above <- brief(monthly, only = lock == "Tarn Foot")
  expect_match(flat(draw_up(above)), "Tarn Foot 2024-07 [0-9,.]+ [0-9.]+%")
  renamed <- brief(monthly, lines = c(when = month), figures = c(part = sum(s)))
  expect_match(flat(draw_up(renamed)), "2024-07 [0-9,.]+ 2024-08")
  over <- brief(monthly, columns = c(month = 1, part = s * 2), only = lock == "Tarn Foot")
  expect_no_match(flat(draw_up(over)), "%")
})
