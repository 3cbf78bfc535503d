# The items of a section: named expressions, conditions, words.
test_that("a condition has no name, and is a yes or no", {
  expect_match(said_by(brief(dues, only = c(wharf = "Brook"))),
    "a condition has no name, and this one is called `wharf`.*two equals signs: wharf == \"Brook\"")
  expect_match(said_by(brief(dues, only = due)),
    "`only` takes a condition, and `due` is a number.*Write a comparison, such as due == ")
  expect_match(said_by(brief(dues, only = "Brook")), "`only` takes a condition")
})

test_that("columns, figures and keys need names, each once", {
  expect_match(said_by(brief(dues, columns = due * 2)), "`due \\* 2` needs a name.*columns = c\\(a_name = due \\* 2\\)")
  expect_match(said_by(brief(dues, lines = wharf, figures = sum(due))), "`sum\\(due\\)` needs a name")
  expect_match(said_by(brief(dues, lines = year(paid_on))), "the key `year\\(paid_on\\)` needs a name")
  expect_match(said_by(brief(dues, lines = "wharf")), "The column `wharf` is written without quotes")
  expect_match(said_by(brief(dues, columns = c(x = due, x = tonnes))), "the name `x` is given twice")
  expect_match(said_by(brief(dues, lines = wharf, figures = c(n = count(), n = sum(due)))), "`n` is given twice")
})

test_that("later names use earlier ones, and not the other way", {
  page <- brief(dues, columns = c(a = due * 2, b = a + 1))
  expect_equal(draw_up(page)$b, dues$due * 2 + 1)
  expect_match(said_by(brief(dues, columns = c(b = a + 1, a = due * 2))), "there is no column `a`")
})

test_that("a title and notes are text in quotes", {
  for (wrong in list(quote(wharf), 3, quote(paste("a", wharf)), NULL)) {
    if (is.null(wrong)) next
    expect_match(said_by(rlang::inject(by_wharf(title = !!wrong))), "the title is text in quotes|title",
      label = format(wrong))
  }
  expect_match(flat(draw_up(by_wharf(title = "Dues of the quarter", notes = c("First", "Second")))),
    "^Dues of the quarter.*First.*Second")
})
