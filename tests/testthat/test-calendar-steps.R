# Calendars: each step between the first day and the last is there once, filled or not, for each group and any unit.

test_that("what is filled is what a calendar of base R has, and makes one unbroken run", {
  for (seed in 1:5) {
    table <- withr::with_seed(seed, data.frame(
      day = as.Date("2023-11-28") + sample(700, 40), g = sample(c("a", "b"), 40, TRUE), x = 1
    ))
    for (unit in c("day", "week", "month", "quarter", "year")) {
      page <- eval(bquote(brief(table, prepare = fill_calendar(day, step = .(unit), per = g), columns = c(
        step = start_of(day, .(unit))), lines = c(g, step), figures = c(n = count(x)))))
      got <- as.data.frame(draw_up(page))
      starts <- as.Date(cut(table$day, unit, start.on.monday = TRUE))
      if (unit == "day") starts <- table$day
      for (g in c("a", "b")) {
        own <- starts[table$g == g]
        wanted <- seq(min(own), max(own), by = unit)
        here <- got[got$g == g, ]
        expect_equal(here$step, wanted, info = paste(seed, unit, g))
        counts <- table(factor(as.character(own), as.character(wanted)))
        expect_equal(here$n, unname(c(counts)), info = paste(seed, unit))
      }
    }
  }
})
