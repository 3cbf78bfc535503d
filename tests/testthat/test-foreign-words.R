test_that("each word of base R and of the SQL standard leads to ours, which exists", {
  ns <- asNamespace("idleledger")
  for (word in setdiff(names(ns$foreign_functions), c("=", "<-", "[", "[[", "$"))) {
    text <- said_by(brief(tolls, columns = c(z = !!call(word, quote(toll), 1))))
    expect_match(text, "In a brief one writes: ", fixed = TRUE, label = word)
  }
  for (word in names(ns$foreign_sections)) {
    expect_match(said_by(rlang::inject(brief(tolls, !!word := lock))), "Here that is", label = word)
  }
  expect_length(intersect(names(ns$foreign_functions), c(ns$rooms_of("row"), ns$rooms_of("figure"),
    ns$rooms_of("window"))), 0)
  expect_length(intersect(names(ns$foreign_sections), ns$section_names()), 0)
  named <- gsub("`", "", regmatches(ns$foreign_sections, regexpr("`[a-z]+`", ns$foreign_sections)))
  expect_true(all(named %in% ns$section_names()))
  expect_match(said_by(brief(tolls, lines = lock, figures = c(s = sum(toll, na.rm = TRUE)))), "always skipped")
  expect_match(said_by(brief(tolls, columns = c(r = rank(toll, partition = lock)))), "no argument `partition`")
})

test_that("what cannot be meant is refused: constants as keys and orders, counts of conditions, one equals sign", {
  page <- brief(tolls, lines = lock, figures = c(n = count()))
  cases <- list(
    list(quote(brief(tolls, lines = c(k = "day"))), "same for all rows"), list(quote(brief(tolls, lines = "lock")),
      "written without quotes"),
    list(quote(brief(tolls, lines = crossed(reach, passed_on, every = "day"))), "same for all rows"),
    list(quote(amend(page, order = "n")), "The column `n` is written without quotes"),
    list(quote(amend(page, beside = c(r = rank("n")))), "without quotes"),
    list(quote(amend(page, figures = c(n = count(toll > 0)))), "count(where = toll > 0)"), list(quote(narrow(page,
      lock = "Tarn Foot")), "two equals signs"),
    list(quote(entries_behind(page, lock = "Tarn Foot")), "two equals signs"), list(quote(brief(tolls, layout = c(lock,
      ))), "empty place"),
    list(quote(amend(page, show = top(part(2), n))), "part() takes a part"), list(quote(amend(page,
      control = c(n = "x"))), "is one number")
  )
  for (case in cases) expect_match(said_by(eval(case[[1]])), case[[2]], fixed = TRUE, label = deparse1(case[[1]]))
})
