# Spellings brought together, and nothing else touched.

test_that("spaces, case, punctuation, composed and look-alike letters make one key, spelt as most are", {
  same <- c("Long Acre", "Long Acre", "long acre", " Long  Acre ", "Long\u00a0Acre", "LONG\u2003ACRE\u200b",
    "L\u043eng Acre")
  other <- c("O\u2019Hara\u2013Weir", "O'Hara-Weir", "O'Hara-Weir", "e\u0301lan", "\u00e9lan", "\u00e9lan")
  table <- data.frame(lock = c(same, other, NA, ""), n = 1)
  page <- brief(table, prepare = mend_keys(lock), lines = lock, figures = c(n = count()))
  got <- draw_up(page)
  expect_identical(got$lock, c("", "Long Acre", "O'Hara-Weir", "\u00e9lan", NA))
  expect_identical(got$n, c(1L, 7L, 3L, 3L, 1L))
  expect_true(all_tie(tie_out(page)))
  expect_match(flat(got), "`lock` mended in 7 entries: ")
  expect_identical(nrow(set_aside(page, "prepare")), 7L)
  kept <- draw_up(amend(page, prepare = mend_keys(lock, case = FALSE)))
  expect_true(all(c("Long Acre", "long acre", "LONG ACRE") %in% kept$lock))
  expect_identical(draw_up(brief(data.frame(k = factor(c("a", "A", "a"))), prepare = mend_keys(k)))$k, c("a", "a", "a"))
})

test_that("spellings by name and by a table change what they name", {
  tolls <- data.frame(lock = c("Ash", "Old Ash", "Birch", NA), toll = 1:4)
  renamed <- c("Old Ash" = "Ash", "Nowhere" = "X")
  expect_identical(draw_up(brief(tolls, prepare = mend_keys(lock, spellings = renamed)))$lock,
    c("Ash", "Ash", "Birch", NA))
  literal <- brief(tolls, prepare = mend_keys(lock, spellings = c("Birch" = "Beech")))
  expect_identical(draw_up(literal)$lock, c("Ash", "Old Ash", "Beech", NA))
  from_table <- data.frame(old = c("Old Ash", "Birch"), new = c("Ash", "Beech"))
  page <- brief(tolls, prepare = mend_keys(lock, by = from_table))
  expect_identical(draw_up(page)$lock, c("Ash", "Ash", "Beech", NA))
  expect_true(all_tie(tie_out(page)))
  expect_match(said_by(draw_up(brief(tolls, prepare = mend_keys(lock, by = rbind(from_table, from_table))))),
    "twice, first in row 3")
  expect_match(said_by(draw_up(brief(tolls, prepare = mend_keys(lock, by = data.frame(a = NA_character_, b = "x"))))),
    "row 1 of .* lacks a spelling")
  expect_match(said_by(brief(tolls, prepare = mend_keys(lock, by = tolls))), "two columns of text, from and to")
  expect_match(said_by(brief(tolls, prepare = mend_keys(toll))), "columns of text, and `toll` is a whole number")
  expect_match(said_by(brief(tolls, prepare = mend_keys(lock, spellings = c("a", "b")))), "texts by name")
  expect_match(said_by(brief(tolls, prepare = mend_keys(lock, spellings = renamed, by = from_table))), "not both")
})

test_that("lines that are alike once they are mended are told to be mended below", {
  trips <- data.frame(lock = c("Ash", "ash ", "Birch"), toll = 1:3)
  by_lock <- brief(trips, lines = lock, figures = c(s = sum(toll)))
  expect_match(flat(draw_up(brief(by_lock, prepare = mend_keys(lock)))),
    "1 line has now the lock of another line of the page below; mend on that page")
  below <- brief(brief(trips, prepare = mend_keys(lock), lines = lock, figures = c(s = sum(toll))),
    prepare = mend_keys(lock))
  expect_no_match(flat(draw_up(below)), "of another line")
})

test_that("hundreds of ways to spell a few names come to as many names", {
  withr::local_seed(4)
  names <- c("Merrow Basin", "Quarry-Side", "Heron\u00e9")
  spelt <- replicate(400, {
    text <- strsplit(sample(names, 1), "")[[1]]
    shout <- sample(c(TRUE, FALSE), length(text), TRUE)
    text[shout] <- toupper(text[shout])
    text[text == " "] <- sample(c(" ", "  ", "\u00a0", "\u2009 "), 1)
    text[text == "-"] <- sample(c("-", "\u2010", "\u2014"), 1)
    paste0(sample(c("", " ", "\u3000"), 1), paste(text, collapse = ""), sample(c("", " ", "\t"), 1))
  })
  page <- brief(data.frame(k = spelt, v = 1), prepare = mend_keys(k), lines = k, figures = c(n = count()))
  expect_identical(nrow(draw_up(page)), 3L)
  expect_identical(sum(draw_up(page)$n), 400L)
  expect_true(all_tie(tie_out(page)))
})

test_that("repairs are offered for the traps that look() finds, and can be taken over", {
  tolls <- demo_table("tolls")
  repairs <- offer_repairs(tolls)
  said <- flat(repairs)
  expect_match(said, "mend_keys[(]lock[)],.*strike_duplicates[(][)],.*fill_calendar[(]passed_on, \"day\"[)] [)]")
  page <- brief(tolls, prepare = repairs, lines = lock, figures = c(n = count()))
  expect_identical(sum(draw_up(page)$n), 20000L)
  expect_identical(sum(is.na(draw_up(page)$lock)), 1L)
  expect_match(flat(offer_repairs(data.frame(a = 1:3))), "Nothing to repair")
})
