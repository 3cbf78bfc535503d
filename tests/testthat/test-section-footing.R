# A level of a page worked by itself: the lines by `keys` of a statement without footing.
level_alone <- function(table, keys, figures) {
  lines <- if (length(keys)) lapply(keys, as.name) else list(quote(whole()))
  page <- rlang::inject(brief(table, lines = c(!!!lines), figures = figures))
  as.data.frame(draw_up(page))
}

every_figure <- quoted(
  n = count(), filled = count(amount), gone = count_missing(amount), s = sum(amount), m = mean(amount, weight = part),
  low = min(day), high = max(amount), spread = sd(amount), mid = median(amount), often = mode(word),
  kinds = count_distinct(word), some = sum(whole, where = flag), big = sum(big), early = first(
    amount, along = moment
  ),
  latest = last(word), all = listed(word, distinct = TRUE), second = nth(amount, 2), ratio = sum(amount) / count(),
  place = rank_of(20, falling(amount)), late = any(flag)
)

test_that("every level has what its own entries give, real missing keys and subtotals told apart by rule", {
  table <- random_table(400, 31)
  got <- draw_up(
    brief(table, lines = c(word, flag, whole), figures = every_figure, footing = cube(word, flag, whole))
  )
  keys <- c("word", "flag", "whole")
  for (n in 0:7) {
    kept <- keys[bitwAnd(n, c(1, 2, 4)) > 0]
    over <- toString(setdiff(keys, kept))
    here <- as.data.frame(got)[got$summed_over == over, ]
    alone <- level_alone(table, kept, every_figure)
    expect_identical(unique(here$line_kind), if (n == 7) "line" else if (n == 0) "total" else "subtotal")
    expect_equal(here[names(alone)], alone, ignore_attr = "row.names", label = over)
    expect_true(all(is.na(here[setdiff(keys, kept)])))
  }
  expect_true(any(is.na(got$word) & got$line_kind == "line"), label = "missing keys that are no subtotals")
  expect_true(all_tie(tie_out(brief(
    table, lines = c(word, flag, whole), figures = every_figure, footing = cube(word, flag, whole)
  ))))
})

test_that("rollup, cube and sets ask for the levels that they say", {
  levels_of <- function(...) {
    page <- brief(tolls, lines = c(reach, lock, paid), figures = c(n = count()), footing = c(...))
    unique(draw_up(page)$summed_over)
  }
  expect_setequal(levels_of(rollup(reach, lock, paid)), c("", "paid", "lock, paid", "reach, lock, paid"))
  expect_setequal(levels_of(rollup(c(reach, lock), paid)), c("", "paid", "reach, lock, paid"))
  expect_setequal(levels_of(rollup(reach)), c("", "lock, paid", "reach, lock, paid"))
  expect_setequal(levels_of(cube(reach, paid)), c("", "lock", "lock, paid", "reach, lock", "reach, lock, paid"))
  expect_setequal(levels_of(sets(c(reach, lock), paid)), c("", "paid", "reach, lock"))
  expect_setequal(levels_of(sets(whole(), rollup(reach, lock))), c("", "paid", "lock, paid", "reach, lock, paid"))
  expect_setequal(levels_of(rollup(reach), sets(paid)), c("", "lock, paid", "reach, lock, paid", "reach, lock"))
  twice <- draw_up(brief(tolls, lines = c(reach, lock), figures = c(n = count()), footing = sets(reach, cube(reach))))
  expect_match(flat(twice), "the lines by reach are asked for more than once, and stand once")
  expect_equal(sum(twice$line_kind == "subtotal"), 3)
})

