# Whole briefs put together at random, against the same steps done slowly in base R, one after another.
conditions <- list(
  list(brief = quote(amount > 0), slow = function(t) t$amount > 0),
  list(brief = quote(word %in% c("ash", "elm") | flag), slow = function(t) {
    ifelse(is.na(t$word), NA, t$word %in% c("ash", "elm")) | t$flag
  }),
  list(brief = quote(!is_missing(day) & day >= "2024-02-28"), slow = function(t) {
    !is.na(t$day) & t$day >= as.Date("2024-02-28")
  }),
  list(brief = quote(between(whole, -1, 2)), slow = function(t) t$whole >= -1 & t$whole <= 2)
)
keyings <- list(
  list(brief = quote(c(word, choice)), keys = c("word", "choice")),
  list(brief = quote(c(month = start_of(day, "month"), flag)), keys = c("month", "flag")),
  list(brief = quote(c(band = bands(amount, at = c(0, 40)))), keys = "band"),
  list(brief = quote(whole), keys = "whole")
)

slow_table <- function(table, condition) {
  met <- condition$slow(table)
  kept <- table[!is.na(met) & met, ]
  kept$month <- as.Date(format(kept$day, "%Y-%m-01"))
  kept$band <- cut(
    kept$amount, c(-Inf, 0, 40, Inf), right = FALSE, labels = c("under 0", "0 to under 40", "40 and over")
  )
  kept
}

test_that("random briefs give what slow steps give, tie out, and lose nothing", {
  for (round in seq_len(rounds(60))) {
    pick <- withr::with_seed(round, list(
      n = sample(c(0, 1, 5, 200, 2000), 1), condition = sample(conditions, 1)[[1]], keying = sample(keyings, 1)[[1]],
      show = sample(3, 1), down = sample(c(TRUE, FALSE), 1)
    ))
    table <- random_table(pick$n, round)
    page <- brief(table,
      only = !!pick$condition$brief, lines = !!pick$keying$brief,
      figures = c(n = count(), s = sum(amount), typical = median(part), each = s / n, days = count_distinct(day)),
      order = !!if (pick$down) quote(c(falling(n), s)) else quote(n)
    )
    got <- draw_up(page)
    kept <- slow_table(table, pick$condition)
    keys <- pick$keying$keys
    rows <- slow_lines(kept, keys)
    value <- function(fn) vapply(rows, function(r) as.numeric(fn(kept[r, ])), 1)
    sums <- value(function(t) if (all(is.na(t$amount))) NA else sum(t$amount, na.rm = TRUE))
    place <- if (pick$down) order(-lengths(rows), is.na(sums), sums) else order(lengths(rows))
    label <- sprintf("round %d", round)
    expect_equal(got$n, lengths(rows)[place], label = label)
    expect_equal(got$s, sums[place], label = label)
    expect_equal(got$typical, value(function(t) stats::median(t$part, na.rm = TRUE))[place], label = label)
    expect_equal(got$each, (sums / lengths(rows))[place], label = label)
    expect_equal(got$days, as.integer(value(function(t) length(unique(stats::na.omit(t$day)))))[place], label = label)
    expect_true(all_tie(tie_out(page)), label = label)
    expect_equal(nrow(set_aside(page, "only")) + nrow(kept), nrow(table), label = label)
    shown <- amend(page, show = top(!!pick$show, n, ties = "by_entry"))
    expect_equal(nrow(draw_up(shown)), min(pick$show, length(rows)), label = label)
    expect_equal(sum(draw_up(shown)$n) + sum(set_aside(shown, "show")$n), nrow(kept), label = label)
    footed <- rlang::inject(amend(page, footing = cube(!!!lapply(keys, as.name))))
    by_level <- draw_up(footed)
    expect_equal(as.vector(tapply(by_level$n, by_level$summed_over, sum)), rep(nrow(kept), length(unique(
      by_level$summed_over
    ))), label = label)
    expect_equal(
      by_level$typical[by_level$line_kind == "total"], stats::median(kept$part, na.rm = TRUE), label = label
    )
    expect_true(all_tie(tie_out(footed)), label = label)
    if (length(keys) < 2) next
    across <- rlang::inject(amend(page, abreast = columns_of(!!as.name(keys[2]), figures = n, totals = "both")))
    cells <- as.data.frame(draw_up(across))
    cells <- cells[setdiff(names(cells), c(keys[1], "line_kind", "summed_over"))]
    expect_equal(sum(cells, na.rm = TRUE), 4 * nrow(kept), label = label)
    expect_true(all_tie(tie_out(across)), label = label)
  }
})

test_that("a figure folded wrongly is caught, whichever it is", {
  rooms <- asNamespace("idleledger")$rooms
  table <- random_table(300, 3)
  wrong <- list(
    sum = quote(sum(amount)), mean = quote(mean(amount)), min = quote(min(amount)), max = quote(max(day)),
    sd = quote(sd(amount)), var_pop = quote(
      var_pop(amount)
    ), median = quote(median(amount)), first = quote(first(word)),
    last = quote(last(word)), count_distinct = quote(count_distinct(word)), any = quote(any(flag)),
    mode = quote(mode(whole)), listed = quote(listed(word)), nth = quote(nth(amount, 2)), count = quote(count(amount))
  )
  for (name in names(wrong)) {
    sound <- rooms$figure[[name]]
    broken <- sound
    # Two lines change places; the figure itself is still worked out by the sound room.
    broken$fold <- function(node) {
      list(by_group = function(groups, feed, node, facts) {
        assign(name, sound, envir = rooms$figure)
        good <- idleledger:::work_figures(list(node), groups, entries)$values[[1]]
        assign(name, broken, envir = rooms$figure)
        if (length(good) < 4) good else idleledger:::pick_rows(good, c(2L, 1L, 3L, 4L))
      })
    }
    page <- brief(table, lines = choice, figures = c(f = !!wrong[[name]]))
    entries <- idleledger:::entries_table(idleledger:::open_page(page))
    sound_values <- draw_up(page)$f
    if (identical(sound_values[1], sound_values[2])) next
    assign(name, broken, envir = rooms$figure)
    proof <- tryCatch(as.data.frame(tie_out(page)), finally = assign(name, sound, envir = rooms$figure))
    expect_identical(proof$status[proof$check == "recomputed"], "differs", label = name)
  }
})
