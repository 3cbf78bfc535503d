# Adding a room of each kind from outside the package, and finding it wherever a user would look; and what
# every room of a kind owes.
local_room <- idleledger:::local_room
local_answers <- idleledger:::local_answers

test_that("a figure is added by one room, and is in help, tie-out, proof, windows and on the command line", {
  local_room("range_of", "figure",
    args = alist(x = ), takes = list(x = "number"), gives = "double", additive = FALSE, exact = NULL,
    fold = function(node) {
      list(by_group = function(groups, feed, node, facts) {
        number <- idleledger:::core_group_numbers(groups)
        unname(vapply(split(feed$values, number), function(x) diff(range(x, na.rm = TRUE)), 1))
      })
    },
    slide = function(node) NULL, again = function(x, node) diff(range(x)),
    in_columns = function(x, line, n, node, weight) {
      as.double(tapply(x, factor(line, seq_len(n)), function(x) diff(range(x))))
    },
    by_hand = function(x, value, node) sprintf("From smallest to largest it is %s.", value),
    words = "the distance from the smallest {x} to the largest"
  )
  page <- brief(tolls, lines = lock, figures = c(r = range_of(toll)), footing = rollup(lock))
  expect_match(flat(page), "r: the distance from the smallest toll to the largest")
  statement <- draw_up(page)
  one <- tolls$toll[tolls$lock %in% "Tarn Foot"]
  expect_equal(statement$r[statement$lock %in% "Tarn Foot"], diff(range(one, na.rm = TRUE)))
  expect_true(all_tie(tie_out(statement)))
  withr::with_options(list(idleledger.most_lines_in_r = 2), expect_true(all_tie(tie_out(page))))
  expect_match(flat(proof(page, r, lock == "Tarn Foot")), "From smallest to largest it is .*: equal")
  expect_match(words("figure")$call, "range_of(x)", fixed = TRUE, all = FALSE)
  beside <- brief(tolls, columns = c(r = range_of(toll, per = lock)), only = lock == "Tarn Foot")
  expect_equal(draw_up(beside)$r[1], diff(range(one, na.rm = TRUE)))
  out <- capture.output(command_line(c(
    "draw-up", demo_table("tolls", as = "path"), "--lines", "reach", "--figures", "r = range_of(toll)"
  )))
  expect_match(out, "reach +r", all = FALSE)
})

test_that("a row function is added by one room", {
  local_room("doubled", "row",
    args = alist(x = ), takes = list(x = "number"), gives = "double", work = function(x) 2 * x,
    again = function(x) x + x, words = "twice the value"
  )
  expect_equal(draw_up(brief(data.frame(a = c(1, NA)), columns = c(b = doubled(a))))$b, c(2, NA))
  expect_true(all_tie(tie_out(brief(data.frame(a = c(1, NA)), columns = c(b = doubled(a))))))
  expect_match(said_by(brief(data.frame(a = "x"), columns = c(b = doubled(a)))), "doubled\\(\\) takes a number")
  expect_match(said_by(brief(tolls, columns = c(b = doubles(toll)))), "Did you mean `doubled`")
  expect_match(words("row")$words, "twice the value", all = FALSE)
})

test_that("a window is added by one room, with its whole check and its proof", {
  rows_of <- function(node, table) idleledger:::plain_groups(node$per, table)
  local_room("group_size", "window",
    args = alist(per = NULL),
    check = function(expr, values, ctx) {
      list(per = idleledger:::window_per(as.list(expr)$per, values, ctx), along = list(), kind = "double",
        args = list())
    },
    work = function(node, table) as.double(tabulate(rows_of(node, table))[rows_of(node, table)]),
    again = function(node, table, at) as.double(tabulate(rows_of(node, table))[rows_of(node, table)][at]),
    rows_used = function(node, table, at) which(rows_of(node, table) %in% rows_of(node, table)[at]),
    whole = function(part, values, group, table) {
      idleledger:::group_check(part, group[values < 1], group, "each counts itself", table)
    },
    result = function(node, rows, table, line, value) "The rows counted are",
    words = "how many rows the group has"
  )
  page <- brief(tolls, lines = c(reach, lock), figures = c(n = count()), beside = c(size = group_size(per = reach)))
  upper <- draw_up(page)
  expect_equal(upper$size, unname(as.vector(table(addNA(upper$reach))[match(upper$reach, levels(addNA(upper$reach)))])))
  expect_match(flat(tie_out(page)), "Groups: `size`: each counts itself in each of")
  expect_match(flat(proof(page, size, lock == "Tarn Foot")), "how many rows the group has.*The rows counted are")
  expect_match(words("window")$call, "group_size(per)", fixed = TRUE, all = FALSE)
  expect_gt(nrow(entries_behind(page, lock == "Tarn Foot", of = "size")), 0)
})

