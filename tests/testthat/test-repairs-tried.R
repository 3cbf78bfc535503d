# Repairs are offered where they mend, and only there.
offered <- function(page) {
  found <- as.data.frame(tie_out(page))
  found[nzchar(found$repair), ]
}

test_that("each repair that is offered, over all rules' examples, takes its note away, brings no other and ties out", {
  tried <- 0
  for (rule in rooms_of("rule")) {
    page <- eval(room_of("rule", rule)$example)
    if (!inherits(page, "idle_brief")) next
    before <- as.data.frame(tie_out(page))
    for (at in which(nzchar(before$repair))) {
      mended <- apply_repair(page, tie_out(page)$checks[[at]])
      after <- as.data.frame(tie_out(mended))
      tried <- tried + 1
      expect_false(any(after$status == "differs"), label = rule)
      stays <- after$rule %in% before$rule[at] & after$status == "note" & vapply(after$columns, function(names) {
        length(before$columns[[at]]) == 0 || any(names %in% before$columns[[at]])
      }, TRUE)
      expect_false(any(stays), label = rule)
      expect_length(setdiff(after$rule[after$status == "note"], c(before$rule, "prepared", NA)), 0)
    }
  }
  expect_gt(tried, 8)
})

test_that("a repair that leaves its note, or brings another, is not offered", {
  page <- brief(rbind(dues, dues[7, ]), lines = wharf, figures = c(due = sum(due)))
  expect_identical(offered(page)$rule, "copies")
  sound <- room_of("rule", "copies")$of_values
  for (expr in list(quote(mend_keys(goods)), quote(unpivot(columns = c(due, tonnes), names = n)))) {
    local_answers("copies", "rule", of_values = function(seen) {
      lapply(sound(seen), function(one) utils::modifyList(one, list(repair = a_repair("prepare", expr))))
    })
    expect_identical(nrow(offered(page)), 0L, label = deparse(expr))
  }
})

test_that("a weight is what the repair takes out of the figure that it moves most", {
  rows <- list(copies = rbind(dues, dues[c(7, 7, 30), ]), totals_among = rbind(dues, transform(dues[1, ],
    wharf = "Total",
    goods = NA, due = sum(dues$due))))
  for (rule in names(rows)) {
    page <- brief(rows[[rule]], lines = wharf, figures = c(s = sum(due)))
    found <- offered(page)
    found <- found[found$rule == rule, ]
    before <- sum(draw_up(page)$s)
    after <- sum(draw_up(apply_repair(page, rule))$s)
    expect_equal(found$weight, (before - after) / before, label = rule)
  }
})
