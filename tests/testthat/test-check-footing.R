# Subtotals and totals that are off by little, and by how much they may be off.

# The page's lines are made wrong after a section has worked.
spoiled <- function(section, change, env = parent.frame()) {
  sound <- idleledger:::room_of("section", section)$work
  idleledger:::local_answers(section, "section", .frame = env, work = function(drawn, checked) {
    drawn <- sound(drawn, checked)
    drawn$lines <- change(drawn$lines)
    drawn
  })
}

failed <- function(x, ...) {
  checks <- as.data.frame(tie_out(x, ...))
  checks$check[checks$status == "differs"]
}

page <- brief(tolls, lines = c(reach, lock), figures = c(s = sum(toll), n = count()), footing = rollup(reach, lock))

test_that("a subtotal that is off by a cent is found, in either direction and in any column", {
  for (by in c(0.01, -0.01, 50, 1e6)) {
    spoiled("footing", function(lines) {
      at <- which(lines$line_kind == "subtotal")[2]
      lines$columns$s[at] <- lines$columns$s[at] + by
      lines
    })
    expect_identical(failed(page), c("recomputed", "subtotals"), info = by)
  }
  spoiled("footing", function(lines) {
    at <- which(lines$line_kind == "total")
    lines$columns$n[at] <- lines$columns$n[at] + 1L
    lines
  })
  expect_identical(failed(page), c("recomputed", "subtotals"))
})

test_that("lines that are off by a cent in all do not add up to the detail", {
  for (by in c(0.01, -0.01, 1e-6)) {
    spoiled("figures", function(lines) {
      lines$columns$s[3] <- lines$columns$s[3] + by
      lines
    })
    expect_true("additive" %in% failed(page), info = by)
  }
})

test_that("adding up rounded lines is let off in the last bits only", {
  slack <- idleledger:::rounding_slack(1000, 1000, 10)
  expect_gt(slack, 0)
  expect_lt(slack, 1e-12)
  thirds <- data.frame(k = rep(1:3, each = 3), x = c(0.1, 0.2, 0.3, 1 / 3, 1e15, -1e15, 1e-9, 7.7, -0.1))
  expect_length(failed(brief(thirds, lines = k, figures = c(s = sum(x)), footing = whole())), 0)
})

# Random entries of three keys, of amounts that are plain, whole (of 64 bits) or odd.
entries_of <- function(seed) {
  set.seed(seed)
  n <- sample(c(1, 5, 40), 1)
  odd <- sample(c(rep(1.25, 9), NA, NaN, Inf, -Inf, 1e300), n, TRUE)
  data.frame(a = sample(letters[1:3], n, TRUE), b = sample(c(1:2, NA), n, TRUE), plain = round(rnorm(n), 2),
    whole = bit64::as.integer64(sample(1e6, n, TRUE)) * bit64::as.integer64(1e10), odd = odd)
}

test_that("subtotals of any numbers add up as they are, and not when one of them is another", {
  for (seed in seq_len(rounds(60))) local({
    page <- brief(entries_of(seed), lines = c(a, b), figures = c(p = sum(plain), w = sum(whole), o = sum(odd)),
      footing = rollup(a, b))
    expect_length(failed(page), 0)
    spoiled("footing", function(lines) {
      at <- sample(which(lines$level > 1), 1)
      name <- sample(c("p", "w", "o"), 1)
      value <- lines$columns[[name]][at]
      lines$columns[[name]][at] <- if (is.na(value) || is.infinite(value)) 5 else value + 1
      if (name == "o" && is.finite(value) && abs(value) > 1e200) lines$columns$o[at] <- -value
      lines
    })
    expect_true("subtotals" %in% failed(page), info = seed)
  })
})

test_that("cells of a crosstab are as many as lines, and one that is filled or blank besides is found", {
  crosstab <- brief(dues, lines = c(wharf, goods), figures = c(s = sum(due), n = count()), abreast = goods,
    footing = cube(wharf, goods))
  said <- function() {
    checks <- as.data.frame(tie_out(crosstab))
    unlist(checks[checks$check == "crosstab", c("status", "sentence")], use.names = FALSE)
  }
  expect_identical(said(), c("ties", "Crosstab: 16 of 16 cells are filled, and 16 lines are shown."))
  sound <- idleledger:::room_of("section", "abreast")$work
  for (blank in c(TRUE, FALSE)) {
    idleledger:::local_answers("abreast", "section", work = function(drawn, checked) {
      drawn <- sound(drawn, checked)
      wide <- drawn$page$wide
      k <- which(!wide$total & wide$figure == "s")[2]
      drawn$page$wide$empty[[k]][2] <- blank
      drawn
    })
    expect_identical(said()[1], if (blank) "differs" else "ties")
  }
})