test_that("a section is added by one room, with what it sets aside and its option", {
  local_room("sample_first", "section",
    place = 3.5, read = idleledger:::read_items,
    option = list(takes = "N", does = "only the first entries", example = "5"),
    clause = idleledger:::clause("only the first ...", "Take only", function(seen) {
      list(idleledger:::phrase("the first {n}", quote(.n), n = idleledger:::blank("number", default = 7, least = 1)))
    }),
    check = function(items, ctx) items[[1]]$expr, leaves = function(checked, ctx) ctx, in_sql = NULL,
    work = function(drawn, checked) {
      rows <- seq_len(min(checked, drawn$entries$n))
      drawn$entries <- idleledger:::add_account(
        drawn$entries, "sample_first", "after the first", drawn$entries$n - length(rows)
      )
      drawn$entries <- idleledger:::take_entries(drawn$entries, rows)
      drawn
    },
    words = function(checked) sprintf("Take the first %d entries", as.integer(checked)),
    aside = function(drawn, checked) data.frame(left = drawn$entries$n_read - drawn$entries$n),
    owes = function(drawn, checked) list(idleledger:::a_check("first", drawn$entries$n <= checked, "First: so many."))
  )
  page <- brief(tolls, lines = whole(), figures = c(n = count()), sample_first = 5)
  expect_identical(draw_up(page)$n, 5L)
  expect_match(flat(page), "Take the first 5 entries")
  expect_equal(set_aside(page, "sample_first")$left, nrow(tolls) - 5)
  expect_match(flat(tie_out(page)), "20,007 by `sample_first`, after the first.*First: so many")
  expect_match(capture.output(command_line(c("draw-up", "--help"))), "--sample_first N", all = FALSE)
  expect_match(said_by(brief(tolls, sample_frist = 5)), "Did you mean `sample_first`")
  desk <- idleledger:::new_desk(tolls)
  idleledger:::desk_act(desk, "choose", list(section = "sample_first", key = "1"))
  expect_equal(nrow(desk$statement), 7)
  said <- Find(function(clause) clause$lead == "Take only", idleledger:::sentence_of(idleledger:::desk_state(desk)))
  expect_equal(said$parts[[1]]$words, "the first 7")
})

test_that("a blank and an act are added by one room each, and found on the desk", {
  local_room("even", "blank", asks = "An even number", entry = "choice",
    offers = function(blank, seen, filled) lapply(c(2, 4), idleledger:::offer),
    reads = function(expr, blank) if (is.numeric(expr)) format(expr), writes = idleledger:::chosen_offer
  )
  idleledger:::local_answers("only", "section", clause = idleledger:::clause("even ...", "Only", function(seen) {
    list(idleledger:::phrase("tonnes above {n}", quote(tonnes > .n), n = idleledger:::blank("even")))
  }))
  local_room("empty", "act", does = function(state, asked, view) {
    state$parts <- list()
    idleledger:::acted(state, "nothing is left")
  })
  desk <- idleledger:::new_desk(tolls)
  idleledger:::desk_act(desk, "choose", list(section = "only", key = "1"))
  idleledger:::desk_act(desk, "fill", list(section = "only", index = 1, blank = "n", value = "4"))
  expect_equal(nrow(desk$statement), sum(tolls$tonnes > 4))
  expect_match(idleledger:::desk_answer(desk, list(do = "empty"))$said, "nothing is left. 20,012 rows")
})

