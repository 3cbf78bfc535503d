test_that("neighbours agree with picking rows by hand", {
  for (seed in 1:4) {
    table <- random_table(c(1, 8, 70, 160)[seed], seed)
    order <- along_column(table, "amount")
    pick <- function(x, which_of) {
      rows <- slow_window(table, "choice", order, function(here, at) {
        found <- which_of(here, at, here[!is.na(table[[x]][here])])
        if (length(found) == 0) NA_integer_ else found[1]
      })
      table[[x]][rows]
    }
    got <- windowed(table, per = choice, along = amount, columns = c(
      last = lag(word), two = lag(day, 2), ahead = lead(whole, 3), known = lag(whole, skip_missing = TRUE),
      next_known = lead(word, 2, skip_missing = TRUE), fill = lag(whole, default = -9L), carried = carried(flag),
      first = first_value(big), first_known = first_value(word, skip_missing = TRUE), end = last_value(whole),
      third = nth_value(moment, 3), second_known = nth_value(whole, 2, skip_missing = TRUE)
    ))
    back <- function(n) function(here, at, filled) if (at > n) here[at - n] else integer()
    expect_same(got$last, pick("word", back(1)))
    expect_equal(got$two, pick("day", back(2)))
    expect_same(got$ahead, pick("whole", function(here, at, filled) here[at + 3]))
    before <- function(here, at, filled) rev(filled[match(filled, here) < at])
    expect_same(got$known, pick("whole", before))
    expect_same(got$next_known, pick("word", function(here, at, filled) filled[match(filled, here) > at][2]))
    expect_equal(got$fill, slow_window(table, "choice", order, function(here, at) {
      if (at == 1) -9L else table$whole[here[at - 1]]
    }))
    expect_same(got$carried, pick("flag", function(here, at, filled) rev(filled[match(filled, here) <= at])))
    expect_equal(got$first, pick("big", function(here, at, filled) here))
    expect_same(got$first_known, pick("word", function(here, at, filled) filled))
    expect_same(got$end, pick("whole", function(here, at, filled) rev(here)))
    expect_equal(got$third, pick("moment", function(here, at, filled) here[3]))
    expect_same(got$second_known, pick("whole", function(here, at, filled) filled[2]))
    expect_true(all_tie(tie_out(brief(table, per = choice, along = amount, beside = c(
      a = lag(word), b = lead(whole, 2, skip_missing = TRUE), c = carried(day), d = nth_value(amount, 2)
    )))))
  }
})

test_that("earlier goes by the calendar, and month ends clamp", {
  days <- as.Date(c("2024-02-29", "2024-03-31", "2024-04-30", "2025-02-28", "2025-03-31", NA, "2025-04-30"))
  table <- data.frame(day = days, x = seq_along(days))
  got <- windowed(table, along = day, columns = c(
    month = earlier(x, months(1)), year = earlier(x, years(1)), days = earlier(x, days(30)),
    quarter = earlier(x, quarters(1))
  ))
  expect_equal(got$month, c(NA, 1, NA, NA, 4, NA, NA))
  expect_equal(got$year, c(NA, NA, NA, NA, 2, NA, 3))
  expect_equal(got$days, c(NA, NA, 2, NA, NA, NA, 5))
  expect_equal(got$quarter, rep(NA_integer_, 7))
  twice <- rbind(table[1, ], table)
  expect_match(
    flat(
      windowed(twice, along = day, columns = c(a = earlier(x, months(1))))
    ), "occurs more than once for 1 entry; the first"
  )
})

test_that("first and last values of a frame", {
  table <- random_table(80, 3)
  order <- along_column(table, "part")
  got <- windowed(table, along = part, columns = c(
    first = rolling(first_value(word), 4), last = rolling(last_value(whole, skip_missing = TRUE), 5, partial = TRUE),
    second = running(nth_value(day, 2)), gain = rolling(last_value(amount) - first_value(amount), 3)
  ))
  rows <- order(seq_len(80))
  place <- match(seq_len(80), rows)
  at <- function(shift) rows[ifelse(place + shift > 0, place + shift, NA)]
  expect_equal(got$first, table$word[at(-3)])
  expect_equal(got$gain, table$amount - table$amount[at(-2)])
  expect_equal(got$second, table$day[ifelse(place >= 2, rows[2], NA)])
  expect_equal(got$last, slow_window(table, character(), order, function(here, at) {
    rev(c(NA, Filter(Negate(is.na), table$whole[here[max(1, at - 4):at]])))[1]
  }))
})

test_that("wrong neighbours are refused in words", {
  expect_match(said_by(brief(tolls, columns = c(a = lag(toll)))), "lag() goes by an order", fixed = TRUE)
  expect_match(
    said_by(brief(tolls, along = passed_on, columns = c(a = lag(toll, -1)))), "whole number from 0, and got -1"
  )
  expect_match(
    said_by(brief(tolls, along = passed_on, columns = c(a = lag(toll, default = "none")))),
    "one value of the same kind"
  )
  expect_match(
    said_by(brief(tolls, along = toll, columns = c(a = earlier(toll, years(1))))),
    "For so many rows before, use lag",
    fixed = TRUE
  )
  expect_match(
    said_by(brief(tolls, along = passed_on, columns = c(a = earlier(toll, 7)))), "earlier(x, years(1))", fixed = TRUE
  )
  expect_match(
    flat(
      windowed(data.frame(x = 1:3, k = 1), along = k, columns = c(a = lag(x)))
    ), "a: 3 entries tie in the order by k"
  )
})
