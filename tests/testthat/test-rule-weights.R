# Weights of a mean that do not fit.
odd <- dues_with(w = ifelse(dues$slip == 5003, -1, dues$tonnes), one = 1)
figure <- function(weight, x = quote(rate)) {
  rlang::inject(brief(odd, lines = wharf, figures = c(f = mean(!!x, weight = !!weight))))
}
clean <- figure(quote(tonnes))

test_that("each kind of weight that weighs nothing is told by what it is", {
  cases <- list(
    list(quote(w), "the weight w is below zero in 1 entry, the first in row 3"),
    list(quote(slip), "the weight slip tells entries apart and is no weight"),
    list(quote(0 * tonnes), "is zero in every entry, so that nothing is weighed"),
    list(quote(one), "is the same in every entry, so that it weighs nothing")
  )
  for (one in cases) expect_told("weights", figure(one[[1]]), clean, one[[2]], deparse1(one[[1]]))
  expect_told("weights", figure(quote(due), quote(due)), figure(quote(tonnes), quote(due)), "is what it weighs")
})
