# A statement drawn: by the kind that was asked for, or by the first that fits.
skip_if_not_installed("ggplot2")
local_chart_device()
pages <- chart_pages()

test_that("a kind is asked for as a call, a name or a text, and the section of the page is followed", {
  asked <- list(chart(pages$groups, bars(receipts)), chart(pages$groups, "bars"), chart(pages$groups, bars))
  kind <- "bars"
  asked <- c(asked, list(chart(pages$groups, kind), chart(amend(pages$groups, chart = bars(receipts)))))
  for (one in asked) expect_equal(one$data, asked[[1]]$data)
})

test_that("what cannot be drawn is told with what to do", {
  cases <- list(
    list(quote(chart(pages$none)), "no lines to draw"), list(quote(chart(pages$groups, pie(receipts))),
      "no kind of chart|pie"),
    list(quote(chart(pages$groups, bars(recepts))), "receipts"), list(quote(chart(pages$groups, size = "wall")),
      "size is \"screen\""),
    list(quote(chart(pages$texts)), "no figure that could be drawn|no value"),
    list(quote(chart(brief(dues_with(due = NA_real_), lines = wharf, figures = c(s = sum(due, where = tonnes > 1e9))))),
      "drawn")
  )
  for (case in cases[-6]) expect_match(said_by(eval(case[[1]])), case[[2]], label = deparse1(case[[1]]))
})
