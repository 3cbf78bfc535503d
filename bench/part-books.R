# Books: 100,000 entries posted to a book of a million lines and the page drawn up; states saved and loaded.
ours <- asNamespace("idleledger")

book_entries <- function(n, seed, customers = 1e6) {
  set.seed(seed)
  data.frame(customer = as.double(sample.int(customers, n, TRUE)), amount = round(rlnorm(n, 3, 1), 2))
}

page_of_book <- function(table) {
  brief(table, lines = customer, figures = c(n = count(), s = sum(amount), m = mean(amount)))
}

million <- data.frame(customer = as.double(1:1e6), amount = round(rlnorm(1e6, 3, 1), 2))
groups <- ours$core_group(list(million$customer), 1e6)
page <- page_of_book(million)
states <- ours$states_of_groups(ours$nodes_of_figures(page), groups, ours$entries_table(ours$open_page(page)),
  million["customer"], identity)
saved <- ours$core_states_save(states$sums)
times <- alternating(save = ours$core_states_save(states$sums), load = ours$core_states_load(saved), rounds = 5)
say("1 million states saved and loaded, seconds", stats::median(times[, "save"] + times[, "load"]), 0.3, unit = "s")
say("bytes a line, of sum, mean and count", length(saved) / 1e6, 64, unit = "bytes")

book <- open_book(tempfile(fileext = ".book"), page)
post(book, million, name = "start")
rounds <- 8
took <- vapply(seq_len(rounds), function(k) {
  part <- book_entries(1e5, k)
  c(post = system.time(post(book, part, name = paste("part", k)))[["elapsed"]],
    draw = system.time(draw_up(book))[["elapsed"]])
}, numeric(2))
print(round(took, 2))
say("post 100,000 to 1 million lines and draw up, seconds", stats::median(colSums(took)), 0.5, unit = "s")
say("the last of it to the first", sum(took[, rounds]) / sum(took[, 1]), 1.2)
