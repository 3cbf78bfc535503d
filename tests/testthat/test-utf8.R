# In a locale that knows no letters, as a scheduled job has it, text is the same text.
test_that("names, values, letters and pages are UTF-8 under LC_ALL=C, in the program and in a session", {
  folder <- withr::local_tempdir()
  path <- written_file("n\u00e4me,k\ncaf\u00e9,1\nbar,2\n")
  exe <- system.file("exec", "idle-ledger", package = "idleledger")
  call <- file.path(folder, "call.sh")
  words <- c(exe, "draw-up", path, "--only", "n\u00e4me == \"caf\u00e9\"", "--columns",
    "u = upper(\"\u00e4\"), v = upper(n\u00e4me)")
  writeLines(enc2utf8(paste(shQuote(words), collapse = " ")), call, useBytes = TRUE)
  got <- withr::with_envvar(c(LC_ALL = "C"), system2("sh", call, stdout = TRUE, stderr = TRUE))
  expect_match(iconv(got[4], "UTF-8", "UTF-8"), "^caf\u00e9 +1 +\u00c4 +CAF\u00c9$")
  script <- file.path(folder, "script.R")
  writeLines(enc2utf8(c(
    "library(idleledger)", sprintf("t <- ledger('%s')", path),
    "p <- brief(t, only = `n\u00e4me` %in% c('caf\u00e9', 'x'), ",
    "  lines = c(`gro\u00df` = upper(`n\u00e4me`)), figures = c(n = count()))",
    "s <- draw_up(p)", "cat(s[[1]] == 'CAF\u00c9', names(s)[1] == 'gro\u00df', all_tie(tie_out(s)), nrow(s))"
  )), script, useBytes = TRUE)
  got <- withr::with_envvar(c(LC_ALL = "C"), system2("Rscript", script, stdout = TRUE, stderr = TRUE))
  expect_identical(got[length(got)], "TRUE TRUE TRUE 1")
})

test_that("dates count in the zone of their column, text beside a time is a time of that zone", {
  for (zone in c("UTC", "Europe/Stockholm", "America/New_York", "Asia/Kolkata")) {
    t <- as.POSIXct("2025-03-30 00:30:00", tz = zone) + 3600 * (0:5)
    got <- as.data.frame(draw_up(brief(data.frame(t, d = as.Date("2025-03-30")), columns = c(
      day = as_date(t), from = t >= "2025-03-30", upto = t < "2025-03-30 03:15", same = as_date(t) == d, after = t - d,
        at = t >= d
    ))))
    wall <- format(t, "%Y-%m-%d %H:%M")
    expect_identical(format(got$day), substr(wall, 1, 10), label = zone)
    expect_identical(got$from, wall >= "2025-03-30", label = zone)
    expect_identical(got$upto, wall < "2025-03-30 03:15", label = zone)
    expect_true(all(got$same & got$at), label = zone)
    expect_equal(got$after[1], 0.5 / 24, label = zone)
  }
  expect_match(said_by(brief(data.frame(t = Sys.time()), only = t > "today")), "times as \"2025-03-31 18:30:00\"",
    fixed = TRUE)
})

test_that("time zone, class and kind are part of what a statement was drawn up from", {
  t <- data.frame(t = as.POSIXct("2025-01-01 23:30:00", tz = "UTC") + c(0, 3600), x = 1:2)
  statement <- draw_up(brief(t, lines = c(d = as_date(t)), figures = c(n = count(), s = sum(x))))
  moved <- t
  attr(moved$t, "tzone") <- "Europe/Stockholm"
  for (source in list(moved, transform(t, x = as.double(x)), transform(t, x = factor(x)))) {
    proof <- tryCatch(as.data.frame(tie_out(statement, source = source)), idle_error = function(e) NULL)
    if (!is.null(proof)) expect_identical(proof$status[proof$check == "fresh"], "differs")
  }
  expect_true(all_tie(tie_out(statement, source = t)))
  back <- as.data.frame(tie_out(statement, source = t[2:1, ]))
  expect_identical(back$status[back$check == "fresh"], "note")
  expect_match(back$sentence[back$check == "fresh"], "in another order")
  expect_match(flat(tie_out(statement, source = transform(t, x = x + 1L))), "other values stand in `x`")
})
