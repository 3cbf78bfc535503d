# Briefs go through files and come back the same; nothing in a file runs code.

brief_again <- function(page, ..., tables = list()) {
  path <- withr::local_tempfile(fileext = ".brief.yaml")
  write_brief(page, path)
  read_brief(path, ..., tables = tables, outside = TRUE)
}

same_page <- function(page, again) {
  expect_identical(again$checked, page$checked)
  expect_equal(as.data.frame(draw_up(again)), as.data.frame(draw_up(page)))
}

# Parts of briefs, of which any go together.
parts <- list(
  columns = alist(NULL, c(y = amount * 2, z = rank(falling(amount), per = word)), month = start_of(day, "month")),
  only = alist(NULL, amount > 0, c(!is_missing(day), word %in% c("ash", "elm")), between(whole, -1, 2)),
  lines = alist(word, c(word, choice), c(band = bands(amount, at = c(0, 40)), flag), whole(), crossed(choice, flag)),
  figures = alist(
    c(n = count(), s = sum(amount)), c(n = count(), s = sum(amount), m = mean(part, weight = whole),
      p = percentile(amount, 0.9)),
    c(n = count(where = flag), s = sum(amount * 0.1), l = listed(word, "; ", along = moment),
      r = rank_of(3, falling(amount)))
  ),
  beside = alist(NULL, c(share = share(s, per = whole()), place = rank(falling(s))),
    c(d = s - lag(s, along = n), t = running(sum(s), along = n))),
  show = alist(NULL, n > 1, top(2, s), top(1, n, others = TRUE)),
  order = alist(NULL, falling(s), c(n, falling(s))),
  layout = alist(NULL, c(N = n, money(s, currency = "\u00a3")), c(`Odd: # heading` = s)),
  title = list(NULL, "Plain", "With: \"marks\" # and\ttabs", "yes"),
  notes = list(NULL, "one", quote(c("a", "b: c")))
)

test_that("random briefs come back the same", {
  table <- random_table(60, 1)
  made <- 0
  for (seed in seq_len(rounds(225))) {
    picked <- withr::with_seed(seed, lapply(parts, function(choices) sample(choices, 1)[[1]]))
    picked <- Filter(Negate(is.null), picked)
    page <- tryCatch(rlang::inject(brief(table, !!!picked)), idle_error = function(e) NULL)
    if (is.null(page)) next
    made <- made + 1
    same <- brief_again(page, tables = list(table = table))
    expect_identical(same$checked, page$checked, info = seed)
    upon <- tryCatch(brief(page, only = n > 0, lines = whole(), figures = c(s = sum(s))), idle_error = function(e) NULL)
    if (!is.null(upon)) expect_identical(brief_again(upon, tables = list(table = table))$source$checked, page$checked,
      info = seed)
  }
  expect_gt(made, rounds(225) / 2)
})

test_that("local values, given values, pages upon pages, odd names and all kinds of constants come back", {
  least <- 2.5
  codes <- c("cash", "a \"b\"\n")
  since <- as.Date(c("2024-08-01", NA))
  at <- as.POSIXct("2025-03-01 10:00:00", tz = "Europe/Paris")
  wide <- bit64::as.integer64("9007199254740993")
  n <- 3L
  tolls$`odd: name #1` <- tolls$toll
  tolls$at <- at + seq_len(nrow(tolls))
  by <- function(least) quoted(small = sum(toll, where = toll < least))
  few <- by(1.5)
  below <- brief(tolls,
    only = c(toll > least, paid %in% codes, !is_missing(passed_on), at > !!at,
      `odd: name #1` > 0.1 + 2e-17), lines = c(reach, passed_on),
    figures = c(few, s = sum(toll), `odd: name #1` = max(`odd: name #1`))
  )
  page <- brief(below,
    title = "Receipts: \"daily\" # not a remark", notes = c("- one", "yes", "null"),
    only = passed_on >= given(from), lines = reach, figures = c(s = sum(s), k = nth(s, n, along = passed_on)),
    show = s > 0, order = falling(s), layout = c(`Where: it is` = reach, money(s, currency = "\u20ac"), k)
  )
  page <- supply(page, from = as.Date("2024-08-01"))
  again <- brief_again(page, tables = list(tolls = tolls))
  expect_identical(again$checked$only, page$checked$only)
  expect_equal(as.data.frame(draw_up(again)), as.data.frame(draw_up(page)))
  expect_identical(again$checked$title, page$checked$title)
  expect_identical(again$checked$notes, page$checked$notes)
  for (value in list(least, codes, since, at, wide, n, c(a = 1, `b c` = 2), NA, NaN, -Inf, 1e-300, TRUE,
    NA_character_, "x\\y")) {
    expect_identical(idleledger:::constant_read(idleledger:::constant_written(value), ""), value)
  }
  later <- brief_again(page, from = "2025-01", tables = list(tolls = tolls))
  expect_identical(later$given$from, as.Date("2025-01-01"))
})

