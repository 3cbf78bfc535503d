# The frame of the page, which the answers fill.

skip_if_not_installed("htmltools")

test_that("every place that the script fills is in the frame once, and nothing comes from elsewhere", {
  html <- as.character(htmltools::doRenderTags(idleledger:::desk_page()))
  head <- as.character(htmltools::renderTags(idleledger:::desk_page())$head)
  script <- idleledger:::file_of_desk("desk.js")
  ids <- unique(regmatches(script, gregexpr("(?<=\\$\\(\"#)[a-z-]+(?=\"\\))", script, perl = TRUE))[[1]])
  inside <- c("scroll", "rows", "taken", "slip-title")
  for (id in setdiff(ids, inside)) {
    expect_length(gregexpr(sprintf("id=\"%s\"", id), html)[[1]], 1)
    expect_match(html, sprintf("id=\"%s\"", id), fixed = TRUE)
  }
  expect_no_match(paste(html, head), "(src|href)=\"(https?:)?//")
  expect_match(head, "name=\"referrer\" content=\"no-referrer\"")
})

test_that("everything that can be pressed is answered, by the desk or by the script", {
  desk <- idleledger:::new_desk(by_wharf(dues_at("wharf", 9, "brook ")))
  act(desk, "write", list(section = "only", text = "due > 5"))
  html <- c(as.character(htmltools::doRenderTags(idleledger:::desk_page())), html_in(answer(desk, do = "hello")),
    html_in(answer(desk, do = "margin")), html_in(answer(desk, do = "behind", row = 1, column = "n")),
    html_in(answer(desk, do = "take", as = "brief")), html_in(answer(desk, do = "open", section = "only", index = 1)))
  asked <- unique(unlist(regmatches(html, gregexpr("(?<=data-do=\")[a-z]+", html, perl = TRUE))))
  script <- idleledger:::file_of_desk("desk.js")
  by_script <- regmatches(script, gregexpr("(?<=do === \")[a-z]+", script, perl = TRUE))[[1]]
  known <- c(names(idleledger:::desk_requests), idleledger:::rooms_of("act"), by_script)
  expect_identical(setdiff(asked, known), character())
})
