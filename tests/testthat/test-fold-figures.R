# Figures folded by the core over all groups at once.
test_that("figures of the same values under the same condition share one reading, and others have their own", {
  ns <- asNamespace("idleledger")
  page <- brief(dues, lines = wharf, figures = c(s = sum(due), m = mean(due), hi = max(due),
    w = sum(due, where = tonnes > 10),
    o = sum(tonnes)))
  keys <- vapply(page$checked$figures, function(part) ns$feed_key(part$node), "")
  expect_identical(length(unique(keys)), 3L)
  expect_identical(length(unique(keys[1:3])), 1L)
})

test_that("answers come back in the kind of their column, in lines, subtotals and lines without entries", {
  table <- random_table(90, 4)
  for (column in names(table)) for (fn in c("min", "max", "first", "last", "mode")) {
    call <- as.call(c(as.name(fn), as.name(column)))
    page <- tryCatch(rlang::inject(brief(table, lines = crossed(word, flag), figures = c(f = !!call),
      footing = rollup(word, flag))),
      idle_error = function(e) NULL)
    if (is.null(page)) next
    got <- draw_up(page)$f
    like <- table[[column]]
    if (is.logical(like) && fn %in% c("min", "max")) next
    expect_identical(class(got), class(like), label = paste(fn, column))
    expect_identical(attr(got, "levels"), attr(like, "levels"), label = paste(fn, column))
    expect_identical(attr(got, "tzone"), attr(like, "tzone"), label = paste(fn, column))
  }
})

test_that("a sum that does not fit 64 bits stops with what to do", {
  big <- data.frame(k = 1, x = bit64::as.integer64(rep("9000000000000000000", 2)))
  expect_match(said_by(draw_up(brief(big, lines = k, figures = c(s = sum(x))))),
    "does not fit 64 bits.*as_number\\(x\\)")
})
