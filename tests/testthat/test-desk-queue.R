# What waits its turn on the desk: each tab's own, in the order asked, a margin behind all else.

ns <- asNamespace("idleledger")

test_that("each tab gets all that it asked, once, in its order, its margins last", {
  for (k in seq_len(rounds(60))) {
    set.seed(k)
    tabs <- new.env()
    n <- sample(0:12, 1)
    all <- data.frame(tab = sample(c("a", "b", "c"), n, TRUE), n = seq_len(n),
      do = sample(c("margin", "add", "rows"), n, TRUE))
    for (row in seq_len(n)) {
      ns$put_in_queue(tabs, all$tab[row], list(n = all$n[row], do = all$do[row]))
      ns$put_in_queue(tabs, all$tab[row], one_of(list(NULL, "margin", 3, NA)))
    }
    gone <- sample(c("a", "none"), 1)
    ns$leave_queue(tabs, gone)
    halted <- sample(c("b", "none"), 1)
    ns$stop_in_queue(tabs, halted)
    left <- all[all$tab != gone, ]
    for (tab in sample(c("a", "b", "c"))) {
      own <- left[left$tab == tab, ]
      for (at in order(own$do == "margin")) {
        expect_identical(ns$act_waits(tabs), any(left$do != "margin"))
        asked <- ns$next_in_queue(tabs, tab)
        expect_identical(asked$n, own$n[at])
        expect_identical(isTRUE(asked$stopped), tab == halted)
        left <- left[left$n != asked$n, ]
      }
      expect_null(ns$next_in_queue(tabs, tab))
    }
    expect_false(ns$act_waits(tabs))
  }
})
