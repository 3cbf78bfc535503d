# A line is named as its reader finds it: the place on the page that is told is the place where it stands.

test_that("a figure that is changed is told by the line where it stands, in any order and with any footing", {
  pages <- list(
    brief(tolls, lines = c(reach, lock), figures = c(n = count(), s = sum(toll))),
    brief(tolls, lines = c(reach, lock), figures = c(n = count(), s = sum(toll)), order = falling(s)),
    brief(tolls, lines = c(reach, lock), figures = c(n = count(), s = sum(toll)), footing = rollup(reach, lock)),
    brief(tolls, lines = lock, figures = c(n = count(), s = sum(toll)), show = top(5, s), order = s)
  )
  for (page in pages) for (at in c(1, 4, 5)) {
    statement <- draw_up(page)
    statement$s[at] <- statement$s[at] + 1
    found <- as.data.frame(tie_out(statement))
    wrong <- found[found$status == "differs", ]
    expect_equal(nrow(wrong), 1)
    expect_match(wrong$sentence, sprintf("line %d\\b", at))
    expect_no_match(wrong$sentence, sprintf("line (%s)\\b", paste(setdiff(1:9, at), collapse = "|")))
  }
})

test_that("a line, subtotal, cell or row is named by what its reader sees", {
  worked <- function(...) {
    sections <- utils::modifyList(list(figures = quote(c(n = count(), s = sum(due)))), list(...))
    idleledger:::work_brief(rlang::inject(brief(dues, !!!sections)))
  }
  named <- function(drawn, at) vapply(at, function(k) idleledger:::said_line(drawn, k), "")
  words <- function(drawn, at) idleledger:::line_words(drawn, at)
  expect_identical(named(worked(lines = quote(wharf)), 1:4), sprintf("line %d", 1:4))
  few <- worked(lines = quote(wharf), show = quote(bottom(1, tonnes)), figures = quote(c(tonnes = min(paid_on))))
  expect_identical(words(few, 2:3), c("wharf Brook", "wharf Causey"))
  least <- worked(lines = quote(goods), only = quote(wharf == "Dyer" & slip > 300), show = quote(top(1, n)),
    figures = quote(c(n = max(slip))))
  hidden <- which(!least$lines$shown)
  expect_identical(named(least, hidden), paste("a line that is not shown:", words(least, hidden)))
  expect_identical(named(least, which(least$lines$shown)), "line 1")
  cube <- worked(lines = quote(c(wharf, goods)), footing = quote(cube(wharf, goods)))
  expect_identical(words(cube, which(cube$lines$level == max(cube$lines$level))), "the grand total")
  expect_setequal(words(cube, which(cube$lines$level %in% 2:3)), c(paste("goods", unique(dues$goods), "and all wharfs"),
    paste("wharf", unique(dues$wharf), "and all goods")))
  expect_identical(words(worked(lines = quote(whole())), 1L), "the whole")
  for (footing in list(NULL, quote(rollup(wharf, goods)))) {
    with_others <- function(show) worked(lines = quote(c(wharf, goods)), show = show, footing = footing)
    per <- with_others(quote(top(1, s, per = wharf, others = TRUE)))
    expect_identical(words(per, which(per$lines$line_kind == "others")),
      paste("the others of wharf", c("Alder", "Brook", "Causey", "Dyer")))
    rest <- with_others(quote(top(1, s, others = TRUE)))
    expect_identical(words(rest, which(rest$lines$line_kind == "others")), "the others")
    expect_identical(words(rest, 1L), "wharf Alder and goods coal")
  }
  abreast <- worked(lines = quote(c(wharf, goods)), abreast = quote(goods))
  expect_identical(named(abreast, 2), "the cell: wharf Alder and goods grain")
  rows <- worked(figures = NULL, columns = quote(c(r = rank(falling(due)))), show = quote(top(3, due)))
  expect_identical(words(rows, 1:2), c("row 1", "row 2"))
  expect_setequal(named(rows, which(!rows$lines$shown)), "a row that is not shown")
  shared <- worked(lines = quote(wharf), beside = quote(c(part = share(s, per = whole()))))
  expect_identical(idleledger:::figure_text(shared, "part", 0.25), "25.0% (0.25)")
  expect_identical(idleledger:::figure_text(shared, "s", 5), "5")
})
