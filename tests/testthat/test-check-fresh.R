# A statement against its source as it is now.
statement <- draw_up(by_wharf())
fresh <- function(source, of = statement) {
  checks <- as.data.frame(tie_out(of, source = source))
  found <- checks[checks$check == "fresh", ]
  paste(found$status, found$sentence)
}

test_that("the same, reordered, changed, longer and shorter sources are told apart", {
  expect_match(fresh(dues), "^ties .*the same as when the statement was drawn up")
  expect_match(fresh(dues[360:1, ]), "^note .*the same entries .* in another order")
  expect_match(fresh(dues_at("due", 9, 1)), "^differs .*other values stand in `due`")
  expect_match(fresh(rbind(dues, dues[1, ])), "^differs .*it had 360 entries and has 361")
  expect_match(fresh(dues[-1, ]), "^differs .*it had 360 entries and has 359")
  both <- rbind(dues_at("wharf", 9, "Elm"), dues[2, ])
  expect_match(fresh(both), "it had 360 entries and has 361, and other values stand in .*`wharf`")
})

test_that("columns that the statement does not read may change, and those it reads may not be gone", {
  expect_match(fresh(dues_at("tonnes", 9, 1)), "^ties")
  moved <- dues[360:1, ]
  moved$due[9] <- 1
  expect_match(fresh(moved), "^differs")
})

test_that("levels of other names and times of another zone are other values, though they are kept alike", {
  noon <- as.POSIXct("2026-03-01 12:00:00", tz = "UTC") + 3600 * 1:360
  table <- data.frame(v = 1, craft = factor(rep(c("barge", "lighter"), 180)), time = noon)
  of <- draw_up(brief(table, lines = c(craft, time), figures = c(n = count())))
  renamed <- table
  levels(renamed$craft) <- c("barge", "wherry")
  moved <- table
  attr(moved$time, "tzone") <- "Asia/Tokyo"
  expect_match(fresh(table, of), "^ties")
  expect_match(fresh(renamed, of), "^differs .*other values stand in `craft`")
  expect_match(fresh(moved, of), "^differs .*other values stand in `time`")
})

test_that("tables beside are looked at too", {
  berths <- data.frame(wharf = c("Alder", "Brook", "Causey", "Dyer"), berth = 1:4)
  path <- written_file("wharf,berth\nAlder,1\nBrook,2\nCausey,3\nDyer,4\n", "berths.csv")
  page <- brief(dues, prepare = bring_in(path, match = wharf), lines = berth, figures = c(s = sum(due)))
  drawn <- draw_up(page)
  expect_true(all_tie(tie_out(drawn)))
  writeLines(c("wharf,berth", "Alder,1", "Brook,2", "Causey,3", "Dyer,9"), path)
  expect_match(differing(drawn)[["fresh"]], "the table berths.* has changed .*: other values stand in `berth`")
  writeLines(c("wharf,berth", "Alder,1", "Brook,2", "Causey,3"), path)
  expect_match(differing(drawn)[["fresh"]], "it had 4 lines and has 3")
})

# What the check says of a statement from a file, in parts of so many entries, whose rows are then other ones.
file_fresh <- function(rows, parts) {
  path <- withr::local_tempfile(fileext = ".csv")
  write.csv(dues, path, row.names = FALSE)
  drawn <- draw_up(brief(ledger(path, in_parts = parts), lines = wharf, figures = c(s = sum(due))))
  if (is.null(rows)) unlink(path) else write.csv(rows, path, row.names = FALSE)
  checks <- as.data.frame(tie_out(drawn))
  again <- if (!is.null(rows)) as.data.frame(tie_out(drawn, source = ledger(path, in_parts = parts)))
  if (!is.null(rows)) expect_identical(again$sentence[again$check == "fresh"], checks$sentence[checks$check == "fresh"])
  paste(checks$status, checks$sentence)[checks$check == "fresh"]
}

test_that("a file that is gone, changed, or in another order is told apart, in parts and whole", {
  for (parts in list(NULL, 100, 5000)) {
    expect_match(file_fresh(dues, parts), "^ties")
    expect_match(file_fresh(dues_at("due", 9, 1), parts), "^differs .*other values stand in `due`")
    expect_match(file_fresh(dues[-1, ], parts), "^differs .*it had 360 entries and has 359")
    expect_match(file_fresh(dues_at("tonnes", 9, 1), parts), "^ties")
    expect_match(file_fresh(dues[360:1, ], parts), if (is.null(parts)) "^note .* in another order" else "^differs")
  }
  expect_match(file_fresh(NULL, NULL), "^note Fresh: not checked, since the file .* is gone; its entries were kept")
  expect_error(file_fresh(NULL, 100), "is gone; it was there when it was opened", class = "idle_no_file")
})

test_that("a page from a brief says whether its file has other entries now", {
  for (rows in list(dues, dues_at("due", 9, 1), dues[-1, ], NULL)) {
    path <- withr::local_tempfile(fileext = ".csv")
    write.csv(dues, path, row.names = FALSE)
    page <- brief(ledger(path), lines = wharf, figures = c(s = sum(due)))
    Sys.setFileTime(path, Sys.time() - 100)
    if (is.null(rows)) unlink(path) else write.csv(rows, path, row.names = FALSE)
    checks <- as.data.frame(tie_out(page))
    found <- paste(checks$status, checks$sentence)[checks$check == "fresh"]
    if (is.null(rows)) expect_match(found, "^note .* is gone; the page is of its entries as they were read")
    else if (identical(rows, dues)) expect_length(found, 0)
    else expect_match(found, "^differs .* has changed since it was opened: .* Open it again with ledger")
  }
})

test_that("the same entries are the same, however they are held and cut in parts", {
  path <- withr::local_tempfile(fileext = ".csv")
  write.csv(dues, path, row.names = FALSE)
  held <- list(quote(ledger(dues)), quote(ledger(dues, in_parts = 100)), quote(ledger(dues, in_parts = 77)),
    quote(ledger(path)), quote(ledger(path, in_parts = 100)), quote(ledger(path, in_parts = 50)))
  for (one in held) {
    drawn <- draw_up(brief(eval(one), lines = c(wharf, goods), figures = c(s = sum(due), d = last(paid_on))))
    for (other in held) expect_match(fresh(eval(other), drawn), "^ties", info = paste(deparse(one), deparse(other)))
  }
})
