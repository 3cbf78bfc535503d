# The sentence as it stands on the page.

skip_if_not_installed("htmltools")

test_that("each part is a button with its section and place, and each unused section can be taken up", {
  page <- by_wharf(only = due > 5, order = falling(dues))
  html <- answer(idleledger:::new_desk(page), do = "hello")$sentence
  for (section in c("only", "lines", "figures", "order")) {
    expect_match(html, sprintf("id=\"part-%s-1\"", section))
  }
  expect_match(html, "id=\"part-figures-2\"")
  for (section in setdiff(idleledger:::section_names(), c("only", "lines", "figures", "order"))) {
    expect_match(html, sprintf("id=\"take-%s\"", section), label = section)
  }
  expect_match(html, "From <b>.*</b>, 360 entries[.]")
})

test_that("parts switched off and at rest are told to eye and ear, and a narrowed page how to widen", {
  desk <- idleledger:::new_desk(by_wharf(order = falling(dues)))
  act(desk, "switch", list(section = "figures", index = 2))
  html <- answer(desk, do = "hello")$sentence
  expect_match(html, "class=\"part off\".*\\(switched off\\)")
  expect_match(html, "class=\"part rests\"[^>]*title=\"[^\"]*dues.*\\(rests: it does not fit now\\)")
  said <- answer(desk, do = "narrow", row = 1, column = "n")
  expect_null(said$wrong)
  expect_match(answer(desk, do = "hello")$sentence, "Narrowed to <b>wharf == .*Alder.*</b>.*data-do=\"widen\"")
})
