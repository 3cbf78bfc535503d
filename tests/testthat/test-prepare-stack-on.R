# Tables under each other, samples by lot, and conditions across tables.

test_that("random tables of every kind stand under each other as rbind() puts them", {
  for (seed in one_in(2, 1:20)) {
    one <- random_table(30, seed)
    two <- random_table(sample(c(0, 1, 25), 1), 100 + seed)
    three <- random_table(12, 200 + seed)
    left <- withr::with_seed(seed, sample(names(one), 6))
    page <- rlang::inject(brief(one, prepare = stack_on(two[!!left], later = three, name = origin)))
    got <- as.data.frame(draw_up(page))
    second <- one[rep(NA_integer_, nrow(two)), ]
    second[left] <- two[left]
    wanted <- rbind(one, second, three)
    expect_identical(as.character(got$big), as.character(c(one$big, if ("big" %in% left) two$big else
      bit64::as.integer64(rep(NA, nrow(two))), three$big)))
    wanted$choice <- as.character(wanted$choice)
    for (name in setdiff(names(one), "big")) expect_equal(got[[name]], wanted[[name]], label = paste(name, seed),
      ignore_attr = TRUE)
    expect_identical(as.vector(table(factor(got$origin, unique(got$origin)))),
      c(30L, nrow(two), 12L)[c(TRUE, nrow(two) > 0, TRUE)])
    expect_true(all_tie(tie_out(page)))
  }
})

test_that("where entries come from, what a side lacks, and kinds that do not fit are told", {
  tolls <- demo_table("tolls")
  first <- tolls[1:100, ]
  second <- tolls[101:150, -8]
  page <- brief(first, prepare = stack_on(second, name = part), lines = part, figures = c(n = count(), s = sum(toll)))
  expect_identical(draw_up(page)$n, c(100L, 50L))
  expect_identical(draw_up(page)$part, c("first", "second"))
  expect_match(flat(draw_up(page)), "second has no `paid`, which is missing in 50 entries")
  expect_match(flat(tie_out(page)), "100 of the ledger [+] 50 of second = 150 entries; the totals of `passage`")
  expect_identical(sum(draw_up(amend(page, lines = paid))$n), 150L)
  expect_identical(utils::tail(draw_up(amend(page, lines = paid))$n, 1), 50L + sum(is.na(first$paid)))
  behind <- entries_behind(page, part == "second")
  expect_identical(behind$entry, 1:50)
  expect_identical(behind$toll, second$toll)
  by_lock <- function(table) brief(table, lines = lock, figures = c(s = sum(toll)))
  stacked <- brief(by_lock(first), prepare = stack_on(by_lock(second)), lines = whole(), figures = c(s = sum(s)))
  expect_equal(draw_up(stacked)$s, sum(first$toll, second$toll))
  expect_match(flat(entries_behind(stacked)),
    "100 entries of table.*Besides, [0-9]+ entries that `prepare` made or put under")
  odd <- transform(first, toll = as.character(toll))
  expect_match(said_by(brief(first, prepare = stack_on(odd))), "`toll` is a number in the entries and text in odd")
  expect_match(said_by(brief(first, prepare = stack_on())), "takes the tables that come under the entries")
  expect_match(said_by(brief(first, prepare = stack_on(second, name = toll))), "is a column already")
  both <- brief(first, prepare = c(stack_on(second), strike_duplicates(), mend_keys(lock)), lines = whole(),
    figures = c(n = count()))
  expect_identical(draw_up(both)$n, nrow(unique(first)) + nrow(unique(second)) + 0L)
  expect_true(all_tie(tie_out(both)))
})

test_that("a sample is drawn by lot, the same for the same seed, and says so on its face", {
  tolls <- demo_table("tolls")
  page <- brief(tolls, prepare = sample_of(7, per = reach, seed = 3))
  got <- draw_up(page)
  expect_identical(as.vector(table(got$reach)), rep(7L, 3))
  expect_identical(draw_up(page)$passage, got$passage)
  expect_false(identical(draw_up(amend(page, prepare = sample_of(7, per = reach, seed = 4)))$passage, got$passage))
  expect_match(flat(got), "[(]a sample[)].*a sample of 21 of 20,012 entries.*all figures are of the sample")
  expect_identical(nrow(draw_up(brief(tolls, prepare = sample_of(part(0.1))))), 2002L)
  expect_identical(nrow(draw_up(brief(tolls[1:5, ], prepare = sample_of(10)))), 5L)
  expect_identical(nrow(set_aside(page, "prepare")), 20012L - 21L)
  expect_true(all_tie(tie_out(page)))
  before <- withr::with_seed(1, stats::runif(1))
  set.seed(1)
  draw_up(page)
  expect_identical(stats::runif(1), before)
  expect_match(said_by(brief(tolls, prepare = sample_of(0))), "from 1")
  expect_match(said_by(brief(tolls, prepare = sample_of(part(2)))), "above 0, up to 1")
  drawn <- table(unlist(lapply(1:300, function(seed) {
    draw_up(rlang::inject(brief(data.frame(k = 1:10), prepare = sample_of(3, seed = !!seed))))$k
  })))
  expect_gt(stats::chisq.test(drawn)$p.value, 1e-4)
})

test_that("conditions look into other tables, and an unknown value stays unknown", {
  tolls <- data.frame(lock = c("Ash", "Birch", NA, "Elm"),
    at = as.POSIXct("2025-03-01 09:00", tz = "UTC") + 86400 * 0:3)
  places <- data.frame(name = c("Ash", "Cedar"), opened = as.Date("2025-03-02"))
  expect_identical(draw_up(brief(tolls, only = lock %in% column_of(places, name)))$lock, "Ash")
  page <- brief(tolls, only = !lock %in% column_of(places, name))
  expect_identical(draw_up(page)$lock, c("Birch", "Elm"))
  expect_match(flat(tie_out(page)), "1 by `only`, condition missing")
  expect_identical(draw_up(brief(tolls, only = !has_partner(places, lock == name)))$lock, c("Birch", NA, "Elm"))
  expect_identical(draw_up(brief(tolls, only = has_partner(places, as_date(at) == opened)))$lock, "Birch")
  counted <- brief(tolls, lines = whole(), figures = c(n = count(where = has_partner(places, lock == name))))
  expect_identical(draw_up(counted)$n, 1L)
  expect_true(all_tie(tie_out(counted)))
  expect_match(flat(entries_behind(counted)), "They make: n 1")
  shown <- brief(tolls, lines = lock, figures = c(n = count()), show = !has_partner(places, lock == name))
  expect_identical(nrow(draw_up(shown)), 3L)
  expect_match(said_by(brief(tolls, only = column_of(places, name))), "stands to the right of %in%")
  expect_match(said_by(brief(tolls, only = lock %in% column_of(places, nam))), "Did you mean `name`")
})
