# Reports, in a headless browser and as text.

by_lock <- brief(tolls,
  title = "Receipts by reach and lock", prepare = strike_duplicates(), only = toll > 0, lines = c(reach, lock),
  figures = c(passages = count(), receipts = sum(toll), typical = median(toll),
    cash = sum(toll, where = paid == "cash")),
  footing = rollup(reach, lock), beside = c(share = share(receipts, per = parent())), layout = c(
    Reach = reach, Lock = lock, passages, Receipts = money(receipts, currency = "\u00a3"), typical, cash, share
  )
)
paid <- brief(tolls, title = "How it was paid", lines = c(reach, paid), figures = c(receipts = sum(toll)),
  abreast = columns_of(paid, totals = "both"))
monthly <- brief(brief(tolls, lines = c(month = start_of(passed_on, "month")), figures = c(receipts = sum(toll))),
  title = "To date", along = month, beside = c(to_date = running(sum(receipts))))

report_of <- function(x, env = parent.frame(), ...) {
  path <- file.path(withr::local_tempdir(.local_envir = env), "report.html")
  report(x, path, ...)
  path
}

reports <- new.env()
demo_report <- function() {
  if (is.null(reports$demo)) reports$demo <- report_of(list(by_lock, paid, monthly), teardown_env())
  reports$demo
}

# Opens every figure of a column that may be followed, one after another: what it says and what stands behind it.
opened_figures <- function(page, id, column) {
  found <- in_page(page, sprintf("(async () => {
    const said = [];
    const n = document.querySelectorAll('#%s-table .follow[data-column=\"%d\"]').length;
    for (let k = 0; k < n; k += 1) {
      const button = document.querySelectorAll('#%s-table .follow[data-column=\"%d\"]')[k];
      const opened = new Promise((next) => window.addEventListener('hashchange', next, { once: true }));
      button.click();
      await opened;
      const text = (selector) => document.querySelector('#behind ' + selector)?.textContent || '';
      said.push([button.textContent, text('.together'), text('h3:last-of-type'), text('ol'),
        text('tfoot tr:last-child')]);
      const closed = new Promise((next) => document.getElementById('behind').addEventListener('close', next,
        { once: true }));
      document.getElementById('behind').close();
      await closed;
    }
    return said;
  })()", id, column - 1, id, column - 1))
  as.data.frame(do.call(rbind, lapply(found, unlist)))
}

# "(missing)" is none.
number_in <- function(text) {
  text <- gsub("[^0-9.-]", "", sub("[.]$", "", text))
  ifelse(nzchar(text), suppressWarnings(as.numeric(text)), NA)
}

test_that("every line, subtotal and cell opens entries that add up to it, and its proof", {
  skip_if_no_browser()
  page <- opened_page(demo_report())
  rows <- opened_figures(page, "p1", 4)
  statement <- draw_up(by_lock)
  expect_equal(nrow(rows), nrow(statement))
  expect_equal(number_in(rows[[1]]), statement$receipts)
  expect_equal(number_in(sub(".*toll ([0-9,.]+)[,.].*", "\\1", sub(" where.*", "", rows[[2]]))), statement$receipts)
  expect_equal(number_in(sub("entr.*", "", rows[[3]])), statement$passages)
  expect_match(rows[[4]], "sum\\(toll\\) is the total of toll")
  cash <- opened_figures(page, "p1", 6)
  expect_equal(number_in(sub(".*cash\" (.*)[.]$", "\\1", cash[[2]])), statement$cash)
  wide <- draw_up(paid)
  for (column in 2:6) {
    cells <- opened_figures(page, "p2", column)
    expect_equal(number_in(sub("Together: toll ", "", cells[[2]])), number_in(cells[[1]]))
    expect_equal(number_in(cells[[1]]), wide[[column]][!is.na(wide[[column]])])
  }
  below <- opened_figures(page, "p3", 2)
  expect_equal(number_in(sub("Together: toll ", "", below[[2]])), draw_up(monthly)$receipts)
  expect_identical(page$errors, character())
  expect_identical(unique(sub("^(file|data):.*", "\\1", page$requests)), c("file", "data"))
})

