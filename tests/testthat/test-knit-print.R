# What knitr prints of pages, tie-outs, proofs and differences, and what becomes of it in documents.
skip_if_not_installed("knitr")

test_that("knitr prints pages, tie-outs, proofs and differences as tables", {
  page <- brief(tolls, lines = reach, figures = c(receipts = sum(toll)))
  theirs <- as.data.frame(draw_up(page))
  theirs$receipts[1] <- 1
  for (x in list(draw_up(page), tie_out(page), proof(page, receipts, reach == "Upper"),
    differences(page, theirs))) {
    text <- as.character(knitr::knit_print(x))
    if (!inherits(x, "idle_proof")) expect_match(text, "| :---", fixed = TRUE)
    expect_match(text, "Upper|ties|Lower")
  }
  expect_match(as.character(knitr::knit_print(tie_out(page))), "note \\\\?<1%")
})

# Each sign that means something in Markdown, HTML, LaTeX or a word processor, alone, in pairs and at the start of a
# line.
signs <- c("(23)", "(a) x", "1. one", "12) x", "a. x", "iv) x", "[a](http://x.y)", "![i](j)", "[^1]", "[1]: x",
  "$x^2$ $5",
  "a_b_c *d* **e**", "__x__", "`code`", "```", "# head", "- item", "* item", "+ item", "> quote",
    "<b>b</b> &amp; & &#40;",
  "<!-- c -->", "<https://a.b>", "x@y.zz", "@who", "-@who", "\\(23\\) \\[4\\]", "\\alpha", "\\newpage", "a\\b", "a|b",
  "| x", "~~s~~ ~u~", "10^3^", "{#id .c}", "'q' \"r\"", "a -- b --- c", "...", "% $ # _ { } ~ ^ &", "=> <= ===", "---",
  "***", ":::", ": x", "http://x.yz", "www.x.yz", "::: {.a}", "{=html}", "`r 1+1`", "\u00e9 \u2603 \u00df", "{{x}}",
    "--", "*",
  "_", "'", "\"", "\\", "&", "&lt;", "<", "(", ")", "=", "====", "Term", "a\u00a0b")

# Blanks of any kind are not looked at, nor how a reader turns quotes.
squeezed_sign <- function(text) {
  text <- gsub("\u2018|\u2019|\u02bc|`", "'", gsub("\u201c|\u201d", "\"", text))
  text <- gsub("\u2013", "--", gsub("\u2014", "---", gsub("\u2026", "...", text)))
  gsub("[[:space:]\u00a0]+", "", text)
}

test_that("every sign comes through as it is: in HTML, LaTeX, a word processor and Markdown, as R Markdown reads it", {
  skip_if(!nzchar(Sys.which("pandoc")))
  folder <- withr::local_tempdir()
  page <- brief(data.frame(k = signs, v = seq_along(signs)), title = "A title (23) [4] $5 \\(6\\)", lines = k,
    figures = c(s = max(v)), notes = "(23) of [4] cost $5 or \\(6\\), 'so' ...", order = s)
  file <- file.path(folder, "page.md")
  listed <- paste0("- ", idleledger:::markdown_text(signs), "\n")
  writeLines(c(as.character(knitr::knit_print(draw_up(page))), as.character(knitr::knit_print(tie_out(page))),
    listed), file)
  from <- "markdown+autolink_bare_uris+tex_math_single_backslash"
  through <- function(from, file, to) {
    out <- file.path(folder, paste0("out.", to))
    expect_identical(system2("pandoc", c("-f", from, shQuote(file), "-t", to, "--wrap=none", "-o", shQuote(out))), 0L)
    out
  }
  text_of <- function(from, file) paste(readLines(through(from, file, "plain"), encoding = "UTF-8"), collapse = "\n")
  html <- paste(readLines(through(from, file, "html"), encoding = "UTF-8"), collapse = "\n")
  cells <- function(tag) {
    found <- regmatches(html, gregexpr(sprintf("<%s[^>]*>(.*?)</%s>", tag, tag), html, perl = TRUE))[[1]]
    text <- gsub("<[^>]+>", "", found)
    for (sign in list(c("&lt;", "<"), c("&gt;", ">"), c("&quot;", "\""), c("&#39;", "'"), c("&amp;", "&"))) {
      text <- gsub(sign[1], sign[2], text, fixed = TRUE)
    }
    text
  }
  shown <- cells("td")
  # Of a long page the first 60 lines are shown; the list below them has all.
  expect_identical(shown[seq(1, 119, by = 2)], signs[1:60])
  expect_no_match(html, "math|citation|<em>|<code>|<a |<ol|<h[1-6]|<del>|<sup|<sub")
  items <- cells("li")
  expect_identical(utils::tail(items, length(signs)), signs)
  tex <- paste(readLines(through(from, file, "latex"), encoding = "UTF-8"), collapse = "\n")
  expect_no_match(tex, "\\\\\\(|\\\\\\[[^0-9]|\\\\emph|\\\\href|\\\\section")
  for (to in c("docx", "html")) {
    read <- text_of(to, through(from, file, to))
    for (sign in signs) expect_true(grepl(squeezed_sign(sign), squeezed_sign(read), fixed = TRUE), label = paste(to,
      sign))
  }
})
