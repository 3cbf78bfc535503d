# Each usual mistake is planted in a table or a brief, beside a clean twin. Caught means: an error, a
# note on the page, or a tie-out that differs or remarks on it, in words that name the thing. The twin
# must raise nothing at all.

# Two months of passages, with nothing odd about them.
canal <- local({
  day <- rep(seq(as.Date("2025-01-01"), as.Date("2025-02-28"), by = "day"), each = 3)
  n <- length(day)
  data.frame(
    passage = seq_len(n), day = day, lock = rep(c("Ash", "Birch", "Cedar"), n / 3),
    paid = rep(
      c("cash", "pass", "cash", "pass", "pass"), length.out = n
    ), toll = 5 + (seq_len(n) * 7) %% 113 / 100 + seq_len(n) / 1e4,
    n = rep(1:4, length.out = n)
  )
})

changed <- function(...) transform(canal, ...)
at <- function(x, where, value) replace(x, where, value)

# What is said about a brief: the error, or the notes of the page and the remarks of its tie-out.
remarks <- function(expr, ...) {
  tryCatch({
    page <- force(expr)
    if (inherits(page, "idle_brief")) page <- tie_out(page, ...)
    checks <- as.data.frame(page)
    checks$sentence[checks$status != "ties"]
  }, idle_error = function(e) paste(e$said, collapse = " "))
}

crosstab <- function(table) {
  brief(
    table, lines = c(lock, paid), figures = c(s = sum(toll)), abreast = columns_of(paid, columns = c("cash", "pass"))
  )
}
by_lock <- function(table, ...) brief(table, lines = lock, figures = c(s = sum(toll)), ...)
daily <- function(table, ...) {
  brief(brief(table, lines = day, figures = c(s = sum(toll))), beside = c(...))
}
to_file <- function(table, env = parent.frame()) {
  path <- withr::local_tempfile(fileext = ".csv", .local_envir = env)
  readr::write_csv(table, path)
  path
}

# A mistake, what is said of it, and what of the twin.
plant <- function(name, mistake, words, twin) list(name, remarks(mistake), words, remarks(twin))

locks <- data.frame(lock = c("Ash", "Birch", "Cedar"), rise = c(1.5, 2, 2.5))
met <- function(table, other) {
  brief(table, prepare = bring_in(other, match = lock), lines = lock,
  figures = c(s = sum(toll), rise = max(rise)))
}
on_lines <- function(other) brief(by_lock(canal), prepare = bring_in(other, match = lock))
# A statement of a page that reads `before` beside it, and then `after` stands in the file.
out_of_date <- function(before, after) {
  path <- to_file(before)
  statement <- draw_up(brief(by_lock(canal), prepare = bring_in(path, match = lock)))
  readr::write_csv(after, path)
  tie_out(statement)
}

