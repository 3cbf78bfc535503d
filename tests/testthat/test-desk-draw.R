# Drawing up while a page changes: what is kept gives the statement that is drawn up anew.

skip_if_not_installed("htmltools")

test_that("what is kept between pages gives the statement that is drawn up anew", {
  desk <- idleledger:::new_desk(tolls[1:500, ], desk_tables())
  walk_at_random(desk, if (quick) 10 else 60, 7)
  for (k in seq_along(desk$steps)) {
    idleledger:::desk_step_to(desk, k)
    expect_equal(as.data.frame(desk$statement), as.data.frame(draw_up(desk$brief)))
    expect_setequal(attr(desk$statement, "idle")$notes, attr(draw_up(desk$brief), "idle")$notes)
  }
})

test_that("a change works again what comes after it, and nothing before", {
  ns <- asNamespace("idleledger")
  page <- brief(tolls, columns = c(month = start_of(passed_on, "month")), only = toll > 0, lines = lock,
    figures = c(n = count(), s = sum(toll)), order = falling(s))
  kept <- new.env()
  ns$draw_kept(page, kept)
  keys <- vapply(kept$stages, `[[`, "", "key")
  changes <- list(order = quote(s), figures = quote(c(s = sum(toll))), lines = quote(reach), only = quote(toll > 5))
  for (name in names(changes)) {
    changed <- rlang::inject(brief(tolls, columns = c(month = start_of(passed_on, "month")),
      only = !!(if (name == "only") changes$only else quote(toll > 0)),
      lines = !!(if (name == "lines") changes$lines else quote(lock)),
      figures = !!(if (name == "figures") changes$figures else quote(c(n = count(), s = sum(toll)))),
      order = !!(if (name == "order") changes$order else quote(falling(s)))))
    same <- sum(cumprod(ns$stage_keys(changed) == keys))
    expect_identical(names(ns$stage_keys(page))[same + 1], name)
    ns$draw_kept(page, kept)
    expect_equal(ns$draw_kept(changed, kept)$lines$columns$s, ns$work_brief(changed)$lines$columns$s)
  }
})
