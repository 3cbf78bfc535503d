# Every name is known, every function is one of ours, and what is said of others leads on.
columns <- function(expr, ...) rlang::inject(brief(dues, columns = c(x = !!expr), ...))

test_that("names and functions that are not there are told with the nearest that are", {
  expect_stops(list(
    list(quote(c(due, slip) * 2), "c\\(\\) holds several things, and one is meant here"),
    list(quote(du), "there is no column `du`. Did you mean `due`"),
    list(quote(zzz), "there is no column `zzz`. The columns here are"),
    list(quote(squart(due)), "there is no function `squart` in a brief.*words\\(\\) lists all"),
    list(quote(system("ls")), "there is no function `system` in a brief"),
    list(quote(base::sum(due)), "there is no function `base::sum`"),
    list(quote((function(x) x)(due)), "there is no function"), list(quote(dues$due), "there is no function `\\$`"),
    list(quote(due[1]), "there is no function `\\[`"), list(quote(given()),
      "given\\(\\) takes one name: given\\(month\\)"),
    list(quote(given(a, b)), "takes one name"), list(c(1, 2), "takes one value, and this is 2 values"),
    list(quote(toupper(due, wharf)), "toupper")
  ), columns)
})

test_that("a column of the entries that a line does not determine is told with a figure that does", {
  figures <- function(expr) rlang::inject(brief(dues, lines = wharf, figures = c(x = !!expr)))
  expect_match(said_by(figures(quote(goods))),
    "`goods` has no single value per line.*first\\(goods\\), or make it a key")
  expect_match(said_by(figures(quote(due))), "`due` has no single value per line.*sum\\(due\\)")
  expect_identical(draw_up(figures(quote(first(goods))))$x,
    unname(c(dues$goods[match(sort(unique(dues$wharf)), dues$wharf)])))
})

test_that("brackets, signs and chains of any length are what R makes of them", {
  long <- Reduce(function(a, b) call("+", a, b), rep(list(quote(due)), 3000))
  expect_equal(draw_up(columns(long))$x, 3000 * dues$due, tolerance = 1e-12)
  for (expr in list(quote(-(due + 1) * 2), quote((due)), quote(-due^2), quote(due - -3),
    quote(!(due > 5) | due > 20))) {
    expect_equal(draw_up(columns(expr))$x, eval(expr, dues), label = deparse1(expr))
  }
})

test_that("a value of R's is taken as one, and a column of its name wins", {
  least <- 20
  expect_identical(draw_up(brief(dues, columns = c(x = due > least)))$x, dues$due > 20)
  due <- 5
  page <- brief(dues, columns = c(x = due * 2))
  expect_identical(draw_up(page)$x, dues$due * 2)
  expect_match(flat(draw_up(page)), "`due` is a column and also a variable outside")
  last <- as.Date("2025-01-31")
  expect_identical(draw_up(brief(dues, columns = c(x = paid_on > last)))$x, dues$paid_on > last)
  midnight <- as.POSIXlt("2025-01-31", tz = "UTC")
  expect_identical(draw_up(brief(dues, columns = c(x = paid_on > midnight)))$x, dues$paid_on > last)
})