planted <- list(
  plant("a join that multiplies", met(canal, rbind(locks, transform(locks, rise = rise + 1))),
    "177 entries find more than one line.*would have made s .* in the place of", met(canal, locks)),
  plant("a join that is allowed to multiply",
    brief(canal, prepare = bring_in(rbind(locks, locks[2, ]), match = lock, expect = "many"), lines = lock,
      figures = c(s = sum(toll))), "59 entries have more than one line", by_lock(canal)),
  plant("an amount of one line beside many entries",
    brief(canal, prepare = bring_in(locks, match = lock), lines = whole(), figures = c(r = sum(rise))),
    "`rise` stands beside up to 59 entries", brief(on_lines(locks), lines = whole(), figures = c(r = sum(rise)))),
  plant("a key lost by a trailing space", on_lines(transform(locks, lock = at(lock, 2, "Birch "))),
    "would have a partner but for the spelling of lock, such as \"Birch\" here and \"Birch \"", on_lines(locks)),
  plant("unmatched lines lost", on_lines(rbind(locks, data.frame(lock = "Dry", rise = 0))),
    "1 line of other met no entry: lock Dry", on_lines(locks)),
  plant("a table beside it that has changed", out_of_date(locks, transform(locks, rise = rise + 1)),
    "has changed since the statement was drawn up: other values stand in `rise`", out_of_date(locks, locks)),
  plant("keys of two kinds", on_lines(transform(locks, lock = 1:3)), "they can never be equal", on_lines(locks)),
  plant("a sample taken for the whole", brief(canal, prepare = sample_of(60), lines = lock, figures = c(s = sum(toll))),
    "a sample of 60 of 177 entries", by_lock(canal)),
  plant("a rolling figure without a width", daily(canal, w = rolling(mean(s), along = day)), "needs a width",
    daily(canal, w = rolling(mean(s), 7, along = day, partial = TRUE))),
  plant("seven behind and this one", daily(canal, w = rolling(mean(s), behind = 7, along = day, partial = TRUE)),
    "seven behind and this one make 8 rows", daily(canal, w = rolling(mean(s), 7, along = day, partial = TRUE))),
  plant("rows taken for days",
    daily(canal[!canal$day %in% as.Date("2025-01-10"), ], w = rolling(sum(s), 7, along = day, partial = TRUE)),
    "7 rows span up to 8 days", daily(canal, w = rolling(sum(s), 7, along = day, partial = TRUE))),
  plant("a calendar mean over dates with gaps",
    daily(canal[!canal$day %in% as.Date("2025-01-10"), ], w = rolling(mean(s), days(7), along = day, partial = TRUE)),
    "divides by the days present", daily(canal, w = rolling(mean(s), days(7), along = day, partial = TRUE))),
  plant("frames that are not full", daily(canal, w = rolling(mean(s), 35, along = day)), "34 frames are not full",
    daily(canal, w = rolling(mean(s), 7, along = day, partial = TRUE))),
  plant("a running total with no order", daily(canal, w = running(sum(s))), "goes by an order",
    daily(canal, w = running(sum(s), along = day))),
  plant("ties numbered arbitrarily", by_lock(changed(toll = 5), beside = c(k = row_number(falling(s)))),
    "tie in the order by s", by_lock(canal, beside = c(k = row_number(falling(s))))),
  plant("a place that a tie skips", by_lock(changed(toll = 5), show = rank(falling(s)) == 2), "there is no place 2",
    by_lock(canal, show = rank(falling(s)) == 2)),
  plant("a top three cut through a tie", by_lock(changed(toll = 5), show = top(2, s, ties = "by_entry")),
    "the order of entry decides", by_lock(canal, show = top(2, s, ties = "by_entry"))),
  plant("missing amounts skipped", by_lock(changed(toll = at(toll, 9, NA))), "1 value of toll missing and skipped",
    by_lock(canal)),
  plant("a missing key", by_lock(changed(lock = at(lock, 9, NA))), "1 entry has no lock and carries s", by_lock(canal)),
  plant("a blank group beside subtotals", by_lock(changed(lock = at(lock, 9, NA)), footing = rollup(lock)),
    "1 entry has no lock", by_lock(canal, footing = rollup(lock))),
  plant("subtotals added into the total again",
    brief(by_lock(canal, footing = rollup(lock)), lines = whole(), figures = c(s = sum(s))),
    "1 subtotal; this page is drawn up from its lines alone",
    brief(by_lock(canal), lines = whole(), figures = c(s = sum(s)))),
  plant("an average of averages",
    brief(brief(canal, lines = lock, figures = c(m = mean(toll))), lines = whole(), figures = c(m = mean(m))),
    "an average of averages",
    brief(brief(canal, lines = lock, figures = c(m = sum(toll))), lines = whole(), figures = c(m = mean(m)))),
  plant("medians added up",
    brief(brief(canal, lines = lock, figures = c(m = median(toll))), lines = whole(), figures = c(m = sum(m))),
    "does not add up to that of the whole",
    brief(brief(canal, lines = lock, figures = c(m = median(toll))), lines = whole(), figures = c(m = max(m)))),
  plant("shares added up on a second page",
    brief(by_lock(canal, beside = c(p = share(s))), lines = whole(), figures = c(p = sum(p))), "does not add up",
    brief(by_lock(canal, beside = c(p = share(s))), lines = whole(), figures = c(p = max(p)))),
  plant("a share of nothing", by_lock(changed(toll = toll * (lock != "Ash")), beside = c(p = share(s, per = lock))),
    "a base of zero", by_lock(canal, beside = c(p = share(s, per = lock)))),
  plant("a column that its line does not determine", brief(canal, lines = lock, figures = c(p = paid)),
    "`paid` has no single value per line", brief(canal, lines = lock, figures = c(p = first(paid)))),
  plant("exact duplicates counted twice", by_lock(
    rbind(canal, canal[5, ])
  ), "1 entry is an exact copy.*counted again: s 5",
    by_lock(canal)),
  plant("one key in two spellings", by_lock(changed(lock = at(lock, 4, "ash "))),
    "\"Ash\" and \"ash \" differ only by case or spaces.*has 1 entry", by_lock(canal)),
  plant("a category that has no column", crosstab(changed(paid = at(paid, 7, "cheque"))),
    "no place for 1 value of `paid`: cheque", crosstab(canal)),
  plant("a column for what no longer occurs", crosstab(canal[canal$paid == "cash", ]),
    "pass of `columns` does not occur", crosstab(canal)),
  plant("a total typed in", by_lock(canal, control = c(s = 999)), "less than the 999 given|more than the 999 given",
    by_lock(changed(toll = 5), control = c(s = 885))),
  plant("a sign unlike the others", by_lock(changed(toll = at(toll, 9, -6))), "1 value of toll is below zero.*row 9",
    by_lock(canal)),
  plant("one entry that outweighs the rest", by_lock(
    changed(toll = at(toll, 9, 5000))
  ), "one entry, row 9, is 8.% of s",
    by_lock(canal)),
  plant("dates in the future", brief(changed(day = at(day, 177, as.Date("2999-01-01"))),
    only = day > "2025-01-01", lines = lock, figures = c(s = sum(toll))
  ), "1 value of `day` is in the future, the last 2999-01-01",
  brief(canal, only = day > "2025-01-01", lines = lock, figures = c(s = sum(toll)))),
  plant("a last month that is not over",
    brief(canal[canal$day < "2025-02-20", ], lines = c(m = start_of(day, "month")), figures = c(s = sum(toll))),
    "the last month of `m`, from 2025-02-01, has entries up to 2025-02-19 only",
    brief(canal, lines = c(m = start_of(day, "month")), figures = c(s = sum(toll)))),
  plant("a month without entries",
    brief(
      changed(day = day + ifelse(day > "2025-01-31", 28, 0)),
      lines = c(m = start_of(day, "month")),
      figures = c(n = count())
    ),
    "1 month has no entries, the first 2025-02-01",
    brief(canal, lines = c(m = start_of(day, "month")), figures = c(n = count()))),
  plant("a sum of text", brief(
    canal, lines = lock, figures = c(s = sum(paid))
  ), "sum\\(\\) takes a number, and `paid` is text",
    by_lock(canal)),
  plant("90 for a percentile of 0.9", brief(
    canal, lines = lock, figures = c(p = percentile(toll, 90))
  ), "For 90 write 0.9",
    brief(canal, lines = lock, figures = c(p = percentile(toll, 0.9)))),
  plant(
    "a misspelt column", brief(canal, lines = lokc, figures = c(s = sum(toll))), "Did you mean `lock`", by_lock(canal)
  ),
  plant("a division by zero", by_lock(
    changed(n = n - 1), columns = c(each = toll / n)
  ), "Division by zero: 45 values now missing",
    by_lock(canal, columns = c(each = toll / n))),
  plant("one equals sign for two", by_lock(canal, only = c(lock = "Ash")), "write two equals signs",
    by_lock(canal, only = lock == "Ash")),
  plant("a window worked before entries are left out",
    brief(canal, columns = c(k = row_number(entered())), only = n > 1, lines = lock, figures = c(k = max(k))),
    "which then left out", brief(canal, columns = c(k = row_number(entered())), lines = lock, figures = c(k = max(k)))),
  plant("totals that include hidden lines", by_lock(canal, footing = rollup(lock), show = top(1, s)),
    "those of the 2 lines that `show` hides included", by_lock(canal, footing = rollup(lock), show = top(3, s))),
  plant("several values equally frequent", brief(
    canal, lines = lock, figures = c(m = mode(n)), only = n < 3 & passage < 19
  ),
    "several values equally frequent", brief(canal, lines = whole(), figures = c(m = mode(paid)))),
  plant(
    "a figure with no lines",
    brief(canal, figures = c(s = sum(toll))),
    "does not say what makes a line",
    by_lock(canal)
  ),
  plant("a variable of the same name as a column", local({
    paid <- "Ash"
    brief(canal, only = lock != paid, lines = paid, figures = c(s = sum(toll)))
  }), "is a column and also a variable outside",
  brief(canal, only = lock == "Ash", lines = paid, figures = c(s = sum(toll)))),
  plant("a sum of 64-bit numbers that does not fit",
    by_lock(changed(toll = bit64::as.integer64("9000000000000000000"))), "does not fit 64 bits",
    by_lock(changed(toll = bit64::as.integer64(5)))),
  plant("a share of a wrong level", by_lock(canal, beside = c(p = share(s, per = parent()))), "no section `footing`",
    by_lock(canal, footing = rollup(lock), beside = c(p = share(s, per = parent()))))
)

test_that("planted mistakes are caught, and their clean twins raise nothing", {
  caught <- vapply(planted, function(case) any(grepl(case[[3]], as.character(case[[2]]))), TRUE)
  false_alarms <- vapply(planted, function(case) length(case[[4]]) > 0, TRUE)
  for (case in planted[!caught]) fail(
    sprintf("%s: not caught; said was: %s", case[[1]], paste(case[[2]], collapse = " | "))
  )
  for (case in planted[false_alarms]) fail(
    sprintf("%s: false alarm: %s", case[[1]], paste(case[[4]], collapse = " | "))
  )
  expect_gte(sum(caught), 30)
  message(
    sprintf("planted mistakes: %d caught of %d, %d false alarms", sum(caught), length(planted), sum(false_alarms))
  )
})
