# Columns of one kind, one under the other.
ns <- asNamespace("idleledger")

test_that("every kind of column stands under its like as base R has it, in any number of parts", {
  table <- random_table(50, 95)
  for (name in names(table)) for (cuts in list(c(50), c(0, 50), c(20, 30), rep(1, 50))) {
    x <- table[[name]]
    ends <- cumsum(cuts)
    parts <- Map(function(from, to) {
      part <- x[seq_len(to - from) + from]
      if (is.character(part)) ns$encode_text(part) else part
    }, ends - cuts, ends)
    expect_identical(as.character(ns$plain_vector(ns$stacked(parts))), as.character(x),
      label = paste(name, length(cuts)))
  }
})
