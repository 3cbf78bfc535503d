# Walks through the sentence, and what each act does to it.

tolls <- as.data.frame(demo_table("tolls"))
beside <- list(locks = demo_table("locks"), targets = demo_table("targets"))
quick <- nzchar(Sys.getenv("_R_CHECK_PACKAGE_NAME_"))
state_of_desk <- idleledger:::desk_state
act <- idleledger:::desk_act

# Names and values that are markup, words of the language, empty; kinds of every sort.
hostile_table <- function(n = 40) {
  table <- data.frame(
    a = rep(c("<img src=x onerror=alert(1)>", "';--", "", NA, "=1+1"), length.out = n),
    b = rep(c(1.5, NA, -Inf, NaN, 1e300), length.out = n), c = seq_len(n),
    d = as.Date("2025-01-31") + seq_len(n) %% 9, e = rep(c(TRUE, NA, FALSE), length.out = n),
    f = factor(rep(c("x", "\u00e9"), length.out = n)),
    g = as.POSIXct("2025-03-30 00:30", tz = "UTC") + seq_len(n) * 3600
  )
  stats::setNames(table, c("<b>bold</b>", "sum", "NULL", "a b", "if", "{x}", "[q]"))
}

test_that("random choices, all of them offered, end in no error", {
  tables <- list(
    tolls[1:300, ], tolls[sample(nrow(tolls), 40), ], hostile_table(), hostile_table(1), tolls[0, ],
    ledger(demo_table("levels")[1:200, ], "levels")
  )
  for (k in seq_along(tables)) {
    desk <- idleledger:::new_desk(tables[[k]], beside)
    expect_equal(walk_at_random(desk, if (quick) 12 else rounds(170), 100 + k), character(), info = k)
    for (step in desk$steps[c(TRUE, FALSE)]) expect_equal(all_tie(tie_out(step$state$brief)), TRUE)
  }
})

test_that("what is kept between pages gives the statement that is drawn up anew", {
  desk <- idleledger:::new_desk(tolls[1:500, ], beside)
  walk_at_random(desk, if (quick) 10 else 60, 7)
  for (k in seq_along(desk$steps)) {
    idleledger:::desk_step_to(desk, k)
    expect_equal(as.data.frame(desk$statement), as.data.frame(draw_up(desk$brief)))
    expect_setequal(attr(desk$statement, "idle")$notes, attr(draw_up(desk$brief), "idle")$notes)
  }
})

test_that("a part switched off lets others rest, and all stand again when it is back", {
  page <- brief(tolls, lines = c(reach, lock), figures = c(receipts = sum(toll), n = count()), footing = rollup(reach,
    lock), beside = c(part = share(receipts), twice = part * 2), order = falling(part), show = receipts > 10)
  desk <- idleledger:::new_desk(page)
  act(desk, "switch", list(section = "figures", index = 1))
  resting <- unlist(lapply(state_of_desk(desk)$parts, lapply, function(part) part$rests))
  expect_length(resting, 4)
  expect_match(resting[["beside1"]], "receipts")
  expect_named(as.data.frame(desk$statement), c("reach", "lock", "n", "line_kind", "summed_over"))
  act(desk, "switch", list(section = "figures", index = 1))
  expect_equal(as.data.frame(desk$statement), as.data.frame(draw_up(page)))
  expect_equal(unlist(lapply(state_of_desk(desk)$parts, lapply, function(part) part$rests)), NULL)
})

test_that("a new name goes wherever the old one stood", {
  page <- brief(tolls, columns = c(day = weekday(passed_on)), only = day < 6, lines = c(day, lock), figures = c(
    toll = sum(toll), share_of = toll / count()), beside = c(rank_of = rank(falling(toll), per = day)),
    layout = c(Day = day, toll, rest()), control = c(toll = 1))
  desk <- idleledger:::new_desk(page)
  act(desk, "rename", list(section = "figures", index = 1, text = "receipts"))
  act(desk, "rename", list(section = "columns", index = 1, text = "workday"))
  texts <- vapply(unlist(state_of_desk(desk)$parts, recursive = FALSE), function(part) idleledger:::item_text(part), "")
  expect_equal(unname(texts), c(
    "workday = weekday(passed_on)", "workday < 6", "workday", "lock", "receipts = sum(toll)",
    "share_of = receipts/count()", "rank_of = rank(falling(receipts), per = workday)", "Day = workday", "receipts",
    "rest()", "receipts = 1"
  ))
  expect_error(act(desk, "rename", list(section = "figures", index = 1, text = " ")), class = "idle_no_name")
  expect_error(act(desk, "rename", list(section = "only", index = 1, text = "x")), class = "idle_no_name")
})

