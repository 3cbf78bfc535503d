# Delimited files in parts are the files at once.
test_that("delimited files in parts of any size are the files at once", {
  for (seed in seq_len(rounds(180))) {
    n <- c(0, 1, 2, 30, 120)[1 + seed %% 5]
    path <- random_file(n, seed)
    at_once <- ledger(path)
    for (size in c(1, 7, 1000)) {
      parts <- ledger(path, in_parts = size)
      label <- sprintf("file %d in parts of %d", seed, size)
      expect_identical(parts$kinds, at_once$kinds, label = label)
      expect_identical(whole(parts), whole(at_once), label = label)
      expect_identical(sum(parts$in_parts$n), as.numeric(at_once$n), label = label)
    }
  }
})

test_that("what stops a file at once stops it in parts, by the same row and line", {
  rows <- sprintf("%d,\"text %d\"", 1:300, 1:300)
  damage <- list("1,2,3", "7", "5,\"open", "5,\"a\"b", "5,a\rb", "5,\xff")
  for (wrong in damage) for (at in c(1, 150, 300)) {
    path <- written_file(paste(c("n,t", replace(rows, at, wrong)), collapse = "\n"))
    expect_identical(said_by(ledger(path, in_parts = 10)), said_by(ledger(path)), label = paste(wrong, at))
  }
  path <- written_file(paste(c("n,t", replace(sprintf("%d,%d", 1:300, 1:300), 271, "271,x")), collapse = "\n"))
  expect_identical(said_by(ledger(path, kinds = c(t = "number"), in_parts = 10)),
    said_by(ledger(path, kinds = c(t = "number"))))
})

test_that("many files are parts, and their pages name file and row", {
  folder <- withr::local_tempdir()
  frame <- as.data.frame(tolls)
  for (year in c("2024", "2025", "2026")) utils::write.csv(frame[format(frame$passed_on, "%Y") == year, ],
    file.path(folder, sprintf("tolls-%s.csv", year)), row.names = FALSE, na = "")
  at_once <- ledger(folder)
  parts <- ledger(folder, in_parts = TRUE)
  expect_length(parts$in_parts$n, 3)
  expect_identical(whole(parts), whole(at_once))
  page <- function(source) brief(source, lines = lock, figures = c(s = sum(toll)))
  local_in_package("memory_allowed", function() 2e5)
  behind <- as.data.frame(entries_behind(page(parts), lock == "Tarn Foot"))
  expect_equal(behind, as.data.frame(entries_behind(page(at_once), lock == "Tarn Foot")), ignore_attr = TRUE)
  expect_identical(unique(behind$file), sprintf("tolls-%s.csv", 2024:2026))
  expect_match(flat(parts), "3 files of 20,012 entries")
  cat("1,2\n", file = file.path(folder, "tolls-2025.csv"))
  expect_match(said_by(draw_up(page(parts))), "tolls-2025.csv has changed since it was opened")
})