written_brief <- function(..., folder = withr::local_tempdir(.local_envir = parent.frame())) {
  writeLines(c("k,x", "a,1", "b,2"), file.path(folder, "t.csv"))
  path <- file.path(folder, "p.yaml")
  writeLines(c(...), path)
  path
}

test_that("what is wrong in a file is said with file, line and the nearest word", {
  head <- c("brief: 1", "tables:", "  t: t.csv", "pages:", "  - from: t")
  cases <- list(
    list(c(head, "    lnes: k"), "p.yaml, line 6: there is no word `lnes` here.*`lines`"),
    list(c("breif: 1", head[-1]), "p.yaml, line 1: there is no word `breif` here.*`brief`"),
    list(c("brief: 9", head[-1]), "line 1: the brief is of version 9, and this program knows up to 1"),
    list(head[-1], "begins with its version"),
    list(c(head, "    lines: kk"), "p.yaml, line 6: .*`kk`"),
    list(c(head, "    lines: k", "    figures:", "      - s = sum(x"),
      "p.yaml, line 8: .*no expression that can be read"),
    list(c(head, "    lines: k", "    figures:", "      - s = summ(x)"), "p.yaml, line 8: .*summ"),
    list(c(head, "    lines: {a: 1}"), "`lines` takes a text or a list of texts"),
    list(c(head[1:4], "  - from: tt", "    lines: k"), "line 5: there is no table or page `tt`"),
    list(c(head[1:2], "  t: {fil: t.csv}", head[4:5]), "there is no word `fil` here.*`file`"),
    list(c(head[1:2], "  t: /etc/passwd", head[4:5]), "does not stand in the folder of the brief.*outside = TRUE"),
    list(c(head[1:2], "  t: ../t.csv", head[4:5]), "does not stand in the folder of the brief"),
    list(c(head[1:2], "  t: {given: yes}", head[4:5]), "the table `t` is to be given when the file is read"),
    list(c(head[1:3], "values:", "  a: Sys.time()", head[4:5]), "\"Sys.time\\(\\)\" is no constant"),
    list(c(head[1:3], "values:", "  a: c(1, system(\"x\"))", head[4:5]), "is no constant"),
    list(c(head[1:3], "given:", "  m: {kind: dat}", head[4:5], "    only: x > given(m)"), "`dat` is no kind.*`date`"),
    list(c(head[1:3], "values: !expr system('touch hit')", head[4:5]), "line 4: tags, anchors and references"),
    list(c(head, "    lines: *k"), "tags, anchors and references"),
    list(c(head, "    lines: [k"), "no valid YAML"),
    list("just words", "this is no brief"),
    list(c("brief: 1", "tables:", "  t: t.csv"), "there is no page")
  )
  for (case in cases) expect_match(said_by(read_brief(written_brief(case[[1]]), m = 3)), case[[2]],
    info = paste(case[[1]], collapse = "\n"))
  expect_match(said_by(read_brief("nowhere.yaml")), "There is no file nowhere.yaml")
  expect_match(said_by(read_brief(written_brief(head, "    lines: k"), 3)), "values for given\\(\\) by name")
  expect_match(said_by(write_brief(brief(tolls), "x.txt")), "Let it end in .yaml")
})

test_that("a file never runs code and opens nothing outside its folder", {
  folder <- withr::local_tempdir()
  hit <- file.path(folder, "hit")
  file.create(file.path(folder, "outside.csv"))
  inner <- file.path(folder, "inner")
  dir.create(inner)
  file.symlink(file.path(folder, "outside.csv"), file.path(inner, "link.csv"))
  code <- sprintf("file.create(\"%s\")", hit)
  places <- c(
    "only: CODE", "lines: z = CODE", "figures: s = CODE", "figures: s = sum(CODE)", "title: CODE", "notes: CODE",
      "columns: z = (function() CODE)()",
    "columns: z = local(CODE)", "columns: z = do.call(\"file.create\", \"x\")", "layout: format(k, CODE)",
      "order: !expr CODE", "show: '`if`(TRUE, CODE)'",
    "locale: CODE", "control: s = CODE", "beside: z = rank(CODE)", "columns: z = k$CODE", "columns: z = base::CODE"
  )
  for (place in places) {
    text <- c("brief: 1", "tables:", "  t: t.csv", "pages:", "  - from: t", "    lines: k", "    figures: s = sum(x)")
    word <- sub(":.*", "", place)
    text <- text[!startsWith(trimws(text), paste0(word, ":"))]
    path <- written_brief(text, paste0("    ", gsub("CODE", code, place, fixed = TRUE)), folder = inner)
    try(suppressWarnings(draw_up(read_brief(path))), silent = TRUE)
    expect_false(file.exists(hit), info = place)
  }
  for (table in c("link.csv", "~/x.csv", "\"/etc/hosts\"", "a/../../outside.csv", "{file: [t.csv, ../outside.csv]}")) {
    path <- written_brief("brief: 1", "tables:", paste("  t:", table), "pages:", "  - from: t", folder = inner)
    expect_match(said_by(read_brief(path)), "does not stand in the folder of the brief", info = table)
  }
})

