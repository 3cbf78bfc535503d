# The page of a book, drawn up from the states of its postings.
skip_if_not_installed("RSQLite")
skip_if_not_installed("yaml")

test_that("a page is that of the postings until then, withdrawn ones left out, and its entries are not kept", {
  page <- by_wharf()
  book <- open_book(withr::local_tempfile(fileext = ".book"), page)
  months <- split(dues, format(dues$paid_on, "%m"))
  for (name in names(months)) post(book, months[[name]], name = name)
  expect_equal(draw_up(book)$dues, draw_up(page)$dues)
  expect_equal(draw_up(book, as_of = 2)$dues, draw_up(by_wharf(rbind(months[[1]], months[[2]])))$dues)
  withdraw(book, "02")
  expect_equal(draw_up(book)$dues, draw_up(by_wharf(rbind(months[[1]], months[[3]])))$dues)
  expect_true(all_tie(tie_out(book)))
  expect_match(said_by(ledger(book)), "A book is no ledger")
  expect_match(said_by(entries_behind(book, wharf == "Alder")), "keeps the states of its page, and no entries")
})
