# What a first reader looks for on a page.
test_that("wide pages wrap with their keys, totals always show, and decimals do not change with the lines", {
  page <- brief(tolls, lines = c(reach, paid), figures = c(receipts = sum(toll), passages = count(),
    typical = median(toll)),
    abreast = columns_of(paid, totals = "both")
  )
  text <- strsplit(printed(draw_up(page)), "\n")[[1]]
  expect_true(all(nchar(text) <= 80))
  expect_match(text[2], "^ +account +cash$")
  expect_identical(sum(grepl("^reach +receipts", text)), 3L)
  expect_identical(sum(grepl("^Total ", text)), 3L)
  footed <- draw_up(brief(tolls, lines = c(reach, lock), figures = c(s = sum(toll)), footing = rollup(reach, lock)))
  expect_match(printed(footed, lines = 5), "Total +197,389.75")
  expect_match(printed(footed, lines = 1), "Lower +Coldharbour +13,648.25")
  expect_match(printed(head(footed, 3)), "a part of a statement of 21 rows")
  every <- strsplit(printed(draw_up(brief(data.frame(k = 1:12, x = c(1:11, 0.25)), lines = k,
    figures = c(s = sum(x))))), "\n")[[1]]
  expect_match(every[4], "1.00$")
})

test_that("periods print as such, missing keys made in columns as missing, titles and tables by their names", {
  page <- brief(tolls, lines = c(reach, q = start_of(passed_on, "quarter")), figures = c(s = sum(toll)))
  expect_match(printed(draw_up(page)), "Lower +2024 Q3 +12,749.25")
  expect_s3_class(draw_up(page)$q, "Date")
  expect_match(printed(draw_up(amend(page, abreast = q))), "2024 Q3 +2024 Q4")
  expect_match(printed(proof(page, s, reach == "Lower", q == "2024-07-01")), "q 2024 Q3")
  month <- brief(tolls, lines = c(y = start_of(passed_on, "year"), m = start_of(passed_on, "month")),
    figures = c(n = count()), footing = rollup(y, m))
  expect_match(printed(draw_up(month)), "2024 +2024-07")
  expect_match(printed(proof(month, n, y == "2025-01-01", line_kind == "subtotal")), "Proof of n, y 2025 and all ms")
  before <- brief(tolls[1:9, ], columns = c(last = lag(lock, along = entered())), lines = last,
    figures = c(n = count()))
  expect_match(printed(draw_up(before)), "\\(missing\\) +1")
  expect_identical(strsplit(printed(brief(brief(tolls, only = toll > 5), columns = c(z = toll))), "\n")[[1]][1],
    "From tolls")
  path <- written_file("k,s\na,1\n", "theirs.csv")
  expect_match(printed(differences(ledger(path), path)), "between the first theirs.csv and the second theirs.csv")
})

test_that("a narrowed page says so, the left out say why, a crosstab goes by its total, the top fifth is a fifth", {
  page <- brief(tolls, lines = lock, figures = c(s = sum(toll)), beside = c(p = share(s)))
  expect_match(flat(narrow(page, reach == "Upper")), "worked from this part alone.*use the section `show`")
  expect_no_match(flat(narrow(amend(page, beside = NULL), reach == "Upper")), "part alone")
  aside <- set_aside(brief(tolls, only = c(toll > 5, paid == "cash")), "only")
  expect_identical(aside$reason[aside$toll %in% 4.5][1], "not met: toll > 5")
  unknown <- is.na(aside$toll)
  expect_identical(unique(aside$reason[unknown & aside$paid %in% "cash"]), "missing: toll > 5")
  expect_identical(unique(aside$reason[unknown & !aside$paid %in% c("cash", NA)]), "not met: paid == \"cash\"")
  expect_identical(as.double(tolls$toll[aside$entry]), aside$toll)
  expect_match(set_aside(amend(page, show = top(3, s)), "show")$reason[1], "not among the top 3 by s")
  cross <- brief(tolls, lines = c(lock, paid), figures = c(s = sum(toll)), abreast = columns_of(paid, totals = "side"),
    order = falling(Total))
  expect_false(is.unsorted(-draw_up(cross)$Total))
  two <- amend(cross, figures = c(s = sum(toll), n = count()), order = `Total n`)
  expect_false(is.unsorted(draw_up(two)[["Total n"]]))
  expect_identical(nrow(draw_up(amend(page, show = top(part(1 / 5), s)))), 3L)
  foot <- draw_up(amend(page, footing = whole(), beside = NULL))
  expect_identical(table(foot$line_kind)[["total"]], 1L)
  both <- draw_up(brief(tolls, lines = reach, figures = c(n = count_distinct(craft, lock))))
  expect_identical(both$n, as.integer(tapply(seq_len(nrow(tolls)), tolls$reach, function(r) {
    nrow(unique(stats::na.omit(tolls[r, c("craft", "lock")])))
  })[both$reach]))
})

test_that("words() has all kinds, prints as a table, and memory is given back", {
  all <- words()
  expect_setequal(unique(all$kind), c("row", "figure", "window", "preparation", "format", "chart", "special"))
  expect_true(all(nzchar(all$words)))
  expect_match(printed(words("preparation")), "unpivot")
  expect_match(said_by(words("verb")), "no kind of words")
  draw_up(brief(data.frame(k = sample(1e6), x = 1), lines = k, figures = c(s = sum(x))))
  expect_gt(release_memory(), 0)
  expect_identical(release_memory(), 0)
})
