# Sentences: one and many are told apart wherever something is counted, and a slip of the pen is told the word that was
# meant.

test_that("one entry is one entry, two are two, and none are none", {
  for (n in 0:3) {
    table <- data.frame(k = rep("a", n), x = rep(NA_real_, n))
    page <- brief(table, lines = k, figures = c(s = sum(x)))
    proof <- as.data.frame(tie_out(page))$sentence
    text <- paste(c(printed(draw_up(page)), proof, printed(look(table))), collapse = "\n")
    expect_no_match(text, "(^|[^0-9,.])1 (entries|lines|values|rows|columns|checks)\\b", info = n)
    expect_no_match(text, "\\b([02-9]|[0-9]+0) (entry|line|value|row|column|check)\\b", info = n)
  }
})

test_that("a letter too few, too many, wrong or in another place leads to the word that was meant", {
  known <- words()
  names <- Filter(function(name) grepl("^[a-z_]{5,}$", name), unique(sub("[(].*", "", known$call)))
  expect_gt(length(names), 60)
  at_hand <- list(figure = "figures", window = "beside", row = "columns", preparation = "prepare")
  for (name in names) {
    n <- nchar(name)
    slips <- c(substr(name, 1, n - 1), paste0(name, "s"), sub("(.)(.)$", "\\2\\1", name),
      paste0("x", substr(name, 2, n)))
    for (slip in setdiff(slips, names)) {
      kind <- known$kind[startsWith(known$call, paste0(name, "("))][1]
      section <- at_hand[[kind]]
      if (is.null(section) || slip %in% idleledger:::rooms_of(kind)) next
      page <- list(if (section == "prepare") call(slip, quote(toll)) else call("c", z = call(slip, quote(toll))))
      names(page) <- section
      if (section == "figures") page$lines <- quote(lock)
      message <- said_by(eval(rlang::expr(brief(tolls, !!!page))))
      expect_match(message, paste0(name, "\\b"), label = paste(slip, "->", message))
    }
  }
})

test_that("marks for thousands are those of base R, at any size, with a sign and with decimals", {
  sizes <- withr::with_seed(4, round(stats::rnorm(200) * 10^sample(0:14, 200, TRUE), sample(0:2, 200, TRUE)))
  for (x in c(0, 999, 1000, -100, -999, -1000, 123456, -123456, 999999.5, sizes)) {
    expect_identical(big_mark(x), format(x, big.mark = ",", scientific = FALSE, trim = TRUE), label = format(x))
    shown <- number_text(x, 2)
    expect_identical(as.numeric(gsub(",", "", shown, fixed = TRUE)), as.numeric(sprintf("%.2f", x)), label = shown)
    expect_match(shown, "^-?[0-9]{1,3}(,[0-9]{3})*[.][0-9]{2}$")
  }
})
