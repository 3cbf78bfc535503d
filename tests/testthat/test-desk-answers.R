# What the page asks and gets, without a browser.

skip_if_not_installed("htmltools")
requests <- function() c(names(idleledger:::desk_requests), idleledger:::rooms_of("act"))

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

test_that("work that is stopped leaves the sentence as it was", {
  desk <- idleledger:::new_desk(tolls)
  before <- desk$brief
  stop_now <- function() tools::pskill(Sys.getpid(), tools::SIGINT)
  found <- idleledger:::with_breaths(stop_now, answer(desk, do = "write", section = "lines", text = "reach"))
  expect_match(found$wrong, "Stopped")
  expect_true(found$stopped)
  expect_identical(desk$brief, before)
  expect_equal(nrow(desk$statement), nrow(tolls))
  expect_null(answer(desk, do = "write", section = "lines", text = "reach")$wrong)
})

test_that("a page of too many lines says so in place of its report, and goes on from there", {
  withr::local_options(idleledger.most_report_lines_shown = 3)
  desk <- idleledger:::new_desk(by_wharf())
  expect_match(answer(desk, do = "face", face = "report")$face, "A report of 4 lines is too large")
  fewer <- answer(desk, do = "write", section = "show", text = "top(2, dues)")
  expect_null(fewer$wrong)
  expect_match(fewer$face, "<iframe")
})
