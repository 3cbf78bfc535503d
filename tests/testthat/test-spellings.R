# Spellings: whatever dress a name comes in, a reader takes it for the same; other names stay apart.

skip_if_not_installed("utf8")
names_of <- c("Tarn Foot", "Caf\u00e9 Lock", "O'Neill-Bank", "A/B Sluice", "Pier 7", "Pier 17", "\u00c5by", "Aby",
  "Lock A.1")

dresses <- list(
  function(x) toupper(x), function(x) tolower(x), function(x) paste0("  ", x, "\u00a0"),
  function(x) gsub(" ", " \u2003 ", x), function(x) gsub("'", "\u2019", gsub("-", "\u2013", x)),
  function(x) utf8::utf8_normalize(x), function(x) gsub("\u00e9", "e\u0301", gsub("\u00c5", "A\u030a", x)),
  function(x) chartr("AOTP", "\u0410\u039f\u0422\u0420", x), function(x) gsub("/", "\u2215", x)
)

test_that("names in any dress come together, in that of most entries, and only those", {
  table <- do.call(rbind, lapply(seq_along(names_of), function(k) {
    worn <- vapply(dresses, function(dress) idleledger:::in_unicode(dress)(names_of[k]), "")
    data.frame(name = c(rep(names_of[k], 12), worn), own = names_of[k])
  }))
  page <- brief(table, prepare = mend_keys(name), lines = name, figures = c(n = count(), kinds = count_distinct(own)))
  for (seed in 1:3) {
    got <- draw_up(amend(page, figures = c(n = count(), kinds = count_distinct(own), own = min(own))))
    expect_setequal(got$name, names_of)
    expect_identical(got$name, got$own)
    expect_true(all(got$kinds == 1))
    expect_true(all(got$n == 12 + length(dresses)))
    table <- table[withr::with_seed(seed, sample(nrow(table))), ]
  }
  mended <- as.data.frame(draw_up(brief(table, prepare = mend_keys(name))))
  again <- as.data.frame(draw_up(brief(mended, prepare = mend_keys(name))))
  expect_identical(again$name, mended$name)
  expect_true(all_tie(tie_out(page)))
})

test_that("where case is told apart, only case keeps names apart", {
  table <- data.frame(name = c("Tarn foot", "Tarn foot", "TARN FOOT", "tarn  foot", "Tarn Foot "))
  got <- draw_up(brief(table, prepare = mend_keys(name, case = FALSE), lines = name, figures = c(n = count())))
  expect_equal(sum(got$n), 5)
  expect_identical(nrow(got), 4L)
})