test_that("lines are sorted, searched and filtered, and totals say that they are of a part", {
  skip_if_no_browser()
  page <- opened_page(demo_report())
  statement <- draw_up(by_lock)
  lines <- statement[statement$line_kind == "line", ]
  column <- function(k) texts_in_page(page, sprintf("#p1-table tbody tr > :nth-child(%d)", k))
  expect_identical(page$errors, character())
  in_page(page, "document.querySelectorAll('#p1-table .sort')[3].click()")
  expect_equal(number_in(column(4)), sort(lines$receipts, decreasing = TRUE))
  expect_identical(in_page(page, "document.querySelectorAll('#p1-table thead th')[3].getAttribute('aria-sort')"),
    "descending")
  in_page(page, "document.querySelectorAll('#p1-table .sort')[3].click()")
  expect_equal(number_in(column(4)), sort(lines$receipts))
  in_page(page, "document.querySelectorAll('#p1-table .sort')[1].click()")
  expect_identical(column(2), sort(idleledger:::cell_texts(lines$lock), method = "radix"))
  in_page(page, "(() => { const select = document.querySelector('#p1 select'); select.value = '3';
    select.dispatchEvent(new Event('change')); })()")
  upper <- lines[lines$reach == "Upper", ]
  expect_equal(length(column(1)), nrow(upper))
  foot <- texts_in_page(page, "#p1-table tfoot th, #p1-table tfoot td")
  expect_identical(foot[1], sprintf("A part: %d of %d lines", nrow(upper), nrow(lines)))
  expect_equal(number_in(foot[3:4]), c(sum(upper$passages), sum(upper$receipts)))
  expect_identical(foot[5], "")
  expect_match(texts_in_page(page, "#p1 .status"), "totals are of this part; sorted by Lock.*subtotals are left out")
  in_page(page, "(() => { const search = document.querySelector('#p1 input'); search.value = 'high p';
    search.dispatchEvent(new Event('input')); })()")
  expect_identical(column(2), "High Pound")
  in_page(page, "document.querySelector('#p1 .back').click()")
  expect_equal(length(column(1)), nrow(statement))
  expect_identical(texts_in_page(page, "#p1-table tfoot"), NULL)
})

test_that("sums in the page are exact and written as the statement writes them", {
  skip_if_no_browser()
  table <- data.frame(k = rep(c("a", "b"), each = 400), g = rep(1:80, 10), v = rep(c(0.1, -0.3, 1e9 + 0.01, 2.675),
    200))
  page <- opened_page(report_of(brief(table, lines = c(k, g), figures = c(v = sum(v)))))
  in_page(page, "(() => { const select = document.querySelector('select'); select.value = '1';
    select.dispatchEvent(new Event('change')); })()")
  foot <- texts_in_page(page, "tfoot td")
  whole <- draw_up(brief(table, only = k == "a", lines = whole(), figures = c(v = sum(v))))
  expect_equal(number_in(foot[2]), round(whole$v, 2), tolerance = 1e-15)
})

test_that("a figure has a link, and everything works by keyboard", {
  skip_if_no_browser()
  page <- opened_page(demo_report(), "#p1/receipts/Upper/Tarn%20Foot")
  expect_match(texts_in_page(page, "#behind-title"), "^receipts, reach Upper and lock Tarn Foot: \u00a320,129.25")
  expect_true(in_page(page, "document.getElementById('behind').open"))
  press(page, "Escape")
  expect_false(in_page(page, "document.getElementById('behind').open"))
  focused <- function() in_page(page, "document.activeElement.textContent")
  for (k in 1:30) {
    press(page, "Tab")
    if (in_page(page, "document.activeElement.matches('.follow')")) break
  }
  expect_identical(focused(), draw_up(by_lock)$lock[1])
  press(page, "ArrowRight", 2)
  press(page, "ArrowDown")
  expect_identical(focused(), texts_in_page(page, "#p1-table tbody tr:nth-child(2) td:nth-child(4)"))
  press(page, "Enter")
  waits(page, "document.getElementById('behind').open")
  expect_match(in_page(page, "location.hash"), "^#p1/receipts/Lower/")
  press(page, "Tab")
  expect_identical(focused(), "Close")
  press(page, "Enter")
  waits(page, "!document.getElementById('behind').open")
  expect_identical(focused(), texts_in_page(page, "#p1-table tbody tr:nth-child(2) td:nth-child(4)"))
  lost <- opened_page(demo_report(), "#p1/receipts/Nowhere/%E0%A4%A")
  expect_match(texts_in_page(lost, "#p1 .status"), "does not have")
  expect_identical(c(page$errors, lost$errors), character())
})

