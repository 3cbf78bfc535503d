# What is said of a query's trees: sections of a brief that one can read and write oneself.
skip_if_not_installed("RSQLite")
dues <- dues_in_text()
berths <- berths_table()

test_that("a query becomes the sections that one would have written", {
  page <- read_select("SELECT wharf, sum(due) AS dues, count(*) n FROM dues WHERE goods <> 'coal' GROUP BY wharf
    HAVING sum(due) > 100 ORDER BY dues DESC", dues = dues)
  texts <- lapply(page$sections, vapply, idleledger:::item_text, "")
  expect_identical(unname(texts$only), "goods != \"coal\"")
  expect_identical(unname(texts$lines), "wharf")
  expect_identical(unname(texts$figures), c("dues = sum(due)", "n = count()"))
  expect_identical(unname(texts$show), "dues > 100")
  expect_identical(unname(texts$order), "falling(dues)")
})

test_that("names that are words of the language, or odd, go through", {
  odd <- stats::setNames(data.frame(1:3, c("a", "b", "a")), c("select", "a \"b\" c"))
  sql <- "SELECT \"a \"\"b\"\" c\" AS \"order\", sum(\"select\") AS \"group\" FROM odd GROUP BY \"a \"\"b\"\" c\""
  page <- read_select(sql, odd = odd)
  got <- draw_up(page)
  expect_identical(as.list(got)[c("order", "group")], list(order = c("a", "b"), group = c(4, 2)))
})
