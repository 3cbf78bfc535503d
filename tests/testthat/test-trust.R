# Nothing that comes in as data or as an expression runs, and nothing in it disturbs a page.

test_that("no expression reaches R", {
  trace <- withr::local_tempfile()
  hostile <- c(
    "system('id')", "eval(parse(text = '1'))", "get('system')('id')", "(\\(x) x)(1)", "base::unlink('x')", "x <- 3",
    "toll$x", "toll[1]", "toll[[1]]", "if (TRUE) 1", "for (i in 1:3) 1", "{1; 2}",
    "~toll", "function(x) 1", "`if`(TRUE, 1)",
    "Sys.time()", "do.call('system', 'id')", sprintf("file.create('%s')", trace), "quote(x)", "toll := 2", "toll?2"
  )
  for (text in hostile) {
    items <- idleledger:::read_items(paste("a =", text), "columns")
    message <- said_by(idleledger:::new_brief(ledger(tolls), list(columns = items)))
    expect_match(message, "no function|no column|nothing that a brief can hold", label = text)
  }
  expect_false(file.exists(trace))
})

test_that("any column may bear any name", {
  odd <- c(
    "rank", "if", "where", "falling", "count", "per", "TRUE", "a b", "x\"y", "\u00e9", "line_kind", "...", "n\nl", "`t`"
  )
  for (name in odd) {
    table <- stats::setNames(data.frame(c("u", "v", "u"), 1:3), c("k", name))
    symbol <- as.name(name)
    figure <- as.call(c(quote(c), stats::setNames(list(call("sum", symbol)), name)))
    page <- brief(table, lines = k, figures = !!figure, order = falling(!!symbol))
    got <- draw_up(page)
    expect_identical(names(got), c("k", name))
    expect_equal(got[[name]], c(4, 2))
    expect_true(all_tie(tie_out(page)))
    expect_match(printed(page), "2 lines")
  }
})

test_that("text from data cannot disturb a page", {
  nasty <- c("\033[31mred", "a\tb\nc", "\a", "\u202egnp", strrep("long ", 50), "\u6f22\u5b57", "{cli} {1+1}", "%s %d")
  page <- draw_up(brief(data.frame(k = nasty, x = seq_along(nasty)), lines = k, figures = c(s = sum(x))))
  text <- paste(capture.output(print(page)), collapse = "\n")
  expect_no_match(text, "\033[31m", fixed = TRUE)
  expect_no_match(text, "\a", fixed = TRUE)
  expect_match(text, "{cli} {1+1}", fixed = TRUE)
  expect_match(text, "%s %d", fixed = TRUE)
  expect_identical(sort(page$k), sort(nasty))
  expect_match(said_by(brief(data.frame(`{stop()}` = 1, check.names = FALSE), lines = `{stop`)), "no column")
})

test_that("a brief keeps values only, no environment of its maker", {
  make <- function() {
    secret <- strrep("x", 1e6)
    limit <- 5
    brief(tolls[1:50, ], only = toll > limit, lines = lock, figures = c(n = count()))
  }
  page <- make()
  page$source <- NULL
  expect_lt(length(serialize(page, NULL)), 50000)
  again <- unserialize(serialize(make(), NULL))
  expect_identical(as.data.frame(draw_up(again)), as.data.frame(draw_up(make())))
})

test_that("an interrupt ends a long draw-up within a second or so", {
  skip_on_os("windows")
  script <- withr::local_tempfile(fileext = ".R", lines = c(
    "library(idleledger)", "x <- rnorm(4e6)",
    "page <- brief(data.frame(x), lines = c(k = x), figures = c(m = mode(x)))",
    "cat('ready\\n')", "tryCatch(repeat draw_up(page), interrupt = function(i) cat('stopped\\n'))"
  ))
  out <- withr::local_tempfile()
  system2("sh", c("-c", shQuote(sprintf("Rscript %s > %s & echo $! > %s.pid", script, out, out))))
  pid <- as.integer(readLines(paste0(out, ".pid")))
  withr::defer(tools::pskill(pid, tools::SIGKILL))
  said <- function(word) function() file.exists(out) && any(grepl(word, readLines(out, warn = FALSE)))
  until(said("ready"))
  Sys.sleep(1)
  tools::pskill(pid, tools::SIGINT)
  expect_no_error(until(said("stopped"), 10))
})
