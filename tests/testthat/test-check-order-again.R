# Every section mis-worked on purpose, once each: the tie-out says which, and where; a sound page ties.

page <- worked_page()
crosstab <- brief(tolls, lines = c(lock, paid), figures = c(s = sum(toll), n = count()), footing = rollup(lock),
  abreast = columns_of(paid, totals = "both"))

test_that("a sound page ties in each of them", {
  for (sound in list(page, crosstab)) expect_identical(unname(differing(sound)), character())
  checks <- vapply(tie_out(page)$checks, `[[`, "", "check")
  expect_true(all(c("kept", "columns", "grouped", "judged", "order") %in% checks))
  expect_true("cells abreast" %in% vapply(tie_out(crosstab)$checks, `[[`, "", "check"))
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
