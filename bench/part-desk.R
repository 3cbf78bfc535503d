# What the desk answers within, of 1 and of 10 million entries: one change each, from the page before.
desk_table <- function(n) {
  set.seed(1)
  data.frame(
    id = seq_len(n), day = as.Date("2020-01-01") + sample.int(1500, n, TRUE),
    shop = sample(sprintf("shop %03d", 1:200), n, TRUE), kind = sample(c("a", "b", "c", "d"), n, TRUE),
    amount = round(rlnorm(n, 3, 1), 2), qty = sample.int(50, n, TRUE)
  )
}

time_desk <- function(n) {
  ours <- asNamespace("idleledger")
  desk <- ours$new_desk(ledger(desk_table(n), "sales"))
  ask <- function(...) {
    took <- system.time(found <- ours$desk_answer(desk, list(...)))[["elapsed"]]
    if (!is.null(found$wrong)) stop(found$wrong)
    took
  }
  put <- function(section, text) ask(do = "write", section = section, text = text)
  slip <- ask(do = "open", section = "lines")
  took <- c(
    "open a slip, its columns not looked at before" = slip, "a key" = put("lines", "shop"),
    "a second key" = put("lines", "kind"), "a sum" = put("figures", "receipts = sum(amount)"),
    "a count" = put("figures", "n = count()"), "a median" = put("figures", "typical = median(amount)"),
    "a share" = put("beside", "share = share(receipts)"), "subtotals" = put("footing", "rollup(shop, kind)"),
    "a place" = put("beside", "place = rank(falling(receipts), per = shop)"),
    "an order" = ask(do = "sort", column = "receipts"), "the top three" = put("show", "top(3, receipts, per = shop)"),
    "a figure switched off" = ask(do = "switch", section = "figures", index = 3),
    "a condition" = put("only", "amount > 10"), "a step back" = ask(do = "back"),
    "a cell opened" = ask(do = "behind", row = 3, column = "receipts")
  )
  round(1000 * took)
}

invisible(time_desk(2e4))  # so that R has compiled what it runs
print(data.frame(`1 million, ms` = time_desk(1e6), `10 million, ms` = time_desk(1e7), check.names = FALSE))
