# Expressions worked a second time by plain R.
test_that("a wrong value of each row function is found by its second way, in the row where it stands", {
  table <- random_table(60, 8)
  rows <- idleledger:::rooms_of("row")
  able <- Filter(function(name) !is.null(idleledger:::room_of("row", name)$again), rows)
  looked <- 0
  for (name in able) for (column in names(table)) {
    call <- as.call(c(as.name(name), as.name(column)))
    page <- tryCatch(rlang::inject(brief(table, columns = c(x = !!call))), error = function(e) NULL)
    if (is.null(page) || is.null(idleledger:::room_of("row", name)$work)) next
    values <- as.vector(draw_up(page)$x)
    at <- which(!is.na(values))[3]
    if (is.na(at) || length(unique(values)) < 2) next
    known <- as.data.frame(tie_out(page))
    if (known$status[known$check == "columns"] == "note") next
    other <- values[which(!is.na(values) & values != values[at])[1]]
    looked <- looked + 1
    local({
      sound <- idleledger:::room_of("row", name)$work
      idleledger:::local_answers(name, "row", work = function(...) {
        x <- sound(...)
        if (idleledger:::length_of(x) != 60) return(x)
        from <- match(other, values)
        idleledger:::pick_rows(x, replace(seq_len(60), at, from))
      })
      checks <- as.data.frame(tie_out(page))
      found <- checks[checks$check == "columns", ]
      expect_identical(found$status, "differs", label = paste(name, column))
      expect_match(found$sentence, sprintf("1 differs, the first in row %d", at), label = paste(name, column))
    })
  }
  expect_gt(looked, 40)
})

test_that("the last places of numbers may differ, and more may not", {
  ns <- asNamespace("idleledger")
  x <- c(1, 1e300, 1e-300, NA, NaN, Inf)
  expect_identical(ns$rows_that_differ(x, x * (1 + 2 * .Machine$double.eps)), integer())
  expect_identical(ns$rows_that_differ(x, x * (1 + 1e-12)), 1:3)
  expect_identical(ns$rows_that_differ(c("a", NA), c("a", "b")), 2L)
  expect_identical(ns$rows_that_differ(bit64::as.integer64(c(1, 2^53)), bit64::as.integer64(c(1, 2^53)) + 1L), 1:2)
})

test_that("of many entries a sample is worked again, and that is said", {
  withr::local_options(idleledger.most_lines_in_columns = 50)
  page <- brief(tolls, columns = c(x = toll * 2))
  checks <- as.data.frame(tie_out(page))
  expect_match(checks$sentence[checks$check == "columns"], "2,000 of 20,012 entries \\(a seeded sample\\)")
})
