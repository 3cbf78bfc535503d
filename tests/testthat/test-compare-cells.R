# Cells of two tables: against comparing each pair of values by itself.
nans <- function(x) if (is.double(x)) is.nan(x) else rep(FALSE, length(x))

test_that("cells that differ are those that a plain comparison finds, whatever their kinds", {
  withr::local_seed(3)
  for (round in 1:60) {
    n <- sample(2:12, 1)
    column <- switch(sample(5, 1), sample(3, n, TRUE), sample(c(1.5, NaN, NA, Inf), n, TRUE), sample(c("a", "b", NA), n,
      TRUE), as.Date("2025-01-01") + sample(3, n, TRUE), sample(c(TRUE, FALSE, NA), n, TRUE))
    a <- b <- data.frame(k = seq_len(n))
    a$x <- column
    b$x <- column[sample(n)]
    same <- (a$x == b$x) %in% TRUE | is.na(a$x) & is.na(b$x) & nans(a$x) == nans(b$x)
    found <- as.data.frame(differences(a, b, match = "k"))
    expect_identical(found$k, a$k[!same])
  }
})
