test_that("the entries behind lines, subtotals, cells and others make the figures", {
  page <- brief(tolls,
    only = toll > 0, lines = c(reach, lock), figures = c(s = sum(toll), n = count()), footing = rollup(reach, lock),
    show = top(2, s, per = reach, others = TRUE)
  )
  statement <- draw_up(page)
  for (k in seq_len(nrow(statement))) {
    reach <- statement$reach[k]
    lock <- statement$lock[k]
    kind <- statement$line_kind[k]
    got <- switch(kind,
      line = entries_behind(statement, reach == !!reach, or_else(lock, "") == !!ifelse(is.na(lock), "", lock)),
      others = entries_behind(page, line_kind == "others", reach == !!reach),
      subtotal = entries_behind(page, reach == !!reach), total = entries_behind(page)
    )
    expect_equal(c(sum(got$toll), nrow(got)), c(statement$s[k], statement$n[k]), label = paste(kind, reach, lock))
    figures <- attr(got, "figures")
    if (kind %in% c("line", "subtotal")) expect_equal(unlist(figures), c(s = statement$s[k], n = statement$n[k]))
  }
  same <- entries_behind(page, line_kind == "subtotal", reach == "Upper")
  expect_identical(same$passage, entries_behind(page, reach == "Upper")$passage)
  cells <- brief(
    tolls, lines = c(lock, paid), figures = c(s = sum(toll)), abreast = columns_of(paid, totals = "both")
  )
  got <- entries_behind(draw_up(cells), lock == "Tarn Foot", paid == "cash")
  expect_equal(sum(got$toll, na.rm = TRUE), draw_up(cells)$cash[draw_up(cells)$lock %in% "Tarn Foot"])
  expect_identical(got$entry, which(tolls$lock %in% "Tarn Foot" & tolls$paid %in% "cash"))
})

test_that("entries behind random lines add up, whatever the page", {
  table <- random_table(300, 51)
  page <- brief(table,
    columns = c(twice = 2 * amount), only = whole > -3, lines = c(word, band = bands(amount, at = c(0, 20))),
    figures = c(s = sum(twice), low = min(day), n = count()), footing = cube(word, band)
  )
  statement <- as.data.frame(draw_up(page))
  withr::local_seed(5)
  for (k in sample(which(!is.na(statement$s)), 20)) {
    line <- statement[k, ]
    got <- entries_behind(page, s == !!line$s, n == !!line$n, line_kind == !!line$line_kind)
    same <- statement$line_kind == line$line_kind & statement$n == line$n & statement$s %in% line$s
    expect_equal(nrow(got), line$n * sum(same))
    if (sum(same) == 1) expect_equal(sum(2 * got$amount, na.rm = TRUE), line$s)
  }
})

test_that("it goes down through the pages below, and gives frames and groups of windows", {
  daily <- brief(tolls, lines = passed_on, figures = c(receipts = sum(toll)))
  weekly <- brief(daily, along = passed_on, beside = c(
    week = rolling(
      sum(receipts), days(7)
    ), before = lag(receipts), place = rank(falling(receipts)), part = share(receipts)
  ))
  at <- as.Date("2025-03-09")
  lines <- entries_behind(weekly, passed_on == "2025-03-09", of = "week", down = FALSE)
  expect_identical(lines$passed_on, at - 6:0)
  entries <- entries_behind(weekly, passed_on == "2025-03-09", of = "week")
  expect_identical(entries$passage, tolls$passage[tolls$passed_on %in% (at - 6:0)])
  statement <- draw_up(weekly)
  here <- which(statement$passed_on == at)
  expect_equal(sum(entries$toll, na.rm = TRUE), statement$week[here])
  expect_identical(entries_behind(weekly, passed_on == "2025-03-09", of = "before", down = FALSE)$passed_on, at - 1)
  ahead <- entries_behind(weekly, passed_on == "2025-03-09", of = "place", down = FALSE)
  expect_equal(nrow(ahead), statement$place[here])
  expect_equal(nrow(entries_behind(weekly, passed_on == "2025-03-09", of = "part", down = FALSE)), nrow(statement))
  expect_match(
    flat(lines), "Behind From tolls by passed_on, passed_on == \"2025-03-09\", the frame of week: 7 entries"
  )
})

