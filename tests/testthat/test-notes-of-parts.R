# A page worked part by part says of its entries what it says of them at once.

notes_of <- function(statement) sort(attr(statement, "idle")$notes)

test_that("notes count over all parts, and say no more and no less", {
  table <- as.data.frame(tolls)[1:3000, ]
  pages <- list(
    function(source) brief(source, lines = c(reach, lock), figures = c(s = sum(toll), m = mean(toll))),
    function(source) {
      brief(source, columns = c(rate = toll / (tonnes - 20)), lines = reach, figures = c(r = sum(rate),
        k = count(where = toll > 5)))
    },
    function(source) {
      brief(source, only = toll > 0, lines = lock, figures = c(high = max(toll), kinds = count_distinct(paid)))
    }
  )
  for (k in seq_along(pages)) for (size in c(100, 701, 2999, 3000)) {
    in_parts <- draw_up(pages[[k]](ledger(table, in_parts = size)))
    at_once <- draw_up(pages[[k]](ledger(table)))
    expect_identical(as.data.frame(in_parts), as.data.frame(at_once), info = paste(k, size))
    expect_identical(notes_of(in_parts), notes_of(at_once), info = paste(k, size))
  }
})
