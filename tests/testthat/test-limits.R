# Every limit is an option that is heeded, has a help page, and refuses what is no number.

test_that("each limit can be set, and what is no number above zero is refused", {
  for (name in names(idleledger:::limits)) {
    option <- paste0("idleledger.", name)
    withr::with_options(stats::setNames(list(7), option), expect_identical(idleledger:::limit(name), 7, info = name))
    for (wrong in list("many", -1, NA, c(1, 2), 0)) {
      withr::with_options(stats::setNames(list(wrong), option), {
        expect_match(said_by(idleledger:::limit(name)), paste0("idleledger.", name, " is a number above zero"))
      })
    }
  }
})

test_that("each limit that refuses something does so where it stands", {
  small <- data.frame(a = 1:3, b = c("x", "y", "z"), x = 1)
  refuses <- function(name, value, expr) {
    withr::with_options(stats::setNames(list(value), paste0("idleledger.", name)), said_by(expr))
  }
  crosstab <- brief(small, lines = c(a, b), figures = c(n = count()), abreast = b)
  expect_match(refuses("most_columns", 2, draw_up(crosstab)), "2 is the most")
  expect_match(refuses("most_levels", 2, brief(small, lines = c(a, b), footing = cube(a, b))), "would make 4 levels")
  expect_match(refuses("most_combinations", 8, draw_up(brief(small, lines = crossed(a, b)))), "would make 9 lines")
  expect_match(refuses("most_pages", 1, brief(crosstab, lines = a)), "At most 1 pages")
  expect_match(refuses("most_nested", 3, brief(small, columns = c(y = abs(abs(abs(abs(x))))))), "nested 3 calls deep")
})

test_that("limits of checks say where they leave off", {
  twice <- data.frame(k = c("a", "A", "a", "b"), x = c(1, 1, 1, 1000))
  page <- brief(twice, lines = k, figures = c(s = sum(x)))
  expect_match(flat(tie_out(page)), "Copies: 1 entry is an exact copy")
  expect_match(flat(tie_out(page)), "differ only by case")
  withr::local_options(idleledger.most_to_compare = 3, idleledger.most_spellings = 1, idleledger.fewest_to_judge = 1)
  expect_no_match(flat(tie_out(page)), "Duplicates|differ only by case")
  expect_match(flat(tie_out(page)), "Weight: one entry, row 4, is 100% of s")
  withr::local_options(idleledger.large_part = 1)
  expect_no_match(flat(tie_out(page)), "Weight:")
})

test_that("expressions of too many terms are refused before anything goes down into them, on every way in", {
  chain <- function(n, x = quote(x)) Reduce(function(a, b) call("+", a, b), rep(list(x), n))
  table <- data.frame(x = 1:3)
  page <- do.call(brief, list(table, columns = call("c", y = chain(5000))))
  expect_equal(draw_up(page)$y, 5000 * 1:3)
  expect_true(all_tie(tie_out(page)))
  path <- withr::local_tempfile(fileext = ".yaml")
  write_brief(brief(ledger(demo_table("tolls", as = "path")), columns = c(y = toll + toll)), path)
  lines <- readLines(path)
  writeLines(sub("toll + toll", paste(rep("toll", 30000), collapse = " + "), lines, fixed = TRUE), path)
  file <- withr::local_tempfile(fileext = ".csv")
  utils::write.csv(table, file, row.names = FALSE)
  many <- "may have 20,000 terms, and this one has more"
  for (n in c(20000, 60000)) {
    text <- paste(rep("x", n), collapse = " + ")
    expect_match(said_by(do.call(brief, list(table, columns = call("c", y = chain(n))))), many)
    expect_match(said_by(do.call(quoted, list(y = chain(n)))), many)
    expect_match(program("draw-up", file, "--columns", paste0("y = ", text))$err, many)
  }
  expect_match(said_by(read_brief(path, outside = TRUE)), many)
  query <- paste("SELECT", paste(rep("x", 400), collapse = " + "), "AS y FROM t")
  expect_match(said_by(read_select(query, t = table)), "at most 100 links of \\+ in a row are read")
  expect_match(said_by(read_select(paste("SELECT", strrep("x + ", 60000), "x FROM t"), t = table)), many)
})

test_that("a query's words have their places, also behind signs of several bytes", {
  words <- function(n) paste("SELECT", paste(rep("lock AS \"L\u00f6ck\", 'it''s', 1.5e3", n), collapse = ", "))
  found <- tokens_of(words(200))
  expect_length(found, 1 + 200 * 8 - 1 + 1)
  expect_identical(found[[4]][c("kind", "text", "at")], list(kind = "name", text = "\"L\u00f6ck\"", at = 16))
  expect_identical(found[[5]]$at, 22)
})