test_that("a preparation is added by one room, and proves what it owes", {
  local_room("twice_over", "preparation",
    args = alist(), check = function(parts, values, ctx) list(), leaves = function(part, ctx) ctx$columns,
    work = function(drawn, part) {
      fetch <- idleledger:::entries_so_far(drawn$entries)
      n <- drawn$entries$n
      columns <- function(name) idleledger:::pick_rows(fetch(name), rep(seq_len(n), 2L))
      entries <- idleledger:::change_entries(drawn$entries, 2 * n, drawn$entries$column_names, columns)
      entries$prepared_by <- c(entries$prepared_by, list(list(part = part, n = n)))
      drawn$entries <- entries
      drawn
    },
    aside = function(done) data.frame(rows = done$n), words = function(part) "take every entry twice",
    owes = function(drawn, done) idleledger:::a_check("twice", TRUE, sprintf("Twice: of %d rows.", done$n))
  )
  page <- brief(tolls, prepare = twice_over(), lines = whole(), figures = c(n = count()))
  expect_identical(draw_up(page)$n, 2L * nrow(tolls))
  expect_match(flat(page), "First take every entry twice")
  expect_match(flat(tie_out(page)), "20,012 read \\+ 20,012 added.*Twice: of 20012 rows")
  expect_equal(set_aside(page, "prepare")$rows, nrow(tolls))
  expect_match(words("preparation")$call, "twice_over()", fixed = TRUE, all = FALSE)
})

test_that("a source, a rule, a format and a command are each added by one room", {
  local_room("listing", "source", place = 0.5,
    opens = function(source) inherits(source, "listing"),
    open = function(source, how) idleledger:::frame_ledger(data.frame(item = unlist(source)), "a listing"),
    again = function(source) idleledger:::frame_ledger(source$columns[[1]] |> data.frame(item = _), "a listing"),
    seal = function(source) list(of = "listing", sha256 = "none")
  )
  mine <- structure(list("b", "a", "b"), class = "listing")
  page <- brief(mine, lines = item, figures = c(n = count()))
  statement <- draw_up(page, sealed = TRUE)
  expect_identical(statement$n, 1:2)
  expect_match(flat(tie_out(statement)), "Fresh: the source is the same.*of the listing is still none")

  local_room("tens", "rule", place = 99,
    of_values = function(seen) NULL,
    of_ledger = function(seen) {
      repair <- idleledger:::a_repair("prepare", quote(sample_of(10)), 9)
      if (seen$n %% 10 == 0) list(idleledger:::a_finding("The number of entries ends with a nought.", repair = repair))
    },
    of_page = function(drawn) list(idleledger:::a_finding("Tens: looked at.", weight = 0.5)),
    words = "numbers of entries that end with a nought", example = NULL, twin = NULL
  )
  expect_match(look(data.frame(a = 1:10))$traps, "ends with a nought", all = FALSE)
  expect_match(flat(tie_out(page)), "Tens: looked at")
  expect_match(flat(offer_repairs(data.frame(a = 1:10))),
    "# The number of entries ends with a nought. sample_of[(]10[)]")

  local_room("stars", "format",
    args = alist(x = ), takes = "number", decimals = function(x, options) 0,
    show = function(x, decimals, options) strrep("*", x), words = function(format) "stars"
  )
  starred <- brief(data.frame(k = c("a", "b"), x = 2:3), lines = k, figures = c(s = sum(x)), layout = c(k, stars(s)))
  expect_match(flat(draw_up(starred)), "a [*]{2} b [*]{3}")
  expect_match(words("format")$call, "stars(x)", fixed = TRUE, all = FALSE)

  local_room("greet", "command", place = 50,
    words = "say hello", options = function() list(to = list(takes = "NAME", does = "whom", default = "all")),
    example = "greet --to you", run = function(options, files) {
      cat("hello", options$to, "\n")
      0L
    }
  )
  expect_match(capture.output(command_line("--help")), "greet +say hello", all = FALSE)
  expect_match(capture.output(command_line(c("greet", "--to", "-you"))), "hello -you", all = FALSE)
})

