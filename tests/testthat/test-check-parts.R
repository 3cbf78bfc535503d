# A page that was worked part by part, proved.
test_that("beyond the memory allowed a page is proved part by part, and its entries are found", {
  make <- function(source) {
    brief(source, only = toll > 0, columns = c(month = start_of(passed_on, "month")),
      lines = c(reach, lock), figures = c(n = count(), s = sum(toll), m = mean(toll), hi = max(toll),
        typical = median(toll)), footing = rollup(reach, lock), show = top(5, s, others = TRUE), order = falling(s))
  }
  path <- demo_table("tolls", as = "path")
  whole <- make(ledger(path))
  page <- make(ledger(path, in_parts = 3000))
  looks <- function(page) {
    list(
      as.data.frame(set_aside(page, "only")), as.data.frame(entries_behind(page, line_kind == "others")),
      as.data.frame(entries_behind(page, lock == "Tarn Foot")), unclass(proof(page, m, lock == "Tarn Foot")),
      as.data.frame(entries_behind(page, line_kind == "total"))
    )
  }
  expected <- looks(whole)
  memory_for_nothing()
  expect_equal(looks(page), expected, ignore_attr = TRUE)
  proof <- tie_out(page)
  expect_true(all_tie(proof))
  expect_match(flat(proof), "each of 5 parts ties out by itself")
  expect_match(flat(proof), "Together: 4 figures of 22 lines, from the true sums of the parts by the second route, e")
  expect_match(flat(proof), "Recomputed: 17 of 17 lines drawn up anew from 19,566 entries")
  local({
    local_wrong_sum()
    expect_false(all_tie(tie_out(page)))
  })
  expect_match(said_by(draw_up(amend(page, lines = NULL, figures = NULL, footing = NULL, show = NULL, order = NULL))),
    "take about .* each entry is a line of its own")
})

test_that("a merge that loses or doubles a part is caught", {
  page <- brief(ledger(tolls, in_parts = 3000), lines = lock, figures = c(n = count(), s = sum(toll), m = median(toll)))
  here <- asNamespace("idleledger")
  together <- here$states_together
  for (wrong in list(function(all) together(all[-length(all)]), function(all) {
    again <- all[[length(all)]]
    nodes <- here$nodes_of_figures(page)
    together(c(all, list(here$states_read(here$states_saved(again, nodes), nodes))))
  })) {
    local({
      local_in_package("states_together", wrong)
      expect_false(all_tie(tie_out(page)))
      memory_for_nothing()
      expect_false(all_tie(tie_out(page)))
    })
  }
})

test_that("what is wrong in one part only is found there, and the part is named", {
  page <- brief(ledger(dues, in_parts = 100), lines = wharf, figures = c(n = count(), s = sum(due), m = mean(tonnes),
    hi = max(due), d = last(paid_on)))
  local_in_package("fits_at_once", function(brief) FALSE)
  expect_match(paste(as.data.frame(tie_out(page))$sentence, collapse = " "),
    "Parts: each of 4 parts ties out by itself, in [0-9]+ checks: entries, conditions, keys, and figures worked again")
  for (name in c("n", "s", "m", "hi", "d")) local({
    seen <- 0
    local_spoiled("figures", function(drawn) {
      seen <<- seen + (drawn$entries$n_read == 90)
      if (seen != 3 || drawn$entries$n_read != 90) return(drawn)
      drawn$lines$columns[[name]][2] <- drawn$lines$columns[[name]][2] + 1L
      drawn
    })
    told <- differing(page)
    expect_named(told, "parts")
    first <- if (name %in% c("n", "s")) "Footing: the lines do not add up" else
      sprintf("Recomputed: .* of the cells 1 differs, first `%s` in line 2", name)
    expect_match(told, paste("Parts: 1 of 4 parts does not tie out; part 3:", first))
  })
})

test_that("sums that cancel in each part still are the exact sums of all", {
  set.seed(4)
  small <- data.frame(k = rep(c("a", "b"), 150), x = rep(c(1e16, 1, -1e16, 0.1, 3e-9, -1e16), each = 50) *
    rep(c(1, 1, -1), 100))
  small <- small[sample(300), ]
  page <- brief(ledger(small, in_parts = 50), lines = k, figures = c(s = sum(x), m = mean(x)), footing = whole())
  local_in_package("fits_at_once", function(brief) FALSE)
  expect_length(differing(page), 0)
  expect_identical(draw_up(page)$s, draw_up(brief(small, lines = k, figures = c(s = sum(x), m = mean(x)),
    footing = whole()))$s)
})
