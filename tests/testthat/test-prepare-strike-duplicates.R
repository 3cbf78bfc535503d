# Copies against duplicated() of base R, and what is said of them.

# One text a row, the same where all values are.
row_texts <- function(table) {
  do.call(paste, c(unname(lapply(table, function(x) {
    if (is.double(x) && !is.object(x)) x <- x + 0
    ifelse(is.na(x), "(none)", paste0("=", if (is.object(x)) format(x) else as.character(x)))
  })), list(sep = "|")))
}

test_that("entries alike are struck, in all columns or in some, whichever is kept", {
  for (seed in one_in(2, 1:25)) {
    table <- random_table(60, seed)[c("word", "choice", "whole", "part", "day", "flag")]
    table <- withr::with_seed(seed, table[sample(60, 90, TRUE), ])
    table$id <- 1:90
    columns <- withr::with_seed(seed, sample(names(table)[1:6], sample(2:6, 1)))
    texts <- row_texts(table[columns])
    by <- as.call(c(quote(c), lapply(columns, as.name)))
    for (keep in c("first", "last")) {
      page <- rlang::inject(brief(table, prepare = strike_duplicates(by = !!by, keep = !!keep)))
      expect_identical(draw_up(page)$id, table$id[!duplicated(texts, fromLast = keep == "last")])
      expect_identical(sort(set_aside(page, "prepare")$id), table$id[duplicated(texts, fromLast = keep == "last")])
      expect_true(all_tie(tie_out(page)))
    }
    latest <- rlang::inject(brief(table, prepare = strike_duplicates(by = !!by, along = falling(id))))
    expect_identical(draw_up(latest)$id, table$id[!duplicated(texts, fromLast = TRUE)])
    whole <- brief(rbind(table, table[5:9, ]), prepare = strike_duplicates())
    expect_identical(draw_up(whole)$id, 1:90)
    copies <- rlang::inject(brief(table, only = has_copies(!!!lapply(columns, as.name))))
    expect_identical(draw_up(copies)$id, table$id[texts %in% texts[duplicated(texts)]])
  }
})

test_that("what was struck is listed, and told with what it would have added", {
  tolls <- demo_table("tolls")
  page <- brief(tolls, prepare = strike_duplicates(), lines = lock, figures = c(receipts = sum(toll), n = count()))
  expect_equal(sum(draw_up(page)$receipts), sum(unique(tolls)$toll, na.rm = TRUE))
  said <- flat(tie_out(page))
  expect_match(said, "20,012 read = 20,000 used [+] 12 left out [(]12 by `prepare`, copies of another[)]")
  expect_match(said,
    "12 entries struck, each like one that is kept in every column; they would have added to receipts 101.5")
  expect_match(flat(draw_up(page)), "12 copies are struck, the first in row 1,803")
  expect_match(set_aside(page, "prepare")$reason, "^like row [0-9,]+$")
  some <- brief(data.frame(k = c(1, 1, 2), v = c(5, 6, 7)), prepare = strike_duplicates(by = k))
  expect_match(flat(draw_up(some)), "1 entry is struck, the first in row 2; 1 of them differs from the one kept in `v`")
  expect_match(said_by(brief(tolls, prepare = strike_duplicates(keep = "best"))), "`keep` is \"first\" or \"last\"")
  expect_match(said_by(brief(tolls, prepare = strike_duplicates(by = lok))), "Did you mean `lock`")
})

test_that("a tie-out differs where an entry is struck that had no like", {
  ns <- asNamespace("idleledger")
  work <- ns$room_of("preparation", "strike_duplicates")$work
  ns$local_answers("strike_duplicates", "preparation", work = function(drawn, part) {
    drawn <- work(drawn, part)
    at <- length(drawn$entries$prepared_by)
    drawn$entries$prepared_by[[at]]$struck <- drawn$entries$prepared_by[[at]]$kept <- integer()
    drawn
  })
  page <- brief(data.frame(k = c(1, 1, 2), v = 1), prepare = strike_duplicates(by = k))
  expect_match(flat(tie_out(page)), "DIFFERS Duplicates: 0 entries struck.*alike are still 1 entry")
  ns$local_answers("strike_duplicates", "preparation", work = function(drawn, part) {
    drawn <- work(drawn, part)
    at <- length(drawn$entries$prepared_by)
    drawn$entries$prepared_by[[at]]$struck <- 3L
    drawn$entries$prepared_by[[at]]$kept <- 1L
    drawn
  })
  expect_match(flat(tie_out(page)), "DIFFERS Duplicates: .*but not in `k`.*alike are still 1 entry")
})