test_that("a room that does not answer is refused, and a room of the length of a test is gone after it", {
  expect_error(local_room("half", "figure", args = alist(x = )), "room 'half' does not answer: takes, gives, fold")
  expect_error(local_room("odd", "nothing"), "no rooms of kind 'nothing'")
  local({
    local_room("gone", "row", args = alist(x = ), takes = list(), gives = "double", work = identity,
      again = identity, words = "x")
    expect_true("gone" %in% idleledger:::rooms_of("row"))
  })
  expect_false("gone" %in% idleledger:::rooms_of("row"))
  before <- idleledger:::room_of("figure", "sum")
  local({
    local_answers("sum", "figure", fold = function(node) list(fold = "total", answer = "mean"))
    expect_false(all_tie(tie_out(brief(tolls, lines = lock, figures = c(s = sum(toll))))))
  })
  expect_identical(idleledger:::room_of("figure", "sum"), before)
})

test_that("every room has words that a reader can follow, and an example where it has options", {
  for (kind in c("row", "figure", "window", "preparation", "format")) {
    table <- words(kind)
    expect_true(all(nchar(table$words) > 1), info = kind)
    expect_false(anyDuplicated(table$call) > 0, info = kind)
  }
  for (name in idleledger:::rooms_of("section")) {
    option <- idleledger:::room_of("section", name)$option
    expect_true(all(nzchar(unlist(option[c("takes", "does", "example")]))), info = name)
  }
  for (name in idleledger:::rooms_of("command")) {
    command <- idleledger:::room_of("command", name)
    expect_true(startsWith(command$example, name), info = name)
    for (option in command$options()) expect_true(nzchar(option$does), info = name)
  }
})

test_that("a format is added by a reader and a writer, and is known wherever formats are named", {
  local_room("fixed", "reader",
    place = 9, endings = "[.]fix$", shown = ".fix", takes = "missing",
    read = function(path, how) {
      lines <- readLines(path)
      list(columns = list(line = lines), n = length(lines), notes = "Fixed.", column_notes = list())
    }
  )
  local_room("fixed", "writer",
    place = 9, endings = "[.]fix$", shown = ".fix", takes = character(),
    write = function(x, path, how) {
      idleledger:::write_whole(path, function(put) put(paste0(x[[1]], "\n", collapse = "")))
    }
  )
  path <- withr::local_tempfile(fileext = ".fix")
  page <- brief(data.frame(line = c("b", "a")), lines = line)
  write_statement(page, path)
  expect_identical(readLines(path), c("a", "b"))
  expect_match(flat(ledger(path)), "2 entries.*Fixed[.]")
  expect_true(idleledger:::is_same(differences(page, brief(path, lines = line, figures = c(n = count())))) ||
    is.null(differences(page, path)$cells))
  expect_match(said_by(ledger(path, sheet = 1)), "What can be said is `missing`")
  expect_match(said_by(write_statement(page, "x.odd")), "[.]fix")
  expect_match(paste(capture.output(command_line("help")), collapse = " "), "[.]fix")
})

test_that("a server is added by one room, and words of rooms from outside are said to it", {
  skip_if_not_installed("RSQLite")
  connection <- DBI::dbConnect(RSQLite::SQLite(), ":memory:")
  withr::defer(DBI::dbDisconnect(connection))
  DBI::dbWriteTable(connection, "t", data.frame(k = c("a", "b", "a"), x = c(1, 2, 4)))
  answers <- idleledger:::room_of("server", "SQLite")
  answers <- utils::modifyList(answers[setdiff(names(answers), c("name", "kind"))],
    list(place = 0, words = "Lake", filters = FALSE), keep.null = TRUE)
  do.call(local_room, c(list("Lake", "server"), answers), quote = TRUE)
  local_room("twice", "row", args = alist(x = ), takes = list(x = "number"), gives = "double",
    work = function(x) 2 * x, again = function(x) x + x, words = "two times", topic = "numbers",
    in_sql = function(sql, node, to) sprintf("(%s + %s)", sql$x, sql$x))
  page <- brief(ledger(connection, "t"), lines = k, figures = c(s = sum(twice(x), where = x > 1), n = count()))
  expect_match(unclass(as_sql(page)), "sum\\(CASE WHEN `x` > 1 THEN \\(`x` \\+ `x`\\) END\\)")
  expect_identical(draw_up(page, at = "source")$s, c(8, 4))
  expect_match(attr(draw_up(page, at = "source"), "idle")$notes, "by Lake")
  local_answers("twice", "row", in_sql = NULL)
  expect_error(as_sql(page), "cannot be said to Lake: twice\\(\\) has no like there", class = "idle_not_at_source")
})