test_that("conditions on keys do not draw the page up, and wrong ones are said", {
  page <- brief(tolls, lines = c(reach, lock), figures = c(s = sum(toll)))
  local_wrong_sum()
  expect_equal(nrow(entries_behind(page, lock == "Lime Kiln")), sum(tolls$lock %in% "Lime Kiln"))
  expect_match(said_by(entries_behind(page, lock == "Nowhere")), "No line has lock == \"Nowhere\"")
  expect_match(said_by(entries_behind(page, lokc == "Nowhere")), "Did you mean `lock`")
  expect_match(said_by(entries_behind(page, lock == "Lime Kiln", of = "s")), "takes a figure beside the lines")
  expect_match(said_by(entries_behind(3)), "takes a brief or a statement")
  expect_match(flat(entries_behind(page, lock == "Lime Kiln")), "1,387 entries of tolls.*1,377 more")
})

test_that("entries are found through pages that leave out, sort and hide lines, row by row", {
  low <- brief(tolls, only = toll > 30, lines = c(reach, lock), figures = c(s = sum(toll)), footing = rollup(reach,
    lock),
    show = top(5, s), order = falling(s)
  )
  high <- brief(low, only = reach != "Lower", lines = lock, figures = c(t = sum(s)), order = rising(t))
  for (name in draw_up(high)$lock) {
    found <- entries_behind(high, lock == !!name)
    wanted <- which(tolls$toll > 30 & tolls$lock %in% name & tolls$reach != "Lower")
    expect_identical(sort(found$entry), wanted, info = name)
    expect_equal(found$toll, tolls$toll[found$entry])
  }
  below <- entries_behind(high, down = FALSE)
  lines <- as.data.frame(draw_up(low))
  expect_equal(below$s, lines$s[lines$line_kind == "line"][below$entry])
})

test_that("entries of a table stacked on a page are none of its ledger's, whatever is prepared after it", {
  entries <- data.frame(lock = c("Ash", "Ash", "Birch"), toll = c(1, 2, 4))
  below <- brief(entries, lines = lock, figures = c(s = sum(toll)))
  more <- data.frame(lock = c("Cedar", "cedar "), s = c(7, 9))
  pages <- list(
    brief(below, prepare = stack_on(more), lines = lock, figures = c(t = sum(s))),
    brief(below, prepare = c(stack_on(more), mend_keys(lock)), lines = lock, figures = c(t = sum(s)))
  )
  for (page in pages) {
    expect_equal(entries_behind(page, lock == "Ash")$toll, c(1, 2))
    expect_equal(entries_behind(page, lock == "Birch")$toll, 4)
    expect_identical(nrow(entries_behind(page, lock == "Cedar")), 0L)
  }
})

test_that("lines, others and subtotals are asked for by their kind, with a footing and without", {
  for (footing in list(NULL, quote(rollup(wharf, goods)))) {
    page <- rlang::inject(brief(dues, lines = c(wharf, goods), figures = c(s = sum(due)), footing = !!footing,
      show = top(2, s, others = TRUE)))
    shown <- as.data.frame(draw_up(page))
    kinds <- c(line = sum(shown$s[shown$line_kind == "line"]), others = shown$s[shown$line_kind == "others"])
    for (kind in names(kinds)) {
      behind <- as.data.frame(entries_behind(page, line_kind == !!kind))
      if (kind == "others") expect_equal(sum(behind$due), kinds[[kind]])
      else expect_equal(sum(behind$due), sum(dues$due))
    }
    expect_match(printed(proof(page, s, line_kind == "others")), "Proof of s, the others")
    plain <- amend(page, show = NULL)
    expect_error(entries_behind(plain, line_kind == "others"), class = "idle_no_such_line")
    expect_identical(nrow(entries_behind(plain, line_kind == "line", wharf == "Dyer")), sum(dues$wharf == "Dyer"))
  }
})
