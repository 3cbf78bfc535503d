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
