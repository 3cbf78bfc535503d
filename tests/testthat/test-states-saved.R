# States as bytes and back: what is damaged is told, and what is whole comes back to the bit.
ns <- asNamespace("idleledger")
table <- random_table(200, 97)
page <- brief(ledger(table, in_parts = 60), lines = c(word, day),
  figures = c(n = count(), s = sum(amount), q = median(part), l = listed(choice), f = first(big),
  d = count_distinct(word, flag)))
states <- ns$work_brief(page)$lines$groups
nodes <- ns$nodes_of_figures(page)

in_any_order <- function(x) sort(as.character(ns$plain_vector(x)), na.last = TRUE)

test_that("what is saved comes back to the bit", {
  saved <- ns$states_saved(states, nodes)
  back <- ns$states_read(saved, nodes)
  here <- ns$finished_states(nodes, states)$values
  there <- ns$finished_states(nodes, back)$values
  for (name in names(here)) expect_identical(in_any_order(there[[name]]), in_any_order(here[[name]]))
})

test_that("a byte that is flipped is told, or changes nothing", {
  saved <- ns$states_saved(states, nodes)
  raws <- which(vapply(saved, is.raw, TRUE))
  expect_gt(length(raws) + is.raw(saved), 0)
  here <- ns$finished_states(nodes, states)$values
  for (seed in seq_len(rounds(60))) {
    broken <- saved
    bytes <- if (is.raw(saved)) saved else saved[[raws[1 + seed %% length(raws)]]]
    at <- withr::with_seed(seed, sample(length(bytes), 1))
    bytes[at] <- xor(bytes[at], as.raw(2^(seed %% 8)))
    if (is.raw(saved)) broken <- bytes else broken[[raws[1 + seed %% length(raws)]]] <- bytes
    found <- tryCatch(ns$finished_states(nodes, ns$states_read(broken, nodes))$values,
      idle_bad_state = function(e) NULL)
    if (!is.null(found)) expect_identical(lapply(found, in_any_order), lapply(here, in_any_order))
  }
})
