# Tables without a mistake in them, and pages on them that ask nothing odd, put together at random.

clean_table <- function(seed) {
  withr::with_seed(seed, {
    months <- sample(3:14, 1)
    start <- as.Date(sprintf("%d-%02d-01", sample(2019:2024, 1), sample(12, 1)))
    ends <- seq(start, by = "month", length.out = months + 1)
    day <- seq(start, ends[months + 1] - 1, by = "day")
    words <- c("quay", "mill", "ford", "weir", "bank", "hythe", "staithe", "basin", "wharfe", "cut", "reach", "bridge")
    levels <- sample(2:8, 2, replace = TRUE)
    each <- sample(2:4, 1)
    n <- length(day) * each
    amount <- switch(sample(6, 1),
      stats::runif(n, 1, 50), exp(stats::rnorm(n, 3, 0.8)), stats::rgamma(n, 2, 0.1), 5 * sample(1:40, n, TRUE),
      stats::rexp(n, 0.02), stats::rnorm(n, 200, 30)
    )
    data.frame(
      entry = sample(c(1, 1001, 70001), 1) + seq_len(n) - 1, day = rep(day, each = each),
      place = sample(sample(words, levels[1]), n, TRUE), sort = factor(sample(sample(LETTERS, levels[2]), n, TRUE)),
      amount = round(pmax(amount, 0.01), 2), pieces = stats::rpois(n, sample(c(1,
        4, 30), 1)) + 1, open = stats::runif(n) < 0.7, swing = round(stats::rnorm(n, 0, 20), 2)
    )
  })
}

clean_page <- function(table, seed) {
  pick <- function(x) withr::with_seed(seed <<- seed + 1000, sample(x, 1))[[1]]
  keys <- pick(list(
    quote(place), quote(sort), quote(c(place, sort)), quote(c(month = start_of(day, "month"))), quote(whole()),
    quote(c(place, month = start_of(day, "month"))), quote(day), quote(c(open, place)), quote(c(weekday = weekday(day)))
  ))
  figures <- pick(list(
    quote(c(n = count(), s = sum(amount))), quote(c(s = sum(amount), m = mean(amount), top = max(pieces))),
    quote(c(s = sum(amount), p = sum(pieces), each = s / p)), quote(c(s = sum(amount), typical = median(amount),
      spread = sd(amount))),
    quote(c(s = sum(amount), w = mean(amount, weight = pieces), low = percentile(swing, 0.1)))
  ))
  only <- pick(list(NULL, NULL, quote(amount > 0), quote(open), bquote(sort != .(levels(table$sort)[1]))))
  beside <- if (is.null(only)) pick(list(
    NULL, quote(c(part = share(s))), quote(c(place_of = dense_rank(falling(s)))), quote(c(above = s - mean(s))),
    quote(c(part = share(s), most = s / max(s)))
  ))
  if (identical(keys, quote(day))) only <- NULL
  if (identical(keys, quote(day))) beside <- pick(list(
    quote(c(to_date = running(sum(s), along = day))), quote(c(week = rolling(mean(s), days(7), along = day))),
    quote(c(change = s - lag(s, along = day), w7 = rolling(sum(s), 7, along = day, partial = TRUE)))
  ))
  order <- pick(list(NULL, quote(falling(s)), quote(s)))
  footing <- if (identical(keys, quote(c(place, sort))) && is.null(beside)) pick(list(NULL, quote(rollup(place, sort)),
    quote(cube(place, sort))))
  layout <- pick(list(NULL, quote(c(rest())), if (length(keys) == 1 && is.symbol(keys)) bquote(c(Key = .(keys),
    rest()))))
  sections <- list(lines = keys, figures = figures, only = only, beside = beside, order = order, footing = footing,
    layout = layout)
  rlang::inject(brief(table, !!!Filter(Negate(is.null), sections)))
}
