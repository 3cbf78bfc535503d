# Expressions by the hundred that nobody in their right mind writes: each is drawn up, or refused by an
# error of ours; never by one of R's.
ours_or_right <- function(expr) {
  tryCatch({
    force(expr)
    "right"
  }, idle_error = function(e) "ours", error = function(e) paste("R's own:", conditionMessage(e)))
}

test_that("chains are long, nests are not deep, and neither ends R", {
  many <- function(op, n) Reduce(function(a, b) call(op, a, b), rep(list(quote(toll == 1)), n))
  for (op in c("|", "&")) expect_identical(ours_or_right(draw_up(brief(tolls, only = !!many(op, 1000)))), "right")
  sums <- Reduce(function(a, b) call("+", a, b), rep(list(quote(toll)), 800))
  got <- draw_up(brief(tolls[1:5, ], columns = c(s = !!sums)))
  expect_equal(got$s, 800 * tolls$toll[1:5])
  shown <- capture.output(print(brief(tolls[1:5, ], only = !!many("|", 300))))
  expect_true(any(grepl("Keep only entries", shown)))
  for (depth in c(101, 400)) {
    deep <- quote(toll)
    for (k in seq_len(depth)) deep <- call("abs", deep)
    said <- c(said_by(brief(tolls, columns = c(a = !!deep))), said_by(quoted(!!deep)))
    expect_match(said, "nested 100 calls deep")
  }
  text <- paste0(strrep("abs(", 60), "toll", strrep(")", 60))
  expect_match(said_by(asNamespace("idleledger")$read_items(text, "columns")), "50 deep")
  page <- brief(tolls, lines = lock)
  for (k in 1:49) page <- brief(page, lines = lock)
  expect_match(said_by(brief(page, lines = lock)), "At most 50 pages")
  expect_s3_class(draw_up(brief(tolls, lines = lock, figures = c(s = count()), per = ntile(2, s),
    beside = c(r = rank(s)))), "idle_statement")
})

test_that("random calls of known and unknown words on anything are right or refused in our words", {
  ns <- asNamespace("idleledger")
  heads <- c(ns$rooms_of("row"), ns$rooms_of("figure"), ns$rooms_of("window"), "(", "given", "falling", "nonsense",
    "if", "function", "$", "c")
  atoms <- list(
    quote(toll), quote(lock), quote(passed_on), quote(craft), 1, -1, NA, "a", "", "2025-01-01", TRUE, NULL, Inf, NaN,
      1e19, quote(nothing),
    strrep("x", 1000), as.Date("2025-01-01"), 1:3, quote(whole()), quote(entered()), quote(days(7)), quote(toll > 1)
  )
  build <- function(depth) {
    if (depth == 0 || stats::runif(1) < 0.3) return(atoms[[sample(length(atoms), 1)]])
    args <- lapply(seq_len(sample(0:3, 1)), function(k) build(depth - 1))
    names(args) <- sample(c("", "", "", "per", "along", "where", "x", "bogus"), length(args), TRUE)
    as.call(c(as.name(sample(heads, 1)), args))
  }
  table <- tolls[1:40, ]
  sections <- c("columns", "only", "lines", "figures", "beside", "show", "order", "footing", "abreast", "layout",
    "control", "prepare")
  for (k in seq_len(rounds(900))) {
    one <- withr::with_seed(k, list(section = sample(sections, 1), expr = build(2)))
    page <- list(lines = quote(c(reach, lock)), figures = quote(c(s = sum(toll))))
    if (one$section %in% c("columns", "only", "prepare")) page <- list()
    if (rlang::is_missing(one$expr)) next
    named <- one$section %in% c("columns", "figures", "beside")
    page[[one$section]] <- if (named) call("c", z = one$expr) else one$expr
    call <- as.call(c(as.name("brief"), quote(table), page))
    got <- ours_or_right(draw_up(eval(call)))
    expect_true(got %in% c("right", "ours"), label = paste(k, one$section, got))
  }
})

