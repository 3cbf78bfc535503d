# The slip beside a part: its choices, its blanks, its name, and what can be done to it.

skip_if_not_installed("htmltools")

slip <- function(desk, ...) answer(desk, do = "open", ...)$slip

test_that("a section to be taken up shows its choices in groups, each with its key, and a field for an expression", {
  desk <- idleledger:::new_desk(by_wharf())
  for (section in idleledger:::section_names()) {
    html <- slip(desk, section = section)
    expect_match(html, sprintf("class=\"slip-page\" data-section=\"%s\"", section))
    expect_match(html, "data-do=\"choose\"|class=\"quiet\"|class=\"slip-page\"", label = section)
    expect_match(html, "<summary>As an expression</summary>", label = section)
    keys <- regmatches(html, gregexpr("data-key=\"[^\"]*\"", html))[[1]]
    expect_identical(anyDuplicated(keys), 0L, label = section)
  }
  bare <- slip(idleledger:::new_desk(brief(dues, lines = whole())), section = "footing")
  expect_match(bare, "There is nothing to choose")
})

test_that("a part shows its words, a field for each blank, its name and its deeds", {
  desk <- idleledger:::new_desk(by_wharf(only = due > 5, lines = NULL, figures = NULL) |> try(silent = TRUE) |>
    (\(x) if (inherits(x, "try-error")) by_wharf(only = due > 5) else x)())
  only <- slip(desk, section = "only", index = 1)
  for (deed in c("switch", "move", "drop", "fill", "close")) {
    expect_match(only, sprintf("data-do=\"%s\"", deed), label = deed)
  }
  expect_match(only, "value=\"5\"")
  figure <- slip(desk, section = "figures", index = 2)
  expect_match(figure, "data-do=\"rename\".*|.*value=\"dues\"")
  expect_match(slip(desk, section = "figures", index = 2, ways = TRUE), "class=\"choices\"")
  expect_match(answer(desk, do = "open", section = "figures", index = 9)$wrong, "no such part of the sentence")
})

test_that("a part that rests says why, and one that is written by hand stands as its expression", {
  desk <- idleledger:::new_desk(by_wharf(order = falling(dues)))
  act(desk, "switch", list(section = "figures", index = 2))
  expect_match(slip(desk, section = "order", index = 1), "This part rests: .*dues")
  act(desk, "write", list(section = "only", text = "due * 2 > tonnes + 1"))
  expect_match(slip(desk, section = "only", index = 1), "due \\* 2 &gt; tonnes \\+ 1</textarea>")
})
