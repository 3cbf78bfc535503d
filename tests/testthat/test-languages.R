# The order of a language: the same for keys, sorted columns, ranks, running figures and lines of a crosstab.

skip_if_not(capabilities("ICU"))
words_of <- c("zebra", "\u00e4pple", "apple", "\u00d6rn", "orn", "\u00e5l", "al", "Zoo", "z\u00e9ro", "zero", "", NA,
  "ch", "cz", "c1", "c10", "c2")

# As the platform's own collation has it, texts that it holds equal by code point.
sorted_in <- function(x, locale) {
  before <- icuGetCollate()
  on.exit(idleledger:::restore_collation(before))
  x <- sort(x, method = "radix")
  icuSetCollate(locale = locale)
  c(x[order(xtfrm(x))], NA)
}

test_that("keys, sorting, ranks and running figures follow the same order", {
  table <- data.frame(k = rep(words_of, 2), x = seq_len(34))
  table <- table[withr::with_seed(2, sample(34)), ]
  for (language in c("sv", "de", "en", "cs")) {
    wanted <- sorted_in(unique(words_of[!is.na(words_of)]), language)
    page <- brief(table, locale = language, lines = k, figures = c(s = sum(x)), beside = c(
      place = rank(k), down = rank(falling(k)), to_date = running(sum(s), along = k)))
    got <- draw_up(page)
    expect_identical(got$k, wanted, info = language)
    expect_identical(got$place, c(seq_along(wanted)[-length(wanted)], NA), info = language)
    expect_identical(got$down, c(rev(seq_along(wanted)[-length(wanted)]), NA), info = language)
    expect_identical(draw_up(amend(page, order = falling(k)))$k, c(rev(wanted[-length(wanted)]), NA), info = language)
    expect_true(all_tie(tie_out(page)), info = language)
    before <- icuGetCollate()
    draw_up(page)
    expect_identical(icuGetCollate(), before)
  }
  plain <- draw_up(brief(table, lines = k, figures = c(s = sum(x))))
  expect_identical(plain$k, c(sort(unique(words_of), method = "radix"), NA))
})

test_that("a language that is none is told", {
  for (wrong in list(3, "no such language", c("sv", "de"), NA, "")) {
    expect_match(said_by(brief(tolls, locale = !!wrong, lines = lock)), "In the section `locale`: ")
  }
})
