# Percentages of percentages, and amounts times a percentage that nobody divided by 100.
printed_part <- function(part, table = dues) {
  rlang::inject(brief(table, lines = wharf, figures = c(s = sum(due)), beside = c(p = !!part),
    layout = c(wharf, percent(p))))
}
taxed <- dues_with(tax_pct = 5 + dues$slip %% 3, tax = 0.05)
with_tax <- function(expr) rlang::inject(brief(taxed, columns = c(t = !!expr), lines = wharf, figures = c(s = sum(t))))

test_that("percent() over values that are percentages already is told with the middle of them", {
  expect_told("percentages", printed_part(quote(100 * share(s))), printed_part(quote(share(s))),
    "`p` prints as a percentage, and half of its values are above 2[45][.]")
  expect_clean(printed_part(quote(4 * share(s))))
})

test_that("a factor in per cent is told where nothing is divided by a hundred, in columns and in figures", {
  for (right in list(quote(due * tax_pct / 100), quote(due * (tax_pct * 0.01)), quote(due * tax))) {
    expect_told("percentages", with_tax(quote(due * tax_pct)), with_tax(right), name = deparse1(right),
      "`t` multiplies by `tax_pct`, whose values go up to 7, and nothing is divided by 100")
  }
  figure <- brief(taxed, lines = wharf, figures = c(t = sum(due * tax_pct)))
  expect_told("percentages", figure, brief(taxed, lines = wharf, figures = c(t = sum(due * tax_pct / 100))))
})
