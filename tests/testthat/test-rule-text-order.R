# Orders that are those of text where another is meant.
by_label <- function(labels, levels = NULL) {
  k <- labels[1 + dues$slip %% length(labels)]
  brief(dues_with(k = if (is.null(levels)) k else factor(k, levels)), lines = k, figures = c(dues = sum(due)))
}
labels <- list(
  months = month.name, short = month.abb, weeks = paste("Week", 1:12), lots = paste0("lot ", 1:30, "b"),
  days = c("Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"),
  quarters = c("Q3 2023", "Q4 2023", "Q1 2024", "Q2 2024"), dated = c("Nov 2024", "Dec 2024", "Jan 2025", "Feb 2025"),
  mixed = c("11/2024", "12/2024", "01/2025", "02/2025"), scale = c("low", "medium", "high"),
  sizes = c("xs", "s", "m", "l", "xl"), ranges = c("0-5", "5-10", "10-20", "20-50", "50+")
)

test_that("each kind of text with an order of its own is told with two that are the wrong way round", {
  for (name in names(labels)) {
    texts <- sort(labels[[name]], method = "radix")
    place <- match(texts, labels[[name]])
    first <- which(diff(place) < 0)[1]
    expect_told("text_order", by_label(labels[[name]]), by_label(labels[[name]], labels[[name]]), name = name,
      paste0("`k` in the order of text, and \"", gsub("([+])", "\\\\\\1", texts[first]), "\" comes before \"",
        gsub("([+])", "\\\\\\1", texts[first + 1]), "\"; "))
  }
})

test_that("dates with the year last are told as dates that are text, and by their order", {
  said <- findings(by_label(c("31/12/2024", "01/01/2025", "02/01/2025")))
  expect_match(said$sentence[said$rule == "text_order"],
    "\"02/01/2025\" comes before \"31/12/2024\"; make dates of them")
  expect_true("as_text" %in% said$rule)
})

test_that("a window along such texts is told too", {
  page <- function(k) {
    brief(dues_with(k = k), lines = k, figures = c(s = sum(due)), beside = c(r = running(sum(s),
      along = k)))
  }
  said <- findings(page(paste("Week", 1 + dues$slip %% 12)))$sentence
  expect_match(said, "`r` goes along `k` in the order of text, and \"Week 12\" comes before \"Week 2\"", all = FALSE)
  expect_clean(page(sprintf("Week %02d", 1 + dues$slip %% 12)))
})

test_that("texts that stand in their order, and words that only look like some, are left alone", {
  for (texts in list(c("Week 1", "Week 2", "Week 3"), sprintf("lot %03d", 1:30), c("2024-01", "2024-02"),
    c("May", "Weston", "June"), c("low", "high", "lime"), c("A1", "B2", "C3"))) {
    expect_false("text_order" %in% findings(by_label(texts))$rule, label = texts[1])
  }
})
