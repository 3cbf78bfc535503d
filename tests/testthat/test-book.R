# Books: what is posted part by part is, drawn up, what all parts at once would be; whatever happens on the way.
skip_if_not_installed("RSQLite")
skip_if_not_installed("yaml")

entries <- as.data.frame(demo_table("tolls"))

test_that("the postings of a year are one draw-up of all, to the last bit", {
  book <- new_book()
  n <- rounds(120)
  days <- sort(unique(entries$passed_on))[seq_len(n)]
  for (day in as.list(days)) post(book, entries[entries$passed_on == day, ], name = format(day))
  all <- entries[entries$passed_on %in% days, ]
  all <- all[order(all$passed_on), ]
  expect_identical(bits(draw_up(book)), bits(draw_up(page_of_year(all))))
  expect_identical(nrow(postings(book)), as.integer(n))
  expect_identical(sum(postings(book)$entries), as.numeric(nrow(all)))
  again <- open_book(book$path)
  expect_identical(bits(draw_up(again)), bits(draw_up(page_of_year(all))))
  proof <- tie_out(again, against = all)
  expect_true(all_tie(proof))
  used <- all[which(all$toll > 0), ]
  own <- nrow(unique(used[c("reach", "lock")]))
  expect_match(flat(proof), sprintf(
    "the states of %d postings are whole, and taken together anew they make the same %d lines", n, own
  ))
  with_totals <- own + length(unique(used$reach)) + 1
  expect_match(flat(proof), sprintf("drawn up at once, make %.0f lines: equal in all", with_totals))
  expect_false(all_tie(tie_out(again, against = all[-7, ])))
  expect_match(flat(book), sprintf("%d postings of .* entries .* %d more before: postings\\(book\\)", n, n - 5))
  withdraw(book, format(days[9]))
  withdraw(book, n)
  rest <- all[!all$passed_on %in% days[c(9, n)], ]
  expect_identical(bits(draw_up(book)), bits(draw_up(page_of_year(rest))))
  expect_identical(bits(draw_up(book, as_of = 12)), bits(draw_up(page_of_year(rest[rest$passed_on <= days[12], ]))))
  expect_true(all_tie(tie_out(book)))
  expect_match(flat(book), "2 postings withdrawn")
})

test_that("many lines are posted in parts of many, whatever their keys", {
  many <- withr::with_seed(8, data.frame(id = sample(3e4, 6e4, TRUE), x = round(rnorm(6e4), 2)))
  kinds <- list(whole = function(id) id, spread = function(id) id * 1e6 + 0.5, text = function(id) sprintf("k%d", id),
    gaps = function(id) replace(id, id %% 1000 == 7, NA), choice = function(id) factor(id))
  for (name in names(kinds)) {
    table <- data.frame(id = kinds[[name]](many$id), x = many$x)
    page <- brief(table, lines = id, figures = c(n = count(), s = sum(x), m = mean(x)))
    book <- new_book(page)
    for (k in 1:4) post(book, table[seq(k, 6e4, 4), ], name = paste(name, k))
    expect_identical(bits(draw_up(book)), bits(draw_up(page)), label = name)
  }
})

test_that("any table is posted in random parts, files and ledgers in parts among them", {
  for (round in 1:6) {
    table <- random_table(300, 300 + round)
    page <- function(source) {
      brief(source, lines = !!list(quote(c(word, choice)), quote(moment), quote(whole()),
        quote(c(day, flag)), quote(big), quote(part))[[round]], figures = c(n = count(), a = sum(amount), b = max(big),
        c = median(moment), d = mode(choice), e = first(word, along = day), f = any(flag),
        g = mean(amount, weight = whole)))
    }
    book <- new_book(page(table[0, ]))
    part <- sort(withr::with_seed(round, sample(5, 300, TRUE)))
    for (k in 1:5) {
      own <- table[part == k, ]
      post(book, if (k == 2) ledger(own, in_parts = 9) else own, name = paste("part", k))
    }
    expect_identical(bits(draw_up(open_book(book$path))), bits(draw_up(page(table))), label = paste("round", round))
    expect_true(all_tie(tie_out(book, against = table)), label = paste("round", round))
  }
})

