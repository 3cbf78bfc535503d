# A brief as the list that a file holds: every section comes back, also from what R alone can write.
skip_if_not_installed("yaml")
back <- function(page, tables = list()) {
  path <- withr::local_tempfile(fileext = ".brief.yaml")
  write_brief(page, path)
  read_brief(path, tables = tables)
}

test_that("titles and remarks that a file would take for something else come back as they are", {
  for (text in c("2025", "1e5", "yes", "~", "null", "- a", "a: b", "a # b", "&x", "*x", "!x", "%x", "@x", "`x`", "'x'",
    "\"x\"", "a\nb",
    " lead", "trail ", "{a}", "[a]", "\u00e9\U1F600", "0x1F", "2025-01-01", ".5", "=", "<<", "|", ">")) {
    page <- rlang::inject(by_wharf(title = !!text, notes = !!text))
    again <- back(page, list(table = dues, dues = dues))
    expect_identical(again$checked$title, text, label = text)
    expect_identical(as.vector(again$checked$notes), text, label = text)
  }
})

test_that("pages below, tables and values have names of their own that do not meet", {
  entries <- 5
  page <- 7
  one <- brief(dues, only = due > entries, lines = wharf, figures = c(s = sum(due)))
  two <- brief(one, only = s > page, lines = whole(), figures = c(t = sum(s)))
  again <- back(two, list(dues = dues, table = dues, entries = dues))
  expect_equal(draw_up(again)$t, draw_up(two)$t)
})

test_that("what is wrong with words of a file is told with the nearest", {
  wrong <- function(lines) {
    path <- written_file(paste0(c("brief: 1", "tables:", "  entries: t.csv", "pages:", "  - name: page",
      "    from: entries", lines, ""),
      collapse = "\n"), "p.brief.yaml")
    writeLines(c("a,b", "1,2"), file.path(dirname(path), "t.csv"))
    said_by(read_brief(path))
  }
  expect_match(wrong("    lins: a"), "lins.*lines")
  expect_match(wrong("    lines: c"), "no column `c`")
  expect_match(wrong("    lines: a\n    figures: n = sum("), "no expression")
  expect_match(wrong("    lines: [1, 2]"), "text|expression|lines")
})

test_that("pages stand under their names or in a list, and no name is given twice", {
  read <- function(...) {
    path <- written_file(paste0(c("brief: 1", "tables:", "  entries: t.csv", "pages:", ..., ""), collapse = "\n"),
      "p.brief.yaml")
    writeLines(c("a,b", "x,2", "y,3", "x,4"), file.path(dirname(path), "t.csv"))
    read_brief(path)
  }
  under <- read("  each:", "    from: entries", "    lines: a", "    figures: s = sum(b)", "  all:", "    from: each",
    "    lines: whole()", "    figures: s = max(s)")
  listed <- read("  - name: each", "    from: entries", "    lines: a", "    figures: s = sum(b)", "  - from: each",
    "    lines: whole()", "    figures: s = max(s)")
  expect_identical(draw_up(under)$s, 6)
  expect_identical(draw_up(listed)$s, 6)
  page <- c("    from: entries", "    lines: a")
  twice <- said_by(read("  - name: each", page, "  - name: each", page))
  expect_match(twice, "two tables or pages are called `each`.*another name")
  expect_match(said_by(read("  entries:", page)), "two tables or pages are called `entries`")
})
