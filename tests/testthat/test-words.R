# All words of a brief, by kind.
test_that("every room that one can write has its word, and each call in the list is one", {
  table <- words()
  expect_true(all(nzchar(table$words)))
  ns <- asNamespace("idleledger")
  for (kind in c("figure", "row", "window", "preparation", "format")) {
    names <- Filter(function(name) grepl("^[a-z]", name), ns$listed_rooms(kind))
    for (name in names) expect_true(any(grepl(paste0("(^|[ ,])", name, "\\("), table$call)), label = paste(kind, name))
  }
  for (kind in unique(table$kind)) expect_identical(as.data.frame(words(kind))$call, table$call[table$kind == kind],
    label = kind)
  expect_match(said_by(words("figurs")), "figur")
})
