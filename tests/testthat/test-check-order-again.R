# Every section mis-worked on purpose, once each: the tie-out says which, and where; a sound page ties.

page <- brief(tolls,
  columns = c(month = start_of(passed_on, "month"), dear = toll * 2, size = case(when(toll > 10, "big"),
    otherwise = "small")),
  only = c(toll > 0, !is_missing(lock), month >= "2025-01-01"), lines = c(reach, lock),
  figures = c(n = count(), receipts = sum(dear)), show = top(3, receipts, per = reach),
  order = c(reach, falling(receipts))
)
crosstab <- brief(tolls, lines = c(lock, paid), figures = c(s = sum(toll), n = count()), footing = rollup(lock),
  abreast = columns_of(paid, totals = "both"))

differing <- function(page) {
  checks <- Filter(function(check) check$status == "differs", tie_out(page)$checks)
  stats::setNames(vapply(checks, `[[`, "", "sentence"), vapply(checks, `[[`, "", "check"))
}

# The work of a room with something done to what comes out of it.
local_mishap <- function(name, kind, mishap, env = parent.frame()) {
  work <- idleledger:::room_of(kind, name)$work
  idleledger:::local_answers(name, kind, work = function(...) mishap(work(...)), .frame = env)
}

test_that("a sound page ties in each of them", {
  for (sound in list(page, crosstab)) expect_identical(unname(differing(sound)), character())
  checks <- vapply(tie_out(page)$checks, `[[`, "", "check")
  expect_true(all(c("kept", "columns", "grouped", "judged", "order") %in% checks))
  expect_true("cells abreast" %in% vapply(tie_out(crosstab)$checks, `[[`, "", "check"))
})

test_that("an entry kept or left out wrongly is found", {
  all_met <- idleledger:::all_met
  local_in_package("all_met", function(checked, table) {
    met <- all_met(checked, table)
    if (table$row == "entry") met[12000] <- !met[12000] %in% TRUE
    met
  })
  found <- differing(page)
  expect_named(found, "kept")
  expect_match(found, "1 entry is kept or left out wrongly, the first in row 12,000")
})

test_that("a worked column with a wrong value is found, by each kind of function", {
  wrong <- list(
    `*` = function(x) replace(x, 3, 1), start_of = function(x) replace(x, 20000, x[20000] + 1),
    case = function(x) idleledger:::as_text_vector(replace(idleledger:::plain_vector(x), 11, "grand"))
  )
  for (name in names(wrong)) {
    whole <- amend(page, only = NULL)
    local({
      local_mishap(name, "row", wrong[[name]])
      found <- differing(whole)
      expect_true("columns" %in% names(found), label = name)
      expect_match(found[["columns"]], "1 differs, the first in row (3|20,000|11):")
    })
  }
})

test_that("an entry in the line of another key is found", {
  local_mishap("start_of", "row", function(x) replace(x, 5, as.Date("2030-01-01")))
  found <- differing(brief(tolls, lines = c(month = start_of(passed_on, "month")), figures = c(n = count())))
  expect_match(found[["grouped"]], "1 entry is not in the line of its own `month`, the first in row 5: 2024-07-01")
})

test_that("lines in a wrong order, and wrong lines shown, are found", {
  local({
    local_mishap("order", "section", function(drawn) {
      drawn$lines$display[c(2, 3)] <- drawn$lines$display[c(3, 2)]
      drawn
    })
    expect_named(differing(amend(page, show = NULL)), "order")
  })
  for (show in expression(top(3, receipts, per = reach), bottom(2, receipts), top(part(0.3), receipts),
    receipts > 20000,
    top(2, receipts, ties = "by_entry"), reach == "Upper")) local({
    shown <- rlang::inject(amend(page, show = !!show))
    expect_identical(unname(differing(shown)), character())
    local_mishap("show", "section", function(drawn) {
      drawn$lines$shown[4] <- !drawn$lines$shown[4]
      drawn
    })
    found <- differing(shown)
    expect_true("judged" %in% names(found))
    expect_match(found[["judged"]], "1 differs, the first: reach Lower and lock ")
  })
})

test_that("exchanged cells of a crosstab are found", {
  wide_page <- idleledger:::wide_page
  local_in_package("wide_page", function(...) {
    wide <- wide_page(...)
    wide$columns[[1]][c(1, 2)] <- wide$columns[[1]][c(2, 1)]
    wide
  })
  found <- differing(crosstab)
  expect_match(found[["cells abreast"]],
    "2 of 160 cells are of other keys than row and column say, the first under `account s` in row 1")
})

test_that("what has no second way says so and is not called a tie", {
  locks <- demo_table("locks")
  checks <- tie_out(brief(tolls, only = has_partner(locks, match = lock), lines = lock,
    figures = c(n = count())))$checks
  kept <- Filter(function(check) check$check == "kept", checks)[[1]]
  expect_identical(kept$status, "note")
  expect_match(kept$sentence, "not worked again in plain R: the conditions of `only` take has_partner")
})

test_that("orders of every kind of key tie, up and down, with missing values and ties", {
  table <- random_table(400, 5)
  for (key in setdiff(names(table), "flag")) for (down in c(FALSE, TRUE)) {
    sort <- if (down) call("falling", as.name(key)) else as.name(key)
    ordered <- rlang::inject(brief(table, order = c(!!sort, whole)))
    expect_identical(unname(differing(ordered)), character(), label = key)
    lines <- rlang::inject(brief(table, lines = c(!!as.name(key), flag), figures = c(s = sum(amount)),
      footing = rollup(!!as.name(key)), order = falling(s)))
    expect_identical(unname(differing(lines)), character(), label = key)
  }
})

test_that("the order of a language is judged again, line against line", {
  skip_if_not(capabilities("ICU"))
  table <- data.frame(k = c("zebra", "\u00e5l", "Apfel", "apfel", "\u00c4pfel", NA, "orm"), x = 1:7)
  for (locale in c("sv", "de", "en")) for (down in c(FALSE, TRUE)) {
    page <- brief(table, lines = k, figures = c(s = sum(x)), order = !!if (down) quote(falling(k)) else quote(k),
      locale = !!locale)
    said <- as.data.frame(tie_out(page))
    expect_identical(said$status[said$check == "order"], "ties", label = paste(locale, down))
    sound <- idleledger:::room_of("section", "order")$work
    idleledger:::local_answers("order", "section", work = function(drawn, checked) {
      drawn <- sound(drawn, checked)
      drawn$lines$display <- replace(drawn$lines$display, 2:3, drawn$lines$display[3:2])
      drawn
    })
    wrong <- as.data.frame(tie_out(page))
    expect_identical(wrong$status[wrong$check == "order"], "differs", label = paste(locale, down))
    idleledger:::local_answers("order", "section", work = sound)
  }
})
