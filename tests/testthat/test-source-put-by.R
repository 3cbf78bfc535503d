# A page put by for a session of its own: read again from where it was.
test_that("a page on a file is saved with R and goes on in this session, a changed file is told", {
  path <- dues_file()
  page <- brief(ledger(path), lines = wharf, figures = c(s = sum(due)))
  store <- withr::local_tempfile(fileext = ".rds")
  saveRDS(page, store)
  again <- readRDS(store)
  expect_equal(draw_up(again)$s, draw_up(by_wharf())$dues)
  expect_true(all_tie(tie_out(again)))
})
