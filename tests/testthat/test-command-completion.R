# Completion of commands, options and files in a shell.
completed <- function(words, shell = "bash") {
  script <- withr::local_tempfile(fileext = ".sh")
  writeLines(c(program("completion", shell)$out,
    sprintf("COMP_WORDS=(%s)", paste(shQuote(words), collapse = " ")), sprintf("COMP_CWORD=%d", length(words) - 1),
    "_idle_ledger", "printf '%s\\n' \"${COMPREPLY[@]}\""), script)
  system2("bash", script, stdout = TRUE)
}

test_that("every command is completed from its first letters, and each of its options", {
  for (name in idleledger:::rooms_of("command")) {
    expect_true(name %in% completed(c("idle-ledger", substr(name, 1, 2))), label = name)
    options <- names(idleledger:::room_of("command", name)$options())
    if (length(options)) expect_true(all(paste0("--", options) %in% completed(c("idle-ledger", name, "--"))),
      label = name)
  }
  expect_identical(completed(c("idle-ledger", "draw-up", "--foot")), "--footing")
  expect_true("--version" %in% completed(c("idle-ledger", "--v")))
})

test_that("files are completed where no option is begun, with spaces in their names", {
  withr::local_dir(withr::local_tempdir())
  file.create("tolls of may.csv", "locks.csv")
  expect_identical(completed(c("idle-ledger", "look", "to")), "tolls of may.csv")
})

test_that("zsh loads its way of reading bash's, and others are told", {
  expect_match(program("completion", "zsh")$out[1], "bashcompinit")
  expect_refused("completion is for bash or zsh", "completion", "fish")
  expect_refused("completion is for bash or zsh", "completion")
})