test_that("a local variable with the name of a column changes no brief on its way through files, calls and commands", {
  toll <- 5
  reach <- "Upper"
  table <- demo_table("tolls", as = "path")
  below <- brief(table, only = toll > 2, lines = c(reach, lock), figures = c(s = sum(toll)))
  page <- brief(below, only = reach != "Lower", lines = reach, figures = c(toll = sum(s)), show = toll > 100)
  for (made in list(below, page)) {
    same_page(made, brief_again(made))
    env <- new.env(parent = globalenv())
    eval(parse(text = unclass(as_call(made))), env)
    same_page(made, env$page)
  }
  expect_match(idleledger:::command_of(below), "--only 'toll > 2' --lines 'reach, lock'", fixed = TRUE)
  limit <- 7
  used <- brief(table, only = toll > limit, lines = lock, figures = c(n = count()))
  expect_match(idleledger:::command_of(used), "--only 'toll > 7'", fixed = TRUE)
})

test_that("as_call gives R that makes the same page", {
  least <- 2
  page <- brief(demo_table("tolls", as = "path"),
    only = toll > least, lines = c(reach, lock), figures = c(n = count(),
      s = sum(toll)), order = falling(s), title = "A \"title\""
  )
  upon <- brief(page, lines = reach, figures = c(s = sum(s)), only = s > given(least))
  upon <- supply(upon, least = 100)
  for (made in list(page, upon)) {
    env <- new.env(parent = globalenv())
    eval(parse(text = unclass(as_call(made))), env)
    same_page(made, env$page)
  }
  expect_match(paste(printed(as_call(page)), collapse = " "), "least <- 2")
  expect_match(said_by(as_call(3)), "This takes a brief")
})

test_that("patterns and folders go through a brief's file, and links in them lead nowhere outside", {
  folder <- withr::local_tempdir()
  dir.create(file.path(folder, "in"))
  for (k in 1:2) writeLines(c("k,x", sprintf("a,%d", k)), file.path(folder, "in", sprintf("t-%d.csv", k)))
  withr::local_dir(folder)
  page <- brief("in/t-*.csv", lines = k, figures = c(s = sum(x)))
  write_brief(page, "in/p.brief.yaml")
  expect_match(readLines("in/p.brief.yaml"), "file: t-*.csv", fixed = TRUE, all = FALSE)
  expect_identical(draw_up(read_brief("in/p.brief.yaml"))$s, 3)
  withr::local_dir(tempdir())
  expect_identical(draw_up(read_brief(file.path(folder, "in/p.brief.yaml")))$s, 3)
  writeLines(c("k,x", "a,9"), file.path(folder, "secret.csv"))
  file.symlink(file.path(folder, "secret.csv"), file.path(folder, "in", "t-3.csv"))
  expect_match(said_by(read_brief(file.path(folder, "in/p.brief.yaml"))), "does not stand in the folder of the brief")
})

test_that("a folder or a pattern with a link that leads out is refused, and so is a book that was received", {
  folder <- withr::local_tempdir()
  home <- file.path(folder, "home")
  dir.create(file.path(home, "inner"), recursive = TRUE)
  for (file in c("outside.csv", "home/inner/fine.csv")) writeLines(c("lock,x", "a,1"), file.path(folder, file))
  written <- function(table) {
    path <- file.path(home, "page.brief.yaml")
    writeLines(c("brief: 1", "tables:", paste("  t:", table), "pages:", "  - name: page", "    from: t",
      "    lines: lock"),
      path)
    path
  }
  said <- function(table) said_by(draw_up(read_brief(written(table))))
  ways <- c("inner", "inner/*.csv", "inner/", "./inner")
  for (way in ways) expect_identical(draw_up(read_brief(written(way)))$lock, "a", label = way)
  links <- list(c("../../outside.csv", "inner/a.csv"), c(file.path(folder, "outside.csv"), "inner/b.csv"))
  for (link in links) {
    file.symlink(link[1], file.path(home, link[2]))
    for (way in ways) expect_match(said(way), "does not stand in the folder of the brief", label = paste(link[1], way))
    unlink(file.path(home, link[2]))
  }
  file.symlink("..", file.path(home, "up"))
  file.symlink("up", file.path(home, "again"))
  for (way in c("up", "again", "up/outside.csv", "again/out*.csv", "u?/*.csv")) {
    expect_match(said(paste0("\"", way, "\"")), "does not stand in the folder of the brief", label = way)
  }
  skip_if_not_installed("RSQLite")
  locks <- ledger(file.path(folder, "outside.csv"))
  page <- brief(data.frame(lock = "a", toll = 1), prepare = bring_in(locks, match = lock), lines = lock, figures = c(s =
    sum(toll)))
  path <- file.path(home, "kept.book")
  post(open_book(path, page), data.frame(lock = "a", toll = 2))
  expect_match(said_by(open_book(path)), "does not stand in the folder of the brief")
  expect_equal(draw_up(open_book(path, outside = TRUE))$s, 2)
  expect_match(program("book", "draw-up", path)$err, "does not stand in the folder")
  expect_match(paste(program("book", "draw-up", path, "--outside")$out, collapse = " "), "a +2")
})
