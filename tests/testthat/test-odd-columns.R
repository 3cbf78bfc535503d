# Tables of odd columns, none of them wrong: whatever stands in a key or in a figure, with no rows, one or many, a page
# ties out, and no rule fails on it.
n <- 40
odd <- list(
  whole = seq_len(n), number = c(NaN, Inf, -Inf, NA, seq_len(n - 4) / 7), large = rep(c(1e300, -1e300), n / 2),
  wide = bit64::as.integer64(seq_len(n)), flag = rep(c(TRUE, NA), n / 2), text = rep(c("a", "A ", "\u00e9", NA), n / 4),
  blank = rep("", n), nothing = rep(NA, n), no_text = rep(NA_character_, n), date = as.Date("2024-01-30") + seq_len(n),
  choice = factor(rep(c("x", NA), n / 2)), time = as.POSIXct("2024-01-30", tz = "UTC") + 3600 * seq_len(n),
  far = as.Date(c(-1e6, 1e6, rep(0, n - 2)), origin = "1970-01-01"), five = rep(5, n), zero = rep(0, n),
  few = c(0, rep(12, n - 1)), endless = as.Date(c(Inf, NaN, NA, rep(1, n - 3)), origin = "1970-01-01"),
  marks = rep(c("e\ufffef", "g\nh", "j\u009b1m", "\u202ex"), n / 4), months = rep(month.abb[1:4], n / 4),
  written = as.character(seq_len(n))
)
pages <- list(
  quote(brief(table, lines = k, figures = c(n = count(), f = first(v)))),
  quote(brief(table, lines = k, figures = c(s = sum(v), m = mean(v), w = mean(v, weight = v)), only = v > 0 | v == 3 |
    is_missing(v), beside = c(p = share(s), r = rank(falling(s)), g = s / m), footing = whole(), show = top(3, s))),
  quote(brief(table, beside = c(x = running(sum(v), along = k), l = lag(v, along = k), d = rolling(median(v), 3,
    along = k), g = median(v, per = k), h = share(v, per = k)))),
  quote(brief(table, only = k %in% c("a", "zz") | k != "b", lines = k, figures = c(n = count(), l = last(v)),
    order = falling(n)))
)

test_that("odd columns tie, in keys and figures, with no rows, one, two or many", {
  seen <- 0
  pairs <- expand.grid(key = names(odd), value = names(odd), rows = c(0, 1, 2, n), stringsAsFactors = FALSE)
  whole <- pairs$rows == n
  few <- which(!whole)
  if (!thorough()) few <- few[seq(1, length(few), 9)]
  for (at in one_in(6, c(which(whole), few))) {
    key <- pairs$key[at]
    value <- pairs$value[at]
    rows <- pairs$rows[at]
    table <- stats::setNames(data.frame(odd[[key]], odd[[value]]), c("k", "v"))[seq_len(rows), , drop = FALSE]
    for (code in if (rows == n) pages[1 + (match(key, names(odd)) + match(value, names(odd))) %% 4] else pages) {
      page <- tryCatch(eval(code), idle_error = function(e) NULL)
      proof <- if (!is.null(page)) tryCatch(as.data.frame(tie_out(page)), idle_error = function(e) NULL)
      if (is.null(proof)) next
      seen <- seen + 1
      odd_ones <- proof$status == "differs" | grepl("could not be looked at", proof$sentence)
      if (any(odd_ones)) fail(paste(rows, key, value, deparse1(code), proof$sentence[odd_ones], collapse = "\n"))
    }
  }
  expect_gt(seen, if (thorough()) 400 else 60)
})

# Calls of a room on `v` in the ways that it may be asked, as far as they are taken.
calls_taken <- function(rooms, ways, make) {
  calls <- unlist(lapply(rooms, function(name) lapply(ways, function(way) as.call(c(as.name(name), way)))))
  named <- function(calls) as.call(c(quote(c), stats::setNames(calls, sprintf("f%d", seq_along(calls)))))
  goes <- function(calls, does) {
    tryCatch({
      does(make(named(calls)))
      TRUE
    }, idle_error = function(e) FALSE)
  }
  taken <- Filter(function(call) goes(list(call), identity), calls)
  named(if (goes(taken, draw_up)) taken else Filter(function(call) goes(list(call), draw_up), taken))
}

of_rows <- lapply(c("sum", "max", "mode", "median", "sd", "count_distinct", "first"), function(name) {
  list(call(name, quote(v)), 3, along = quote(e))
})

test_that("every figure and every window of odd values ties, at once and in parts, whatever the alphabet of R", {
  if (capabilities("ICU")) expect_true("a" < "B")
  for (name in one_in(2, names(odd))) {
    table <- data.frame(k = rep(c("a", "b", NA, "b"), 10), v = odd[[name]], e = seq_len(40))
    by_k <- function(figures, source = table) {
      rlang::inject(brief(source, lines = k, figures = !!figures, footing = rollup(k)))
    }
    ways <- alist(list(quote(v)), list(quote(v), along = quote(falling(e))), list(quote(v), 0.3),
      list(quote(v), where = quote(e > 2)))
    figures <- calls_taken(idleledger:::rooms_of("figure"), lapply(ways, eval), by_k)
    for (source in list(table, ledger(table, in_parts = 7))) {
      expect_identical(names(differing(by_k(figures, source))), character(), label = paste("figures of", name))
    }
    ways <- c(lapply(alist(list(quote(v)), list(quote(v), along = quote(e)), list(quote(falling(v))),
      list(quote(v), per = quote(k), along = quote(e)), list(quote(sum(v)), along = quote(e))), eval), of_rows)
    beside <- function(windows) rlang::inject(brief(table, beside = !!windows))
    windows <- calls_taken(idleledger:::rooms_of("window"), ways, beside)
    expect_identical(names(differing(beside(windows))), character(), label = paste("windows of", name))
  }
})
