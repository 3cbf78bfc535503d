test_that("shares are of their group, add to one, and print as percentages", {
  table <- random_table(150, 4)
  page <- brief(table, lines = c(word, choice), figures = c(n = count(), sum = sum(whole)), beside = c(
    all = share(n), of_word = share(n, per = word), signed = share(sum, per = choice)
  ))
  got <- draw_up(page)
  expect_equal(sum(got$all), 1)
  expect_equal(got$all, got$n / 150)
  expect_equal(got$of_word, got$n / ave(got$n, match(got$word, unique(got$word)), FUN = sum))
  expect_match(printed(got), "%")
  expect_match(flat(page), "of_word = share(n, per = word) (the base is its word)", fixed = TRUE)
  expect_equal(attr(got, "idle")$bases, list(all = "the whole", of_word = "its word", signed = "its choice"))
  expect_true(all_tie(tie_out(page)))
})

test_that("what does not add up takes the wider group's own figure", {
  page <- brief(tolls, lines = c(reach, lock), figures = c(
    boats = count_distinct(craft), typical = median(toll)
  ), beside = c(
    part = share(typical, per = reach), whole = share(boats)
  ))
  got <- draw_up(page)
  medians <- vapply(seq_len(nrow(got)), function(i) {
    median(tolls$toll[tolls$reach %in% got$reach[i]], na.rm = TRUE)
  }, 1)
  expect_equal(got$part, got$typical / medians)
  expect_equal(got$whole, got$boats / length(unique(na.omit(tolls$craft))))
  expect_match(flat(got), "typical does not add up, so its base is the wider group's own figure")
  crossed <- draw_up(
    brief(tolls, lines = crossed(reach, paid), figures = c(t = median(toll)), beside = c(s = share(t, per = reach)))
  )
  expect_equal(
    crossed$s,
    crossed$t / vapply(
      crossed$reach, function(r) median(tolls$toll[tolls$reach %in% r], na.rm = TRUE), 1, USE.NAMES = FALSE
    )
  )
})

test_that("a base of zero gives a missing share, counted", {
  table <- data.frame(k = c("a", "a", "b"), x = c(5, -5, 2))
  got <- windowed(table, columns = c(s = share(x, per = k)))
  expect_equal(got$s, c(NA, NA, 1))
  expect_match(flat(got), "s: 2 entries have a base of zero and no share.")
  expect_no_match(flat(windowed(table[3, ], columns = c(s = share(x)))), "base of zero")
  expect_match(
    said_by(brief(table, columns = c(s = share(k)))), "share() takes a number, and `k` is text", fixed = TRUE
  )
})

test_that("others keep their share", {
  page <- brief(tolls,
    lines = lock, figures = c(r = sum(toll)), beside = c(
      s = share(r), place = rank(falling(r))
    ), show = top(3, r, others = TRUE)
  )
  got <- draw_up(page)
  expect_true(all_tie(tie_out(page)))
  expect_equal(sum(got$s), 1)
  expect_equal(got$s[got$line_kind == "others"], got$r[got$line_kind == "others"] / sum(got$r))
  expect_true(is.na(got$place[got$line_kind == "others"]))
})
