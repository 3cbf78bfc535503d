page <- brief(tolls,
  only = toll > 0, lines = c(reach, lock), footing = rollup(reach, lock),
  figures = c(
    s = sum(toll), n = count(), m = mean(toll), mid = median(toll), high = percentile(
      toll, 0.9
    ), each = sum(toll) / count(),
    cash = sum(toll, where = paid == "cash"), top = max(toll), least = min(toll), kinds = count_distinct(craft),
    spread = sd(toll), filled = count(paid), latest = last(passed_on), again = s / n
  ),
  beside = c(
    place = rank(falling(s), per = reach), part = share(s, per = parent()), sofar = running(
      sum(s), per = reach, along = lock
    ),
    gap = s - lag(s, per = reach, along = lock), all = sum(s, per = reach), tile = ntile(2, falling(s))
  )
)

test_that("a column of an entry is proved from the entries as they were when it was worked", {
  worked <- brief(dues,
    columns = c(due = due * 2, each = due / tonnes, sofar = running(sum(due), along = paid_on, per = wharf),
      more = 1 + sofar, kind = case(when(each > 1, "dear"), otherwise = joined(goods, wharf, sep = " at "))),
    only = goods == "coal", beside = c(place = rank(falling(each)))
  )
  statement <- as.data.frame(draw_up(worked))
  for (name in c("due", "each", "sofar", "more", "kind", "place")) for (at in c(1, 40, 93)) {
    got <- rlang::inject(proof(worked, !!as.name(name), slip == !!statement$slip[at]))
    expect_true(got$equal, label = paste(name, at))
    expect_equal(got$stated, statement[[name]][at], label = paste(name, at))
  }
  first <- flat(proof(worked, each, slip == 5006))
  expect_match(first, "each = due/tonnes\\. .*28\\.64 / 28\\.2 = 1\\.0156.*: equal")
  expect_match(flat(proof(worked, sofar, slip == 5014)), "It was worked from [0-9]+ entries")
  expect_error(proof(worked, wharf, slip == 5006), "no figure `wharf` to prove", class = "idle_unknown_column")
})

test_that("every figure of a line is proved by hand, and says the same as the page", {
  statement <- as.data.frame(draw_up(page))
  at <- which(statement$lock %in% "Summit Lock")
  names <- setdiff(names(statement), c("reach", "lock", "line_kind", "summed_over"))
  expect_length(names, 20)
  for (name in names) {
    got <- rlang::inject(proof(page, !!as.name(name), lock == "Summit Lock"))
    expect_true(got$equal, label = name)
    expect_equal(got$stated, statement[[name]][at], label = name)
  }
  expect_match(flat(proof(page, s, lock == "Summit Lock")), "19 \\+ 26.5 \\+ 13.25.*\\(816 values\\) = 10,009.75")
  expect_match(flat(proof(page, each, lock == "Summit Lock")), "10,009.75 / 816 = 12.26")
  expect_match(flat(proof(page, mid, lock == "Summit Lock")), "place 1 \\+ \\(816 - 1\\) x 0.5 is 408.5; there stand")
  expect_match(flat(proof(page, place, lock == "Summit Lock")), "2 are ahead of it, so its place is 3")
  expect_match(flat(proof(page, part, lock == "Summit Lock")), "10,009.75 / 42,789.5 = 0.2339")
  expect_match(flat(proof(page, sofar, lock == "Summit Lock")), "12,385.5 \\+ 10,009.75 = 22,395.25")
})

test_that("subtotals and totals have proofs, and a proof is of one line", {
  expect_true(proof(page, s, reach == "Upper", line_kind == "subtotal")$equal)
  expect_match(flat(proof(page, s, line_kind == "total")), "Proof of s, the grand total.*19,566 stand in this line")
  expect_match(
    said_by(proof(page, s, reach == "Upper")), "5 lines meet the conditions.*reach Upper and lock High Pound"
  )
  expect_match(said_by(proof(page, sum, lock == "Summit Lock")), "no figure `sum` to prove")
  expect_match(said_by(proof(page, s, lock == "Nowhere")), "No line has lock == \"Nowhere\"")
})

test_that("a wrong figure is not equal to its proof", {
  local_wrong_sum()
  got <- proof(page, s, lock == "Summit Lock")
  expect_false(got$equal)
  expect_match(flat(got), "The page says 12.26.*not equal to 10,009.75")
})

test_that("of many lines the only one that is shown is meant, and else all that are meant are told", {
  page <- brief(dues, lines = c(wharf, goods), figures = c(s = sum(due)), show = top(1, s))
  top <- draw_up(page)
  expect_identical(proof(page, s)$stated, top$s)
  expect_match(proof(page, s)$title, sprintf("wharf %s and goods %s", top$wharf, top$goods))
  wider <- amend(page, show = top(2, s))
  said <- said_by(proof(wider, s))
  expect_match(said, "The page has 2 lines, and a proof is of one.*The first are: wharf [^;]+; wharf [^;]+\\. Say")
  as_said <- sprintf("proof(wider, s, %s)", sub(".*, as in (.*)[.]$", "\\1", said))
  expect_s3_class(eval(str2lang(as_said)), "idle_proof")
  expect_match(said_by(proof(wider, s, goods == "coal")), "4 lines meet the conditions, and a proof is of one")
})
