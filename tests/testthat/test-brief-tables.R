# Tables that a brief names: in files, in calls, on the command line, and when it is changed.

places <- data.frame(lock = c("Ash", "Birch"), rise = c(1.5, 2))
trips <- data.frame(lock = c("Ash", "Birch", "Ash"), toll = 1:3)

folder_of_tables <- function(env = parent.frame()) {
  folder <- withr::local_tempdir(.local_envir = env)
  readr::write_csv(trips, file.path(folder, "trips.csv"))
  readr::write_csv(places, file.path(folder, "places.csv"))
  readr::write_csv(places[1, ], file.path(folder, "more.csv"))
  folder
}

test_that("a brief with tables and pages beside it goes into a file, a call and back", {
  folder <- folder_of_tables()
  file <- function(name) file.path(folder, name)
  by_lock <- brief(file("trips.csv"), lines = lock, figures = c(receipts = sum(toll)))
  pages <- list(
    brief(file("trips.csv"), prepare = bring_in(file("places.csv"), match = lock)),
    brief(file("places.csv"), prepare = bring_in(by_lock, match = lock), beside = c(part = share(receipts))),
    brief(by_lock, prepare = c(stack_on(ledger(file("more.csv"))), bring_in(ledger(file("places.csv")), match = lock,
      columns = c(rise_there = rise)))),
    brief(file("trips.csv"), only = lock %in% column_of(ledger(file("more.csv")), lock), lines = lock,
      figures = c(n = count())),
    brief(file("trips.csv"), prepare = bring_in(ledger(file("trips.csv")), match = toll, columns = c(other = lock)))
  )
  for (page in pages) {
    path <- file("page.brief.yaml")
    write_brief(page, path)
    expect_identical(as.data.frame(draw_up(read_brief(path))), as.data.frame(draw_up(page)))
    write_brief(read_brief(path), file("again.brief.yaml"))
    expect_identical(readLines(file("again.brief.yaml")), readLines(path))
    env <- new.env(parent = globalenv())
    eval(parse(text = as_call(page)), env)
    expect_identical(as.data.frame(draw_up(env$page)), as.data.frame(draw_up(page)))
    expect_true(all_tie(tie_out(draw_up(read_brief(path)))))
  }
})

test_that("the command line names tables, and only by name", {
  folder <- folder_of_tables()
  withr::local_dir(folder)
  out <- function(...) paste(capture.output(code <- command_line(c(...))), collapse = " ")
  page <- c("trips.csv", "--prepare", "bring_in(locks, match = lock)", "--lines", "lock", "--figures", "r = max(rise)")
  expect_match(out("draw-up", page, "--source", "locks=places.csv"), "Ash +1.5 +Birch +2.0")
  expect_match(out("tie-out", page, "--source", "locks=places.csv"),
    "Partners: 3 of 3 entries each met one line of locks")
  expect_error(asNamespace("idleledger")$run_command(c("draw-up", page)), "--source NAME=FILE",
    class = "idle_unknown_table")
  text <- c("draw-up", "trips.csv", "--prepare", "bring_in('places.csv', match = lock)")
  expect_error(asNamespace("idleledger")$run_command(text), "meant by its name", class = "idle_bad_argument")
  text[4] <- "bring_in(read.csv('places.csv'), match = lock)"
  expect_error(asNamespace("idleledger")$run_command(text), "meant by its name", class = "idle_bad_argument")
})

test_that("amend, narrow and supply keep the tables, and two of one name stay two", {
  page <- brief(trips, prepare = bring_in(places, match = lock), lines = lock, figures = c(r = max(rise)))
  expect_identical(draw_up(amend(page, order = falling(r)))$r, c(2, 1.5))
  expect_identical(draw_up(narrow(page, lock == "Ash"))$r, 1.5)
  other <- local({
    places <- data.frame(lock = "Ash", depth = 9)
    quoted(bring_in(places, match = lock))
  })
  both <- brief(trips, prepare = c(bring_in(places, match = lock), other))
  expect_identical(draw_up(both)$depth, c(9, NA, 9))
  expect_identical(names(both$tables), c("places", "places_"))
  expect_match(flat(both), "bring in depth from places_ by lock")
  wrapped <- function(...) brief(trips, prepare = c(...))
  expect_identical(draw_up(wrapped(bring_in(places, match = lock)))$rise, c(1.5, 2, 1.5))
  path <- file.path(folder_of_tables(), "places.csv")
  expect_identical(draw_up(brief(trips, prepare = bring_in(path, match = lock)))$rise, c(1.5, 2, 1.5))
  expect_s3_class(tryCatch(brief(trips, prepare = bring_in("nowhere.csv", match = lock)), error = identity),
    "idle_no_file")
})
