# A brief from its sections: in any order, each checked in turn.
sections <- list(only = quote(due > 5), lines = quote(wharf), figures = quote(c(s = sum(due), n = count())),
  footing = quote(rollup(wharf)), beside = quote(c(p = share(s))), show = quote(top(3, s)), order = quote(falling(s)),
  title = "Dues", notes = "A note")

test_that("the order in which sections are written makes no difference", {
  made <- function(order) do.call(brief, c(list(dues), sections[order]), quote = FALSE)
  first <- rlang::inject(brief(dues, !!!sections))
  for (seed in seq_len(rounds(15))) {
    order <- withr::with_seed(seed, sample(length(sections)))
    other <- rlang::inject(brief(dues, !!!sections[order]))
    expect_identical(other$checked, first$checked)
    expect_identical(as.data.frame(draw_up(other)), as.data.frame(draw_up(first)))
  }
})

test_that("at most so many pages stand upon each other", {
  page <- by_wharf()
  most <- idleledger:::limit("most_pages")
  for (k in seq_len(most - 1)) page <- brief(page, lines = wharf, figures = c(dues = sum(dues)))
  expect_equal(draw_up(page)$dues, draw_up(by_wharf())$dues)
  expect_match(said_by(brief(page, lines = wharf)), sprintf("At most %s pages stand upon each other", most))
})

test_that("a variable of a column's name is told only where it may have been meant", {
  told <- function(page) {
    any(grepl("also a variable outside", draw_up(page) |> attr("idle") |>
      (\(x) c(x$notes, x$remarks))()))
  }
  due <- 3
  expect_true(told(brief(dues, only = tonnes > due)))
  goods <- 5
  expect_false(told(brief(dues, only = goods == "coal")))
})

test_that("a narrowed page says what its shares and ranks are of, and a plain one nothing", {
  said <- function(page) flat(draw_up(page))
  expect_match(said(narrow(by_wharf(beside = c(p = share(dues))), goods == "coal")), "worked from this part alone")
  expect_no_match(said(narrow(by_wharf(), goods == "coal")), "worked from this part alone")
})
