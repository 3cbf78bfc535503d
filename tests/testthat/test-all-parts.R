# A page worked in parts is, to the last bit, the page worked at once: for every figure, any number of parts, any order
# in which their states meet, any number of workers.

# Every figure of every column that it takes, some with a condition, an order, a weight: a third of them in each round,
# so that every figure has its turn.
figures_of_all_kinds <- function(table, round) {
  calls <- list(quote(count()))
  for (fn in asNamespace("idleledger")$rooms_of("figure")) for (column in names(table)) {
    x <- as.name(column)
    call <- switch(fn,
      percentile = bquote(percentile(.(x), .(withr::with_seed(round, sample(c(0, 0.1, 1 / 3, 1), 1))))),
      nth = bquote(nth(.(x), 3, along = c(falling(day), whole))), rank_of = bquote(rank_of(1, falling(.(x)))),
      listed = bquote(listed(.(x), along = falling(amount), distinct = .(round %% 2 == 0))),
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
  calls <- unique(c(calls, quote(count_distinct(word, flag)), quote(sum(amount) / count()), quote(any(flag))))
  fits <- Filter(function(call) {
    made <- try(rlang::inject(brief(table, lines = word, figures = c(f = !!call))), silent = TRUE)
    !inherits(made, "try-error")
  }, calls[seq_along(calls) %% 3 == round %% 3])
  stats::setNames(fits, sprintf("f%d", seq_along(fits)))
}

keys_by_round <- list(quote(c(word, choice)), quote(c(month = start_of(day, "month"), flag)), quote(whole()),
  quote(part), quote(c(moment, big)), quote(crossed(word, whole)), quote(c(band = bands(amount, at = c(0, 40)), whole)))

test_that("every figure of every kind of column, in 1, 2, 7 and 100 parts, by any order of their meeting", {
  for (round in seq_len(rounds(21)) - 1) {
    table <- random_table(c(0, 1, 40, 700)[1 + round %% 4], 50 + round)
    figures <- figures_of_all_kinds(random_table(40, 1), round)
    make <- function(source) {
      rlang::inject(brief(source,
        only = amount > -40 | flag, columns = c(size = amount * 2), lines = !!keys_by_round[[1 + round %% 7]],
        figures = c(!!!figures)
      ))
    }
    at_once <- bits(draw_up(make(table)))
    for (parts in c(if (round < 4) 100, if (thorough()) c(1, 2, 7) else c(1, 2, 7)[c(round, round + 1) %% 3 + 1])) {
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
  for (round in one_in(2, 1:12)) {
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