test_that("a part of which nothing is left is posted like any other, whatever the figures", {
  page <- function(table) {
    rlang::inject(brief(table, only = amount > 30, lines = c(word, whole), figures = c(n = count(), s = sum(amount),
      m = median(part), d = count_distinct(choice), f = first(word, along = day), w = mean(amount, weight = whole),
      o = mode(moment), b = max(big), v = sd(part), a = any(flag))))
  }
  table <- random_table(200, 31)
  low <- table[!(table$amount > 30) %in% TRUE, ]
  high <- table[(table$amount > 30) %in% TRUE, ]
  for (parts in list(list(low, high), list(high, low), list(low, low[1:50, ], high))) {
    book <- new_book(page(table[0, ]))
    for (part in parts) post(book, part, name = paste(nrow(part), "entries"))
    expect_identical(bits(draw_up(open_book(book$path))), bits(draw_up(page(table))))
    expect_true(all_tie(tie_out(book)))
  }
  none <- new_book(page(table[0, ]))
  post(none, low)
  expect_identical(nrow(draw_up(none)), 0L)
})

test_that("charts, reports, files and pages above take a book", {
  book <- new_book()
  post(book, entries, name = "all")
  expect_s3_class(chart(book), "ggplot")
  path <- withr::local_tempfile(fileext = ".html")
  report(book, path)
  expect_match(paste(readLines(path), collapse = " "), "197,408.25", fixed = TRUE)
  above <- brief(book, lines = reach, figures = c(n = sum(n), s = sum(s)))
  expect_identical(draw_up(above)$n, c(8940, 7129, 3497))
  expect_true(all_tie(tie_out(above)))
  drawn <- draw_up(book)
  expect_true(all_tie(tie_out(drawn)))
  post(book, entries[1:50, ], name = "more")
  expect_match(flat(tie_out(drawn)), "DIFFERS Fresh: the source has changed")
  expect_identical(draw_up(book, as_of = Sys.Date() - 400)$line_kind, "total")
  expect_identical(sum(draw_up(book, as_of = Sys.time())$n), sum(draw_up(book)$n))
})

test_that("what cannot be kept, posted or opened is told", {
  book <- new_book()
  post(book, entries[1:100, ], name = "first")
  expect_match(said_by(post(book, entries[1:100, ])), "posted already, as \"first\".*withdraw.*alike = TRUE")
  expect_match(said_by(post(book, entries[1:100, ], alike = 1)), "alike is TRUE or FALSE")
  expect_identical(nrow(postings(book)), 1L)
  expect_match(said_by(post(book, entries[names(entries) != "toll"])), "has no column `toll`")
  expect_match(said_by(post(book, transform(entries, toll = "dear"))), "`toll` is text, and in the book it is a number")
  expect_match(said_by(post(book, 5)), "opened on a data frame, a file")
  expect_match(said_by(post(book, book)), "A book is no ledger")
  expect_match(said_by(post(book, entries[1:2, ], name = "")), "name is one text")
  expect_match(said_by(withdraw(book, "frist")), "no posting \"frist\" .* `first`")
  expect_match(said_by(withdraw(book, 7)), "no posting 7")
  expect_match(said_by(post(book, entries[101:200, ], name = "first")),
    "A posting is named \"first\" already: 100 entries, posted on .*Nothing was posted.*replace = TRUE")
  expect_match(said_by(post(book, entries[101:200, ], name = "first", replace = NA)), "replace is TRUE or FALSE")
  post(book, entries[101:190, ], name = "first", replace = TRUE)
  expect_identical(is.na(postings(book)$withdrawn_at), c(FALSE, TRUE))
  expect_identical(postings(book)$entries, c(100, 90))
  direct <- draw_up(amend(page_of_year(entries[101:190, ]), title = NULL))
  expect_equal(draw_up(book)$n, direct$n)
  post(book, entries[1:100, ], name = "first", replace = TRUE) # what was withdrawn may come again
  for (part in list(entries[201:210, ], entries[211:220, ])) post(book, part)
  expect_identical(utils::tail(postings(book)$name, 2), c("part", "part (2)"))
  expect_match(said_by(draw_up(book, as_of = "soon")), "as_of takes a day, a moment")
  expect_match(said_by(draw_up(page_of_year(entries), as_of = 1)), "as_of is of a book")
  expect_match(said_by(entries_behind(book, lock == "Tarn Foot")), "keeps the states of its page, and no entries")
  expect_match(said_by(open_book(book$path, brief(entries, lines = lock))), "keeps another page than this one")
  expect_s3_class(open_book(book$path, page_of_year(entries)), "idle_book")
  expect_match(said_by(open_book(tempfile())), "is no name for a book")
  expect_match(said_by(open_book(tempfile(fileext = ".book"))), "There is no file")
  expect_match(said_by(open_book("no/folder/x.book", page_of_year(entries))), "There is no folder no/folder")
  fresh <- function(page) said_by(open_book(tempfile(fileext = ".book"), page))
  expect_match(fresh(brief(entries)), "since each entry is a line of its own")
  expect_match(fresh(brief(page_of_year(entries), lines = reach, figures = c(n = sum(n)))), "drawn up from a page")
  expect_match(fresh(brief(entries, prepare = strike_duplicates(), lines = lock)), "strike_duplicates\\(\\) looks at")
  expect_match(fresh(brief(entries, only = toll > given(least), lines = lock)), "asks for given\\(least\\)")
  expect_match(said_by(postings(entries)), "This takes a book")
  text <- withr::local_tempfile(fileext = ".book", lines = "not a database at all, but some words")
  expect_match(said_by(open_book(text)), "not a database. It is damaged")
  other <- withr::local_tempfile(fileext = ".db")
  connection <- DBI::dbConnect(RSQLite::SQLite(), other)
  DBI::dbWriteTable(connection, "tolls", entries)
  DBI::dbDisconnect(connection)
  expect_match(said_by(open_book(other)), "holds no book")
})

