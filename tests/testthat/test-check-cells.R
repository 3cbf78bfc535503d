# A statement that was tampered with: what was done to it is said by name and key, and nothing is said of a sound one.

page <- brief(tolls,
  lines = c(reach, lock), figures = c(n = count(), receipts = sum(toll)), footing = rollup(reach, lock),
  layout = c(Reach = reach, Lock = lock, Passages = n, Receipts = receipts)
)
sound <- draw_up(page)

said_of_statement <- function(x, check = "shape") {
  checks <- Filter(function(one) one$check == check && one$status == "differs", tie_out(x)$checks)
  paste(vapply(checks, `[[`, "", "sentence"), collapse = " ")
}

changed <- function(rows = NULL, columns = NULL, work = identity) {
  x <- sound
  facts <- attr(x, "idle")
  if (!is.null(rows)) x <- x[rows, , drop = FALSE]
  if (!is.null(columns)) x <- x[columns]
  attr(x, "idle") <- facts
  class(x) <- class(sound)
  work(x)
}

test_that("columns and headings that were added, dropped, renamed, doubled or moved are named", {
  expect_identical(said_of_statement(sound), "")
  expect_match(said_of_statement(changed(columns = setdiff(names(sound), "n"))), "lacks the column `n`")
  expect_match(said_of_statement(changed(work = function(x) {
    x$extra <- 1
    x
  })), "has the column `extra`, which the brief does not give")
  expect_match(said_of_statement(changed(work = function(x) {
    names(x)[names(x) == "n"] <- "boats"
    x
  })), "lacks the column `n`; has the column `boats`")
  expect_match(said_of_statement(changed(work = function(x) {
    names(x)[names(x) == "n"] <- "receipts"
    x
  })), "has the column `receipts` twice")
  expect_match(said_of_statement(changed(columns = names(sound)[c(1, 2, 4, 3, 5, 6)])),
    "columns in another order, the first `receipts` in the place of `n`")
  expect_match(said_of_statement(changed(work = function(x) {
    attr(x, "idle")$layout[[4]]$heading <- "Net receipts"
    x
  })), "the heading \"Net receipts\" over `receipts`, and the brief gives \"Receipts\"")
})

test_that("lines that were added, dropped, doubled or moved are named by their keys, and cells found in their lines", {
  n <- nrow(sound)
  expect_match(said_of_statement(changed(rows = -3)), "lacks 1 line \\(reach Lower, lock Merrow Basin\\)")
  expect_match(said_of_statement(changed(rows = c(1:4, 4:n))), "has 1 line twice \\(reach Lower, lock Otter Bend\\)")
  expect_match(said_of_statement(changed(rows = c(2, 1, 3:n))),
    "lines in another order, the first that of reach Lower, lock")
  expect_match(said_of_statement(changed(work = function(x) {
    x$lock[2] <- "Nowhere"
    x
  })), paste0("lacks 1 line \\(reach Lower, lock Lime Kiln\\); ",
    "has 1 line that the brief does not give \\(reach Lower, lock Nowhere\\)"))
  expect_match(said_of_statement(changed(rows = c(2, 1, 3:n), work = function(x) {
    x$receipts[5] <- 1
    x
  }), "cells"),
    "1 of 126 differs from what the brief gives, first `receipts` of reach Lower, lock Sallow Bridge \\(line 5\\)")
  for (x in list(sound, draw_up(brief(tolls[1:50, ])), draw_up(amend(page, footing = NULL, layout = NULL,
    abreast = reach)),
    draw_up(brief(tolls, only = toll > 1e9, lines = lock, figures = c(n = count()))))) expect_true(all_tie(tie_out(x)))
})

test_that("a file that changes between brief and tie-out is found, and one that is only touched is not", {
  path <- written_file("k,x\na,1\nb,2\n")
  opened <- brief(ledger(path), lines = k, figures = c(s = sum(x)))
  expect_true(all_tie(tie_out(opened)))
  Sys.setFileTime(path, Sys.time() + 100)
  expect_true(all_tie(tie_out(opened)))
  writeLines(c("k,x", "a,1", "b,3"), path)
  expect_match(said_of_statement(opened, "fresh"),
    "table.csv has changed since it was opened: other values stand in `x`")
  writeLines(c("k,x", "a,1", "b,2", "c,2"), path)
  expect_match(said_of_statement(opened, "fresh"), "it had 2 entries and has 3")
  writeLines(c("k,x", "a,1,2"), path)
  expect_match(said_of_statement(opened, "fresh"), "cannot be read any more")
  unlink(path)
  notes <- Filter(function(check) check$check == "fresh", tie_out(opened)$checks)
  expect_identical(notes[[1]]$status, "note")
  expect_match(notes[[1]]$sentence, "is gone; the page is of its entries as they were read")
})
