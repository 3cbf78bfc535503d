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
