# Figures against the detail: additive ones against its total, and every line again by a second route.
figures <- quote(c(n = count(), s = sum(due), m = mean(due), least = min(tonnes), most = max(paid_on),
  middle = median(due), spread = sd(due), kinds = count_distinct(goods), text = listed(goods, distinct = TRUE)))
page <- rlang::inject(brief(dues, lines = wharf, figures = !!figures, footing = rollup(wharf)))
said <- function(page, check) {
  checks <- as.data.frame(tie_out(page))
  checks$sentence[checks$check == check]
}

test_that("how many figures of how many lines are worked again is said, and how near they are", {
  expect_match(said(page, "recomputed"),
    paste("Recomputed: 9 figures of 4 lines and 1 subtotal, each from its own entries",
    "by a second route, 7 equal to the last bit and 2 within 1 part in 10\\^9"))
  expect_match(said(by_wharf(), "recomputed"), "2 figures of 4 lines, .* equal to the last bit")
  expect_match(said(brief(dues, lines = wharf, figures = c(m = sd(due))), "recomputed"),
    "equal within 1 part in 10\\^9")
  expect_match(said(by_wharf(), "additive"), "the lines add up to the detail's own total: n 360, dues 4,568.16")
})

test_that("a cell that is off by the least is found, in lines and in subtotals, whatever its figure", {
  for (name in c("n", "s", "m", "least", "most", "middle", "spread", "kinds")) for (line in c(2, 5)) local({
    local_spoiled("footing", function(drawn) {
      x <- drawn$lines$columns[[name]]
      drawn$lines$columns[[name]][line] <- if (is.double(x) &&
        !inherits(x, "Date")) x[line] * (1 + 1e-8) else x[line] + 1L
      drawn
    })
    expect_true("recomputed" %in% names(differing(page)), label = paste(name, line))
  })
})

test_that("every figure of the lines of others is worked again from the entries that they gather", {
  gathered <- by_wharf(show = top(1, dues, others = TRUE))
  expect_match(said(gathered, "others"),
    "2 figures of 1 line of others, each from its own entries by a second route, equal to the last bit")
  all <- amend(page, show = top(1, s, others = TRUE))
  expect_match(said(all, "others"),
    "9 figures of 1 line of others, .* 7 equal to the last bit and 2 within 1 part in 10\\^9")
  for (footing in list(NULL, quote(rollup(wharf, goods)))) for (per in list(NULL, quote(wharf))) {
    each <- rlang::inject(brief(dues, lines = c(wharf, goods), figures = c(n = count(), s = sum(due),
      middle = median(due), spread = sd(due), kinds = count_distinct(goods), texts = listed(goods), most = max(slip)),
      footing = !!footing, show = top(2, s, per = !!per, others = TRUE)))
    expect_length(differing(each), 0)
    for (name in c("n", "s", "middle", "spread", "kinds")) local({
      local_spoiled("show", function(drawn) {
        at <- which(drawn$lines$line_kind == "others")[1]
        drawn$lines$columns[[name]][at] <- drawn$lines$columns[[name]][at] + 1L
        drawn
      })
      told <- differing(each)[["others"]]
      expect_match(told, sprintf("of the cells 1 differs, first `%s` in line", name))
    })
  }
})

test_that("of very many lines what only R can work is sampled, and that is said", {
  withr::local_options(idleledger.most_lines_in_r = 50, idleledger.most_lines_in_columns = 40)
  wide <- data.frame(k = rep(1:2100, each = 2), part = c("a", "b"), x = seq_len(4200) / 8)
  each <- brief(wide, lines = c(k, part), figures = c(s = sum(x), middle = median(x)),
    show = top(1, s, per = k, others = TRUE))
  expect_match(said(each, "others"),
    "2 figures of 2,100 lines of others, .* Of 1 figure, a seeded sample of 2,000 lines")
  many <- brief(dues, lines = slip, figures = c(s = sum(due), text = listed(goods)))
  expect_match(said(many, "recomputed"), "Of 1 figure, a seeded sample of [0-9]+ lines|each from its own entries")
})

test_that("figures that fit lines and not the whole are said to have no total", {
  big <- data.frame(k = 1:3, x = bit64::as.integer64(rep("4000000000000000000", 3)))
  expect_match(said(brief(big, lines = k, figures = c(s = sum(x))), "additive"), "64 bits do not hold it")
})

test_that("a value that is picked is proved to the last bit", {
  page <- brief(dues, lines = wharf, figures = c(first = first(due), last = last(due, along = slip),
    third = nth(due, 3), often = mode(due), most = max(due)))
  expect_match(said(page, "recomputed"), "5 figures of 4 lines, .* equal to the last bit")
  for (name in c("first", "last", "third", "often", "most")) local({
    local_spoiled("order", function(drawn) {
      drawn$lines$columns[[name]][2] <- drawn$lines$columns[[name]][2] * (1 + 2 * .Machine$double.eps)
      drawn
    })
    expect_true("recomputed" %in% names(differing(amend(page, order = wharf))), info = name)
  })
})
