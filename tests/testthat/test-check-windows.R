# Windows against plain R, row by row.
test_that("an endless value is not let off by an endless slack", {
  table <- data.frame(k = letters[1:4], x = c(1, 2, Inf, 4))
  page <- brief(table, lines = k, figures = c(s = sum(x)), beside = c(
    up = running(sum(s), along = k), two = rolling(sum(s), 2, along = k, partial = TRUE), r = rank(falling(s))
  ))
  expect_true(all_tie(tie_out(page)))
  sound <- idleledger:::room_of("section", "beside")$work
  for (name in c("up", "two", "r")) {
    idleledger:::local_answers("beside", "section", work = function(drawn, checked) {
      drawn <- sound(drawn, checked)
      drawn$lines$columns[[name]][3] <- 7
      drawn
    })
    checks <- as.data.frame(tie_out(page))
    expect_true("windows" %in% checks$check[checks$status == "differs"], info = name)
  }
})

test_that("a window that is off is found by the sample, by the sum of its shares, its tiles and its end", {
  page <- brief(dues, lines = c(wharf, goods), figures = c(s = sum(due)), beside = c(part = share(s, per = wharf),
    third = ntile(3, falling(s)), to_date = running(sum(s), per = wharf, along = goods)))
  expect_true(all_tie(tie_out(page)))
  for (column in c("part", "third", "to_date")) local({
    local_spoiled("beside", function(drawn) {
      drawn$lines$columns[[column]][4] <- drawn$lines$columns[[column]][4] * 2 + 1L
      drawn
    })
    found <- names(differing(page))
    expect_true("windows" %in% found, label = column)
    expect_true(any(c("groups", "ranks", "frames") %in% found), label = column)
  })
})

test_that("a window that stands within an expression is worked again as well, in `beside` and in `columns`", {
  parts <- rlang::exprs(change = s - lag(s, along = k), half = running(sum(s), along = k) / 2, part = s / sum(s, per =
    whole()), word = case(when(rank(falling(s)) == 1, "first"), otherwise = "later"))
  windows <- asNamespace("idleledger")$rooms$window
  table <- data.frame(k = 1:40, s = (1:40 * 7) %% 41)
  fns <- c(change = "lag", half = "running", part = "whole_group", word = "rank")
  pages <- list(
    beside = function(part) {
      rlang::inject(brief(table, lines = k, figures = c(s = sum(s)), beside = !!part))
    },
    columns = function(part) rlang::inject(brief(table, columns = !!part))
  )
  for (section in names(pages)) for (name in names(parts)) local({
    page <- pages[[section]](rlang::call2("c", !!!parts[name]))
    expect_true(all_tie(tie_out(page)))
    sound <- windows[[fns[[name]]]]
    withr::defer(assign(fns[[name]], sound, envir = windows))
    off <- function(node, table) {
      values <- sound$work(node, table)
      replace(values, 8, if (name == "word") 1L else 1)
    }
    assign(fns[[name]], utils::modifyList(sound, list(work = off)), envir = windows)
    expect_true("windows" %in% names(differing(page)), label = paste(section, name))
  })
})
