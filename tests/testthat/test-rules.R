# Rules of the tie-out: each speaks on its own example, by its own name, and on its clean twin nothing speaks at all;
# nor does anything on the demo table that has no mistake, nor on 500 pages put together at random.
ns <- asNamespace("idleledger")
rules <- ns$rooms_of("rule")
evaluated <- function(code) eval(code, new.env(parent = globalenv()))

test_that("each rule speaks on its example and is silent on its twin, in words that name what it is of", {
  for (name in rules) {
    rule <- ns$room_of("rule", name)
    expect_match(rule$words, "^[^.]{10,}$", label = name)
    if (is.null(rule$example)) next
    found <- findings(evaluated(rule$example))
    own <- found[found$rule %in% name, ]
    expect_gt(nrow(own), 0, label = name)
    expect_true(all(own$weight >= 0 & own$weight <= 1), label = name)
    expect_false(any(grepl("could not be looked at|NA|NULL|list\\(", found$sentence)), label = name)
    twin <- evaluated(rule$twin)
    expect_identical(findings(twin)$sentence, character(), label = name)
  }
})

test_that("a repair takes away what it is of, and brings nothing up", {
  for (name in rules) {
    rule <- ns$room_of("rule", name)
    page <- if (!is.null(rule$example)) evaluated(rule$example)
    own <- if (!is.null(page)) Filter(function(check) identical(check$rule, name), tie_out(page)$checks)
    if (length(own) == 0 || is.null(own[[1]]$repair)) {
      if (length(own)) expect_error(apply_repair(page, name), class = "idle_bad_argument")
      next
    }
    mended <- apply_repair(page, name)
    expect_false(name %in% findings(mended)$rule, label = name)
    expect_true(all_tie(tie_out(mended)), label = name)
    expect_identical(apply_repair(page, own[[1]])$sections, mended$sections, label = name)
  }
  page <- brief(demo_table("dues"), lines = wharf, figures = c(dues = sum(due)))
  expect_match(said_by(apply_repair(page, "copies")), "Nothing is found on this page under \"copies\"")
  expect_match(said_by(apply_repair(page, "copys")), "There is no rule \"copys\". Did you mean `copies`?")
  expect_match(said_by(apply_repair(page, 3)), "takes the name of a rule")
  near <- brief(demo_table("tolls"), lines = reach, figures = c(s = sum(toll)))
  beside <- brief(data.frame(reach = c("Lower", "Middle", "Upper")), prepare = bring_in(near, match = reach))
  expect_match(said_by(apply_repair(beside, "copies")), "stands beside this one, and not below it")
  above <- brief(brief(demo_table("tolls"), lines = reach, figures = c(s = sum(toll))), lines = whole(),
    figures = c(s = sum(s)))
  expect_equal(draw_up(apply_repair(above, "copies"))$s, sum(unique(demo_table("tolls"))$toll, na.rm = TRUE))
})

test_that("pages over clean tables raise nothing, and look() finds nothing in them", {
  for (seed in seq_len(if (nzchar(Sys.getenv("_R_CHECK_PACKAGE_NAME_"))) 60 else rounds(300))) {
    table <- clean_table(seed)
    expect_identical(findings(clean_page(table, seed))$sentence, character(), label = paste("page", seed))
    if (seed %% 10 == 0) expect_identical(look(table)$traps, character(), label = paste("table", seed))
  }
  expect_identical(look(demo_table("dues"))$traps, character())
})

remarks_of <- function(page) ns$brief_words(page)[grepl("Remark|Accepted", ns$brief_words(page))]

test_that("what is found is accepted by name with a reason, and stays listed", {
  page <- brief(demo_table("tolls"), lines = reach, figures = c(receipts = sum(toll)),
    notes = c("Before refunds", accept("copies", because = "two boats of one owner")))
  checks <- as.data.frame(tie_out(page))
  expect_identical(checks$status[checks$rule %in% "copies"], "accepted")
  expect_match(flat(tie_out(page)), "accepted Copies: 12 .* Accepted: two boats of one owner.*; 1 accepted")
  expect_match(flat(draw_up(page)), "Before refunds.*Accepted: what is found under `copies`, because two boats")
  path <- withr::local_tempfile(fileext = ".yaml")
  write_brief(page, path)
  again <- read_brief(path, tables = list(the_table = demo_table("tolls")))
  expect_identical(remarks_of(again), remarks_of(page))
  for (wrong in list(quote(accept("copy", because = "x")), quote(accept("copies")), quote(accept("copies",
    because = "")),
    quote(accept(lock, because = "x")))) {
    expect_error(brief(tolls, lines = reach, notes = !!wrong), class = "idle_error")
  }
})

test_that("a weight is the part of the figure that the entries make, worked by hand", {
  table <- demo_table("dues")
  weight_of <- function(page, rule) {
    checks <- as.data.frame(tie_out(page))
    checks$weight[checks$rule %in% rule]
  }
  small <- order(table$due)[1:2]
  twice <- rbind(table, table[small, ])
  by_wharf <- brief(twice, lines = wharf, figures = c(dues = sum(due), tonnes = sum(tonnes)))
  parts <- c(sum(table$due[small]) / sum(twice$due), sum(table$tonnes[small]) / sum(twice$tonnes))
  expect_equal(weight_of(by_wharf, "copies"), max(parts))
  counted <- brief(twice, lines = wharf, figures = c(n = count(), dues = sum(due)))
  expect_lt(parts[1], 2 / 362)
  expect_equal(weight_of(counted, "copies"), 2 / 362)
  expect_equal(weight_of(brief(twice, lines = wharf, figures = c(m = mean(due))), "copies"), 2 / 362)
  blank <- transform(table, wharf = replace(wharf, 1:9, NA))
  missing <- brief(blank, lines = wharf, figures = c(dues = sum(due)))
  expect_equal(weight_of(missing, "missing"), sum(table$due[1:9]) / sum(table$due))
  both <- transform(table, due = replace(-due, 1:300, due[1:300]))
  expect_equal(weight_of(brief(rbind(both, both[350, ]), lines = wharf, figures = c(dues = sum(due))), "copies"),
    table$due[350] / (sum(table$due) + table$due[350]))
})

test_that("the same entries are found once, and what does not belong among them is not judged further", {
  table <- transform(demo_table("dues"), due = replace(due, c(5, 50, 99), 9999))
  expect_identical(findings(brief(table, lines = wharf, figures = c(m = mean(due))))$rule, "stand_ins")
  total <- transform(table[1, ], wharf = "Total", slip = table$slip[2], due = -1)
  odd <- rbind(demo_table("dues"), total)
  expect_identical(findings(brief(odd, lines = wharf, figures = c(s = sum(due))))$rule, "totals_among")
})
