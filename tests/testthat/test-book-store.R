# What a book keeps: whole, or as it was before.

skip_if_not_installed("RSQLite")
skip_if_not_installed("yaml")
entries <- as.data.frame(demo_table("tolls"))

test_that("killed at any moment of posting, a book is as it was before or after", {
  skip_on_os("windows")
  book <- new_book()
  post(book, entries[1:5000, ], name = "first")
  states <- list(bits(draw_up(book)), NULL)
  part <- entries[5001:9000, ]
  kills <- as.numeric(Sys.getenv("IDLE_KILLS", "20"))
  outcomes <- vapply(seq_len(kills), function(k) {
    job <- parallel::mcparallel(post(book, part, name = "second"))
    Sys.sleep(withr::with_seed(k, runif(1, 0, 0.25)))
    tools::pskill(job$pid, tools::SIGKILL)
    suppressWarnings(parallel::mccollect(job))
    n <- nrow(postings(book))
    if (n == 2 && is.null(states[[2]])) states[[2]] <<- bits(draw_up(page_of_year(entries[1:9000, ])))
    fine <- identical(bits(draw_up(book)), states[[n]]) && all_tie(tie_out(book))
    if (n == 2) {
      withdraw(book, 2)
      unlink(paste0(book$path, c("", "-wal", "-shm")))
      book <<- open_book(book$path, page_of_year(entries))
      post(book, entries[1:5000, ], name = "first")
    }
    fine
  }, TRUE)
  expect_identical(sum(outcomes), as.integer(kills))
})

test_that("a flipped byte is noticed, or changes nothing", {
  book <- new_book()
  for (half in split(entries, seq_len(nrow(entries)) > 9000)) post(book, half)
  expected <- bits(draw_up(book))
  connection <- DBI::dbConnect(RSQLite::SQLite(), book$path)
  DBI::dbGetQuery(connection, "PRAGMA wal_checkpoint(TRUNCATE)")
  DBI::dbDisconnect(connection)
  sound <- readBin(book$path, "raw", file.size(book$path))
  path <- withr::local_tempfile(fileext = ".book")
  noticed <- 0
  n <- rounds(120)
  for (k in seq_len(n)) {
    bytes <- sound
    at <- withr::with_seed(k, sample(length(bytes), 1))
    bytes[at] <- xor(bytes[at], as.raw(2^(k %% 8)))
    writeBin(bytes, path)
    unlink(paste0(path, c("-wal", "-shm")))
    got <- tryCatch(list(bits(draw_up(open_book(path))), postings(open_book(path))), idle_error = function(e) e)
    if (inherits(got, "idle_error")) {
      noticed <- noticed + 1
      expect_s3_class(got, c("idle_bad_state", "idle_bad_book", "idle_bad_file"), exact = FALSE)
    } else {
      expect_identical(got[[1]], expected, label = paste("byte", at))
      expect_identical(got[[2]], postings(book), label = paste("byte", at))
    }
  }
  expect_gt(noticed, n * 40 / 150)
})

test_that("a full disk leaves the book as it was", {
  skip_on_os("windows")
  folder <- withr::local_tempdir()
  write_statement(draw_up(brief(entries)), file.path(folder, "tolls.csv"))
  exe <- system.file("exec", "idle-ledger", package = "idleledger")
  run <- function(...) {
    script <- file.path(folder, "run.sh")
    writeLines(c(sprintf("cd '%s'", folder), ...), script)
    suppressWarnings(system2("bash", script, stdout = TRUE, stderr = TRUE))
  }
  run(sprintf("'%s' book new k.book tolls.csv --lines passage --figures 's = sum(toll)'", exe))
  said <- run("trap '' XFSZ; ulimit -f 300", sprintf("'%s' book post k.book tolls.csv", exe))
  expect_match(paste(said, collapse = " "), "The book k.book cannot be used: .*(full|I/O).* Nothing was posted")
  expect_identical(attr(said, "status"), 2L)
  expect_identical(nrow(postings(open_book(file.path(folder, "k.book")))), 0L)
  run(sprintf("'%s' book post k.book tolls.csv", exe))
  expect_identical(nrow(draw_up(open_book(file.path(folder, "k.book")))), 20000L)
})
