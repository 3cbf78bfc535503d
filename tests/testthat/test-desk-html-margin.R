# The margin: whether the page ties, what is found on it, and what would mend it.

skip_if_not_installed("htmltools")

margin <- function(page) answer(idleledger:::new_desk(page), do = "margin")$margin

test_that("a page that ties says so, and its checks are listed behind a summary", {
  html <- margin(by_wharf())
  checks <- as.data.frame(tie_out(by_wharf()))
  expect_match(html, sprintf("%d checks that tie", sum(checks$status == "ties")))
  expect_no_match(html, "class=\"findings\"")
})

test_that("findings stand worst first, each with its weight, its repair and a way to accept it", {
  dirty <- rbind(dues_at("wharf", 9, "brook "), dues[7, ])
  html <- margin(by_wharf(dirty))
  found <- regmatches(html, gregexpr("<li class=\"note\">.*?</li>", html))[[1]]
  expect_length(found, sum(findings(by_wharf(dirty))$status == "note"))
  expect_match(found, "Mend it: <code>strike_duplicates\\(\\)</code>|Mend it: .*prepare.*strike_duplicates",
    all = FALSE)
  expect_match(found, "Mend it: .*mend_keys\\(wharf\\)", all = FALSE)
  expect_match(found, "data-do=\"accept\"", all = FALSE)
  expect_match(html, "class=\"weight\">&lt;1%|class=\"weight\">[0-9]+%")
})

test_that("what was accepted is counted apart, and what differs stands as that", {
  accepted <- by_wharf(rbind(dues, dues[7, ]), notes = accept("copies", because = "two boats"))
  expect_match(margin(accepted), "1 accepted")
  expect_match(margin(by_wharf(control = c(dues = 1))), "1 differs|Does not tie out|DIFFERS")
})
