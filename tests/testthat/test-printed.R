# What is printed, as it is printed: a change shows in tests/testthat/_snaps.
plain_rules <- function(lines) gsub("[\u2500\u2550]", "-", lines)

shows <- function(x, ...) {
  expect_snapshot(cat(printed(x, ...)), cran = TRUE, transform = plain_rules)
}

page <- brief(tolls,
  title = "Receipts by reach and lock", only = toll > 0, lines = c(reach, lock),
  figures = c(passages = count(), receipts = sum(toll), typical = median(toll)), footing = rollup(reach, lock),
  beside = c(of_reach = share(receipts, per = parent()), place = rank(falling(receipts), per = reach)),
  show = top(2, receipts, per = reach, others = TRUE), order = c(reach, falling(receipts)),
  layout = c(Reach = reach, Lock = lock, passages, Receipts = money(receipts), of_reach, typical),
    notes = "After refunds"
)

test_that("a brief, its statement and its tie-out", {
  shows(page)
  shows(draw_up(page), lines = 4)
  shows(tie_out(page))
})

test_that("a failing tie-out", {
  local_wrong_sum()
  shows(tie_out(brief(tolls, lines = reach, figures = c(s = sum(toll)))))
})

test_that("a proof of a figure, of a rank and of a share", {
  shows(proof(page, receipts, lock == "Tarn Foot"))
  shows(proof(page, place, lock == "Lime Kiln"))
  shows(proof(page, of_reach, lock == "Tarn Foot"))
})

test_that("a crosstab, entries behind a cell, stages and what differs", {
  abreast <- brief(tolls, lines = c(lock, paid), figures = c(s = sum(toll)), show = lock <= "Dun Weir",
    abreast = columns_of(paid, totals = "both")
  )
  shows(draw_up(abreast))
  shows(entries_behind(abreast, lock == "Coldharbour", paid == "pass"))
  shows(stages(brief(tolls, only = toll > 45, lines = lock, figures = c(n = count())), rows = 2))
  shows(differences(brief(tolls, lines = reach, figures = c(n = count())), data.frame(reach = "Lower", n = 1L)))
})

test_that("a look at a ledger, and words", {
  shows(look(tolls[1:200, ]))
  shows(words("format"))
  shows(quoted(a = sum(toll), count()))
})

test_that("help of the command line", {
  expect_snapshot(invisible(command_line("--help")), cran = TRUE)
  expect_snapshot(invisible(command_line(c("differences", "--help"))), cran = TRUE)
})
