# What a cell of the page stands for.

skip_if_not_installed("htmltools")

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

test_that("the conditions of a line find its entries and no other, whatever made the line", {
  ns <- asNamespace("idleledger")
  pages <- list(
    brief(dues_at("wharf", 9, NA), lines = c(wharf, month = start_of(paid_on, "month")), figures = c(n = count())),
    brief(dues, lines = c(band = bands(tonnes, at = c(10, 20)), heavy = tonnes > 20), figures = c(n = count()),
      footing = rollup(band, heavy)),
    brief(dues, lines = crossed(wharf, goods), figures = c(n = count())),
    brief(dues, lines = c(week = unbroken(paid_on, "week")), figures = c(n = count()))
  )
  for (page in pages) {
    drawn <- ns$work_brief(page)
    for (line in seq_len(drawn$lines$n)) {
      state <- ns$state_of(page)
      state$narrow <- ns$conditions_of_line(drawn, line)
      narrowed <- ns$brief_of_parts(state, state$parts)
      expect_equal(sum(as.data.frame(draw_up(if (is.null(page$sections$footing)) narrowed else amend(narrowed,
        footing = NULL)))$n), drawn$lines$columns$n[line],
        label = paste(ns$brief_words(page)[2], line))
    }
  }
})

test_that("a cell that is not there, or that no entry stands behind, is told", {
  desk <- idleledger:::new_desk(brief(dues, lines = c(wharf, goods), figures = c(n = count()), abreast = goods))
  for (row in list(0, 99, NA, "x", NULL)) {
    expect_match(answer(desk, do = "behind", row = row, column = "coal")$wrong, "not on the page any more")
  }
  expect_match(answer(desk, do = "behind", row = 1, column = "nosuch")$wrong, "not on the page any more")
})
