# Numbers and dates that stand as text.
amounts <- sprintf("%d.%02d", 2 + seq_len(360) %% 150, seq_len(360) %% 97)
by_paid <- function(values) brief(dues_with(paid = values), lines = paid, figures = c(dues = sum(due)))
thousands <- paste0("1,", sprintf("%03d", as.integer(amounts |> as.numeric())), sub(".*[.]", ".", amounts))

forms <- list(
  plain = amounts, pounds = paste0("\u00a3", amounts), euros = paste(amounts, "EUR"), brackets = sprintf("(%s)",
    amounts),
  comma = sub(".", ",", amounts, fixed = TRUE), behind = paste0(amounts, "-"), percent = paste0(amounts, "%"),
  thousands = thousands, exponent = paste0(amounts, "e1"), some = replace(amounts, 9, "n/a"),
  words = replace(amounts, c(9, 99), "see note")
)

test_that("numbers as text are told in each form in which they are written", {
  for (form in names(forms)) expect_told("as_text", by_paid(forms[[form]]), by_paid(as.numeric(amounts)), name = form,
    "the values of `paid` are numbers written as text")
  expect_match(findings(by_paid(forms$plain))$sentence, "as_number\\(paid\\) makes numbers of them", all = FALSE)
  expect_match(findings(by_paid(forms$words))$sentence, "but for 2 values, such as \"see note\"", all = FALSE)
})

test_that("dates as text are told in each form, and those by ISO 8601 sort as they should", {
  withr::local_locale(LC_TIME = "C")
  for (way in c("%d/%m/%Y", "%d.%m.%Y", "%m-%d-%Y", "%Y/%m/%d", "%d %b %Y", "%B %d, %Y", "%d/%m/%y", "%Y.%m.%d",
    "%d-%b-%y")) {
    expect_told("as_text", by_paid(format(dues$paid_on, way)), by_paid(dues$paid_on), name = way,
      "the values of `paid` are dates written as text, such as")
  }
  expect_false("as_text" %in% findings(by_paid(format(dues$paid_on)))$rule)
})

test_that("codes are no numbers: with leading zeros, or all of one length", {
  for (codes in list(sprintf("%05d", dues$slip), as.character(dues$slip), replace(amounts, 1:72, "see note"))) {
    expect_false("as_text" %in% findings(by_paid(codes))$rule)
  }
})

test_that("the repair makes numbers of them", {
  expect_equal(sort(draw_up(apply_repair(by_paid(amounts), "as_text"))$paid), sort(unique(as.numeric(amounts))))
})