# What people write, in whatever section it stands.
written <- as.list(expression(toll, lock, passed_on, count(), sum(toll), sum(toll, where = tonnes > 3), sum(sum(toll)),
  rank(toll), rank(falling(toll), per = lock), running(sum(toll), along = passed_on), share(toll), whole(), entered(),
  rolling(mean(toll), days(7), along = passed_on), lag(toll, along = passed_on), share(toll, per = parent()), parent(),
  falling(toll), top(3, toll), top(3, toll, others = TRUE), rollup(lock), cube(lock, reach), sets(lock, whole()), NULL,
  crossed(lock, reach), unbroken(passed_on, "day"), columns_of(reach), money(toll), decimals(toll, 2), days(7), NaN, NA,
  given(month), case(when(toll > 3, 1), otherwise = 2), case(), bands(toll, at = c(1, 5)), or_else(toll, 0), toll / 0,
  is_missing(lock), -toll, !lock, toll > "a", passed_on > "2025-13-01", 1, "x", TRUE, Inf, c(lock, reach), c(), lock$x,
  lock[1], base::sum(toll), nosuch, nosuch(toll), strike_duplicates(), mend_keys(lock), sample_of(5, seed = 1), c(...),
  fill_calendar(passed_on, "day"), unpivot(c(toll, tonnes), names = "n", values = "v"), run_of(passed_on), "de",
  accept("copies", because = "x"), 1e308 * toll * 1e308, ntile(3, toll), percentile(toll, 2), listed(lock, ","), sum(),
  sum(lock), max(passed_on), start_of(passed_on, "fortnight"), year(lock), lock == reach, lock %in% reach,
  any(toll > 3), bars(toll)))
kinds_of_page <- list(
  list(), alist(lines = c(reach, lock), figures = c(n = count(), toll = sum(toll))),
  alist(lines = reach, figures = c(toll = sum(toll)), footing = rollup(reach), beside = c(p = share(toll))),
  alist(lines = c(reach, paid), figures = c(toll = sum(toll)), abreast = columns_of(paid, totals = "both")),
  alist(lines = c(reach, lock), figures = c(toll = sum(toll), m = median(toll)), footing = cube(reach, lock),
    show = top(2, toll, per = reach, others = TRUE), order = falling(toll)),
  alist(columns = c(k = row_number(entered()), big = toll > 5), only = tonnes > 2, along = passed_on, per = lock)
)

test_that("whatever is taken in any section of any page is drawn up and ties, and no rule fails on it", {
  table <- tolls[1:150, ]
  cases <- expand.grid(section = idleledger:::rooms_of("section"), word = seq_along(written),
    page = seq_along(kinds_of_page), named = c(TRUE, FALSE), stringsAsFactors = FALSE)
  cases <- cases[withr::with_seed(5, sample(nrow(cases), rounds(1200))), ]
  tied <- 0
  for (k in seq_len(nrow(cases))) {
    page <- kinds_of_page[[cases$page[k]]]
    word <- written[[cases$word[k]]]
    page[[cases$section[k]]] <- if (cases$named[k]) as.call(list(quote(c), z = word)) else word
    label <- paste(k, deparse1(as.call(c(quote(brief), page))))
    page <- tryCatch(eval(as.call(c(quote(brief), quote(table), page))), idle_error = function(e) NULL)
    checks <- if (!is.null(page)) tryCatch(as.data.frame(tie_out(page)), idle_error = function(e) NULL)
    tied <- tied + !is.null(checks)
    expect_false(any(checks$status == "differs" | grepl("could not be looked at", checks$sentence)), label = label)
  }
  expect_gt(tied, nrow(cases) / 10)
})

