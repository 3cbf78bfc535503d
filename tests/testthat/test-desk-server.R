# The desk as a local page: who is answered, and by which desk.

skip_if_not_installed("shiny")
ns <- asNamespace("idleledger")

test_that("only who knows the key is answered, and only under the name of this machine", {
  key <- ns$random_key()
  expect_true(ns$knows_token(paste0("?key=", key), key))
  for (query in list("", "?key=", paste0("?key=", substr(key, 1, 31)), paste0("?KEY=", key), paste0("?key=", key, "0"),
    NULL, NA, 3, c("?key=a", "?key=b"))) expect_false(isTRUE(ns$knows_token(query, key)), label = deparse(query))
  for (host in c("127.0.0.1", "127.0.0.1:4321", "localhost:80", "[::1]:9")) expect_true(ns$is_local_host(host))
  for (host in list("127.0.0.2", "localhost.evil.example", "evil.example:80", "127.0.0.1.evil.example",
    "127.0.0.1:80:1",
    "", NULL, NA_character_, "127x0x0x1")) expect_false(isTRUE(ns$is_local_host(host)), label = deparse(host))
})

test_that("keys are from chance, whatever seed is set, and leave the seed alone", {
  keys <- vapply(1:20, function(k) withr::with_seed(1, ns$random_key()), "")
  expect_identical(anyDuplicated(keys), 0L)
  expect_match(keys, "^[0-9a-f]{32}$")
  expect_identical(withr::with_seed(1, {
    ns$random_key()
    runif(1)
  }), withr::with_seed(1, runif(1)))
})

test_that("a tab finds its own desk again, and a copied tab goes its own way", {
  first <- ns$new_desk(dues)
  tabs <- list2env(list(desks = list(), live = character(), last = first), parent = emptyenv())
  mine <- new.env()
  own <- ns$desk_of_tab(tabs, NULL, first, mine)
  act(own, "write", list(section = "lines", text = "wharf"))
  expect_identical(first$brief$sections$lines, NULL)
  copy <- new.env()
  other <- ns$desk_of_tab(tabs, mine$tab, first, copy)
  expect_false(identical(copy$tab, mine$tab))
  expect_identical(other$brief, own$brief)
  act(other, "write", list(section = "figures", text = "n = count()"))
  expect_null(own$brief$sections$figures)
  tabs$live <- setdiff(tabs$live, mine$tab)
  again <- new.env()
  expect_identical(ns$desk_of_tab(tabs, mine$tab, first, again), own)
  expect_identical(again$tab, mine$tab)
})
