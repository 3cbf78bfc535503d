# Figures over other entries, worked by groups on disk.
test_that("figures over other entries are worked by groups on disk, in any number of parts", {
  for (round in 1:8) {
    table <- random_table(500, 200 + round)
    table <- table[c(seq_len(500), sample(500, 60)), ]
    make <- function(source) {
      brief(source, prepare = strike_duplicates(), columns = c(
        before = lag(amount, along = c(day, whole), per = word), place = rank(falling(part), per = word),
        so_far = running(sum(whole), along = entered(), per = c(word, flag)), copy = has_copies(word, day)
      ), only = amount > -30, lines = c(choice, flag), figures = c(
        n = count(), b = sum(before), p = sum(place), r = max(so_far), typical = median(before),
        l = last(word), k = sum(copy)
      ))
    }
    at_once <- draw_up(make(table))
    page <- make(ledger(table, in_parts = 30 * round))
    local_in_package("fits_at_once", function(brief) FALSE)
    grouped <- draw_up(page)
    expect_identical(bits(grouped), bits(at_once))
    notes <- function(x) sort(attr(x, "idle")$notes)
    expect_identical(setdiff(notes(at_once), notes(grouped)), character())
    expect_match(setdiff(notes(grouped), notes(at_once)), "put together by `word` on disk")
    expect_true(all_tie(tie_out(page)))
  }
  expect_length(grep("idle-parts", dir(tempdir())), 0)
})