test_that("a screen reader finds names, roles and headings, and text stands out in light and dark", {
  skip_if_no_browser()
  for (hash in c("", "#p1/receipts/Upper/Tarn%20Foot")) {
    page <- opened_page(demo_report(), hash)
    in_page(page, "for (const part of document.querySelectorAll('details')) part.open = true")
    tree <- reader_tree(page)
    named <- tree[tree$role %in% c("button", "link", "combobox", "searchbox", "image", "table", "dialog", "region",
      "columnheader", "article", "navigation"), ]
    expect_identical(named[!nzchar(trimws(named$name)), "role"], character())
    levels <- tree$level[tree$role == "heading"]
    expect_lte(max(diff(levels)), 1)
    expect_identical(sum(levels == 1), if (nzchar(hash)) sum(levels == 1) else 1L)
    expect_true(all(c("status", "main", "rowheader") %in% c(tree$role, if (nzchar(hash)) c("status", "main"))))
    for (scheme in c("light", "dark")) {
      shown_as(page, scheme, 1280)
      expect_gte(lowest_contrast(page), 4.5)
    }
  }
})

test_that("a page fits a phone, and prints with all of its parts open", {
  skip_if_no_browser()
  page <- opened_page(demo_report(), width = 360, height = 700)
  expect_lte(in_page(page, "document.documentElement.scrollWidth"), 360)
  path <- withr::local_tempfile(fileext = ".pdf")
  report(by_lock, path)
  expect_identical(rawToChar(readBin(path, "raw", 5)), "%PDF-")
  expect_gt(file.size(path), 20000)
  long <- opened_page(report_of(brief(tolls[1:1000, ], lines = passage, figures = c(t = sum(toll))), chart = FALSE))
  expect_equal(in_page(long, "document.querySelectorAll('#p1-table tbody tr').length"), 300)
  in_page(long, "document.querySelector('.more button').click()")
  expect_equal(in_page(long, "document.querySelectorAll('#p1-table tbody tr').length"), 600)
  in_page(long, "window.dispatchEvent(new Event('beforeprint'))")
  expect_gte(in_page(long, "document.querySelectorAll('#p1-table tbody tr').length"), 1000)
})

test_that("text from data stays text in every place of a report", {
  skip_if_no_browser()
  hostile <- c("<script>alert(1)</script>", "</script><script>alert(2)</script>", "<img src=x onerror=alert(3)>",
    "\"'><b>",
    "\u202e\u05d0\u05d1", strrep("x", 5000), "a\u001b[31m", "a\r\nb", "", NA, "<!--", "]]>", "\u2028", "&lt;", "=1+1",
    "a/b%2F#c", "\U1F600", "__proto__", "constructor", "@3")
  table <- data.frame(key = hostile, other = rev(hostile), value = c(seq_len(17), NaN, Inf, NA))
  names(table) <- c("<b>key</b>", "</td>", "va\"lue'")
  page <- brief(table, title = "</title><script>alert(4)</script>", lines = c(`<b>key</b>`, `</td>`),
    figures = c(`<i>f</i>` = sum(`va"lue'`)), footing = whole(), notes = "<script>alert(5)</script>",
    layout = c(`<u>h</u>` = `<b>key</b>`, `</td>`, `</th>` = `<i>f</i>`))
  shown <- opened_page(report_of(page))
  expect_identical(shown$errors, character())
  expect_equal(in_page(shown, "document.querySelectorAll('script').length"), 2)
  expect_equal(in_page(shown, "document.querySelectorAll('img, b, i, u').length"), 0)
  rows <- opened_figures(shown, "p1", 3)
  expect_equal(nrow(rows), 21)
  expect_true(all(nzchar(rows[[3]])))
  keys <- texts_in_page(shown, "#p1-table tbody tr > :nth-child(1)")
  expect_true(all(c("<script>alert(1)</script>", "&lt;", "__proto__", "(missing)") %in% keys))
  expect_identical(shown$errors, character())
})

