# One value in several spellings that a reader takes for the same.
name <- "St. Mary's & Co"
named <- dues_with(text = ifelse(dues$wharf == "Alder", name, dues$wharf))
rows <- which(named$text == name)[3:4]
by_text <- function(texts) brief(dues_with(text = texts), lines = text, figures = c(n = count(), dues = sum(due)))
as_found <- by_text(named$text)

ways <- list(
  "case or spaces" = c("st. mary's & co", "ST. MARY'S & CO", " St. Mary's & Co", "St. Mary's & Co ", "St.  Mary's & Co",
    "St. Mary's\t& Co", "\nSt. Mary's & Co"),
  "letters or punctuation that look alike" = c("St.\u00a0Mary's & Co", "St. Mary\u2019s & Co", "St. M\u0430ry's & Co",
    "St. Mary's & Co\u200b"),
  "accents or forms of letters" = c("St. M\u00e0ry's & Co", "St. Mary's & \uff23o"),
  "word breaks" = c("St Mary's & Co", "St.Mary's & Co", "St-Mary's & Co", "St. Mary's and Co")
)

test_that("each way of writing a name otherwise is told with what it differs by, and a repair mends it", {
  for (way in names(ways)) for (other in ways[[way]]) {
    page <- by_text(replace(named$text, rows, other))
    expect_told("spellings", page, as_found, name = other,
      sprintf("differ only by (%s|case or spaces); the rarer spelling has 2 entries, the first in row %d", way,
        rows[1]))
    expect_equal(draw_up(apply_repair(page, "spellings"))$dues, draw_up(as_found)$dues, label = other)
  }
})

test_that("figures before which zeros may stand are one value", {
  codes <- unname(c(Alder = "7", Brook = "12", Causey = "31", Dyer = "B-44")[dues$wharf])
  expect_told("spellings", by_text(replace(codes, 9, "007")), by_text(codes), "leading zeros")
})

test_that("a letter dropped, doubled or exchanged in one entry of many is told", {
  long <- paste0(dues$wharf, "holme Quay")
  for (slip in c("Alderhome Quay", "Alderholmme Quay", "Alderhollme Quay", "Alderhomle Quay")) {
    expect_told("spellings", by_text(replace(long, 1, slip)), by_text(long), "differ only by one letter", slip)
  }
  for (other in c("Alderholme Quays", "Balderholme Quay", "Alderhulme Quay", "Alderholme Bay")) {
    expect_false("spellings" %in% findings(by_text(replace(long, 1, other)))$rule, label = other)
  }
})

test_that("the rarer spelling is the rarer one, and more than three values are counted", {
  said <- findings(by_wharf(dues_at("wharf", c(1, 5, 9), "alder")))$sentence
  expect_match(said, "the rarer spelling has 3 entries, the first in row 1", all = FALSE)
  many <- rep_len(paste("lot", letters[1:6]), 360)
  many[1:6] <- toupper(many[1:6])
  expect_told("spellings", by_text(many), by_text(rep_len(paste("lot", letters[1:6]), 360)),
    "and 3 more differ only by case")
})
