# Ranks and frames of all rows, checked in whole columns; the sample of rows is cut down to one.

windows_of <- quote(c(
  week = rolling(sum(amount), 3, per = word, along = day),
  span = rolling(mean(amount), days(2), along = day, partial = TRUE),
  around = rolling(sum(whole, where = flag), behind = 2, ahead = 1, per = choice, along = whole),
  near = rolling(count(amount), behind = days(1), ahead = days(2), per = word, along = day, partial = TRUE),
  level = rolling(sum(amount), 2, along = whole, together = TRUE),
  before = rolling(count(), behind = 4, per = choice, along = amount),
  place = rank(falling(amount), per = word), dense = dense_rank(whole), ratio = percent_rank(whole, per = choice),
  upto = cume_dist(falling(whole), per = word), number = row_number(day, falling(amount), per = choice),
  least = rolling(min(amount), 5, per = word, along = whole, partial = TRUE), most = running(max(part), along = amount),
  month = rolling(sum(amount), months(1), along = day, partial = TRUE), total = running(sum(amount), per = word,
    along = day), far = lag(amount, 2, per = word, along = whole),
  ahead = lead(amount, along = whole, skip_missing = TRUE), known = carried(amount, along = day),
  first = first_value(amount, per = word, along = whole), last = last_value(amount, along = whole, skip_missing = TRUE),
  third = nth_value(amount, 3, per = choice, along = whole, skip_missing = TRUE),
  ago = earlier(amount, days(2), per = word, along = day), year = earlier(amount, months(1), along = day),
  text = lag(word, along = whole), other = lag(choice, default = "mid", along = amount), kept = lag(day, along = part),
  middle = rolling(median(amount), 5, per = word, along = whole, partial = TRUE), spread = rolling(sd(amount), 4,
    along = amount), range = rolling(max(amount) - min(amount), 3, per = word, along = whole),
  kinds = running(count_distinct(choice), along = amount), ninth = rolling(percentile(part, 0.9), days(5), along = day,
    partial = TRUE), often = rolling(mode(whole), 4, along = amount, partial = TRUE),
  own = sum(amount, per = word), half = median(amount, per = choice), run = run_of(whole, per = word),
  run_of_days = run_of(day, per = choice, step = months(1)), part_of = share(amount, per = word)
))

test_that("ranks and frames of random tables tie in every row", {
  local_in_package("rows_to_sample", function(n) 1)
  for (seed in one_in(2, 1:6)) {
    table <- random_table(c(1, 2, 40, 150, 300, 300)[seed], seed)
    table$day[is.na(table$day)] <- as.Date("2024-02-28")
    found <- as.data.frame(tie_out(brief(ledger(table), beside = !!windows_of)))
    expect_true(all(found$status %in% c("ties", "note")), info = toString(found$sentence[found$status == "differs"]))
    expect_match(paste(found$sentence[found$check == "frames"], collapse = " "),
      "`week`, .*`before` and `month`: each frame has the width it says.*`least`: .*`most` and `total`: each is")
    expect_match(found$sentence[found$check == "neighbours"], "`far`, .*`kept`: each has the value of the row it names")
    expect_setequal(sub(":.*", "", found$sentence[found$check == "ranks"]), "Ranks")
  }
})

test_that("one rank or frame that is off is found in its line", {
  local_in_package("rows_to_sample", function(n) 1)
  table <- random_table(200, 3)
  sound <- check_windows
  for (name in c("week", "span", "level", "place", "dense", "ratio", "upto", "number", "least", "most",
    "month", "total", "far", "ahead", "known", "first", "last", "third", "ago", "middle", "spread", "range", "kinds",
    "ninth", "often", "own", "half", "run", "run_of_days", "part_of")) {
    table$day[is.na(table$day)] <- as.Date("2024-02-28")
    page <- brief(ledger(table), beside = !!as.call(c(quote(c), as.list(windows_of)[name])))
    utils::assignInNamespace("check_windows", function(drawn, checked, table) {
      column <- table$column
      table$column <- function(wanted) {
        values <- column(wanted)
        if (wanted != name) return(values)
        values <- as.double(values)
        at <- which(!is.na(values) & seq_along(values) > 100)[1]
        replace(values, at, values[at] + 1)
      }
      sound(drawn, checked, table)
    }, "idleledger")
    found <- as.data.frame(tie_out(page))
    utils::assignInNamespace("check_windows", sound, "idleledger")
    wrong <- found$sentence[found$status == "differs"]
    expect_length(grep(sprintf("`%s`: not so in 1 of 200 entries, first in line 1[0-9][0-9]", name), wrong), 1)
  }
})
