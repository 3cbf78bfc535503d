# What is written is whole or not there, and never over what must stay.
program_in <- function(folder, command) {
  script <- file.path(folder, "run.sh")
  exe <- system.file("exec", "idle-ledger", package = "idleledger")
  writeLines(sprintf("cd '%s'; %s", folder, gsub("PROGRAM", shQuote(exe), command, fixed = TRUE)), script)
  said <- suppressWarnings(system2("bash", script, stdout = TRUE, stderr = TRUE))
  status <- attr(said, "status")
  list(status = if (is.null(status)) 0L else status, said = paste(said, collapse = "\n"))
}

test_that("a full disk, a limit, a device, a pipe and the page's own source are refused, and the old file stays", {
  folder <- withr::local_tempdir()
  file.copy(demo_table("tolls", as = "path"), file.path(folder, "tolls.csv"))
  cases <- list(
    c("ln -s /dev/full out.csv; PROGRAM draw-up tolls.csv --lines lock --write out.csv", "is no file but a device"),
    c("ulimit -f 8; echo old > big.csv; PROGRAM draw-up tolls.csv --columns 'x = toll' --write big.csv",
      "could not be written"),
    c("mkfifo pipe.csv; timeout 20 PROGRAM draw-up tolls.csv --lines lock --write pipe.csv", "is no file but a pipe"),
    c("PROGRAM draw-up tolls.csv --lines lock --write ./tolls.csv", "the file that this page is drawn up from"),
    c("PROGRAM draw-up tolls.csv --lines lock --write nowhere/x.csv", "There is no folder"),
    c("mkdir f.csv; PROGRAM draw-up tolls.csv --lines lock --write f.csv", "is a folder")
  )
  for (case in cases) {
    got <- program_in(folder, case[1])
    expect_identical(got$status, 2L, label = case[1])
    expect_match(got$said, case[2], fixed = TRUE)
    expect_no_match(got$said, "Wrote")
  }
  expect_identical(readLines(file.path(folder, "big.csv")), "old")
  expect_identical(unname(tools::md5sum(file.path(folder, "tolls.csv"))), unname(tools::md5sum(demo_table("tolls",
    "path"))))
  expect_length(list.files(folder, pattern = "^[.]", all.files = TRUE, no.. = TRUE), 0)
})

test_that("a reader that goes away is no error, a pipe, a loop of links and a locked file are told apart", {
  folder <- withr::local_tempdir()
  file.copy(demo_table("tolls", as = "path"), file.path(folder, "tolls.csv"))
  closed <- program_in(folder, "PROGRAM draw-up tolls.csv --columns 'x = toll' | head -1; echo ${PIPESTATUS[0]}")
  expect_identical(closed$said, "From tolls.csv\n0")
  for (case in list(
    c("mkfifo p.csv; timeout 20 PROGRAM look p.csv", "is a pipe"),
      c("ln -s a.csv b.csv; ln -s b.csv a.csv; PROGRAM look a.csv", "back to itself"),
    c("ln -s gone.csv c.csv; PROGRAM look c.csv", "There is no file")
  )) {
    got <- program_in(folder, case[1])
    expect_identical(got$status, 2L)
    expect_match(got$said, case[2], fixed = TRUE)
  }
})

test_that("a wish to stop is heard from the first moment on, in our own words", {
  folder <- withr::local_tempdir()
  file.copy(demo_table("tolls", as = "path"), file.path(folder, "tolls.csv"))
  for (wait in c(0.05, 0.25, 0.5)) {
    got <- program_in(folder, sprintf("PROGRAM look tolls.csv & sleep %s; kill -INT $!; wait $!; echo $?", wait))
    expect_match(got$said, "^(idle-ledger: stopped[.]\n130|Ledger tolls.*0)$")
  }
})

test_that("numbers and times are read back as they were, and what a spreadsheet would run is marked", {
  table <- data.frame(
    x = c(0.1 + 0.2, 1e-300, NA, -1 / 3, 123456789.123456789), t = as.POSIXct("2025-03-01 10:00:00.25",
      tz = "Europe/Berlin") + c(0, 0.5, NA, 3600, 1e7),
    k = c("=1+1", "\u00a0=2", "\u200b+3", "\uff1d4", " plain")
  )
  path <- withr::local_tempfile(fileext = ".csv")
  expect_message(write_statement(brief(table), path), "4 cells are with an apostrophe")
  rows <- strsplit(readLines(path, encoding = "UTF-8")[-1], ",")
  expect_identical(as.double(vapply(rows, `[`, "", 1)), table$x)
  expect_identical(vapply(rows, `[`, "", 2)[c(1, 2, 3, 5)], c(
    "2025-03-01T10:00:00.25+01:00", "2025-03-01T10:00:00.75+01:00", "", "2025-06-25T04:46:40.25+02:00"
  ))
  expect_identical(startsWith(vapply(rows, `[`, "", 3), "'"), c(TRUE, TRUE, TRUE, TRUE, FALSE))
})

test_that("a seal is of the file as it was read, and is held against it", {
  skip_if_not_installed("digest")
  path <- written_file("k,x\na,1\nb,2\n")
  page <- brief(path, lines = k, figures = c(s = sum(x)))
  sealed <- draw_up(page, sealed = TRUE)
  seal <- attr(sealed, "idle")$seal
  expect_identical(seal$sha256, digest::digest(file = path, algo = "sha256"))
  expect_match(flat(tie_out(sealed)), "Seal: the SHA-256 of the file is still")
  out <- withr::local_tempfile(fileext = ".csv")
  write_statement(sealed, out, about = TRUE)
  expect_identical(jsonlite::read_json(sub("csv$", "about.json", out))$seal$sha256, seal$sha256)
  Sys.sleep(0.02)
  writeLines(c("k,x", "a,1", "b,2", ""), path)
  expect_match(said_by(draw_up(page, sealed = TRUE)), "has changed since it was opened")
  expect_match(flat(tie_out(sealed)), "Seal: the SHA-256 of the file is now")
  unlink(path)
  gone <- as.data.frame(tie_out(sealed))
  expect_identical(gone$status[gone$check %in% c("fresh", "seal")], c("note", "note"))
  expect_match(gone$sentence[gone$check == "fresh"], "not checked, since the file table.csv is gone")
  table <- data.frame(k = "a", x = 1)
  expect_true(all_tie(tie_out(draw_up(brief(table, lines = k), sealed = TRUE))))
})
