# Random pages against a database server that works the same questions in its own way; a third of them
# is tied out as well.
test_that("random pages are what a database server makes of them", {
  skip_if_not(has_server(), "no database server is installed")
  folder <- local_server()
  pages <- withr::with_seed(20, {
    tables <- lapply(c(0, 1, 6, 40, 300), sql_table)
    lapply(seq_len(rounds(750)), function(k) {
      at <- 1 + k %% length(tables)
      c(random_page(paste0("t", at)), list(table = tables[[at]]))
    })
  })
  tables <- unique(lapply(pages, `[[`, "table"))
  before <- unlist(lapply(1:5, function(k) {
    server_table(paste0("t", k), pages[[if (k == 1) 5 else k - 1]]$table, folder)
  }))
  answers <- ask_server(folder, before, vapply(pages, `[[`, "", "sql"))
  for (k in seq_along(pages)) {
    page <- rlang::inject(brief(pages[[k]]$table, !!!pages[[k]]$sections))
    label <- sprintf("page %d: %s", k, pages[[k]]$sql)
    differs <- differs_from_server(draw_up(page), answers[[k]], pages[[k]])
    expect_identical(paste(differs, collapse = "; "), "", label = label)
    if (k %% 3 == 0) expect_true(all_tie(tie_out(page)), label = label)
  }
})
