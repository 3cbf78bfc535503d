# Lines of totals among the entries.
typical <- function(table) brief(table, lines = wharf, figures = c(typical = mean(due)))
total <- sum(dues$due)

test_that("a line of a total is told by its word, and a repair leaves it out", {
  for (word in c("Total", "TOTAL:", "Grand total", "Sub-total", "Brook total", "Sum", "Overall", "Totals")) {
    page <- by_wharf(rbind(dues, replace(dues[1, ], c("wharf", "due", "slip"), list(word, 7.5, 5999))))
    expect_told("totals_among", page, by_wharf(),
      "1 entry looks like a line of totals, by .* in `wharf`, the first in row 361",
      word)
    expect_equal(draw_up(apply_repair(page, "totals_among"))$dues, draw_up(by_wharf())$dues)
  }
})

test_that("a line of a total is told by what the entries before it add up to", {
  expect_told("totals_among", typical(with_row(wharf = NA, due = 4568.16, slip = 5999)), typical(dues),
    "in `due`, 1 entry is what the entries before it add up to, the first in row 361: 4,568.16")
  with_its_total <- function(part) rbind(part, transform(part[1, ], due = sum(part$due), goods = NA, wharf = NA))
  parted <- do.call(rbind, lapply(split(dues, dues$goods), with_its_total))
  expect_told("totals_among", typical(parted), typical(dues),
    "each of 4 entries is what the entries before it add up to")
})

test_that("a word that only holds another, and an amount near a sum, are entries", {
  for (word in c("Totnes", "Summer", "Alder")) {
    page <- by_wharf(with_row(wharf = NA, due = 7.5, slip = 5999) |> transform(wharf = replace(wharf, 361, word)))
    expect_false("totals_among" %in% findings(page)$rule, label = word)
  }
  expect_false("totals_among" %in% findings(typical(with_row(due = 4568.2, slip = 5999)))$rule)
})

test_that("what does not belong among the entries is not judged further", {
  expect_identical(findings(by_wharf(with_row(wharf = "Total", slip = 5002, due = -1)))$rule, "totals_among")
})