test_that("other entries that are alike are posted where that is said, and a page that only counts takes all", {
  day <- data.frame(lock = "Tarn Foot", toll = 5)
  book <- open_book(withr::local_tempfile(fileext = ".book"), brief(day, lines = lock, figures = c(n = count())))
  post(book, day, name = "Monday")
  expect_match(said_by(post(book, day, name = "Tuesday")), "posted already, as \"Monday\"")
  post(book, day, name = "Tuesday", alike = TRUE)
  expect_identical(draw_up(book)$n, 2L)
  expect_true(all_tie(tie_out(book, against = rbind(day, day))))
  counts <- open_book(withr::local_tempfile(fileext = ".book"), brief(day, lines = whole(), figures = c(n = count())))
  for (rows in list(1:50, 51:100)) post(counts, entries[rows, c("lock", "toll")])
  expect_identical(draw_up(counts)$n, 100L)
  expect_true(all_tie(tie_out(counts, against = entries[1:100, c("lock", "toll")])))
})

test_that("a page with given values, other tables and words is the same when its book is opened again", {
  least <- 5
  folder <- withr::local_tempdir()
  write_statement(draw_up(brief(demo_table("locks"))), file.path(folder, "locks.csv"))
  locks <- ledger(file.path(folder, "locks.csv"))
  page <- function(source) {
    brief(source, prepare = c(mend_keys(lock, spellings = c("tarn foot " = "Tarn Foot")),
      bring_in(locks, match = lock, columns = c(opened, rise_m))), only = toll > least,
      lines = c(lock, month = start_of(passed_on, "month")),
      figures = c(n = count(), s = sum(toll)), layout = c(Lock = lock, month, n, Receipts = money(s)),
      title = "By lock")
  }
  book <- open_book(file.path(folder, "kept.book"), page(entries))
  for (half in split(entries, seq_len(nrow(entries)) > 9000)) post(open_book(book$path), half)
  expect_identical(bits(draw_up(open_book(book$path))), bits(draw_up(page(entries))))
  notes <- function(x) attr(x, "idle")$notes
  expect_match(setdiff(notes(draw_up(page(entries))), notes(draw_up(open_book(book$path)))), "met no entry")
  expect_identical(setdiff(notes(draw_up(open_book(book$path))), notes(draw_up(page(entries)))), character())
  expect_match(printed(draw_up(open_book(book$path))), "Lock +month +n +Receipts")
})

