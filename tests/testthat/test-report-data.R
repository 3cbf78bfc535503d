# What a report carries so that each figure can be followed.
skip_if_not_installed("htmltools")
carried <- function(page, ...) {
  path <- withr::local_tempfile(fileext = ".html")
  report(page, path, chart = FALSE)
  html <- paste(readLines(path, encoding = "UTF-8", warn = FALSE), collapse = "\n")
  text <- sub("</script>.*", "", sub(".*id=\"p1-data\">", "", html))
  jsonlite::fromJSON(text, simplifyVector = FALSE)
}
numbers <- function(list) vapply(list, function(x) if (is.null(x)) NA_real_ else as.numeric(x), 1)

test_that("the entries of each line add up to its figures, subtotals by the lines that they cover", {
  page <- brief(dues, lines = c(wharf, goods), figures = c(n = count(), s = sum(due)), footing = rollup(wharf, goods))
  data <- carried(page)
  statement <- draw_up(page)
  expect_identical(data$entries$n, 360L)
  sums <- Filter(function(column) isTRUE(column$summed), data$entries$columns)
  expect_identical(vapply(sums, `[[`, "", "heading"), "due")
  line <- numbers(data$entries$line)
  due <- numbers(sums[[1]]$values)
  behind <- numbers(data$behind[[1]])
  covers <- lapply(data$lines$own[behind], numbers)
  for (row in seq_len(nrow(statement))) {
    here <- line %in% covers[[row]]
    expect_equal(c(sum(here), sum(due[here])), c(statement$n[row], statement$s[row]), label = row)
  }
})

test_that("texts and rows are those of the statement, and proofs are of its figures", {
  page <- by_wharf()
  data <- carried(page)
  expect_identical(unlist(data$rows$texts[[1]]), c("Alder", "Brook", "Causey", "Dyer"))
  expect_identical(unlist(data$rows$texts[[3]]), idleledger:::page_cells(draw_up(page))$texts[[3]])
  expect_setequal(sub(".*/", "", names(data$proofs)), c("n", "dues"))
})

test_that("beyond the most that is carried the rest is counted and added up", {
  withr::local_options(idleledger.most_report_entries = 40)
  gaps <- dues_at("due", c(9, 350:360), NA)
  data <- carried(by_wharf(gaps))
  kept <- length(data$entries$line)
  expect_equal(as.integer(table(unlist(data$entries$line))), rep(10L, 4)) # as many of each line
  expect_identical(sum(unlist(data$entries$rest)) + kept, 360L)
  column <- Find(function(one) isTRUE(one$summed), data$entries$columns)
  carried_and_rest <- sum(numbers(column$values), na.rm = TRUE) + sum(as.numeric(unlist(column$rest)))
  expect_equal(carried_and_rest, sum(gaps$due, na.rm = TRUE))
})

test_that("a sum under a condition has a column of its own, with nothing where it is not met", {
  data <- carried(brief(dues, lines = wharf, figures = c(dear = sum(due, where = due > 20))))
  dear <- Find(function(one) grepl("where", one$heading), data$entries$columns)
  expect_equal(numbers(dear$values), replace(dues$due, dues$due <= 20, NA))
})
