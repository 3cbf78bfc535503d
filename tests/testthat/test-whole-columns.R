# Pages of more than 20,000 lines are checked in whole columns of plain R; here on fewer lines, by
# bringing that bound down, so that every figure and kind of column is met.

every_figure <- quote(c(
  entries = count(), filled = count(word), gone = count_missing(day), of_big = count(big),
  total = sum(whole), big_sum = sum(big), big_mean = mean(big), big_sd = sd(big), big_median = median(big),
  big_least = min(big), big_most = max(big), big_often = mode(big), big_kinds = count_distinct(big),
  weighted = mean(amount, weight = part), above = mean(amount, weight = part, where = whole > 0),
  spread = var(amount), spread_pop = sd_pop(part), middle = median(amount), late = median(day),
  most = percentile(amount, 0.9, where = flag), words = count_distinct(word), parts = count_distinct(part),
  often = mode(word), often_day = mode(day), often_choice = mode(choice), often_part = mode(part, where = !flag),
  least = min(word), greatest = max(choice), latest = max(moment), first_in = first(choice), last_in = last(word),
  oldest = first(amount, along = c(day, falling(whole))), newest = last(big, along = moment),
  second = nth(word, 2), third = nth(amount, 3, along = falling(amount)), fourth = nth(choice, 4, where = flag),
  some = any(whole > 2), all = every(flag), place = rank_of(10, falling(amount)),
  list = listed(word), days = listed(day, sep = "; ", along = falling(day), distinct = TRUE), picks = listed(choice)
))

in_columns <- function(env = parent.frame()) withr::local_options(idleledger.most_lines_in_r = 5, .local_envir = env)

test_that("every figure of every kind, worked in columns, agrees with the statement", {
  for (seed in 1:4) {
    table <- random_table(400, seed)
    table$line <- withr::with_seed(seed, sample(60, 400, TRUE)^2)
    table$big <- table$big * rep(c(-1L, 1L, 100L), length.out = 400) - bit64::as.integer64("4000000000")
    page <- brief(ledger(table), lines = line, figures = !!every_figure)
    in_columns()
    found <- as.data.frame(tie_out(page))
    recomputed <- found[found$check == "recomputed", ]
    expect_equal(recomputed$status, "ties", info = recomputed$sentence)
    expect_match(recomputed$sentence, "42 figures of [0-9]+ lines")
    expect_no_match(recomputed$sentence, "sample")
  }
})

test_that("a cell changed in any figure is found in columns as well, in its line", {
  table <- random_table(300, 9)
  table$line <- seq_len(300) %% 40
  figures <- quote(c(
    weighted = mean(amount, weight = part), often = mode(word), second = nth(amount, 2), list = listed(word),
    big_sum = sum(big), some = any(whole > 2)
  ))
  for (name in names(figures)[-1]) {
    one <- brief(ledger(table), lines = line, figures = !!figures)
    in_columns()
    sound <- check_recomputed
    local_in_package("check_recomputed", function(drawn) {
      values <- drawn$lines$columns[[name]]
      other <- which(!same_values(values, pick_rows(values, rep(7L, 40))))[1]
      drawn$lines$columns[[name]] <- pick_rows(values, replace(1:40, 7, other))
      sound(drawn)
    })
    found <- as.data.frame(tie_out(one))
    utils::assignInNamespace("check_recomputed", sound, "idleledger")
    expect_equal(found$status[found$check == "recomputed"], "differs", info = name)
    expect_match(found$sentence[found$check == "recomputed"], sprintf("first `%s` in line 7", name))
  }
})

test_that("values that are no number are recomputed as no number", {
  table <- data.frame(line = rep(1:30, each = 4), x = c(NaN, 1, 2, 2, Inf, -Inf, 3, NaN))
  page <- brief(ledger(table), lines = line, figures = c(
    m = median(x), s = sd(x), w = mean(x, weight = x), often = mode(x), d = count_distinct(x), f = first(x),
    p = percentile(x, 0.9)
  ))
  expect_true(all_tie(tie_out(page)))
  in_columns()
  expect_true(all_tie(tie_out(page)))
})

test_that("lines whose 64-bit total does not fit in all are checked, and it is said", {
  table <- data.frame(line = 1:4, x = rep(bit64::as.integer64("5000000000000000000"), 4), n = 1L)
  alone <- as.data.frame(tie_out(brief(ledger(table), lines = line, figures = c(s = sum(x)))))
  expect_match(alone$sentence[alone$check == "additive"], "s has no total in all, since 64 bits do not hold it")
  both <- tie_out(brief(ledger(table), lines = line, figures = c(s = sum(x), n = sum(n))))
  expect_true(all_tie(both))
  expect_match(flat(both), "n 4, s has no total in all")
})