test_that("steps go back and forward, and none is lost", {
  desk <- idleledger:::new_desk(tolls)
  act(desk, "write", list(section = "lines", text = "reach"))
  act(desk, "write", list(section = "figures", text = "n = count()"))
  expect_true(idleledger:::desk_back(desk))
  expect_equal(names(desk$statement), "reach")
  act(desk, "write", list(section = "figures", text = "receipts = sum(toll)"))
  expect_false(idleledger:::desk_forward(desk))
  expect_length(desk$steps, 4)
  found <- idleledger:::desk_compare(desk, 3)
  expect_equal(found$only_columns, list("n", "receipts"), ignore_attr = TRUE)
  idleledger:::desk_step_to(desk, 3)
  expect_equal(names(desk$statement), c("reach", "n"))
  for (at in list(0, 9, NA, "1", 1:2)) expect_error(idleledger:::desk_step_to(desk, at), class = "idle_bad_argument")
})

test_that("what stands alone takes the place of all others, however it is chosen", {
  for (index in list(NULL, 1, 2)) {
    desk <- idleledger:::new_desk(brief(tolls, lines = c(reach, lock), figures = c(n = count())))
    seen <- idleledger:::desk_view(desk)(state_of_desk(desk), "lines", if (is.null(index)) 3 else index)
    whole <- Find(function(one) one$phrase$alone && is.null(one$filled$keys), idleledger:::choices_of(seen))
    act(desk, "choose", list(section = "lines", key = whole$key, index = index))
    expect_equal(desk$statement$n, nrow(tolls))
    seen <- idleledger:::desk_view(desk)(state_of_desk(desk), "lines", 2)
    act(desk, "choose", list(section = "lines", key = idleledger:::choices_of(seen)[[1]]$key))
    expect_length(state_of_desk(desk)$parts$lines, 1)
  }
})

test_that("what is wrong leaves everything as it was", {
  desk <- idleledger:::new_desk(brief(tolls, lines = lock, figures = c(receipts = sum(toll))))
  now <- function() list(state_of_desk(desk)$parts, as.data.frame(desk$statement), desk$at, length(desk$steps))
  before <- now()
  wrong <- list(
    idle_no_parse = list("write", list(section = "figures", text = "a = sum(")),
    idle_unknown_column = list("write", list(section = "figures", text = "a = sum(tol)")),
    idle_unknown_function = list("write", list(section = "only", text = "system('ls')")),
    idle_name_twice = list("write", list(section = "figures", text = "receipts = count()")),
    idle_bad_argument = list("write", list(section = "figures", text = "")),
    idle_bad_argument = list("write", list(section = "figures", text = "a = count(), b = count()")),
    idle_bad_argument = list("fill", list(section = "figures", index = 1, blank = "x", value = "passage; q()")),
    idle_bad_argument = list("fill", list(section = "figures", index = 1, blank = "z", value = "toll")),
    idle_bad_argument = list("switch", list(section = "figures", index = 7)),
    idle_bad_argument = list("choose", list(section = "figures", key = "99\rtoll")),
    idle_bad_argument = list("accept", list(text = " ")), idle_bad_argument = list("narrow", list()),
    idle_bad_argument = list("repair", list(check = list())), idle_bad_argument = list("erase", list()),
    idle_bad_argument = list("accept", list(text = "", check = list(rule = "copies"))),
    idle_unknown_section = list("drop", list(section = "where", index = 1)),
    idle_unknown_column = list("sort", list(column = "nothing"))
  )
  for (k in seq_along(wrong)) {
    expect_error(act(desk, wrong[[k]][[1]], wrong[[k]][[2]]), class = names(wrong)[k], info = k)
    expect_identical(now(), before, info = k)
  }
})

test_that("narrowing shows a part of the ledger, and widening all of it again", {
  page <- brief(tolls, lines = c(month = start_of(passed_on, "month"), lock), figures = c(n = count()),
    footing = rollup(month, lock))
  desk <- idleledger:::new_desk(page)
  lines <- desk$drawn$lines
  for (line in c(1, which(is.na(lines$columns$lock))[1], which(lines$line_kind == "subtotal")[3])) {
    wanted <- desk$statement$n[match(line, idleledger:::display_rows(desk$drawn))]
    act(desk, "narrow", list(conditions = idleledger:::conditions_of_line(desk$drawn, line)))
    expect_equal(sum(desk$statement$n[desk$statement$line_kind == "line"]), wanted)
    act(desk, "widen")
    expect_equal(as.data.frame(desk$statement), as.data.frame(draw_up(page)))
  }
})

test_that("repairs are taken over, and what is accepted is said", {
  desk <- idleledger:::new_desk(brief(tolls, lines = reach, figures = c(receipts = sum(toll))))
  find <- function(rule) Find(function(check) identical(check$rule, rule), idleledger:::desk_tie_out(desk)$checks)
  act(desk, "repair", list(check = find("copies")))
  expect_equal(nrow(tolls) - attr(desk$statement, "idle")$used, 12)
  expect_null(find("copies"))
  act(desk, "accept", list(check = find("standouts"), text = "a refund"))
  expect_equal(find("standouts")$status, "accepted")
})
