# Tables that an expression names: found where the brief is made, whatever columns and variables are called.

locks <- as.data.frame(demo_table("locks"))

test_that("a table is found by its name, by a path and by a call, and columns of its name are not in the way", {
  toll <- locks
  folder <- withr::local_tempdir()
  path <- file.path(folder, "toll.csv")
  write_statement(brief(locks), path)
  usual <- draw_up(brief(tolls, prepare = bring_in(locks, match = lock, columns = rise_m), lines = lock,
    figures = c(r = max(rise_m))))
  ways <- list(
    brief(tolls, prepare = bring_in(toll, match = lock, columns = rise_m)),
    brief(tolls, prepare = bring_in(!!path, match = lock, columns = rise_m)),
    brief(tolls, prepare = bring_in(locks[rev(seq_len(nrow(locks))), ], match = lock, columns = rise_m)),
    brief(tolls, prepare = bring_in(ledger(locks), match = lock, columns = rise_m)),
    local({
      lock <- 3
      rise_m <- locks
      brief(tolls, prepare = bring_in(rise_m, match = lock, columns = rise_m))
    })
  )
  for (page in ways) expect_identical(draw_up(amend(page, lines = lock, figures = c(r = max(rise_m))))$r, usual$r)
})

test_that("two tables of one name in two pages keep apart", {
  page_with <- function(side) {
    brief(tolls, prepare = bring_in(side, match = lock, columns = mark), lines = mark, figures = c(n = count()))
  }
  one <- page_with(data.frame(lock = locks$lock, mark = "one"))
  two <- page_with(data.frame(lock = locks$lock, mark = "two"))
  expect_identical(draw_up(one)$mark[1], "one")
  expect_identical(draw_up(two)$mark[1], "two")
  both <- brief(one, prepare = stack_on(two), lines = mark, figures = c(n = sum(n)))
  expect_setequal(draw_up(both)$mark, c("one", "two", NA))
  expect_true(all_tie(tie_out(both)))
})

test_that("what stands where a table is meant, and is none, is told", {
  no_table <- 3
  for (wrong in expression(no_such_table, no_table, sum, list(1, 2), stop("no"), 5)) {
    expect_match(said_by(brief(tolls, prepare = bring_in(!!wrong, match = lock))), "table", label = deparse1(wrong))
  }
})
