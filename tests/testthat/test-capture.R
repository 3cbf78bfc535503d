# What is captured of a call: the same page, however its parts are handed over.

usual <- draw_up(brief(tolls, only = toll > 5, lines = c(reach, lock), figures = c(n = count(), s = sum(toll))))

test_that("dots, quoted parts, injected expressions and values make the same page", {
  least <- 5
  parts <- quoted(n = count(), s = sum(toll))
  with_dots <- function(...) brief(tolls, only = toll > least, lines = c(reach, lock), figures = c(...))
  by_dots <- function(...) with_dots(n = count(), ...)
  with_lines <- function(...) brief(tolls, only = toll > 5, lines = c(...), figures = parts)
  wanted <- rlang::expr(sum(toll))
  pages <- list(
    with_dots(n = count(), s = sum(toll)), by_dots(s = sum(toll)), with_lines(reach, lock),
    brief(tolls, only = toll > least, lines = c(reach, lock), figures = parts),
    brief(tolls, only = toll > !!least, lines = c(reach, lock), figures = c(n = count(), s = !!wanted)),
    rlang::inject(brief(tolls, only = toll > 5, lines = c(!!!rlang::syms(c("reach", "lock"))), figures = parts)),
    local({
      least <- 5
      brief(tolls, only = c(toll > least), lines = c(reach, lock), figures = c(parts))
    }),
    brief(tolls, only = c(c(toll > 5)), lines = c(c(c(reach), lock)), figures = c(c(n = count()), s = sum(toll))),
    brief(tolls, figures = parts, order = NULL, lines = c(reach, lock), only = toll > 5, footing = NULL)
  )
  for (k in seq_along(pages)) expect_identical(as.data.frame(draw_up(pages[[k]])), as.data.frame(usual), info = k)
})

test_that("a value is taken when the brief is made, and nothing else of its maker's", {
  least <- 5
  page <- brief(tolls, only = toll > least, lines = c(reach, lock), figures = c(n = count(), s = sum(toll)))
  least <- 1e6
  expect_identical(as.data.frame(draw_up(page)), as.data.frame(usual))
  path <- withr::local_tempfile(fileext = ".rds")
  saveRDS(page$sections, path)
  expect_lt(file.size(path), 4000)
})

test_that("slips at commas and names are told", {
  expect_match(said_by(brief(tolls, lines = c(reach, , lock))),
    "an empty place between the commas of c\\(reach, , lock\\)")
  expect_match(said_by(brief(tolls, only = c(...))), "... stands for what a function was given, and there is none here")
  expect_match(said_by(brief(tolls, lines = lock, lines = reach)), "`lines`")
  expect_match(said_by(brief(tolls, lock)), "Every section of a brief has a name")
  expect_match(said_by(brief(tolls, lines = lock, figures = c(n = count(), n = sum(toll)))), "`n`")
})
