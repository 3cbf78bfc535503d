# What stands around every chart.
skip_if_not_installed("ggplot2")
local_chart_device()
pages <- chart_pages()

test_that("title, what is shown in which unit, source, what was left out and why the kind was chosen are said", {
  page <- brief(tolls, title = "Receipts of the Cut", only = toll > 0, lines = lock, figures = c(receipts = sum(toll)),
    layout = c(lock, Receipts = money(receipts, currency = "\u00a3")), show = top(3, receipts))
  plot <- chart(page, why = TRUE)
  expect_identical(plot$labels$title, "Receipts of the Cut")
  expect_match(plot$labels$subtitle, "^Receipts \\(\u00a3\\) by lock")
  left <- format(sum(!(tolls$toll > 0) %in% TRUE), big.mark = ",")
  expect_match(gsub("\\s+", " ", plot$labels$caption),
    sprintf("Source: .*, 1?[0-9],?[0-9]{3} entries \\(%s left out\\); as drawn up .*hidden by the page", left))
  expect_match(plot$labels$caption, "Drawn as bars\\(\\): ")
  expect_match(plot$labels$alt, "The largest is .*; the smallest ")
})

test_that("dates on an axis are years, months or days, as all of them are, with their zeros", {
  ns <- asNamespace("idleledger")
  expect_identical(ns$date_texts(as.Date(c("2024-01-01", NA, "2026-01-01"))), c("2024", NA, "2026"))
  expect_identical(ns$date_texts(as.Date(c("2024-01-01", "2024-02-01"))), c("2024-01", "2024-02"))
  expect_identical(ns$date_texts(as.Date(c("2024-01-01", "2024-02-11"))), c("2024-01-01", "2024-02-11"))
  expect_identical(ns$date_texts(as.POSIXct(c("2024-01-01 00:00", "2024-01-01 06:00"), tz = "UTC")),
    c("2024-01-01", "2024-01-01 06:00"))
  expect_identical(ns$date_texts(as.Date(c("0900-01-01", "0900-02-11"))), c("0900-01-01", "0900-02-11"))
})