test_that("subtotals stand after their lines, or before them, whatever the lines are sorted by", {
  page <- brief(tolls,
    only = !is_missing(reach), lines = c(reach, lock), figures = c(n = count(), s = sum(toll)),
    footing = rollup(reach, lock), order = falling(s)
  )
  got <- draw_up(page)
  by_reach <- aggregate(toll ~ reach, tolls, sum)
  expect_identical(unique(got$reach), c(by_reach$reach[order(-by_reach$toll)], NA))
  for (reach in by_reach$reach) {
    here <- got[got$reach %in% reach, ]
    expect_identical(here$line_kind, rep(c("line", "subtotal"), c(nrow(here) - 1, 1)))
    expect_false(is.unsorted(-here$s[-nrow(here)]))
  }
  expect_identical(got$line_kind[nrow(got)], "total")
  before <- draw_up(amend(page, footing = rollup(reach, lock, subtotals = "before")))
  expect_identical(before$line_kind[1:3], c("total", "subtotal", "line"))
  expect_identical(before$n[before$line_kind == "line"], got$n[got$line_kind == "line"])
  by_lock <- draw_up(amend(page, footing = rollup(lock, reach), order = NULL))
  expect_identical(by_lock$summed_over[1:2], c("", "reach"))
})

test_that("windows and shares compare lines of one level, and parent() is the subtotal above", {
  page <- brief(tolls,
    lines = c(reach, lock, paid), figures = c(s = sum(toll), typical = median(toll)),
    footing = rollup(reach, lock, paid),
    beside = c(
      all = share(s), up = share(s, per = parent()), place = rank(falling(s), per = parent()), top = rank(falling(s)),
      wide = share(typical, per = parent()), sofar = running(sum(s), along = falling(s))
    )
  )
  got <- as.data.frame(draw_up(page))
  for (over in unique(got$summed_over)) {
    here <- got[got$summed_over == over, ]
    expect_equal(sum(here$all), 1)
    expect_equal(here$top, rank(-here$s, ties.method = "min"))
    expect_equal(max(here$sofar), sum(here$s))
  }
  line <- got[got$line_kind == "line", ]
  group <- paste(line$reach, line$lock)
  expect_equal(line$up, line$s / ave(line$s, group, FUN = sum))
  expect_equal(line$place, ave(-line$s, group, FUN = function(x) rank(x, ties.method = "min")))
  parent <- got[got$summed_over == "paid", ]
  expect_equal(line$wide, line$typical / parent$typical[match(group, paste(parent$reach, parent$lock))])
  expect_equal(parent$up, parent$s / ave(parent$s, parent$reach, FUN = sum))
  expect_equal(got$up[got$line_kind == "total"], 1)
  expect_true(all_tie(tie_out(page)))
})

test_that("conditions judge lines, and subtotals are shown with any of theirs", {
  page <- brief(tolls,
    lines = c(reach, lock), figures = c(s = sum(toll)), footing = rollup(reach, lock), show = s > 20000
  )
  got <- draw_up(page)
  expect_true(all(got$s[got$line_kind == "line"] > 20000))
  expect_identical(got$reach[got$line_kind == "subtotal"], unique(got$reach[got$line_kind == "line"]))
  expect_equal(got$s[got$line_kind == "total"], sum(tolls$toll, na.rm = TRUE))
  expect_match(flat(got), "those of the 14 lines that `show` hides included")
  only_totals <- draw_up(amend(page, show = line_kind != "line"))
  expect_identical(only_totals$line_kind, c("subtotal", "subtotal", "subtotal", "total"))
  rest <- draw_up(amend(page, show = top(1, s, per = reach, others = TRUE), order = falling(s)))
  expect_identical(rest$line_kind, c(rep(c("line", "others", "subtotal"), 3), "total"))
  parts <- tapply(rest$s[rest$line_kind != "subtotal" & !is.na(rest$reach)], rest$reach[
    rest$line_kind != "subtotal" & !is.na(rest$reach)
  ], sum)
  expect_equal(as.vector(parts), sort_by_name(rest$s[rest$line_kind == "subtotal"], rest$reach[
    rest$line_kind == "subtotal"
  ]))
  expect_true(all_tie(tie_out(amend(page, show = top(1, s, per = reach, others = TRUE)))))
})