test_that("a report says what differs, and what it cannot do", {
  wrong <- draw_up(by_lock)
  wrong$receipts[2] <- wrong$receipts[2] + 1
  html <- paste(readLines(report_of(wrong, chart = FALSE), encoding = "UTF-8"), collapse = "\n")
  expect_match(html, "Does not tie out: 1 differs of", fixed = TRUE)
  policy <- sub(".*Content-Security-Policy\" content=\"([^\"]*)\".*", "\\1", html)
  expect_match(policy, "^default-src (&#39;|')none\\1; script-src \\1sha256-[^;*]*\\1; style-src \\1sha256-[^;*]*\\1; ")
  expect_false(grepl("https?://(?!www.w3.org)", html, perl = TRUE))
  part <- utils::head(draw_up(amend(by_lock, footing = NULL, beside = NULL, layout = NULL)), 4)
  expect_match(paste(readLines(report_of(part, chart = FALSE)), collapse = ""), "\"behind\":[[1,2,3,4]",
    fixed = TRUE)
  for (empty in list(brief(tolls, only = toll > 1e9), brief(tolls[0, ], lines = lock, figures = c(n = count())),
    brief(tolls[1:3, ]))) expect_true(file.exists(report_of(empty)))
  folder <- withr::local_tempdir()
  expect_match(said_by(report(1:3, file.path(folder, "a.html"))), "takes a statement, a brief or a list")
  expect_match(said_by(report(list(by_lock, tolls), file.path(folder, "a.html"))), "made of statements and briefs")
  expect_match(said_by(report(by_lock, file.path(folder, "a.doc"))), "ends with .html or .pdf")
  expect_match(said_by(report(by_lock, 3)), "no name for a report")
  expect_match(said_by(report(by_lock, file.path(folder, "a.html"), title = 3)), "one text")
  expect_match(said_by(report(by_lock, file.path(folder, "no", "a.html"))), "no")
  withr::local_envvar(PATH = folder, CHROMOTE_CHROME = "")
  expect_match(said_by(report(by_lock, file.path(folder, "a.pdf"))), "Chromium is needed")
})

test_that("of more entries than are carried, the rest are counted and added up", {
  skip_if_no_browser()
  withr::local_options(idleledger.most_report_entries = 200, idleledger.most_report_proofs = 5)
  page <- opened_page(report_of(by_lock, chart = FALSE))
  rows <- opened_figures(page, "p1", 4)
  statement <- draw_up(by_lock)
  expect_equal(number_in(sub(".*toll ([0-9,.]+)[,.].*", "\\1", sub(" where.*", "", rows[[2]]))), statement$receipts)
  expect_equal(number_in(sub("entr.*", "", rows[[3]])), statement$passages)
  expect_equal(sum(nzchar(rows[[4]])), 1)
})

test_that("what a figure opens is called an entry, down to the ledger", {
  kinds_carried <- function(page) {
    text <- paste(readLines(report_of(page), warn = FALSE), collapse = "\n")
    unique(regmatches(text, gregexpr('"what":"[^"]*"', text))[[1]])
  }
  tolls <- demo_table("tolls")
  daily <- brief(tolls, lines = c(lock, passed_on), figures = c(s = sum(toll)))
  expect_identical(kinds_carried(brief(tolls, lines = reach, figures = c(s = sum(toll)))), '"what":"entry"')
  expect_identical(kinds_carried(brief(daily, lines = lock, figures = c(m = mean(s)))), '"what":"entry"')
})