test_that("random preparations on anything are right or refused in our words", {
  ns <- asNamespace("idleledger")
  other <- data.frame(lock = c("Tarn Foot", "Lime Kiln", NA), since = as.Date("2024-06-30") + 0:2, rise = c(1, NA, 3))
  none <- other[0, ]
  table <- tolls[c(1:40, 7), ]
  usual <- lapply(alist(
    from = c(other, none, table, other), match = c(lock, lock == lock, c(lock = lock), passed_on == since, lock),
    columns = c(rise, c(depth = rise), c(a = rise, b = since)), expect = c("one", "many"),
    without_partner = c("keep", "leave_out", "both", "stop"), as_of = c(c(passed_on = since), c(toll = rise)),
    upto = c(since, rise), by = c(lock, c(lock, reach), passed_on, toll), along = c(passed_on, toll, falling(toll)),
    keep = c("first", "last", reach), step = c("day", "week", "month"), per = c(lock, reach, c(lock, craft)),
    from_day = c("2024-06-20"), to = c("2024-07-20"), fill = c(c(toll = 0), c(craft = "x", tonnes = 1)),
    n = c(3, part(0.5), 100), seed = c(1, 2), name = c(part), spellings = c(c("Tarn Foot" = "x")),
      case = c(TRUE, FALSE),
    names = c(which), values = c(amount), empty = c("keep", "drop")
  ), function(choices) as.list(choices)[-1])
  odd <- expression(lock, toll, nothing, 1, -1, NA, "", "2025-01-01", TRUE, NULL, Inf, c(lock, toll), whole(), 1e9,
    other)
  for (k in seq_len(rounds(750))) {
    call <- withr::with_seed(k, {
      fn <- sample(ns$rooms_of("preparation"), 1)
      args <- names(ns$room_of("preparation", fn)$args)
      needed <- args[seq_along(args) == 1 | vapply(ns$room_of("preparation", fn)$args, rlang::is_missing, TRUE)]
      args <- union(needed, sample(args, sample(0:3, 1), TRUE))
      if (fn == "bring_in") args <- union(args, c("match", "columns"))
      values <- lapply(args, function(arg) {
        if (arg == "...") arg <- if (fn == "stack_on") "from" else "keep"
        if (fn == "fill_calendar" && arg == "from") arg <- "from_day"
        pool <- if (is.null(usual[[arg]]) || stats::runif(1) < 0.1) as.list(odd) else usual[[arg]]
        sample(pool, 1)[[1]]
      })
      names(values) <- ifelse(args == "..." | stats::runif(length(args)) < 0.02, "", args)
      as.call(c(as.name(fn), values))
    })
    got <- ours_or_right({
      page <- eval(call("brief", quote(table), prepare = call))
      draw_up(page)
      if (!all_tie(tie_out(page))) stop("does not tie")
      set_aside(page, "prepare")
    })
    expect_true(got %in% c("right", "ours"), label = paste(k, deparse1(call), got))
  }
})

test_that("columns that are not what they say are refused at the door", {
  bad <- list(
    structure(c(1L, 5L, -3L), levels = c("a", "b"), class = "factor"), structure(1:3, levels = c("a", "a", "b"),
      class = "factor"),
    structure(c(1L, 9L, 2L), class = "idle_text", pool = new.env()), structure(1:3, class = "integer64"),
    structure(c("a", "b", "c"), class = "Date"), structure(c(TRUE, FALSE, NA), class = c("POSIXct", "POSIXt")), list(1,
      2, 3),
    matrix(1:3), as.raw(1:3), complex(3)
  )
  for (column in bad) {
    table <- data.frame(x = 1:3)
    table$q <- column
    expect_match(said_by(brief(table, lines = q, figures = c(s = sum(x)))), "`q`", label = class(column)[1])
  }
  table <- data.frame(x = 1:3)
  names(table) <- "caf\xe9"
  expect_match(said_by(ledger(table)), "name of column 1 is not valid UTF-8")
  expect_match(said_by(brief(tolls, lines = !!as.name(strrep("a", 9000)))), "no column")
})

test_that("text that would move, hide or turn the page is written out wherever it goes", {
  evil <- c("a\033[31mred", "b\u202eevil", "c\u200bd", "e\ufffef", "g\nh\ti", "j\u009b1m")
  table <- data.frame(k = evil, x = seq_along(evil))
  names(table)[2] <- "x\033[1m"
  figures <- stats::setNames(list(call("sum", as.name(names(table)[2]))), "s\u202e")
  page <- rlang::inject(brief(table,
    title = !!evil[1], notes = !!evil[2], lines = k, figures = !!as.call(c(as.name("c"), figures)),
    layout = c(k, money(!!as.name("s\u202e"), currency = "\033[31m"))
  ))
  shown <- withr::with_options(list(cli.num_colors = 1L), c(
    capture.output(print(page)), capture.output(print(look(table))), capture.output(print(ledger(table))),
    capture.output(print(tie_out(page))), capture.output(print(stages(page))),
      capture.output(print(entries_behind(page))),
    capture.output(print(differences(table, transform(table, k = rev(k)), match = "k"))),
    tryCatch(brief(table, lines = !!as.name("y\033[2J")), error = conditionMessage), tryCatch(ledger("no\033[31m.csv"),
      error = conditionMessage)
  ))
  expect_false(any(grepl("[\001-\010\013-\037\177]", shown)))
  expect_false(any(grepl("[\u202e\u200b\u009b]", shown)))
  expect_true(any(grepl("a\\x1b[31mred", shown, fixed = TRUE)))
  expect_true(any(grepl("b\\u202eevil", shown, fixed = TRUE)))
})
