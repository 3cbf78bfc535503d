# A page worked in parts is, to the last bit, the page worked at once: for every figure, any number of parts, any order
# in which their states meet, any number of workers.

bits <- function(statement) lapply(as.data.frame(statement), as.vector)

# Every figure of every column that it takes, some with a condition, an order, a weight.
figures_of_all_kinds <- function(table, seed) {
  calls <- list(quote(count()))
  for (fn in asNamespace("idleledger")$rooms_of("figure")) for (column in names(table)) {
    x <- as.name(column)
    call <- switch(fn,
      percentile = bquote(percentile(.(x), .(withr::with_seed(seed, sample(c(0, 0.1, 1 / 3, 1), 1))))),
      nth = bquote(nth(.(x), 3, along = c(falling(day), whole))), rank_of = bquote(rank_of(1, falling(.(x)))),
      listed = bquote(listed(.(x), along = falling(amount), distinct = .(seed %% 2 == 0))),
      as.call(list(as.name(fn), x))
    )
    calls <- c(calls, call)
    if (fn %in% c("sum", "median", "count", "mode")) {
      call$where <- quote(whole > 0)
      calls <- c(calls, call)
    }
    if (fn %in% c("first", "last")) {
      call$along <- quote(falling(moment))
      calls <- c(calls, call)
    }
    if (fn == "mean") {
      call$weight <- quote(whole)
      calls <- c(calls, call)
    }
  }
  calls <- c(calls, quote(count_distinct(word, flag)), quote(sum(amount) / count()), quote(any(flag)))
  fits <- Filter(function(call) {
    made <- try(rlang::inject(brief(table, lines = word, figures = c(f = !!call))), silent = TRUE)
    !inherits(made, "try-error")
  }, unique(calls))
  stats::setNames(fits, sprintf("f%d", seq_along(fits)))
}

# A third of them in each round, so that every figure has its turn four times and more.
some_of_all <- function(figures, round) figures[seq_along(figures) %% 3 == round %% 3]

keys_by_round <- list(quote(c(word, choice)), quote(c(month = start_of(day, "month"), flag)), quote(whole()),
  quote(part), quote(c(moment, big)), quote(crossed(word, whole)), quote(c(band = bands(amount, at = c(0, 40)), whole)))

test_that("every figure of every kind of column, in 1, 2, 7 and 100 parts, by any order of their meeting", {
  for (round in seq_len(rounds(21)) - 1) {
    table <- random_table(c(0, 1, 40, 700)[1 + round %% 4], 50 + round)
    figures <- some_of_all(figures_of_all_kinds(random_table(40, 1), round), round)
    make <- function(source) {
      rlang::inject(brief(source,
        only = amount > -40 | flag, columns = c(size = amount * 2), lines = !!keys_by_round[[1 + round %% 7]],
        figures = c(!!!figures)
      ))
    }
    at_once <- bits(draw_up(make(table)))
    for (parts in c(if (round < 4) 100, 1, 2, 7)) {
      page <- make(ledger(table, in_parts = max(1, nrow(table) / parts)))
      label <- sprintf("round %d in %d parts", round, parts)
      expect_identical(bits(draw_up(page)), at_once, label = label)
    }
    local_in_package("work_parts", function(brief, aside, partners, take) {
      here <- asNamespace("idleledger")
      order <- withr::with_seed(round, sample(here$number_of_parts(brief$source)))
      for (k in order) take(k, here$worked_part(brief, k, aside, partners))
      NULL
    }, environment())
    expect_identical(bits(draw_up(page)), at_once, label = sprintf("round %d, shuffled", round))
  }
})

test_that("subtotals, shares, ranks, others and crosstabs in parts are those at once, and tie out", {
  for (round in 1:12) {
    table <- random_table(300, 90 + round)
    make <- function(source) {
      page <- brief(source, lines = c(word, choice), figures = c(
        n = count(), s = sum(amount), typical = median(part), days = count_distinct(day), often = mode(word),
        v = var(whole)
      ), title = "In parts")
      switch(1 + round %% 4,
        amend(page, footing = cube(word, choice), beside = c(p = share(s, per = whole()),
          m = share(typical, per = word))),
        amend(page, beside = c(r = rank(falling(s), per = word), to_date = running(sum(n), along = c(word, choice))),
          show = top(2, s, per = word, others = TRUE)),
        amend(page, abreast = columns_of(choice, figures = s, totals = "both")),
        amend(page, footing = rollup(word, choice), show = top(2, n, others = TRUE), order = falling(s))
      )
    }
    at_once <- make(table)
    in_parts <- make(ledger(table, in_parts = 60))
    label <- sprintf("round %d", round)
    expect_identical(bits(draw_up(in_parts)), bits(draw_up(at_once)), label = label)
    proof <- tie_out(in_parts)
    expect_true(all_tie(proof), label = label)
    expect_match(flat(proof), "Parts: worked in 5 parts, and again with all entries at once: equal")
    expect_true(all_tie(tie_out(draw_up(in_parts))), label = label)
  }
})

