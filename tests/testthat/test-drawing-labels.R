# Names in a picture: short where they are written, whole where marks are told apart.
skip_if_not_installed("ggplot2")
local_chart_device()

test_that("short labels differ where the texts do, as far as their ends tell", {
  long <- strrep("a", 40)
  expect_identical(short_labels(c("Lime Kiln", paste0(long, "1"), paste0(long, "2"))),
    c("Lime Kiln", paste0(strrep("a", 15), "\u2026", strrep("a", 14), "1"), paste0(strrep("a", 15), "\u2026",
      strrep("a", 14), "2")))
  expect_identical(short_labels(paste0(long, "x")), paste0(strrep("a", 31), "\u2026"))
  told <- told_apart(c("b", "b", "c", "b"))
  expect_identical(anyDuplicated(told), 0L)
  expect_identical(gsub("\u200b", "", told), c("b", "b", "c", "b"))
})

# Keys that a shortened text, a join by a comma, a word of ours or a sign that is taken out would make one.
hostile_keys <- function(n) {
  pool <- c(paste0(strrep("North Western Navigation ", 3), 1:6), "Total", "(missing)", NA, "all", "and 3 others",
    "a, b",
    "a", "b, c", "a\u0001", "a\r", "x\rb", "", " ", "(others)", "Lime\nKiln", "1", "01", "\u200b")
  sample(pool, n)
}

test_that("every kind of picture has as many marks as lines, with the statement's values, on random hostile pages", {
  withr::local_seed(15)
  for (round in seq_len(rounds(40))) {
    table <- expand.grid(k = hostile_keys(sample(3:12, 1)), m = hostile_keys(sample(2:4, 1)), stringsAsFactors = FALSE)
    table <- rbind(table, table[sample(nrow(table), 3), ])
    table$x <- round(stats::rnorm(nrow(table), 50, 30), 2)
    table$d <- as.Date("2025-01-01") + 31 * (seq_len(nrow(table)) %% 7)
    one <- draw_up(brief(table, lines = k, figures = c(s = sum(x)), beside = c(r = rank(falling(s)), p = share(s))))
    two <- draw_up(brief(table, lines = c(k, m), figures = c(s = sum(x))))
    bars <- built(chart(one, bars(s, most = 100)))[[1]]
    expect_equal(sort(bars$x), sort(one$s))
    expect_identical(anyDuplicated(bars$y), 0L)
    expect_equal(nrow(built(chart(one, shares(p, most = 100)))[[1]]), nrow(one))
    places <- chart(one, places(s, most = 100))$data
    expect_equal(sum(places$n), nrow(one))
    expect_identical(anyDuplicated(as.character(places$y)), 0L)
    side <- built(chart(two, bars(s, most = 1000)))[[1]]
    expect_equal(sort(side$x), sort(two$s))
    expect_identical(anyDuplicated(side[c("PANEL", "y")]), 0L)
    table$m <- match(table$m, unique(table$m))
    table$m <- paste0(strrep("Head of a long column ", 2), table$m)
    wide <- draw_up(brief(table, lines = c(k, m), figures = c(s = sum(x)), abreast = m))
    tiles <- built(chart(wide, cells(s)))[[1]]
    expect_equal(nrow(tiles), nrow(unique(table["k"])) * nrow(unique(table["m"])))
    expect_identical(anyDuplicated(tiles[c("x", "y")]), 0L)
    steps <- chart(brief(table, lines = k, figures = c(s = sum(x)), footing = whole()), steps(s, most = 100))$data
    expect_equal(utils::head(steps$value, -1) |> sort(), sort(one$s))
    course <- chart(brief(table, lines = c(d, m), figures = c(s = sum(x))), course(s, most = 100))
    lines <- draw_up(brief(table, lines = c(d, m), figures = c(s = sum(x))))
    expect_equal(sort(course$data$value), sort(lines$s))
    expect_equal(length(unique(course$data$group)), nrow(unique(table["m"])))
  }
})

test_that("a picture that would not tie out is not drawn", {
  statement <- draw_up(brief(tolls, lines = lock, figures = c(s = sum(toll))))
  sound <- placed_bars
  put <- function(work) utils::assignInNamespace("placed_bars", work, "idleledger")
  withr::defer(put(sound))
  put(function(data, how, falling) {
    data <- sound(data, how, falling)
    data$value[3] <- 7
    data
  })
  expect_match(said_by(chart(statement, bars(s))), "would not tie out: a mark of `s` has another value")
  put(function(data, how, falling) {
    data$label[2] <- data$label[1]
    sound(data, how, falling)
  })
  expect_match(said_by(chart(statement, bars(s))), "would not tie out: 2 lines stand in one place")
})

test_that("amounts begin at zero, what does not is said, and periods look as in the table", {
  months <- data.frame(d = seq(as.Date("2025-01-01"), by = "month", length.out = 5), x = c(11786, 12000, 12100, 11900,
    12050))
  for (n in 2:5) {
    page <- brief(months[seq_len(n), ], lines = d, figures = c(s = sum(x), m = mean(x)))
    expect_identical(ggplot2::ggplot_build(chart(page, course(s)))$layout$panel_params[[1]]$y.range[1] <= 0, TRUE)
    expect_match(chart(page, course(m))$labels$caption, "the axis does not begin at zero")
    expect_no_match(chart(page, course(s))$labels$caption, "axis")
  }
  quarters <- brief(tolls, lines = c(q = start_of(passed_on, "quarter")), figures = c(s = sum(toll)))
  shown <- ggplot2::ggplot_build(chart(quarters))$layout$panel_params[[1]]$x$get_labels()
  expect_match(shown, "^20[0-9]{2} Q[1-4]$")
})
