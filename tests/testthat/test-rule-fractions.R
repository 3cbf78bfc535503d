# Fractions compared for equality.
thirds <- dues_with(part = 0.1 * (dues$slip %% 5))
rounded_parts <- dues_with(part = round(thirds$part, 1))
only <- function(condition, table) rlang::inject(by_wharf(table, only = !!condition))

test_that("a comparison in which fractions differ in their last bits only is told with how many", {
  for (condition in list(quote(part == 0.3), quote(part != 0.3), quote(part %in% c(0.3, 0.1)), quote(part <= 0.3),
    quote(0.3 == part))) {
    expect_told("fractions", only(condition, thirds), only(condition, rounded_parts), name = deparse1(condition),
      "compares fractions to the last bit, and in 72 entries they differ by nothing more; write rounded\\(x, 6\\)")
  }
})

test_that("worked fractions are told, rounded ones are not", {
  expect_told("fractions", only(quote(part + 0.1 == 0.3), dues_with(part = 0.2)),
    only(quote(rounded(part + 0.1, 6) == 0.3 & tonnes > 9), dues_with(part = rep(c(0.2, 0.3), 180))))
  expect_false("fractions" %in% findings(only(quote(part == 0.2), thirds))$rule)
  expect_false("fractions" %in% findings(only(quote(part > 0.25), thirds))$rule)
})
