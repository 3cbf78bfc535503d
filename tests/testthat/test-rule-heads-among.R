# The heads of the columns once more among the entries.
test_that("a line of heads is told with its row, whatever its letters, and a repair leaves it out", {
  for (heads in list(c("wharf", "goods"), c("Wharf", "GOODS"), c(" wharf ", "Goods."))) {
    page <- by_wharf(rbind(dues, replace(dues[1, ], c("wharf", "goods", "due"), list(heads[1], heads[2], NA))))
    expect_told("heads_among", page, by_wharf(), "1 entry is the heads of the columns, the first in row 361")
    expect_equal(draw_up(apply_repair(page, "heads_among"))$dues, draw_up(by_wharf())$dues)
  }
  twice <- rbind(dues[1:100, ], transform(dues[1, ], wharf = "wharf", goods = "goods"), dues[101:200, ],
    transform(dues[1, ], wharf = "wharf", goods = "goods"))
  expect_told("heads_among", by_wharf(twice), by_wharf(),
    "2 entries are the heads of the columns, the first in row 101")
})

test_that("the name of a column as a value of it alone is a value", {
  expect_false("heads_among" %in% findings(by_wharf(dues_at("goods", 9, "goods")))$rule)
  lone <- function(due) {
    brief(rbind(dues[c("wharf", "due")], data.frame(wharf = "wharf", due = due)), lines = wharf,
      figures = c(dues = sum(due)))
  }
  expect_true("heads_among" %in% findings(lone(NA))$rule)
  expect_false("heads_among" %in% findings(lone(5))$rule)
})
