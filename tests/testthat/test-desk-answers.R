# What the page asks and gets, without a browser.

skip_if_not_installed("htmltools")
tolls <- as.data.frame(demo_table("tolls"))
answer <- function(desk, ...) idleledger:::desk_answer(desk, list(...))
requests <- function() c(names(idleledger:::desk_requests), idleledger:::rooms_of("act"))

# What is put into the page as HTML; all else is set as text.
html_in <- function(found) paste(unlist(found[c("sentence", "face", "slip", "side", "margin", "steps")]), collapse = "")

nasty <- c("<script>alert(1)</script>", "\"><img src=x onerror=alert(1)>", "&amp;", "'); system('touch /tmp/x'); ('",
  "\u202e\u200b", "", "../../etc/passwd", "NULL", "{x}", "-1", "1e99", strrep("(", 300))

test_that("anything that may come from a browser gets an answer, and changes nothing that it may not", {
  desk <- idleledger:::new_desk(brief(tolls[1:60, ], lines = c(reach, lock), figures = c(n = count()),
    footing = rollup(reach, lock)))
  set.seed(5)
  fields <- c("section", "index", "key", "blank", "value", "text", "row", "column", "at", "check", "as", "face",
    "first", "way", "conditions", "ways")
  for (k in seq_len(rounds(600))) {
    asked <- lapply(stats::setNames(nm = sample(fields, sample(1:5, 1))), function(field) {
      one_of(list(nasty[sample.int(12, 1)], 1, -3, NA, NULL, list(1, "a"), c("a", "b"), 1e9, TRUE, "figures", "reach"))
    })
    before <- idleledger:::desk_state(desk)
    found <- do.call(answer, c(list(desk, do = sample(c(requests(), "no such thing"), 1)), asked))
    expect_true(is.list(found))
    expect_s3_class(idleledger:::desk_state(desk)$brief, "idle_brief")
    if (!is.null(found$wrong)) expect_identical(idleledger:::desk_state(desk), before)
    expect_no_match(html_in(found), "<script>alert|<img src=x", info = deparse1(asked))
  }
  expect_error(answer(desk, do = "drop", section = "lines", index = 99), NA)
})

test_that("names and values of data are escaped wherever they are shown", {
  odd <- stats::setNames(data.frame(nasty, seq_along(nasty), nasty), c(nasty[1], nasty[2], "k"))
  desk <- idleledger:::new_desk(odd)
  html <- character()
  keep <- function(found) html <<- c(html, html_in(found))
  keep(answer(desk, do = "hello"))
  for (section in idleledger:::section_names()) keep(answer(desk, do = "open", section = section))
  keep(answer(desk, do = "write", section = "lines", text = sprintf("`%s`", nasty[1])))
  keep(answer(desk, do = "write", section = "figures", text = sprintf("`%s` = sum(`%s`)", nasty[3], nasty[2])))
  keep(answer(desk, do = "open", section = "figures", index = 1))
  keep(answer(desk, do = "write", section = "only", text = sprintf("k %%in%% c(%s)", toString(shQuote(nasty[1:3])))))
  keep(answer(desk, do = "open", section = "only", index = 1))
  keep(answer(desk, do = "write", section = "title", text = nasty[1]))
  keep(answer(desk, do = "behind", row = 1, column = nasty[3]))
  keep(answer(desk, do = "margin"))
  keep(answer(desk, do = "compare", at = 1))
  for (as in names(idleledger:::ways_to_take)) keep(answer(desk, do = "take", as = as))
  expect_gt(sum(grepl("&lt;img src=x", html)), 10)
  expect_no_match(html, "<script>alert|<img src=x")
  expect_false(file.exists("/tmp/x"))
})

test_that("the entries behind any cell make the figure that stands there", {
  page <- brief(tolls, lines = c(reach, lock, paid), figures = c(receipts = sum(toll), n = count()),
    footing = rollup(reach, lock, paid), show = n > 5, abreast = columns_of(paid, totals = "both"))
  for (one in list(page, amend(page, abreast = NULL), amend(page, abreast = NULL, footing = NULL))) {
    desk <- idleledger:::new_desk(one)
    names <- setdiff(names(desk$statement), c("reach", "lock", "paid", "line_kind", "summed_over"))
    for (k in 1:15) {
      row <- sample(nrow(desk$statement), 1)
      column <- sample(names, 1)
      stated <- desk$statement[[column]][row]
      if (is.na(stated)) next
      found <- answer(desk, do = "behind", row = row, column = column)
      made <- sub(".*They make <b>(.*?)</b>.*", "\\1", found$side)
      expect_match(gsub(",", "", made), paste0("\\b", format(stated, trim = TRUE, digits = 15), "\\b"))
      expect_match(found$side, ": equal[.]")
    }
  }
})

test_that("large pages come in pieces, each where it belongs", {
  desk <- idleledger:::new_desk(data.frame(k = sprintf("key %06d", 1:5000), x = 1:5000))
  for (first in list(1, 2500, 4990, -5, 1e12, NA, "a")) {
    rows <- answer(desk, do = "rows", first = first)$rows
    at <- as.integer(regmatches(rows$html, gregexpr("(?<=key )[0-9]{6}", rows$html, perl = TRUE))[[1]])
    expect_equal(at, seq(rows$first, length.out = 120))
  }
  none <- idleledger:::new_desk(data.frame(k = character(), x = numeric()))
  expect_equal(answer(none, do = "rows", first = 3)$rows$html, "")
  expect_match(answer(none, do = "hello")$face, "0 rows")
})

test_that("what is taken away makes the same page again", {
  path <- demo_table("tolls", as = "path")
  desk <- idleledger:::new_desk(ledger(path))
  set.seed(11)
  for (k in 1:25) try(random_act(desk), silent = TRUE)
  folder <- withr::local_tempdir()
  file.copy(path, folder)
  csv <- file.path(folder, "desk.csv")
  idleledger:::write_taken(desk, "csv", csv)
  text <- idleledger:::ways_to_take$brief$text(desk)
  writeLines(gsub(dirname(path), folder, text, fixed = TRUE), file.path(folder, "page.yaml"))
  expect_equal(program("draw-up", file.path(folder, "page.yaml"), "--write", file.path(folder, "again.csv"))$status, 0)
  expect_identical(readLines(file.path(folder, "again.csv")), readLines(csv))
  called <- eval(parse(text = c(idleledger:::ways_to_take$call$text(desk), "page")))
  write_statement(called, file.path(folder, "call.csv"))
  expect_identical(readLines(file.path(folder, "call.csv")), readLines(csv))
})

test_that("work that is stopped leaves the sentence as it was", {
  desk <- idleledger:::new_desk(tolls)
  before <- desk$brief
  stop_now <- function() tools::pskill(Sys.getpid(), tools::SIGINT)
  found <- idleledger:::with_breaths(stop_now, answer(desk, do = "write", section = "lines", text = "reach"))
  expect_match(found$wrong, "Stopped")
  expect_identical(desk$brief, before)
  expect_equal(nrow(desk$statement), nrow(tolls))
  expect_null(answer(desk, do = "write", section = "lines", text = "reach")$wrong)
})
