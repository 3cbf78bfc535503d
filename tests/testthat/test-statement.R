test_that("a page without lines has a head and nothing else", {
  page <- brief(tolls, lines = lock, figures = c(s = sum(toll)), beside = c(part = share(s)), show = s < 0)
  expect_match(printed(draw_up(page)), "lock +s +part\n[^\n]+\n0 lines")
})

test_that("a page fits its width, numbers to the right, missing shown as missing", {
  table <- data.frame(k = c("a", NA, "c\nd"), x = c(1234567.5, NA, -0.004), y = c(1L, 2L, NA), z = strrep("w", 30))
  text <- strsplit(printed(draw_up(brief(table, title = "T")), width = 44), "\n")[[1]]
  expect_identical(text[1], "T")
  expect_match(text[4], "^a +1,234,567.5")
  expect_match(text[5], "^\\(missing\\) +\\(missing\\) +2")
  expect_match(text[6], "c\\nd", fixed = TRUE)
  expect_true(all(nchar(text) <= 44))
  expect_true(any(grepl("^z$", text)))
})

test_that("ten lines and how many more", {
  text <- printed(draw_up(brief(tolls, lines = passed_on, figures = c(s = sum(toll)))))
  expect_match(text, "10 of 720 lines; 710 more, from 20,012 entries")
  expect_length(strsplit(printed(draw_up(brief(tolls, lines = lock)), lines = Inf), "\n")[[1]], 3 + 15 + 1)
})

test_that("formats and headings show, and the data keep names and values", {
  page <- brief(data.frame(k = "a", r = 0.03174, m = 1234.5),
    layout = c(`The share` = percent(r, 2), Money = money(m, "GBP "), decimals(k2, 3)), columns = c(k2 = m / 7)
  )
  got <- draw_up(page)
  expect_named(got, c("r", "m", "k2"))
  expect_equal(got$r, 0.03174)
  text <- printed(got)
  for (part in c("The share", "3.17%", "GBP 1,234.50", "176.357")) expect_match(text, part, fixed = TRUE)
  expect_named(draw_up(amend(page, layout = c(r, rest(), hide(m)))), c("r", "k", "k2"))
  expect_identical(class(as.data.frame(got)), "data.frame")
})

test_that("years and other plain keys bear no thousands mark, 64-bit numbers do", {
  text <- printed(draw_up(brief(tolls, lines = c(y = year(passed_on)), figures = c(n = count()))))
  expect_match(text, "\n2024 ")
  wide <- printed(draw_up(brief(data.frame(x = bit64::as.integer64("-1234567890123456789")))))
  expect_match(wide, "-1,234,567,890,123,456,789", fixed = TRUE)
})

test_that("written files hold all the digits and no formula", {
  path <- withr::local_tempfile(fileext = ".csv")
  table <- data.frame(name = c("=1+1", "-x", "ok", NA), x = c(1 / 3, 2, NA, 1e-20))
  page <- brief(table, layout = c(`=Head` = name, x))
  expect_message(write_statement(page, path), "2 cells are with an apostrophe|2 cells")
  lines <- readLines(path)
  expect_identical(lines[1], "'=Head,x")
  expect_match(lines[2], "^'=1\\+1,0.333333333333333")
  write_statement(page, path, guard = FALSE)
  expect_match(readLines(path)[2], "^=1")
  expect_match(said_by(write_statement(page, "x.docx")), "no format that is known")
  expect_match(said_by(write_statement(page, "/no/such/x.csv")), "There is no folder")
  expect_match(said_by(write_statement(3, path)), "takes a statement or a brief")
})