test_that("a page above sees lines and no subtotals, and says so; so does a ledger made of the statement", {
  below <- brief(tolls, lines = c(reach, lock), figures = c(s = sum(toll)), footing = rollup(reach, lock))
  above <- draw_up(brief(below, lines = whole(), figures = c(s = sum(s), n = count())))
  expect_equal(above$s, sum(tolls$toll, na.rm = TRUE))
  expect_match(flat(above), "The page below shows 4 subtotals; this page is drawn up from its lines alone")
  kept <- draw_up(brief(draw_up(below), lines = whole(), figures = c(s = sum(s))))
  expect_equal(kept$s, above$s)
  expect_match(flat(kept), "Of the statement 4 subtotals are left out")
  expect_match(said_by(brief(below, only = line_kind == "line")), "no column `line_kind`")
})

test_that("a wrong subtotal is found, and its line named", {
  page <- brief(tolls, lines = c(reach, lock), figures = c(s = sum(toll), n = count()), footing = rollup(reach, lock))
  sections <- asNamespace("idleledger")$rooms$section
  sound <- sections[["footing"]]
  withr::defer(assign("footing", sound, envir = sections))
  broken <- sound
  broken$work <- function(drawn, checked) {
    drawn <- sound$work(drawn, checked)
    drawn$lines$columns$s[which(drawn$lines$line_kind == "subtotal")[2]] <- 12345
    drawn
  }
  assign("footing", broken, envir = sections)
  checks <- as.data.frame(tie_out(page))
  expect_identical(checks$check[checks$status == "differs"], c("recomputed", "subtotals"))
  expect_match(checks$sentence[checks$check == "subtotals"], "1 cell does not, first `s` in line 14")
})

test_that("empty tables, crossed keys and one line have their totals", {
  none <- draw_up(brief(tolls[0, ], lines = lock, figures = c(n = count(), s = sum(toll)), footing = rollup(lock)))
  expect_identical(
    as.list(as.data.frame(none)[c("n", "s", "line_kind")]), list(n = 0L, s = NA_real_, line_kind = "total")
  )
  table <- data.frame(a = c("x", "y"), b = c("p", "q"), v = c(1L, 5L))
  page <- brief(table, lines = crossed(a, b), figures = c(n = count(), m = max(v)), footing = rollup(a, b))
  got <- draw_up(page)
  expect_equal(got$n, c(1, 0, 1, 0, 1, 1, 2))
  expect_equal(got$m, c(1, NA, 1, NA, 5, 5, 5))
  expect_true(all_tie(tie_out(page)))
})

test_that("subtotals look like those of an account book and are never taken for data", {
  table <- data.frame(lock = c("Total", "all locks", NA, "Tarn"), v = 1:4)
  page <- draw_up(brief(table, lines = lock, figures = c(v = sum(v)), footing = rollup(lock)))
  lines <- strsplit(printed(page), "\n")[[1]]
  expect_match(lines, "^\"Total\" +1$", all = FALSE)
  expect_match(lines, "^\"all locks\" +2$", all = FALSE)
  expect_match(lines, "^Total +10$", all = FALSE)
  expect_match(lines, "^\\(missing\\) +3$", all = FALSE)
  at <- grep("^Total", lines)
  expect_match(lines[at - 1], "^ +(-|\u2500)+$")
  expect_match(lines[at + 1], "^ +(=|\u2550)+$")
  expect_match(printed(page), "4 lines and 1 subtotal")
  keys <- printed(draw_up(brief(tolls, lines = c(reach, lock), figures = c(n = count()), footing = rollup(reach))))
  expect_equal(lengths(regmatches(keys, gregexpr("Lower", keys))), 1)
})