test_that("books are kept in any database", {
  connection <- DBI::dbConnect(RSQLite::SQLite(), ":memory:")
  withr::defer(DBI::dbDisconnect(connection))
  book <- open_book(connection, page_of_year(entries))
  for (half in split(entries, seq_len(nrow(entries)) > 9000)) post(book, half)
  expect_identical(bits(draw_up(open_book(connection))), bits(draw_up(page_of_year(entries))))
  connection <- local_connection()
  book <- open_book(connection, page_of_year(entries))
  for (half in split(entries, seq_len(nrow(entries)) > 9000)) post(book, half)
  expect_match(said_by(post(book, entries[1:9000, ])), "posted already")
  expect_identical(bits(draw_up(open_book(connection))), bits(draw_up(page_of_year(entries))))
  withdraw(book, 1)
  expect_true(all_tie(tie_out(book, against = entries[-(1:9000), ])))
})

test_that("two that post at once lose nothing", {
  skip_on_os("windows")
  book <- new_book()
  parts <- split(entries, seq_len(nrow(entries)) %% 24)
  jobs <- lapply(0:1, function(side) {
    parallel::mcparallel({
      for (k in seq_along(parts)[seq_along(parts) %% 2 == side]) {
        post(open_book(book$path), parts[[k]], name = names(parts)[k])
      }
      "done"
    })
  })
  expect_identical(unlist(parallel::mccollect(jobs), use.names = FALSE), c("done", "done"))
  expect_identical(sort(as.numeric(postings(book)$name)), as.numeric(0:23))
  same <- setdiff(names(draw_up(book)), "l")
  expect_identical(bits(draw_up(book))[same], bits(draw_up(page_of_year(entries)))[same])
})

test_that("a book is made, fed and asked on the command line", {
  folder <- withr::local_tempdir()
  withr::local_dir(folder)
  write_statement(draw_up(brief(entries[1:9000, ])), "a.csv")
  write_statement(draw_up(brief(entries[-(1:9000), ])), "b.csv")
  write_statement(draw_up(brief(entries)), "all.csv")
  new <- program("book", "new", "r.book", "a.csv", "--lines", "reach", "--figures", "n = count(), s = sum(toll)")
  expect_match(paste(new$out, collapse = "\n"), "The book r.book: 0 postings")
  expect_match(program("book", "new", "r.book", "a.csv", "--lines", "reach")$err, "r.book is there already")
  expect_match(program("book", "post", "r.book", "a.csv", "b.csv")$err, "Posted b.csv", all = FALSE)
  expect_match(program("book", "post", "r.book", "a.csv")$err, "posted already")
  program("book", "post", "r.book", "a.csv", "--alike", "--name", "twice")
  expect_match(program("book", "withdraw", "r.book", "twice")$err, "Withdrew twice")
  expect_identical(program("book", "draw-up", "r.book", "--as", "csv")$out,
    c("reach,n,s", "Lower,9151,75712.25", "Middle,7281,78888", "Upper,3580,42789.5"))
  expect_match(program("book", "draw-up", "r.book", "--until", "1", "--as", "csv")$out[2], "^Lower,4")
  expect_match(program("book", "postings", "r.book", "--as", "csv")$out[2], "^1,a.csv,")
  expect_identical(program("book", "check", "r.book", "--against", "all.csv")$status, 0L)
  expect_identical(program("book", "check", "r.book", "--against", "a.csv")$status, 1L)
  expect_match(program("book", "withdraw", "r.book", "b.csv")$err, "Withdrew b.csv")
  expect_identical(program("book", "check", "r.book", "--against", "a.csv")$status, 0L)
  for (wrong in list("book", c("book", "burn", "r.book"), c("book", "post"), c("book", "post", "r.book"),
    c("book", "withdraw", "r.book"), c("book", "draw-up", "none.book"))) {
    expect_identical(do.call(program, as.list(wrong))$status, 2L, label = paste(wrong, collapse = " "))
  }
})
