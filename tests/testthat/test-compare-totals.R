# Total lines of somebody else's table, which has no marks for them, against those of the page.
page <- brief(demo_table("tolls"), only = !is_missing(lock) & !is_missing(reach), lines = c(reach, lock),
  figures = c(receipts = sum(toll), typical = median(toll),
  passages = count()))
footed <- as.data.frame(draw_up(amend(page, footing = cube(reach, lock))))
figures <- c("receipts", "typical", "passages")

# Their table: a word where a key is summed over, in one of the ways in which people write totals.
written <- function(way) {
  theirs <- footed[c("reach", "lock", figures)]
  over <- function(key) grepl(key, footed$summed_over) & footed$line_kind != "line"
  for (key in c("reach", "lock")) theirs[[key]] <- as.character(theirs[[key]])
  both <- over("reach") & over("lock")
  theirs$reach[over("reach")] <- NA
  theirs$lock[over("lock")] <- NA
  if (way == "words") {
    theirs$lock[over("lock") & !both] <- "Total"
    theirs$reach[over("reach") & !both] <- "All reaches"
  } else {
    theirs$lock[over("lock") & !both] <- paste(theirs$reach[over("lock") & !both], "total")
    theirs$reach[over("lock") & !both] <- NA
    theirs$reach[over("reach") & !both] <- paste("Total", "")
  }
  theirs$reach[both] <- "Grand total"
  theirs[c(which(footed$line_kind == "line"), which(footed$line_kind != "line" & !both), which(both)), ]
}

test_that("each total that differs is told with the page's own, however totals are written; none that agrees", {
  for (way in c("words", "in one column")) {
    theirs <- written(way)
    totals <- seq(sum(footed$line_kind == "line") + 1, nrow(theirs))
    same <- differences(page, theirs)
    expect_true(idleledger:::is_same(same), label = way)
    expect_gt(same$of_totals$compared, 40)
    for (figure in figures) for (row in utils::tail(totals, 4)) {
      wrong <- theirs
      wrong[row, figure] <- wrong[row, figure] + 1000
      found <- differences(page, wrong)
      expect_identical(nrow(found$of_totals$cells), 1L)
      expect_equal(found$of_totals$cells$difference, 1000)
      expect_equal(found$of_totals$cells$a, theirs[row, figure])
      expect_equal(differences(wrong, page)$of_totals$cells$difference, -1000)
      proof <- tie_out(page, against = wrong)
      expect_false(all_tie(proof))
      expect_match(flat(proof), "Totals: [0-9]+ cells held against the page's own, 1 differs.*1,000")
    }
  }
})

test_that("a total of nothing that is there is said to have no like, and one that no page can work is not compared", {
  theirs <- rbind(written("words"), data.frame(reach = "Nowhere total", lock = NA, receipts = 1, typical = 1,
    passages = 1))
  expect_match(flat(differences(page, theirs)), "1 line has no like")
  again <- rbind(theirs, theirs[theirs$reach %in% "Grand total", ])
  expect_match(flat(differences(page, again)), "3 lines have no like|2 lines have no like")
  plain <- as.data.frame(draw_up(page))
  expect_match(flat(differences(plain, theirs)), "Totals in theirs, set apart and not compared")
})

test_that("differences of nothing are a table of no rows", {
  none <- as.data.frame(differences(page, page))
  expect_identical(dim(none), c(0L, 6L))
  expect_identical(names(none), c("reach", "lock", "column", "a", "b", "difference"))
  some <- as.data.frame(differences(page, transform(as.data.frame(draw_up(page)), receipts = receipts + 1)))
  expect_identical(names(some), names(none))
  expect_identical(nrow(as.data.frame(differences(data.frame(k = 1, x = 1), data.frame(k = 1, x = 1), "k"))), 0L)
})