test_that("values beyond the memory allowed go to files, and come out the same", {
  n <- 250000
  table <- withr::with_seed(5, data.frame(key = sample(letters[1:3], n, TRUE), x = rnorm(n), y = sample(n)))
  make <- function(source) {
    brief(source, lines = key, figures = c(
      typical = median(x), high = percentile(x, 0.99), different = count_distinct(y), often = mode(y)),
      footing = whole())
  }
  at_once <- bits(draw_up(make(table)))
  folder <- withr::local_tempdir()
  withr::local_options(idleledger.spill_folder = folder)
  memory_for_nothing()
  before <- asNamespace("idleledger")$core_bytes_spilled()
  expect_identical(bits(draw_up(make(ledger(table, in_parts = 40000)))), at_once)
  expect_gt(asNamespace("idleledger")$core_bytes_spilled() - before, 1e6)
  expect_length(dir(folder), 0)
  withr::local_options(idleledger.spill_folder = "/no/such/folder")
  expect_match(said_by(draw_up(make(ledger(table, in_parts = 40000)))), "spill_folder names no folder")
})

test_that("figures over other entries are worked by groups on disk, in any number of parts", {
  for (round in 1:8) {
    table <- random_table(500, 200 + round)
    table <- table[c(seq_len(500), sample(500, 60)), ]
    make <- function(source) {
      brief(source, prepare = strike_duplicates(), columns = c(
        before = lag(amount, along = c(day, whole), per = word), place = rank(falling(part), per = word),
        so_far = running(sum(whole), along = entered(), per = c(word, flag)), copy = has_copies(word, day)
      ), only = amount > -30, lines = c(choice, flag), figures = c(
        n = count(), b = sum(before), p = sum(place), r = max(so_far), typical = median(before),
        l = last(word), k = sum(copy)
      ))
    }
    at_once <- draw_up(make(table))
    page <- make(ledger(table, in_parts = 30 * round))
    local_in_package("fits_at_once", function(brief) FALSE)
    grouped <- draw_up(page)
    expect_identical(bits(grouped), bits(at_once))
    notes <- function(x) sort(attr(x, "idle")$notes)
    expect_identical(setdiff(notes(at_once), notes(grouped)), character())
    expect_match(setdiff(notes(grouped), notes(at_once)), "put together by `word` on disk")
    expect_true(all_tie(tie_out(page)))
  }
  expect_length(grep("idle-parts", dir(tempdir())), 0)
})

test_that("what cannot be worked in parts says why, and what would do", {
  parts <- ledger(tolls, in_parts = 3000)
  expect_match(said_by(ledger(tolls, in_parts = "many")), "in_parts` takes TRUE, FALSE, or about how many")
  memory_for_nothing()
  page <- brief(parts, columns = c(so_far = running(sum(toll), along = entered())), lines = lock,
    figures = c(m = max(so_far)))
  expect_match(said_by(draw_up(page)), "running\\(\\) looks at other entries")
  page <- brief(parts, prepare = sample_of(10, seed = 1), lines = lock, figures = c(n = sum(toll)))
  expect_match(said_by(draw_up(page)), "sample_of\\(\\) looks at all entries")
})

test_that("workers make the same page, whatever becomes of one of them", {
  skip_if_not_installed("future")
  old <- future::plan("multisession", workers = 3)
  withr::defer(future::plan(old))
  skip_if(inherits(try(future::value(future::future(requireNamespace("idleledger"))), silent = TRUE), "try-error"))
  path <- demo_table("tolls", as = "path")
  make <- function(source) {
    brief(source, lines = c(reach, lock), figures = c(
      n = count(), s = sum(toll), typical = median(toll), crafts = count_distinct(craft), l = last(paid)),
      footing = rollup(reach))
  }
  at_once <- bits(draw_up(make(ledger(path))))
  page <- make(ledger(path, in_parts = 1500))
  expect_identical(bits(draw_up(page)), at_once)
  expect_match(workings(page)$method, "states of [0-9]+ parts, taken together, by 3 workers, which sent", all = FALSE)
  expect_identical(bits(draw_up(make(ledger(as.data.frame(ledger(path)), in_parts = 4000)))), at_once)
  tools::pskill(future::value(future::future(Sys.getpid())), tools::SIGKILL)
  expect_identical(bits(draw_up(page)), at_once)
  gone <- withr::local_tempfile(fileext = ".csv")
  file.copy(path, gone)
  page <- make(ledger(gone, in_parts = 1500))
  cat("100001,2024-07-01,Lime Kiln,Lower,barge,1,1,cash\n", file = gone, append = TRUE)
  expect_match(said_by(draw_up(page)), "Part [0-9]+ of .*csv, bytes .* failed [34] times: .* has changed since it")
})

test_that("a page drawn up from a page in parts leads down to its entries, whether they fit the memory or not", {
  path <- demo_table("tolls", as = "path")
  above <- function(source) {
    brief(brief(source, lines = c(lock, month = start_of(passed_on, "month")), figures = c(s = sum(toll))),
      columns = c(change = s - lag(s, along = month, per = lock)), lines = lock, figures = c(worst = min(change)))
  }
  looks <- function(page) {
    list(bits(draw_up(page)), as.data.frame(entries_behind(page, lock == "Heron Stair")),
      unclass(proof(page, worst, lock == "Heron Stair")))
  }
  expected <- looks(above(ledger(path)))
  page <- above(ledger(path, in_parts = 3000))
  expect_equal(looks(page), expected, ignore_attr = TRUE)
  report <- withr::local_tempfile(fileext = ".html")
  report(page, report)
  with_data <- file.size(report)
  local_in_package("memory_allowed", function() 2e5)
  expect_equal(looks(page), expected, ignore_attr = TRUE)
  expect_true(all_tie(tie_out(page)))
  report(page, report)
  expect_lt(file.size(report), with_data)
})
