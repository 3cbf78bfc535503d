# Whole numbers that are names print without marks for thousands, wherever they stand; amounts keep theirs.

table <- data.frame(
  year = rep(2023:2025, 4), account = 10001:10012, orderNo = 70001:70012, fiscal_year = as.double(2001:2012),
  big_id = bit64::as.integer64("900000000000001") + 0:11, yearly = 5001:5012, amount = 1000 * 1:12, half = 1000.5
)
cells_of <- function(page, name) {
  withr::local_options(width = 300, cli.width = 300)
  lines <- capture.output(print(draw_up(page)))
  rule <- grep("^[-\u2500]+$", lines)[1]
  heads <- strsplit(trimws(lines[rule - 1]), " {2,}")[[1]]
  strsplit(trimws(lines[rule + 1]), " {2,}")[[1]][match(name, heads)]
}

test_that("years, accounts and numbers of orders are unmarked by their names, and nothing else", {
  page <- brief(table)
  shown <- vapply(names(table), function(name) cells_of(page, name), "")
  expect_identical(unname(shown), c("2023", "10001", "70001", "2001", "900000000000001", "5,001", "1,000", "1,000.5"))
  for (name in names(table)) {
    expect_identical(grepl(",", look(table[name])$columns$largest), name %in% c("amount", "half"), info = name)
    by <- rlang::inject(brief(table, lines = !!as.name(name), figures = c(n = count())))
    if (name != "half") expect_no_match(cells_of(by, name), ",")
  }
})

test_that("what is picked from a column looks as it does, on this page and on those above; what is worked does not", {
  below <- brief(demo_table("tolls"), lines = c(y = year(passed_on), month = start_of(passed_on, "month")), figures = c(
    s = sum(toll), last = max(year(passed_on)), early = first(year(passed_on), along = passed_on), spread = sum(year(
      passed_on))), beside = c(part = share(s), most = max(y), up = running(max(y), along = month),
    before = lag(y, along = month)))
  for (name in c("y", "last", "early", "most", "up")) {
    expect_identical(cells_of(below, name), if (name == "most") "2026" else "2024", info = name)
  }
  expect_match(cells_of(below, "spread"), "^[0-9],[0-9]{3},[0-9]{3}$")
  above <- brief(below, lines = whole(), figures = c(y = min(y), first_month = min(month), usual = mean(part),
    all = sum(part), n = sum(last), middle = median(last), share_of = max(s)))
  expect_identical(vapply(c("y", "first_month", "usual", "all", "n", "share_of"), cells_of, "", page = above),
    c(y = "2024", first_month = "2024-07", usual = "4.2%", all = "100.0%", n = "48,600", share_of = "12,939.5"))
  expect_match(flat(proof(above, y)), "The page says 2024: equal")
  parted <- brief(ledger(as.data.frame(demo_table("tolls")), in_parts = 3000), lines = c(k = reach), figures = c(
    last = max(year(passed_on))))
  expect_identical(cells_of(parted, "last"), "2026")
})

test_that("unmarked() is asked for by name, and leaves what has fractions or is endless as it is", {
  page <- function(x) brief(data.frame(x = x), layout = unmarked(x))
  for (case in list(list(12345, "12345"), list(-12345, "-12345"), list(12345.5, "12,345.5"), list(1e15, "1.000000e+15"),
    list(c(-0, NA), "0"), list(c(Inf, 4000), "infinite"), list(2^31, "2147483648"))) {
    expect_identical(cells_of(page(case[[1]]), "x"), case[[2]])
  }
  expect_match(flat(page(1)), "Lay out x as a number without marks for thousands")
  expect_match(said_by(brief(dues, layout = unmarked(wharf))), "unmarked\\(\\) takes a number")
  skip_if_not_installed("openxlsx")
  path <- withr::local_tempfile(fileext = ".xlsx")
  write_statement(brief(table), path)
  styles <- vapply(openxlsx::loadWorkbook(path)$styleObjects, function(one) toString(one$style$numFmt$formatCode), "")
  expect_true(all(c("0", "#,##0") %in% styles))
})

test_that("entries look so behind a line, in a report and at the desk", {
  page <- brief(table, lines = year, figures = c(s = sum(amount)))
  behind <- entries_behind(page, year == 2023)
  withr::local_options(width = 300, cli.width = 300)
  expect_match(printed(behind), "2023 +10001 +70001 +2001 +900000000000001 +5,001 +1,000")
  desk <- as.character(idleledger:::html_plain_table(as.data.frame(behind)))
  for (cell in c(">2023<", ">10001<", ">1,000<")) expect_match(desk, cell, fixed = TRUE)
  skip_if_not_installed("htmltools")
  path <- withr::local_tempfile(fileext = ".html")
  report(amend(page, only = day > "2024-01-01", columns = c(day = as_date("2025-01-31"))), path, chart = FALSE)
  data <- sub("</script>.*", "", sub(".*id=\"p1-data\">", "", paste(readLines(path, warn = FALSE), collapse = "\n")))
  columns <- jsonlite::fromJSON(data, simplifyVector = FALSE)$entries$columns
  flagged <- function(flag) {
    vapply(Filter(function(column) isTRUE(column[[flag]]), columns), `[[`, "", "heading")
  }
  expect_setequal(flagged("unmarked"), c("year", "account", "orderNo", "fiscal_year", "big_id"))
  expect_identical(flagged("moment"), "day")
})