test_that("what is wrong with a footing is said", {
  wrong <- list(
    brief(tolls, footing = rollup(lock)) ~ "does not say what makes a line",
    brief(tolls, lines = whole(), footing = rollup(lock)) ~ "is the total already",
    brief(tolls, lines = c(line_kind = lock), footing = rollup(line_kind)) ~ "has a column `line_kind` of its own",
    brief(tolls, lines = lock, footing = rollup(reach)) ~ "`reach` is no key of the lines",
    brief(tolls, lines = lock, footing = lock) ~ "`lock` is no footing.*rollup\\(reach, lock\\)",
    brief(tolls, lines = lock, footing = rollup()) ~ "rollup\\(\\) needs keys",
    brief(tolls, lines = lock, footing = rollup(lock, at = 3)) ~ "no argument `at`",
    brief(tolls, lines = lock, footing = rollup(lock, subtotals = "top")) ~ "\"after\" or \"before\"",
    brief(tolls, lines = lock, footing = c(a = rollup(lock))) ~ "has no name",
    brief(tolls, lines = lock, figures = c(n = count()), beside = c(s = share(n, per = parent()))) ~
      "no section `footing`",
    brief(tolls,
      lines = c(reach, lock), figures = c(n = count()), footing = cube(reach, lock),
      beside = c(s = share(n, per = parent()))
    ) ~ "parent\\(\\) is not clear: the lines by reach and lock stand under more than one"
  )
  for (case in wrong) expect_match(said_by(eval(case[[2]])), case[[3]], label = deparse1(case[[2]]))
  many <- as.data.frame(stats::setNames(as.list(1:9), letters[1:9]))
  expect_match(said_by(brief(many, lines = c(a, b, c, d, e, f, g, h, i), footing = cube(a, b, c, d, e, f, g, h, i))),
    "would make 512 levels"
  )
})

test_that("keys whose names have commas and backticks are single keys, and their subtotals no missing keys", {
  table <- data.frame(a = c("p", "p", "q"), b = c("u", "v", "u"), x = 1:3)
  for (name in c("a, b", "`x`, y", "z`")) {
    odd <- stats::setNames(table, c(name, "b", "x"))
    key <- as.name(name)
    page <- rlang::inject(brief(odd, lines = c(!!key, b), figures = c(s = sum(x)), footing = rollup(!!key, b)))
    statement <- draw_up(page)
    expect_identical(statement$line_kind, c("line", "line", "subtotal", "line", "subtotal", "total"))
    expect_identical(asNamespace("idleledger")$names_in_text(statement$summed_over[6]), c(name, "b"))
    expect_no_match(printed(statement), "(missing)", fixed = TRUE)
    expect_match(printed(statement), "Total +6")
    expect_true(all_tie(tie_out(statement)))
    behind <- rlang::inject(entries_behind(page, !!key == "p", line_kind == "subtotal"))
    expect_identical(behind$entry, 1:2)
  }
})

test_that("figures of 64-bit whole numbers tie at every level", {
  table <- data.frame(g = c("a", "a", "b", "b"), h = c("u", "v", "u", NA))
  table$z <- bit64::as.integer64(c("9007199254740993", "-5", NA, "4611686018427387904"))
  page <- brief(table, lines = c(g, h), figures = c(
    s = sum(z), m = mean(z), lo = min(z), md = median(z), n = count(z), d = count_distinct(z), f = first(z),
      mo = mode(z), v = sd(z)
  ), footing = cube(g, h), beside = c(r = running(sum(s), along = h, per = g)))
  expect_true(all_tie(tie_out(page)))
  expect_identical(as.character(draw_up(page)$s[1]), "9007199254740993")
})

test_that("a page on a page knows its keys by their names, whatever they were worked from", {
  page <- brief(tolls, lines = c(q = quarter(passed_on), big = toll > 10, w = case(when(toll > 5, "x"))),
    figures = c(n = count()))
  above <- draw_up(brief(page, columns = c(z = q + 1, k = joined(w, q)), only = big))
  expect_identical(above$z, above$q + 1)
  expect_named(as.data.frame(above), c("q", "big", "w", "n", "z", "k"))
})
