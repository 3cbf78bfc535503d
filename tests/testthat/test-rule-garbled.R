# Texts that were read in a wrong encoding, or carry marks of another format.
marks <- c("Caf\u00c3\u00a9", "Brook &amp; Co", "Br\ufffdok", "Brook\001", "don\u00e2\u20ac\u2122t", "lime%20sand",
  "a&#39;b",
  "x&nbsp;y", "\u00c2\u00a35")

test_that("each kind of mark is told with its column, its texts and its row", {
  for (text in marks) expect_told("garbled", by_wharf(dues_at("wharf", c(2, 6), text)), by_wharf(),
    "`wharf` has 1 text that was read in a wrong encoding or holds marks of another format, such as .* in row 2",
    make.names(text))
  expect_told("garbled", by_wharf(dues_at("wharf", c(2, 6), marks[2:3])), by_wharf(),
    "2 texts that were .* or hold marks")
})

test_that("an ampersand, a per cent and letters with accents are what they are", {
  for (text in c("Brook & Co", "100% wool", "Caf\u00e9", "\u00c3lesund", "R&D; tea", "\u20ac 5")) {
    expect_false("garbled" %in% findings(by_wharf(dues_at("wharf", 1:90 * 4, text)))$rule, label = text)
  }
})
