# A brief as the call that makes it, and as the words of a command line.
ns <- asNamespace("idleledger")

test_that("a page of one file is one command, which a shell takes apart as it was meant", {
  path <- dues_file()
  name <- "O'Brien & \"Co\" $HOME `x`"
  page <- brief(ledger(path), only = c(wharf != !!name, due > 5), lines = wharf, figures = c(n = count()),
    order = falling(n), title = "It's here")
  command <- ns$command_of(page)
  words <- system2("bash", c("-c", shQuote(paste("printf '%s\\n'", sub("^idle-ledger ", "", command)))), stdout = TRUE)
  withr::local_dir(dirname(path))
  drawn <- program(words)
  expect_identical(drawn$status, 0L)
  expect_identical(drawn$out, lines_printed(draw_up(page), lines = Inf))
})

test_that("what one command cannot say is none", {
  expect_null(ns$command_of(by_wharf()))
  expect_null(ns$command_of(brief(by_wharf(), lines = wharf)))
  beside <- data.frame(wharf = "Alder", k = 1)
  expect_null(ns$command_of(brief(ledger(dues_file()), prepare = bring_in(beside, match = wharf), lines = k)))
})

test_that("local values keep their names where all mean the same, and stand as values where they do not", {
  five <- 5
  one <- quoted(a = due > five)
  five <- 7
  page <- brief(dues, columns = c(!!one, b = due > five), lines = wharf) |> try(silent = TRUE)
  page <- brief(dues, columns = one, only = due > five, lines = wharf, figures = c(n = count(where = a)))
  lines <- unclass(as_call(page))
  made <- new.env(parent = globalenv())
  made$dues <- made$entries <- made$table <- dues
  eval(parse(text = lines), made)
  expect_equal(as.data.frame(draw_up(made$page)), as.data.frame(draw_up(page)))
})
