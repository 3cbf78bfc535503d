# How the program is called, a command, or what a word means.
test_that("every section, function and topic has its help, and each word of words() is found by its name", {
  for (section in names(formals(brief))[-1]) {
    if (!idleledger:::has_room("section", section)) next
    expect_match(paste(program("help", section)$out, collapse = " "), sprintf("Section `%s`: .*--%s", section, section))
  }
  for (call in words()$call) {
    name <- sub("^([a-z_]+).*$", "\\1", call)
    if (!grepl("^[a-z_]+\\(", call)) next
    said <- program("help", name)
    expect_identical(said$status, 0L, label = name)
    expect_true(length(said$out) > 0, label = name)
  }
})

test_that("several topics come one after the other, and an unknown one is told with the nearest", {
  both <- program("help", "files", "values")$out
  expect_identical(both, c(program("help", "files")$out, program("help", "values")$out))
  expect_refused("no help on `roling`. Did you mean `rolling`", "help", "roling")
  expect_identical(program("help")$out, program("--help")$out)
  expect_identical(program("help", "look")$out, program("look", "--help")$out)
  expect_identical(program()$out, program("help")$out)
})
