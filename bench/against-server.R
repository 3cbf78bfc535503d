# Random pages against a database server, 10,000 of them unless another number is given, and a third of
# them tied out: Rscript bench/against-server.R [pages] [seed]. The tests do 500 each time.
library(idleledger)
for (file in c("helper-server.R", "helper-random-sql.R")) source(file.path("tests/testthat", file))
asked <- suppressWarnings(as.integer(commandArgs(TRUE)))
n <- if (length(asked) > 0) asked[1] else 10000
seed <- if (length(asked) > 1) asked[2] else 1

one_round <- function(folder, round, n) {
  set.seed(round)
  sizes <- c(0, 1, 6, 40, 300, 2000)
  tables <- lapply(sizes, sql_table)
  at <- sample(seq_along(sizes), n, TRUE)
  pages <- lapply(at, function(k) random_page(sprintf("r%d_t%d", round, k)))
  names <- sprintf("r%d_t%d", round, seq_along(sizes))
  before <- unlist(Map(server_table, names, tables, folder))
  answers <- ask_server(folder, before, vapply(pages, `[[`, "", "sql"))
  unlist(lapply(seq_along(pages), function(k) {
    page <- rlang::inject(brief(tables[[at[k]]], !!!pages[[k]]$sections))
    wrong <- differs_from_server(draw_up(page), answers[[k]], pages[[k]])
    if (k %% 3 == 0 && !all_tie(tie_out(page))) wrong <- c(wrong, "does not tie")
    if (length(wrong)) paste(pages[[k]]$sql, "\n   ", paste(wrong, collapse = "; "))
  }))
}

main <- function() {
  folder <- local_server()
  wrong <- character()
  for (round in seq_len(ceiling(n / 500))) {
    wrong <- c(wrong, one_round(folder, seed * 1000 + round, min(500, n - 500 * (round - 1))))
    cat(sprintf("%d pages, %d differ\n", min(n, 500 * round), length(wrong)))
  }
  if (length(wrong)) cat(wrong, sep = "\n")
  quit(status = as.integer(length(wrong) > 0), save = "no")
}
main()
