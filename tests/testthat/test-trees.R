# Figures, windows and columns in checked trees.
ns <- asNamespace("idleledger")
node <- function(expr) {
  rlang::inject(brief(dues, lines = wharf, figures = c(s = sum(due), n = count()),
    beside = c(x = !!expr)))$checked$beside[[1]]$node
}

test_that("each part of a tree is found, inside of windows or not", {
  tree <- node(quote(running(sum(s), along = wharf) / (lag(n, along = wharf) + 1) - s))
  expect_length(ns$windows_in(tree), 2)
  expect_setequal(ns$columns_in(tree), c("s", "n", "wharf") |> intersect(ns$columns_in(tree)))
  expect_true("s" %in% ns$columns_in(tree))
  heads <- vapply(Filter(function(one) one$type == "call", ns$nodes_of(tree)), `[[`, "", "fn")
  expect_true(all(c("-", "/", "+") %in% heads))
})

test_that("the same tree written in another way is the same", {
  expect_identical(ns$strip_text(node(quote(s / n))), ns$strip_text(node(quote((s) / n))))
  expect_false(identical(ns$strip_text(node(quote(s / n))), ns$strip_text(node(quote(n / s)))))
})
