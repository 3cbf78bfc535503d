# The program. Standard output, standard error and the exit code are what a script sees. Most calls run
# in this session; `process()` runs the program itself.
process <- function(...) {
  out <- withr::local_tempfile()
  err <- withr::local_tempfile()
  status <- system2(
    system.file("exec", "idle-ledger", package = "idleledger"), shQuote(c(...)), stdout = out, stderr = err
  )
  list(status = status, out = readLines(out), err = readLines(err))
}

table <- demo_table("tolls", as = "path")

test_that("the program draws up, ties out, and writes", {
  drawn <- process(
    "draw-up", table, "--lines", "reach,lock", "--figures", "receipts = sum(toll)", "--only=toll > 0",
    "--order", "falling(receipts)", "--show", "top(2, receipts)", "--title", "Best (two)"
  )
  expect_identical(drawn$status, 0L)
  expect_identical(drawn$out[1], "Best (two)")
  expect_match(drawn$out[4], "^Middle +Quarry Side +23,448.75$")
  expect_length(drawn$err, 0)
  path <- withr::local_tempfile(fileext = ".csv")
  written <- program("draw-up", table, "--lines", "lock", "--figures", "n = count()", "--write", path)
  expect_identical(written$status, 0L)
  expect_match(written$err, "Wrote 15 lines")
  expect_equal(sum(readr::read_csv(path, show_col_types = FALSE)$n), 20012)
  daily <- program(
    "tie-out", table, "--per", "lock", "--along", "passed_on", "--lines", "lock, passed_on", "--figures",
    "receipts = sum(toll)", "--beside", "week = rolling(mean(receipts), days(7)), place = rank(falling(receipts))"
  )
  expect_identical(daily$status, 0L)
  expect_match(paste(daily$out, collapse = " "), "Windows: 2 figures beside 200 lines", fixed = TRUE)
  tied <- program("tie-out", table, "--lines", "lock", "--figures", "s = sum(toll)")
  expect_identical(tied$status, 0L)
  expect_match(tied$out[length(tied$out)], "All 5 checks tie")
})

test_that("values are given and the ledger narrowed", {
  narrowed <- program(
    "draw-up", table, "--only", "paid == given(how) & toll > given(least)", "--given", "how=cash",
    "--given", "least=20", "--lines", "whole()", "--figures", "n = count()", "--narrow", "lock == 'Tarn Foot'"
  )
  expect_equal(
    as.numeric(narrowed$out[4]),
    sum(tolls$paid == "cash" & tolls$toll > 20 & tolls$lock == "Tarn Foot", na.rm = TRUE)
  )
})

test_that("the program ends with the exit code of the command", {
  table <- written_file("k,x\na,1\n")
  expect_identical(process("look", "nosuch.csv")$status, 2L)
  expect_match(process("look", "nosuch.csv")$err, "^idle-ledger: There is no file nosuch.csv")
  other <- written_file("k,x\na,2\n", "other.csv")
  expect_identical(process("differences", table, other)$status, 1L)
})

test_that("wrong usage and bad input give one clear line and exit code 2", {
  wrong <- list(
    c("frob") ~ "no command `frob`",
    c("draw-up") ~ "Name one file; there are 0",
    c("look", "-odd.csv") ~ "There is no file -odd.csv",
    c("draw-up", "nosuch.csv") ~ "There is no file nosuch.csv",
    c("draw-up", table, "--line", "lock") ~ "no option --line. Did you mean --lines",
    c("draw-up", table, "--lines", "lock", "--lines", "reach") ~ "`lines` is given twice",
    c("look", table, "--encoding", "UTF-8", "--encoding", "latin1") ~ "--encoding is given twice",
    c("draw-up", table, "--only", "toll > ") ~ "no expression that can be read",
    c("draw-up", table, "--only", "toll > 0); system('id'") ~ "no expression that can be read",
    c("draw-up", table, "--only", "system('id')") ~ "no function `system`",
    c("draw-up", table, "--given", "x") ~ "--given takes NAME=VALUE",
    c("draw-up", table, "--source", "x=nosuch.csv") ~ "There is no file nosuch.csv"
  )
  for (case in wrong) {
    got <- program(eval(case[[2]]))
    expect_identical(got$status, 2L)
    expect_length(got$err, 1)
    expect_match(got$err, paste0("^idle-ledger: .*", case[[3]]))
    expect_length(got$out, 0)
  }
})

test_that("help, version and the other commands answer", {
  expect_match(paste(program("--help")$out, collapse = " "), "look.*draw-up.*tie-out.*stages.*demo")
  expect_match(program("--version")$out, "^idle-ledger [0-9.]+")
  expect_match(paste(program("draw-up", "--help")$out, collapse = " "),
    "--lines KEYS .*such as .reach, lock.*--given NAME=VALUE.*may be repeated")
  expect_match(program("look", table)$out[1], "20,012 entries")
  expect_match(paste(program("stages", table, "--lines", "lock")$out, collapse = " "), "After `lines`: 15 lines")
  expect_match(paste(program("workings", table, "--lines", "lock")$out, collapse = " "), "method")
  expect_match(program("demo", "tolls")$out, "tolls.csv$")
})

test_that("a tie-out that differs ends with exit code 1", {
  local_wrong_sum()
  capture.output(code <- command_line(c("tie-out", table, "--lines", "lock", "--figures", "s = sum(toll)")))
  expect_identical(code, 1L)
})
