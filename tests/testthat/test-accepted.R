# Findings that the writer of a page has weighed and accepted.
dirty <- rbind(dues_at("wharf", 9, NA), dues[7, ])

test_that("what is accepted keeps its sentence, with the reason, and only what is named is accepted", {
  plain <- findings(by_wharf(dirty))
  page <- by_wharf(dirty, notes = accept("copies", because = "two boats of one owner."))
  found <- findings(page)
  expect_identical(found$status[found$rule == "copies"], "accepted")
  expect_identical(found$sentence[found$rule == "copies"],
    paste0(plain$sentence[plain$rule == "copies"], " Accepted: two boats of one owner."))
  expect_identical(found$status[found$rule == "missing"], "note")
  both <- findings(by_wharf(dirty, notes = c(accept("copies", because = "a"), accept("missing", because = "b"))))
  expect_true(all(both$status == "accepted"))
})

test_that("what is wrong in an acceptance is told", {
  cases <- list(
    list(quote(accept("copys", because = "x")), "Did you mean `copies`"), list(quote(accept("copies")), "because"),
    list(quote(accept("copies", because = "")), "because|reason"), list(quote(accept(wharf, because = "x")),
      "rule|name")
  )
  expect_stops(cases, function(note) rlang::inject(by_wharf(notes = !!note)))
})
