# Ratios of two figures that are not of the same entries.
odd <- dues_with(due = replace(dues$due, c(9, 12), NA), tonnes = replace(dues$tonnes, 30, NA))
figure <- function(call, table = odd) rlang::inject(brief(table, lines = wharf, figures = c(f = !!call)))
even <- figure(quote(sum(due, where = !is_missing(due) & !is_missing(tonnes)) /
  sum(tonnes, where = !is_missing(due) & !is_missing(tonnes))))

test_that("entries that only one side of a ratio takes are told, whichever side it is", {
  expect_told("uneven_ratios", figure(quote(sum(due) / sum(tonnes))), even,
    "by the tonnes of 2 entries that have no due, the first in row 9; sum\\(tonnes, where = !is_missing\\(due\\)")
  expect_told("uneven_ratios", figure(quote(100 * sum(due) / sum(tonnes))), even,
    "divides the due of 1 entry that has no tonnes, the first in row 30; sum\\(due, where = !is_missing\\(tonnes\\)")
  expect_told("uneven_ratios", figure(quote(sum(due) / count())), even,
    "divides by 2 entries that have no due, the first in row 9; count\\(where = !is_missing\\(due\\)\\)")
  expect_told("uneven_ratios", figure(quote(sum(due, where = goods != "x") / count(where = goods != "x"))), even,
    "divides by 2 entries that have no due")
})

test_that("figures that a ratio names are those it is of, on the lines and beside them", {
  told <- "`per` divides by the tonnes of 2 entries that have no due"
  expect_match(findings(brief(odd, lines = wharf, figures = c(dues = sum(due), load = sum(tonnes), per = dues / load),
    footing = rollup(wharf)))$sentence, told, all = FALSE)
  beside <- brief(odd, lines = wharf, figures = c(dues = sum(due), load = sum(tonnes)),
    beside = c(per = 100 * dues / load, before = dues / lag(load, along = wharf), much = dues / (load + dues)))
  expect_identical(findings(beside)$rule[findings(beside)$rule == "uneven_ratios"], rep("uneven_ratios", 2))
  expect_match(findings(beside)$sentence, told, all = FALSE)
})

test_that("sides of other conditions, rates of filling in, and full columns are silent", {
  for (call in list(quote(count(due) / count()), quote(sum(due) / count(due)),
    quote(sum(due, where = tonnes > 5) / sum(due)),
    quote(max(due) / sum(tonnes)), quote(sum(due) / mean(tonnes)), quote(sum(due) / 2))) {
    expect_false("uneven_ratios" %in% findings(figure(call))$rule, label = deparse1(call))
  }
  expect_clean(figure(quote(sum(due) / sum(tonnes)), dues))
})

test_that("mended, the ratio is that of the entries which have both", {
  both <- odd[!is.na(odd$due), ]
  mended <- apply_repair(figure(quote(sum(due) / count())), "uneven_ratios")
  expect_equal(draw_up(mended)$f, as.vector(tapply(both$due, both$wharf, mean)))
  one_side <- figure(quote(sum(due) / sum(tonnes)), dues_with(due = odd$due))
  expect_equal(draw_up(apply_repair(one_side, "uneven_ratios"))$f,
    as.vector(tapply(both$due, both$wharf, sum) / tapply(dues$tonnes[!is.na(odd$due)], both$wharf, sum)))
})
