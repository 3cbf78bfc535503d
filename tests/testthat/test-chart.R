# Charts by the data of their layers, against the statement; every page with every kind; hostile text.
skip_if_not_installed("ggplot2")
local_chart_device()
pages <- chart_pages()
kinds <- idleledger:::rooms_of("chart")

test_that("every page is drawn by the kind that fits it, or is told why not", {
  chosen <- vapply(pages, function(page) {
    statement <- draw_up(page)
    tryCatch(idleledger:::fitting_kind(idleledger:::picture_of(statement))$kind, idle_no_chart = function(e) "none")
  }, "")
  expect_identical(chosen, c(
    groups = "bars", nested = "bars", crossing = "bars", many = "bars", three = "bars", dates = "course",
    whole = "bars", two_years = "course", rolling = "course", running = "course", by_reach = "course",
    shares = "shares", crosstab = "cells", two_figures = "cells", footed = "steps", cube = "steps", top = "steps",
    others = "bars", ranks = "places", runs = "runs", entries = "spread", texts = "none", none = "bars",
    none_of_entries = "spread", one = "bars"
  ))
})

test_that("every kind asked of every page is a picture or an error that says what to do", {
  for (page in names(pages)) {
    statement <- draw_up(pages[[page]])
    for (kind in in_turn(match(page, names(pages)), 4, kinds)) {
      plot <- tryCatch(chart(statement, !!as.name(kind), why = TRUE), idle_error = function(e) e)
      if (inherits(plot, "idle_error")) {
        expect_gt(length(plot$said), 0)
        next
      }
      expect_s3_class(plot, "ggplot")
      expect_no_error(ggplot2::ggplot_gtable(ggplot2::ggplot_build(plot)))
      expect_match(plot$labels$caption, "^Source: .*as drawn up \\d{4}-\\d\\d-\\d\\d", label = paste(page, kind))
      expect_match(plot$labels$caption, sprintf("Drawn as %s\\(\\): it was asked for.", kind))
    }
  }
})

test_that("the section chart says what is drawn, in R, in a file, and in words", {
  page <- brief(ledger(demo_table("tolls", as = "path")), lines = lock,
    figures = c(receipts = sum(toll), passages = count()), chart = bars(passages, most = 4))
  expect_equal(nrow(built(chart(page))[[1]]), 4)
  expect_match(flat(page), "Draw bars(passages, most = 4)", fixed = TRUE)
  path <- withr::local_tempfile(fileext = ".yaml")
  write_brief(page, path)
  expect_equal(chart(read_brief(path, outside = TRUE))$data$value, chart(page)$data$value)
  html <- withr::local_tempfile(fileext = ".html")
  write_statement(page, html)
  expect_match(readLines(html), "<img src=\"data:image/svg.*alt=\"A chart of passages by lock: bars", all = FALSE)
  for (kind in kinds) expect_no_error(amend(if (kind == "cells") pages$crosstab else pages$ranks,
    chart = !!as.name(kind)))
  expect_match(said_by(amend(page, chart = bras(passages))), "no kind of chart `bras`.*bars")
  expect_match(said_by(chart(page, "a/b.png")), "no kind of chart .a/b.png.*ggsave\\(\"a/b.png\", chart\\(page\\)\\)")
  expect_match(said_by(amend(page, chart = c(bars(), shares()))), "one picture")
  expect_match(said_by(amend(page, chart = bars(passagse))), "passagse.*passages")
  expect_match(said_by(amend(page, chart = bars(lock))), "number")
  expect_match(said_by(amend(page, chart = bars(most = 1))), "`most` takes a number from 2")
  expect_match(said_by(amend(page, chart = shares(cumulative = 3))), "yes or no")
  expect_match(said_by(chart(page, shares())), "nothing that shares\\(\\) could draw")
  expect_match(said_by(chart(pages$texts)), "no figure that could be drawn")
  expect_match(said_by(chart(pages$none)), "no lines to draw")
  expect_match(said_by(chart(pages$groups, places(receipts))), "no ranks")
  expect_match(said_by(chart(pages$groups, runs())), "could draw")
  expect_match(said_by(chart(1:3)), "takes a statement, a brief")
  expect_match(said_by(chart(page, size = "poster")), "size is .*poster")
  expect_s3_class(chart(page, "bars"), "ggplot")
})

test_that("names and values of any kind are drawn as text and nothing else", {
  hostile <- c("<script>alert(1)</script>", "\u202e\u05d0\u05d1", strrep("long ", 300), "a\u001b[31mred", "a\r\nb",
    "", NA,
    "=1+1", "%s %d", "{x}", "\\n", "a\u0301", "\U1F600", "Total", "(missing)", "and 3 others")
  table <- data.frame(name = hostile, group = rev(hostile), value = seq_along(hostile) - 4)
  names(table)[3] <- "odd `name` <b>"
  table$value <- c(Inf, -Inf, NaN, NA, 1e300, -1e300, 1e-300, 0, rep(5, 8))
  for (per in c("name", "group")) {
    figure <- c(name = "odd `name` <b>", group = "value")[[per]]
    page <- brief(table, lines = c(name, group), figures = c(f = sum(!!as.name(figure))), title = !!hostile[1],
      beside = c(p = rank(f), s = share(f)))
    for (kind in if (per == "name") "bars" else c("places", "shares")) {
      plot <- tryCatch(chart(page, !!rlang::call2(kind, per = as.name(per))), idle_no_chart = function(e) NULL)
      if (kind != "shares") expect_false(is.null(plot))
      if (is.null(plot)) next
      expect_no_error(ggplot2::ggplot_gtable(ggplot2::ggplot_build(plot)))
      drawn <- c(drawn_texts(plot), plot$data$label, plot$data$group, unlist(plot$labels[c("title", "subtitle")]))
      expect_false(any(grepl("[\u001b\r\u202e]", drawn)), info = kind)
    }
  }
  expect_no_error(ggplot2::ggplot_gtable(ggplot2::ggplot_build(chart(brief(table), spread(value, per = name)))))
})

test_that("plot() and autoplot() give the same picture", {
  for (x in list(pages$groups, draw_up(pages$groups), tie_out(pages$groups), differences(pages$groups, pages$groups))) {
    expect_identical(ggplot2::autoplot(x)$labels$title, chart(x)$labels$title)
    expect_s3_class(plot(x), "ggplot")
  }
})
