# Charts by the data of their layers, against the statement; every page with every kind; hostile text.
skip_if_not_installed("ggplot2")
withr::local_png(withr::local_tempfile(fileext = ".png", .local_envir = teardown_env()), type = "cairo",
  .local_envir = teardown_env())

built <- function(plot) ggplot2::ggplot_build(plot)$data

drawn_texts <- function(plot) {
  unlist(lapply(built(plot), function(layer) if ("label" %in% names(layer)) layer$label))
}

months <- brief(tolls, lines = c(month = start_of(passed_on, "month")), figures = c(receipts = sum(toll)))
by_lock <- brief(tolls, lines = c(reach, lock), figures = c(passages = count(), receipts = sum(toll)))

pages <- list(
  groups = brief(tolls, lines = lock, figures = c(receipts = sum(toll), passages = count())), nested = by_lock,
  crossing = brief(tolls, lines = c(lock, paid), figures = c(receipts = sum(toll))),
  many = brief(tolls, lines = passage, figures = c(receipts = sum(toll))),
  three = brief(tolls, lines = c(reach, craft, paid), figures = c(typical = median(toll))),
  dates = months, whole = brief(tolls, lines = whole(), figures = c(n = count())),
  two_years = amend(months, beside = c(before = earlier(receipts, years(1), along = month))),
  rolling = brief(brief(tolls, lines = passed_on, figures = c(receipts = sum(toll))),
    along = passed_on, beside = c(week = rolling(mean(receipts), days(7)))
  ),
  running = amend(months, along = month, beside = c(to_date = running(sum(receipts)), n = running(count()))),
  by_reach = brief(tolls, lines = c(month = start_of(passed_on, "month"), lock), figures = c(receipts = sum(toll))),
  shares = amend(by_lock, beside = c(part = share(receipts, per = reach))),
  crosstab = amend(by_lock, lines = c(lock, paid), abreast = columns_of(paid, totals = "both")),
  two_figures = amend(by_lock, abreast = reach), footed = amend(by_lock, footing = rollup(reach, lock)),
  cube = brief(tolls, lines = c(reach, paid), figures = c(n = count()), footing = cube(reach, paid)),
  top = amend(by_lock, footing = whole(), show = top(3, receipts)),
  others = amend(by_lock, show = top(2, receipts, others = TRUE)),
  ranks = amend(by_lock, beside = c(place = rank(falling(receipts), per = reach))),
  runs = brief(demo_table("levels"),
    columns = c(run = run_of(read_on, per = lock)), lines = c(lock, run),
    figures = c(from = min(read_on), upto = max(read_on), days = count())
  ),
  entries = brief(tolls), texts = brief(tolls, lines = lock, figures = c(names = listed(craft, distinct = TRUE))),
  none = brief(tolls, only = toll > 1e9, lines = lock, figures = c(receipts = sum(toll))),
  none_of_entries = brief(tolls, only = toll > 1e9), one = brief(tolls[1, ], lines = lock, figures = c(n = sum(toll)))
)
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
    for (kind in kinds) {
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

test_that("bars have the values of the statement, the largest first, in its own words", {
  statement <- draw_up(amend(pages$groups, layout = c(Lock = lock, Receipts = money(receipts, currency = "\u00a3"))))
  plot <- chart(statement)
  bars <- built(plot)[[1]]
  bars <- bars[order(bars$y, decreasing = TRUE), ]
  expect_equal(bars$x, sort(statement$receipts, decreasing = TRUE))
  expect_setequal(drawn_texts(plot), idleledger:::cell_texts(statement$receipts, list(fn = "money",
    options = list(currency = "\u00a3", digits = 2))))
  expect_match(plot$labels$subtitle, "Receipts (\u00a3) by Lock", fixed = TRUE)
  expect_match(plot$labels$alt, "The largest is Quarry Side")
  own <- chart(amend(pages$groups, order = rising(receipts)), bars(receipts))
  expect_equal(built(own)[[1]]$x[order(-built(own)[[1]]$y)], sort(statement$receipts))
})

test_that("many groups are gathered where they may be added up, and left out where not", {
  statement <- draw_up(pages$many)
  bars <- built(chart(statement, bars(receipts, most = 10)))[[1]]
  expect_equal(nrow(bars), 10)
  expect_equal(sum(bars$x), sum(tolls$toll, na.rm = TRUE))
  expect_match(chart(statement, bars(most = 10))$labels$caption, "19,951 lines are drawn as others")
  side <- chart(pages$crossing, bars(receipts, most = 4))
  expect_equal(length(unique(side$data$label)), 4)
  expect_equal(as.numeric(tapply(side$data$value, side$data$group, sum)),
    as.numeric(tapply(tolls$toll, ifelse(is.na(tolls$paid), "(missing)", tolls$paid), sum, na.rm = TRUE)))
  middle <- brief(tolls, lines = passage, figures = c(typical = median(toll)))
  plot <- chart(middle, bars(most = 10))
  expect_equal(nrow(built(plot)[[1]]), 10)
  expect_match(plot$labels$caption, "lines are not drawn; 40 lines have no typical")
})

test_that("a course has a point for each date, breaks at gaps, and draws what goes with it", {
  statement <- draw_up(pages$rolling)
  data <- chart(statement)$data
  expect_equal(sum(data$series == "receipts"), nrow(statement))
  expect_equal(sum(data$series == "week"), sum(!is.na(statement$week)))
  gaps <- sum(diff(as.integer(statement$passed_on)) > 1)
  expect_equal(length(unique(data$piece[data$series == "receipts"])), gaps + 1)
  two <- chart(pages$two_years)$data
  before <- two[two$series == "before", ]
  year <- draw_up(months)
  expect_equal(before$value, utils::head(year$receipts, -12))
  expect_setequal(unique(chart(pages$running)$data$series), c("to_date", "n"))
  each <- chart(pages$by_reach, course(receipts, most = 5))$data
  expect_equal(length(unique(each$group)), 5)
  expect_equal(sum(each$value), sum(tolls$toll, na.rm = TRUE))
})

test_that("steps lead from the parts to the total, and what is hidden is a step", {
  for (page in c("footed", "cube", "top")) {
    data <- chart(pages[[page]])$data
    n <- nrow(data)
    expect_equal(data$from[seq_len(n - 1)], c(0, data$to[seq_len(n - 2)]), info = page)
    expect_equal(data$to[n - 1], data$to[n])
  }
  expect_equal(chart(pages$footed)$data$to[4], sum(tolls$toll, na.rm = TRUE))
  expect_true("not shown" %in% chart(pages$top)$data$label)
  expect_match(said_by(chart(amend(pages$footed, figures = c(m = median(toll), n = count())), steps(m))),
    "cannot be added up")
})

test_that("cells, shares, places, runs and the spread show what the statement says", {
  statement <- draw_up(pages$crosstab)
  cells <- chart(statement, cells(receipts))$data
  inside <- cells[cells$inside, ]
  expect_equal(sum(inside$value, na.rm = TRUE), sum(tolls$toll, na.rm = TRUE))
  expect_equal(sum(cells$y == "Total"), 5)
  shares <- chart(pages$shares)$data
  expect_equal(as.numeric(tapply(shares$value, shares$group, sum)), c(1, 1, 1))
  all <- chart(brief(tolls, lines = lock, figures = c(receipts = sum(toll)), beside = c(part = share(receipts))),
    shares(cumulative = TRUE))$data
  expect_equal(max(all$reached), 1)
  ranks <- draw_up(brief(tolls, lines = craft, figures = c(m = median(toll)), beside = c(p = rank(falling(m)))))
  ties <- chart(ranks)$data
  expect_equal(sum(ties$n), nrow(ranks))
  expect_equal(ties$place, sort(unique(ranks$p)))
  runs <- chart(pages$runs)$data
  expect_equal(as.integer(sum(runs$end - runs$from)), nrow(unique(demo_table("levels")[c("lock", "read_on")])))
  plot <- chart(pages$entries, spread(toll, per = reach))
  expect_equal(sum(plot$data$n), sum(!is.na(tolls$toll)))
  own <- draw_up(brief(tolls, lines = reach, figures = c(
    low = percentile(toll, 0.1), mid = median(toll), high = percentile(toll, 0.9)
  )))
  marks <- plot$layers[[3]]$data
  expect_equal(marks[c("low", "median", "high")], as.data.frame(own)[c("low", "mid", "high")], ignore_attr = TRUE)
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
    for (kind in c("bars", "places", "shares")) {
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

test_that("a long statement is thinned and gathered before it is drawn", {
  n <- 50000
  long <- brief(data.frame(at = as.POSIXct("2025-01-01", tz = "UTC") + seq_len(n) * 60, x = sin(seq_len(n) / 500)),
    lines = at, figures = c(x = sum(x)))
  data <- chart(long)$data
  expect_lt(nrow(data), 2100)
  expect_equal(range(data$value), range(sin(seq_len(n) / 500)))
  expect_lt(nrow(chart(brief(data.frame(x = stats::rnorm(n))))$data), 100)
})

# How far two colours lie apart for an eye without one kind of cones (Machado, Oliveira and Fernandes, 2009), in CIE
# Lab.
eyes <- list(
  all = diag(3),
  no_red = c(0.152286, 1.052583, -0.204868, 0.114503, 0.786281, 0.099216, -0.003882, -0.048116, 1.051998),
  no_green = c(0.367322, 0.860646, -0.227968, 0.280085, 0.672501, 0.047413, -0.01182, 0.04294, 0.968881),
  no_blue = c(1.255528, -0.076749, -0.178779, -0.078411, 0.930809, 0.147602, 0.004733, 0.691367, 0.3039)
)

seen_by <- function(colours, eye) {
  parts <- grDevices::col2rgb(colours) / 255
  linear <- ifelse(parts <= 0.04045, parts / 12.92, ((parts + 0.055) / 1.055)^2.4)
  seen <- pmin(pmax(matrix(eyes[[eye]], 3, byrow = TRUE) %*% linear, 0), 1)
  grDevices::convertColor(t(ifelse(seen <= 0.0031308, 12.92 * seen, 1.055 * seen^(1 / 2.4) - 0.055)), "sRGB", "Lab")
}

test_that("colours are told apart in black and white and by every eye, and stand out from the paper", {
  groups <- idleledger:::colour(idleledger:::group_colours)
  for (eye in names(eyes)) expect_gt(min(dist(seen_by(groups, eye))), 12)
  expect_gt(min(diff(sort(seen_by(groups, "all")[, 1]))), 12)
  paper <- idleledger:::colour("paper")
  expect_gte(min(idleledger:::contrast(groups, paper)), 3)
  for (text in c("ink", "quiet", "brick")) expect_gte(idleledger:::contrast(idleledger:::colour(text), paper), 4.5)
  fills <- idleledger:::shades(seq(-5, 5, by = 0.1))
  expect_gte(min(idleledger:::contrast(fills, idleledger:::colour("ink"))), 4.5)
  expect_equal(idleledger:::contrast("#000000", "#FFFFFF"), 21)
})

test_that("tie-outs and differences are drawn, with what differs", {
  sound <- tie_out(pages$groups)
  plot <- chart_tie_out(sound)
  expect_equal(sum(nzchar(plot$data$mark)), length(sound$checks))
  expect_identical(chart(sound)$data, plot$data)
  theirs <- as.data.frame(draw_up(pages$groups))
  theirs$receipts[3] <- theirs$receipts[3] + 120
  theirs <- theirs[-5, ]
  off <- chart_tie_out(tie_out(pages$groups, against = theirs))
  expect_match(off$labels$subtitle, "1 differs")
  expect_true(any(grepl("difference 120", off$data$text)))
  found <- differences(pages$groups, theirs)
  steps <- chart(found)$data
  n <- nrow(steps)
  expect_equal(steps$to[c(1, n)], c(sum(theirs$receipts), sum(tolls$toll, na.rm = TRUE)))
  expect_equal(steps$to[n - 1], steps$to[n])
  expect_equal(sort(steps$value[-c(1, n)]), sort(c(-120, draw_up(pages$groups)$receipts[5])))
  expect_equal(chart(found, "passages")$data$value[1], sum(theirs$passages))
  expect_match(said_by(chart(found, "pasages")), "pasages.*passages")
  expect_match(said_by(chart(differences(data.frame(a = "x", b = "y"), data.frame(a = "x", b = "z"), match = "a"))),
    "no steps to draw")
})

test_that("plot() and autoplot() give the same picture", {
  for (x in list(pages$groups, draw_up(pages$groups), tie_out(pages$groups), differences(pages$groups, pages$groups))) {
    expect_identical(ggplot2::autoplot(x)$labels$title, chart(x)$labels$title)
    expect_s3_class(plot(x), "ggplot")
  }
})

test_that("an axis is written in the column's own format, whole numbers or not", {
  drawn <- function(layout, value) {
    plot <- chart(brief(data.frame(k = c("a", "b"), v = value), lines = k, figures = c(v = sum(v)), layout = !!layout),
      bars())
    built <- ggplot2::ggplot_build(plot)$layout$panel_params[[1]]
    texts <- c(built$x$get_labels(), built$y$get_labels())
    grep("NA|missing|^[ab]$", texts[!is.na(texts)], value = TRUE, invert = TRUE)
  }
  expect_match(drawn(quote(c(k, percent(v))), c(1, 2)), "^[0-9]+%$")
  expect_match(drawn(quote(c(k, percent(v))), c(0.104, 0.2)), "^[0-9.]+%$")
  expect_match(drawn(quote(c(k, money(v, "\u00a3"))), c(100, 200)), "^\u00a3[0-9]+$")
  expect_match(drawn(quote(c(k, money(v, "\u00a3"))), c(0.51, 0.52)), "^\u00a30([.][0-9]{2})?$")
  expect_match(drawn(quote(c(k, v)), c(1000, 2000)), "^[0-9,]+$")
})
