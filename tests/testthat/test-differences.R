page <- brief(tolls, lines = c(reach, lock), figures = c(s = sum(toll), n = count()))

test_that("lines in one only and cells that differ are found, exactly or within a tolerance", {
  ours <- draw_up(page)
  theirs <- as.data.frame(ours)[-3, ]
  theirs$s[5] <- theirs$s[5] + 0.004
  theirs <- rbind(theirs, data.frame(reach = "Nether", lock = "Deep", s = 1, n = 1L))
  theirs <- theirs[sample(nrow(theirs)), ]
  got <- differences(page, theirs)
  expect_identical(got$only_a$lock, ours$lock[3])
  expect_identical(got$only_b$lock, "Deep")
  expect_identical(as.data.frame(got)[c("column", "lock")], data.frame(column = "s", lock = ours$lock[6]))
  expect_identical(as.data.frame(got)$a, ours$s[6])
  expect_equal(got$cells$difference, 0.004)
  expect_null(differences(ours, theirs, tolerance = 0.005)$cells)
  expect_match(flat(got),
    "32 cells compared in lines matched by reach and lock: 1 differs.*Only in tolls by reach and lock: 1 line")
  expect_match(flat(differences(page, page)), "34 cells compared .*: all equal")
  renamed <- differences(page, stats::setNames(theirs, c("reach", "lock", "s", "count")))
  expect_match(flat(renamed), "Not compared: `n`, only in tolls by reach")
})

test_that("missing keys and subtotals match their like, and files can be compared", {
  footed <- draw_up(amend(page, footing = rollup(reach, lock)))
  expect_match(flat(differences(footed, footed)), "42 cells compared.*all equal")
  path <- withr::local_tempfile(fileext = ".csv")
  readr::write_csv(as.data.frame(draw_up(page)), path, na = "")
  expect_null(differences(page, path)$cells)
})

test_that("what cannot be compared is said", {
  twice <- data.frame(reach = c("a", "a"), s = 1:2)
  expect_match(flat(differences(twice, twice)), "There again in the second twice, and not compared: 1 line")
  expect_match(flat(differences(data.frame(k = "a"), data.frame(k = "a"))),
    "No cell was compared: there are none in common")
  expect_match(flat(differences(data.frame(k = "a", x = 1), data.frame(k = "b", x = 1))),
    "No cell was compared: no line has its like")
  expect_match(said_by(differences(data.frame(a = 1), data.frame(b = 1))), "no column to match lines by")
  expect_match(said_by(differences(page, twice, match = "lokc")), "`lokc` is not in both")
  expect_match(said_by(differences(page, twice, tolerance = -1)), "a number from 0")
})

test_that("a colleague's table is read as it was meant: headings, text, rounding, totals, order, lines twice", {
  ours <- draw_up(amend(page, layout = c(Reach = reach, Lock = lock, Receipts = money(s), n)))
  theirs <- data.frame(
    Reach = ours$reach, Lock = ours$lock, Receipts = format(round(ours$s), big.mark = ",",
      trim = TRUE), n = as.character(ours$n)
  )
  theirs <- theirs[rev(seq_len(nrow(theirs))), ]
  theirs <- rbind(theirs, data.frame(Reach = "Grand total", Lock = NA, Receipts = format(round(sum(ours$s)),
    big.mark = ","),
    n = as.character(sum(ours$n))))
  rounded <- differences(ours, theirs, to = "unit")
  expect_true(idleledger:::is_same(rounded))
  expect_match(flat(rounded),
    "34 cells compared in lines matched by reach and lock, rounded to the unit: all equal; .* stand in another order")
  expect_match(flat(rounded),
    "Totals: 2 cells held against the page's own, all equal.*`s` of theirs is text, such as \"[0-9,]+\", and is read")
  expect_gt(nrow(differences(ours, theirs)$cells), 5)
  expect_null(differences(ours, theirs, tolerance = c(s = 0.5))$cells)
  expect_gt(nrow(differences(ours, theirs, tolerance = c(n = 0.5))$cells), 5)
  names(theirs)[1:2] <- c("where", "which one")
  matched <- differences(ours, theirs, match = c(reach = "where", lock = "which one"), to = 1)
  expect_true(idleledger:::is_same(matched))
  expect_match(said_by(differences(ours, theirs, match = c(reach = "nowhere"))), "second table has no column `nowhere`")
  expect_match(said_by(differences(ours, theirs, to = "dozen")), "what one side was rounded to, and got \"dozen\"")
  worded <- differences(data.frame(k = 1:2, t = c("a", "b")), data.frame(k = 1:2, t = c("a", "c")), match = "k")
  expect_identical(worded$cells[c("a", "text_a", "text_b")], data.frame(a = NA_real_, text_a = "b", text_b = "c"))
})

test_that("a key that only reads like a total is a line, where both have it", {
  ours <- data.frame(lock = c("All Saints", "Lime Kiln", "Sum", NA), s = c(1, 2, 3, 4))
  theirs <- rbind(transform(ours, s = s + c(5, 0, 0, 0)), data.frame(lock = "Total", s = 15))
  found <- differences(ours, theirs, match = "lock")
  expect_identical(found$cells$lock, "All Saints")
  expect_identical(found$totals[[2]]$lock, "Total")
  expect_identical(nrow(found$only_a) + nrow(found$only_b), 0L)
})

test_that("a statement of every shape ties with its own file of every format", {
  pages <- list(
    plain = page, footed = amend(page, footing = cube(reach, lock), beside = c(share = share(s, per = reach)),
      layout = c(Reach = reach, Lock = lock, Receipts = money(s), n, percent(share))),
    wide = brief(tolls, lines = c(reach, paid), figures = c(s = sum(toll), n = count()), abreast = paid),
    whole = brief(tolls, lines = whole(), figures = c(first = min(passed_on), s = sum(toll), m = mean(toll))),
    entries = brief(utils::head(tolls, 50), columns = c(big = toll > 5))
  )
  folder <- withr::local_tempdir()
  for (shape in names(pages)) for (ending in c("csv", "tsv", "json", "ndjson", "parquet", "xlsx")) {
    if (!all(vapply(c(parquet = "nanoparquet", xlsx = "openxlsx")[ending],
      function(p) is.na(p) || requireNamespace(p, quietly = TRUE), TRUE))) next
    path <- file.path(folder, paste0(shape, ".", ending))
    ours <- draw_up(pages[[shape]])
    suppressMessages(write_statement(ours, path))
    expect_true(idleledger:::is_same(differences(ours, path)), info = path)
    proof <- as.data.frame(tie_out(pages[[shape]], against = path))
    expect_identical(proof$status[proof$check == "against"], "ties", info = path)
  }
})

test_that("a heading is meant for a column of other letters' size, unless two are", {
  ours <- draw_up(brief(data.frame(k = c("a", "b"), receipts = 1:2), lines = k, figures = c(receipts = sum(receipts))))
  theirs <- data.frame(k = c("a", "b"), Receipts = 1:2, RECEIPTS = c(1, 3))
  expect_identical(differences(ours, theirs[-3], match = "k")$compared, 2L)
  two <- differences(ours, theirs, match = "k")
  expect_identical(two$compared, 0L)
  expect_match(flat(two), "Not compared: `Receipts` and `RECEIPTS`, only in theirs")
})
