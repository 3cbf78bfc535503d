# Texts are worked by what they say, whatever holds them: encodings, choices, texts taken from others.

texts <- c("caf\u00e9", "\u00c5ngstr\u00f6m", "", NA, "plain", "\U1F600 smile", "tab\there", "a\u0301", "\ufeffmark",
  "\u200bthin", "long " |> strrep(500))

held <- list(
  as_is = identity,
  latin = function(x) {
    known <- !is.na(iconv(x, "UTF-8", "latin1"))
    x[which(known)] <- iconv(x[which(known)], "UTF-8", "latin1")
    x
  },
  choice = factor,
  pasted = function(x) ifelse(is.na(x), NA, paste0(substr(x, 1, 2), substr(x, 3, nchar(x)))),
  twice = function(x) factor(x, levels = rev(unique(x[!is.na(x)])))
)

test_that("lines, figures and functions of texts do not see what holds them", {
  x <- rep(texts, 3)
  wanted <- NULL
  for (name in names(held)) {
    table <- data.frame(k = held[[name]](x), v = seq_along(x))
    page <- brief(table, columns = c(t = as_text(k), up = upper(as_text(k)), n = text_length(as_text(k)),
      j = joined(k, "!", sep = "")), lines = c(t, up, n, j), figures = c(s = sum(v), f = first(t),
      d = count_distinct(k)))
    got <- as.data.frame(draw_up(page))
    if (is.null(wanted)) wanted <- got
    expect_identical(got, wanted, info = name)
    expect_true(all_tie(tie_out(page)), info = name)
  }
  expect_identical(wanted$t, c(sort(unique(enc2utf8(texts)), method = "radix"), NA))
  expect_identical(wanted$n, nchar(wanted$t))
  expect_identical(wanted$up, toupper(wanted$t))
})

test_that("rows that are not there are missing, and codes without a text are missing texts", {
  from_package <- asNamespace("idleledger")
  codes <- c(2L, 0L, -1L, NA, 4L, .Machine$integer.max)
  kept <- list(2.5, 7L, TRUE, letters[2], factor("b"), as.Date("2026-02-03"))
  for (value in kept) {
    x <- c(value, value)[c(NA, 2)]
    if (is.character(x)) x <- from_package$encode_text(x)
    expect_identical(is.na(from_package$pick_rows(x, codes)), c(FALSE, rep(TRUE, 5)), info = class(value))
  }
  for (times in c(1, 5000)) {
    texts <- from_package$core_plain_text(rep(codes, times), c("a", "b", "c"))
    expect_identical(texts, rep(c("b", NA, NA, NA, NA, NA), times))
  }
})

test_that("rows may be given as whole numbers of either type, or as true and false", {
  x <- idleledger:::encode_text(letters)
  for (rows in list(c(3L, 9L, NA), c(3, 9, NA), replace(rep(FALSE, 26), c(3, 9), TRUE), integer())) {
    expect_identical(idleledger:::plain_vector(idleledger:::pick_rows(x, rows)), letters[rows])
  }
})
