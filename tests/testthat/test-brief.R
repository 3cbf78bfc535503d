test_that("what is wrong with a brief is said when it is made", {
  month <- 3
  wrong <- list(
    brief(tolls, line = lock) ~ "no section `line`.*Did you mean `lines`",
    brief(tolls, zebra = lock) ~ "The sections are `locale`, `prepare`, `per`, `along`",
    brief(tolls, toll > 0) ~ "has a name, and one has none",
    brief(tolls, only = toll > 0, only = toll < 9) ~ "`only` is given twice",
    brief(tolls, lines = lokc) ~ "no column `lokc`. Did you mean `lock`",
    brief(tolls, lines = lock, figures = c(s = summ(toll))) ~ "no function `summ`.*Did you mean `sum`",
    brief(tolls, only = system("ls")) ~ "no function `system` in a brief",
    brief(tolls, only = base::system("ls") == 1) ~ "no function `base::system`",
    brief(tolls, only = (function() TRUE)()) ~ "no function",
    brief(tolls, lines = lock, figures = c(s = sum(craft))) ~ "takes a number, and `craft` is text.*as_number",
    brief(tolls, lines = lock, figures = sum(toll)) ~ "the figure `sum\\(toll\\)` needs a name",
    brief(tolls, lines = lock, figures = c(a = toll)) ~ "no single value per line.*sum\\(toll\\)",
    brief(tolls, lines = lock, figures = c(a = count(), a = sum(toll))) ~ "`a` is given twice",
    brief(tolls, lines = lock, figures = c(lock = count())) ~ "`lock` is a key already",
    brief(tolls, figures = c(s = sum(toll))) ~ "what makes a line",
    brief(tolls, only = sum(toll) > 3) ~ "nothing to gather here.*section `show`",
    brief(tolls, lines = lock, figures = c(a = sum(mean(toll)))) ~ "nothing to gather here",
    brief(tolls, lines = c(start = passed_on - lock)) ~ "takes a number, and `lock` is text",
    brief(tolls, lines = toll * 2) ~ "the key `toll \\* 2` needs a name",
    brief(tolls, only = toll) ~ "takes a condition, and `toll` is a number.*comparison",
    brief(tolls, only = c(toll = 3)) ~ "two equals signs: toll == 3",
    brief(tolls, only = toll == "a") ~ "they cannot be compared",
    brief(tolls, only = passed_on > "yesterday") ~ "is no date.*2025-03-31",
    brief(tolls, only = passed_on + passed_on > 3) ~ "two dates cannot be added",
    brief(tolls, columns = c(a = rounded(toll, digit = 2))) ~ "no argument `digit`. Did you mean `digits`",
    brief(tolls, columns = c(a = rounded())) ~ "needs a value for `x`",
    brief(tolls, columns = c(a = upper(lock, 2, 3))) ~ "takes at most 1 argument",
    brief(tolls, columns = c(a = case(toll > 1))) ~ "made of when\\(condition, value\\)",
    brief(tolls, columns = c(a = case(when(toll > 1, "x"), otherwise = 3))) ~ "one kind",
    brief(tolls, columns = c(a = bands(toll, at = c(5, 2)))) ~ "limits that rise",
    brief(tolls, columns = c(a = start_of(passed_on, "decade"))) ~ "knows no unit \"decade\"",
    brief(tolls, lines = lock, show = top(0, lock)) ~ "takes a number of lines first",
    brief(tolls, lines = lock, show = top(3, lock, ties = "maybe")) ~ "\"keep\" or \"by_entry\"",
    brief(tolls, lines = lock, layout = c(lock, lock)) ~ "laid out twice",
    brief(tolls, lines = lock, layout = c(a = euros(lock))) ~ "no format `euros`",
    brief(tolls, lines = lock, layout = money(lock)) ~ "takes a number, and `lock` is text",
    brief(tolls, lines = lock, layout = c(x = lock + 1)) ~ "no format `\\+`.*belongs into `columns`",
    brief(tolls, title = 3) ~ "text in quotes",
    brief(tolls, only = lock %in% c(craft)) ~ "holds values, and",
    amend(tolls, lines = lock) ~ "takes a brief, and got an object of class `data.frame`",
    ledger(3) ~ "not on an object of class `numeric`"
  )
  for (case in wrong) expect_match(said_by(eval(case[[2]])), case[[3]], label = deparse1(case[[2]]))
})

