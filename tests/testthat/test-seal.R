# Seals are SHA-256, as any other program works it, and any change is told.

skip_if_not_installed("digest")
page_on <- function(path) brief(path, lines = lock, figures = c(s = sum(toll)))

test_that("a file's seal is what other programs say, and a changed byte breaks it", {
  path <- withr::local_tempfile(fileext = ".csv")
  file.copy(demo_table("tolls", as = "path"), path)
  sealed <- draw_up(page_on(path), sealed = TRUE)
  if (nzchar(Sys.which("sha256sum"))) {
    theirs <- sub(" .*", "", system2("sha256sum", path, stdout = TRUE))
    expect_match(paste(as.data.frame(tie_out(sealed))$sentence, collapse = " "), paste("is still", theirs))
  }
  bytes <- readBin(path, "raw", file.size(path))
  last <- max(which(bytes %in% charToRaw("123456789")))
  bytes[last] <- charToRaw(if (rawToChar(bytes[last]) == "1") "2" else "1")
  writeBin(bytes, path)
  expect_match(paste(as.data.frame(tie_out(sealed))$sentence, collapse = " "), "Seal: .* now [0-9a-f]{64}, and was")
})

test_that("a table's seal goes by its values, not by what holds them", {
  table <- as.data.frame(tolls)
  seal <- function(x) {
    found <- as.data.frame(tie_out(draw_up(brief(x, lines = lock, figures = c(n = count())), sealed = TRUE)))
    sub(".* ([0-9a-f]{64}).*", "\\1", grep("^Seal", found$sentence, value = TRUE))
  }
  expect_match(seal(table), "^[0-9a-f]{64}$")
  expect_identical(seal(ledger(table)), seal(table))
  other <- table
  other$toll[7] <- other$toll[7] + 0.01
  expect_false(identical(seal(other), seal(table)))
})
