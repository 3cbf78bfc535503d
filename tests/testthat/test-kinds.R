# What a page is foretold to have is what comes: each figure and window, on each kind of column that takes it, gives the
# kind that pages above it count on.

table <- random_table(60, 4)
table$line <- rep(1:6, each = 10)

foretold_and_come <- function(page) {
  page <- rlang::expr(brief(table, !!!page)) |> eval() |> tryCatch(idle_error = function(e) NULL)
  if (is.null(page)) return(NULL)
  foretold <- idleledger:::kinds_of(page)
  come <- vapply(as.data.frame(draw_up(page))[names(foretold)], idleledger:::kind_of, "")
  list(foretold = unname(foretold), come = ifelse(come == "empty", foretold, come) |> unname())
}

test_that("every figure gives the kind that is foretold, on every kind of column", {
  taken <- 0
  for (name in idleledger:::rooms_of("figure")) for (column in names(table)) {
    known <- list(x = as.name(column), p = 0.4, n = 2, value = table[[column]][1])
    needed <- names(Filter(rlang::is_missing, idleledger:::room_of("figure", name)$args))
    call <- as.call(c(as.name(name), known[union("x", needed)]))
    found <- foretold_and_come(list(lines = quote(line), figures = call("c", f = call)))
    if (is.null(found)) next
    taken <- taken + 1
    expect_identical(found$come, found$foretold, label = deparse1(call))
  }
  expect_gt(taken, 100)
})

test_that("every window gives the kind that is foretold, on every kind of column", {
  calls <- expression(
    lag(x, along = line), lead(x, 2, along = line), carried(x, along = line), first_value(x, along = line),
    last_value(x, along = line, per = flag), nth_value(x, 2, along = line),
    earlier(x, days(1), along = day, per = whole),
    rank(x), dense_rank(falling(x)), percent_rank(x), cume_dist(x), ntile(3, x), row_number(x), run_of(x),
    running(count(x), along = line), running(max(x), along = line), rolling(min(x), 3, along = line), share(x),
    running(sum(x), along = line), rolling(mode(x), 3, along = line), rolling(mean(x), 3, along = line)
  )
  taken <- 0
  for (call in calls) for (column in names(table)) {
    own <- do.call(substitute, list(call, list(x = as.name(column))))
    found <- foretold_and_come(list(columns = call("c", f = own)))
    if (is.null(found)) next
    taken <- taken + 1
    expect_identical(found$come, found$foretold, label = deparse1(own))
  }
  expect_gt(taken, 100)
})