test_that("sections may come in any order", {
  a <- brief(tolls, order = falling(s), figures = c(s = sum(toll)), only = toll > 5, lines = lock)
  b <- brief(tolls, only = toll > 5, lines = lock, figures = c(s = sum(toll)), order = falling(s))
  expect_identical(as.data.frame(draw_up(a)), as.data.frame(draw_up(b)))
})

test_that("local variables stand for values, columns win over them, and the page says so", {
  limit <- 10
  toll <- 99
  wanted <- c("cash", "pass")
  page <- brief(tolls, only = c(toll > limit, paid %in% wanted), lines = paid, figures = c(n = count()))
  expected <- table(tolls$paid[which(tolls$toll > 10 & tolls$paid %in% wanted)])
  expect_equal(draw_up(page)$n, as.integer(expected))
  expect_match(printed(page), "`toll` is a column and also a variable outside")
  rm(limit, wanted)
  expect_equal(draw_up(page)$n, as.integer(expected))
})

test_that("amend, narrow, quoted and supply make new briefs and leave the old alone", {
  usual <- quoted(passages = count(), receipts = sum(toll))
  page <- brief(tolls, lines = lock, figures = c(usual, largest = max(toll)))
  expect_named(draw_up(page), c("lock", "passages", "receipts", "largest"))
  sorted <- draw_up(amend(page, order = falling(receipts)))
  expect_false(is.unsorted(-sorted$receipts))
  expect_named(draw_up(amend(page, figures = NULL)), "lock")
  part <- draw_up(narrow(page, lock == "Tarn Foot", toll > 20))
  rows <- which(tolls$lock == "Tarn Foot" & tolls$toll > 20)
  expect_equal(part$passages, length(rows))
  monthly <- brief(tolls, only = start_of(passed_on, "month") == given(month), lines = whole(), figures = usual)
  expect_match(said_by(draw_up(monthly)), "supply\\(brief, month = ...\\)")
  expect_match(printed(monthly), "Not drawn up: given\\(month\\) is to be supplied")
  may <- draw_up(supply(monthly, month = as.Date("2025-05-01")))
  expect_equal(may$passages, sum(format(tolls$passed_on, "%Y-%m") == "2025-05"))
  expect_match(said_by(supply(monthly, 3)), "values by name")
  expect_match(printed(usual), "receipts = sum\\(toll\\)")
})

test_that("a printed brief reads as instructions", {
  page <- brief(tolls,
    title = "By lock", columns = c(heavy = tonnes > 30), only = toll > 0, lines = c(lock, heavy),
    figures = c(n = count(), s = sum(toll, where = paid == "cash"), m = mean(toll, weight = tonnes)),
    show = top(2, s, per = lock), order = falling(s), layout = c(Lock = lock, money(s), n), notes = "Check the gauges."
  )
  text <- printed(page)
  for (line in c(
    "By lock", "From tolls \\(20,012 entries\\)", "For each entry, work out heavy = tonnes > 30",
    "Keep only entries where toll > 0", "One line for each lock and heavy", "n: the number of entries",
    "s: the total of toll, where paid == \"cash\"", "m: the average of toll, weighted by tonnes",
    "Show the top 2 by s in each lock, and all that tie", "Sort by s, largest first",
    "lock under the heading \"Lock\", s as money", "Remark: Check the gauges."
  )) {
    expect_match(gsub("\\s+", " ", text), line)
  }
})
