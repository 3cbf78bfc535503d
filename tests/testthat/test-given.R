# given(): its kind comes from where it stands, in R, in a file and on the command line.
tolls <- demo_table("tolls")

test_that("what is supplied as text is what its place asks for, on either side and in every kind of place", {
  places <- list(
    date = quote(passed_on >= given(v)), date = quote(given(v) <= passed_on), date = quote(given(v) - passed_on < 3),
    date = quote(start_of(passed_on, "month") == given(v)), date = quote(start_of(given(v), "month") <= passed_on),
    number = quote(toll > given(v)), number = quote(given(v) < toll), number = quote(toll * given(v) > 3),
    number = quote(passed_on + given(v) > "2025-01-01"), number = quote(year(passed_on) == given(v)),
    number = quote(rounded(toll, given(v)) > 1), text = quote(lock == given(v)), text = quote(given(v) != lock)
  )
  texts <- c(date = "2025-03", number = "2", text = "007")
  values <- list(date = as.Date("2025-03-01"), number = 2, text = "007")
  for (k in seq_along(places)) {
    kind <- names(places)[k]
    page <- rlang::inject(brief(tolls, only = !!places[[k]], lines = whole(), figures = c(n = count())))
    expect_identical(page$wanted, list(v = kind), label = deparse(places[[k]]))
    expect_identical(draw_up(supply(page, v = texts[[kind]]))$n, draw_up(supply(page, v = values[[kind]]))$n,
      label = deparse(places[[k]]))
    if (kind != "text") expect_match(said_by(supply(page, v = "some day")), sprintf("given\\(v\\) stands for a %s",
      kind))
  }
})

test_that("a brief's file says the kind, and the forms that the help shows work, in a file and on the command line", {
  folder <- withr::local_tempdir()
  file.copy(demo_table("tolls", as = "path"), file.path(folder, "tolls.csv"))
  path <- file.path(folder, "month.brief.yaml")
  page <- brief(ledger(file.path(folder, "tolls.csv")), only = start_of(passed_on, "month") == given(month),
    lines = lock, figures = c(n = count()))
  write_brief(page, path)
  expect_match(paste(readLines(path), collapse = "\n"), "month:\n    kind: date")
  expected <- sum(draw_up(supply(page, month = as.Date("2025-03-01")))$n)
  expect_gt(expected, 100)
  for (month in list("2025-03", "2025-03-01", as.Date("2025-03-01"))) {
    expect_identical(sum(draw_up(read_brief(path, month = month))$n), expected)
  }
  for (form in c("2025-03", "2025-03-01")) {
    ran <- program("draw-up", path, "--given", paste0("month=", form), "--as", "csv")
    expect_identical(ran$status, 0L)
    expect_identical(sum(utils::read.csv(text = ran$out)$n), expected)
  }
})

test_that("two places that ask for unlike kinds are refused, and a value of the wrong kind is", {
  expect_match(said_by(brief(tolls, only = c(toll > given(v), lock == given(v)))),
    "stands for a text here, and for a number")
  page <- brief(tolls, only = passed_on == given(v))
  expect_match(said_by(supply(page, v = "2025-13")), "stands for a date, and got \"2025-13\".*Write dates as")
  expect_match(said_by(draw_up(page)), "asks for given\\(v\\), and nobody has supplied it")
})
