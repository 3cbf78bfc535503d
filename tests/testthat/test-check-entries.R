# Entries read are entries used and left out, and the lines' counts add back to them.
spoil <- function(what, by, env = parent.frame()) {
  local_spoiled("figures", function(drawn) {
    drawn$entries[[what]] <- drawn$entries[[what]] + by
    drawn
  }, env)
}

test_that("the account says what was read, added, used and left out, with reasons", {
  gap <- rbind(dues[dues$paid_on != "2025-02-02", ], dues[1:3, ])
  page <- brief(gap, prepare = c(strike_duplicates(), fill_calendar(paid_on, "day")), only = tonnes > 10, lines = wharf,
    figures = c(n = count(made), s = sum(due)))
  used <- sum(gap$tonnes[seq_len(nrow(dues) - 4)] > 10)
  checks <- as.data.frame(tie_out(page))
  expect_match(checks$sentence[checks$check == "entries"], sprintf(
    paste("Entries: 359 read \\+ 1 added by `prepare` = %d used \\+ %d left out",
      "\\(3 by `prepare`, .*; %d by `only`, condition not met"), used,
    360 - used, 356 - used))
})

test_that("an entry too many or too few is found", {
  for (by in c(1, -1)) for (what in c("n_read", "n_added")) local({
    spoil(what, by)
    expect_true("entries" %in% names(differing(by_wharf())), label = paste(what, by))
  })
})

test_that("lines whose entries do not add up to those used are found", {
  sound <- idleledger:::line_entries
  local_in_package("line_entries", function(lines) {
    counts <- sound(lines)
    replace(counts, 2, counts[2] - 1L)
  })
  expect_match(differing(by_wharf())[["counts"]], "the entries of 4 lines add up to 359, and 360 were used")
})

test_that("how many combinations occur is said, with one that does not", {
  said <- function(page) {
    checks <- as.data.frame(tie_out(page))
    checks$sentence[checks$check == "counts"]
  }
  all <- brief(dues, lines = c(wharf, goods), figures = c(n = count()))
  expect_match(said(all), "every combination of their keys occurs")
  less <- brief(dues[!(dues$wharf == "Dyer" & dues$goods == "coal"), ], lines = c(wharf, goods),
    figures = c(n = count()))
  expect_match(said(less),
    "15 of the 16 combinations of wharf \\(4\\) and goods \\(4\\) occur, and for instance Dyer and coal not")
  for (case in list(list(lines = quote(made), of = dues_with(made = seq_len(360))), list(lines = quote(wharf)))) {
    page <- rlang::inject(brief(case$of %||% dues, lines = c(!!case$lines), figures = c(n = count())))
    expect_match(said(page), "and 360 were used\\.$")
  }
  expect_match(said(brief(dues[0, ], lines = c(wharf, goods), figures = c(n = count()))), "and 0 were used\\.$")
  nearly <- dues_with(made = c(1:350, 1:10))
  expect_match(said(brief(nearly, lines = c(made, wharf), figures = c(n = count()))), "and 360 were used\\.$")
  months <- brief(dues[dues$wharf != "Dyer" | dues$paid_on < "2025-03-01", ],
    lines = c(month = start_of(paid_on, "month"), wharf), figures = c(n = count()))
  expect_match(said(months), "and for instance 2025-03 and Dyer not")
  nested <- dues_with(bank = ifelse(dues$wharf < "C", "left", "right"))
  expect_match(said(brief(nested, lines = c(bank, wharf), figures = c(n = count()))), "each wharf has one bank")
})

test_that("whatever occurs, the combination that is told does not, and the numbers are those of the keys", {
  for (seed in seq_len(rounds(100))) {
    set.seed(seed)
    n <- sample(2:14, 1)
    table <- data.frame(a = sample(letters[1:3], n, TRUE), b = sample(c(1:4, NA), n, TRUE),
      c = sample(c(TRUE, FALSE), n, TRUE))
    there <- unique(table)
    checks <- as.data.frame(tie_out(brief(table, lines = c(a, b, c), figures = c(n = count()))))
    sentence <- checks$sentence[checks$check == "counts"]
    sizes <- vapply(table, function(x) length(unique(x)), 1)
    told <- regmatches(sentence, regexec("instance ([^,]+), ([^,]+)(?: and|, and|,) (\\S+) not", sentence))[[1]][-1]
    if (length(told) == 0) next
    expect_match(sentence, sprintf("; %d of the %d combinations of a \\(%d\\), b \\(%d\\) and c \\(%d\\) occur",
      nrow(there), prod(sizes), sizes[1], sizes[2], sizes[3]), info = seed)
    expect_false(paste(told, collapse = "/") %in% paste(there$a, there$b, there$c, sep = "/"), info = sentence)
  }
})

test_that("lines shown, hidden and gathered are all the lines", {
  for (others in c(TRUE, FALSE)) for (n in 1:5) {
    page <- rlang::inject(by_wharf(show = top(!!n, dues, others = !!others)))
    checks <- as.data.frame(tie_out(page))
    left <- max(0, 4 - n)
    expect_identical(checks$status[checks$check == "shown"], "ties", info = c(n, others))
    gathered <- if (others && left) sprintf(" \\+ %d gathered as others", left) else ""
    expect_match(checks$sentence[checks$check == "shown"], sprintf("4 lines = %d shown \\+ %d hidden by `show`%s\\.$",
      min(n, 4), if (others) 0 else left, gathered))
  }
  page <- by_wharf(show = top(1, dues, others = TRUE))
  checks <- as.data.frame(tie_out(page))
  expect_match(checks$sentence[checks$check == "shown"],
    "Shown: 4 lines = 1 shown \\+ 0 hidden by `show` \\+ 3 gathered")
  local_spoiled("show", function(drawn) {
    drawn$lines$gathered <- 1
    drawn
  })
  expect_true("shown" %in% names(differing(by_wharf(show = top(2, dues)))))
})
