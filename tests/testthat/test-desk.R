# The desk as its user has it: in a browser, served by the command line.

skip_if_no_browser()
skip_if_not_installed("shiny")
tolls_path <- demo_table("tolls", as = "path")

# Tab by Tab to an element, as whoever has no mouse.
tab_to <- function(page, id, most = 120) {
  for (k in seq_len(most)) {
    if (identical(in_page(page, "document.activeElement.id"), id)) return(TRUE)
    press(page, "Tab")
  }
  stop("no way to ", id, " by keyboard")
}

test_that("a page is built by choosing, and what is taken away is the same on the command line", {
  desk <- served_desk(tolls_path, "--once")
  page <- desk_in_browser(desk$url)
  for (key in c("reach", "lock", "paid")) choose_in(page, "lines", key)
  choose_in(page, "figures", "the total of toll")
  fill_in(page, "[data-do=rename]", "receipts")
  choose_in(page, "footing", "subtotals by reach, lock and paid")
  choose_in(page, "beside", "the share of receipts")
  fill_in(page, "[data-blank=per]", "each reach")
  choose_in(page, "show", "the top 10 by receipts")
  fill_in(page, "[data-blank=n]", "3")
  fill_in(page, "[data-blank=per]", "each reach")
  choose_in(page, "abreast", "each paid")
  fill_in(page, "[data-blank=totals]", "with totals beside each row and at the foot")
  at_rest(page)
  expect_match(sentence_in(page), paste("Show the top 3 by receipts in each reach.*Side by side: each paid, with",
    "totals beside each row and at the foot"))
  expect_match(in_page(page, "document.querySelector('#margin .verdict').innerText"), "Ties out")

  click_on(page, "tr.total .n button")
  expect_comes(page, "document.querySelector('#side').innerText", "entries behind it")
  click_on(page, "[data-do=shut]")

  click_on(page, "[data-do=take][data-as=brief]")
  waits(page, "document.querySelector('#taken') !== null")
  folder <- withr::local_tempdir()
  file.copy(tolls_path, folder)
  text <- in_page(page, "document.querySelector('#taken').textContent")
  writeLines(gsub(dirname(tolls_path), folder, text, fixed = TRUE), file.path(folder, "page.yaml"))
  drawn <- program("draw-up", file.path(folder, "page.yaml"), "--write", file.path(folder, "a.csv"))
  expect_equal(drawn$status, 0, info = paste(c(drawn$err, text), collapse = "\n"))
  downloads <- withr::local_tempdir()
  browser_there()$Browser$setDownloadBehavior(behavior = "allow", downloadPath = downloads)
  click_on(page, "[data-do=take][data-as=csv]")
  until(function() length(list.files(downloads, "[.]csv$")) == 1)
  taken <- list.files(downloads, "[.]csv$", full.names = TRUE)
  expect_identical(readLines(taken), readLines(file.path(folder, "a.csv")))
  expect_equal(page$errors, character())
  expect_true(all(startsWith(page$requests, "http://127.0.0.1:") | startsWith(page$requests, "data:")))

  answered(page$session$close(wait_ = FALSE))
  until(function() !desk$process$is_alive())
})

test_that("all of it goes by keyboard, and is heard", {
  desk <- served_desk(tolls_path)
  page <- desk_in_browser(desk$url)
  at_rest(page)
  for (key in c("reach", "lock")) {
    tab_to(page, "take-lines")
    press(page, "Enter")
    waits(page, "document.querySelector('#slip .choice, #slip input') === document.activeElement")
    until(function() {
      press(page, "Tab")
      startsWith(in_page(page, "document.activeElement.textContent"), key)
    })
    press(page, "Enter")
    waits(page, sprintf("document.querySelector('#sentence .sentence').innerText.includes('%s')", key))
    press(page, "Escape")
    waits(page, "document.querySelector('#slip').hidden")
  }
  tab_to(page, "take-figures")
  press(page, "Enter")
  waits(page, "document.querySelector('#slip input') === document.activeElement")
  until(function() {
    press(page, "Tab")
    startsWith(in_page(page, "document.activeElement.textContent"), "the number of entries")
  })
  press(page, "ArrowDown")
  press(page, "Enter")
  waits(page, "document.querySelector('#part-figures-1') !== null")
  expect_comes(page, "document.querySelector('#said').textContent", "is put to figures. 17 rows")
  press(page, "Escape")
  waits(page, "document.activeElement.id === 'part-figures-1'")
  tab_to(page, "scroll")
  press(page, "Tab")
  press(page, "ArrowDown", 3)
  press(page, "ArrowRight", 2)
  press(page, "Enter")
  waits(page, "!document.querySelector('#side').hidden && document.activeElement.id === 'side-title'")
  press(page, "Escape")
  waits(page, "document.querySelector('#side').hidden")
  expect_equal(in_page(page, "document.activeElement.dataset.row"), "3")
  tree <- reader_tree(page)
  expect_true(any(tree$role == "button" & grepl("the total of|the number of", tree$name)))
  expect_true(all(nzchar(tree$name[tree$role %in% c("button", "textbox", "combobox", "checkbox", "dialog")])))
  expect_equal(page$errors, character())
})

test_that("steps, switches and repairs; a tab loaded anew finds them; another goes its own way", {
  desk <- served_desk(tolls_path, "--lines", "reach", "--figures", "receipts = sum(toll), n = count()")
  page <- desk_in_browser(desk$url)
  at_rest(page)
  click_on(page, ".mend")
  waits(page, "document.querySelector('#part-prepare-1') !== null")
  mended <- sentence_in(page)
  click_on(page, "#part-figures-2")
  waits(page, "!document.querySelector('#slip').hidden")
  click_on(page, "#slip [data-do=switch]")
  waits(page, "document.querySelector('#part-figures-2.off') !== null")
  expect_false("n" %in% texts_in_page(page, "thead th"))
  click_on(page, "#back")
  waits(page, "document.querySelector('#part-figures-2.off') === null")
  click_on(page, "#forward")
  waits(page, "document.querySelector('#part-figures-2.off') !== null")

  other <- desk_in_browser(desk$url)
  expect_no_match(sentence_in(other), "First,")
  loaded(page, page$session$Page$reload(wait_ = FALSE))
  waits(page, "document.querySelector('#part-figures-2.off') !== null")
  in_page(page, "const gone = document.querySelector('#gone');
    new MutationObserver(() => { sessionStorage.told = !gone.hidden; }).observe(gone, { attributes: true });
    Shiny.shinyapp.$socket.close()")
  waits(page, "sessionStorage.told === 'true' && document.querySelector('#gone').hidden &&
    document.querySelector('#part-figures-2.off') !== null")
  in_page(page, "for (let k = 0; k < 2; k++) document.querySelector('#back').click()")
  waits(page, "document.querySelector('#part-prepare-1') === null && document.querySelector('#back').disabled")
  in_page(page, "document.querySelector('#forward').click()")
  waits(page, "document.querySelector('#part-prepare-1') !== null")
  expect_equal(sentence_in(page), mended)
  expect_equal(other$errors, character())
})

test_that("a closed tab's work is found in the next one; a sheet stands beside the sentence; a page has a language", {
  desk <- served_desk(tolls_path, "--lines", "reach", "--figures", "receipts = sum(toll), n = count()")
  page <- desk_in_browser(desk$url)
  at_rest(page)
  expect_identical(in_page(page, "document.documentElement.lang"), "en")
  click_on(page, ".mend")
  waits(page, "document.querySelector('#part-prepare-1') !== null")
  built <- sentence_in(page)
  click_on(page, "[data-face=chart]")
  expect_comes(page, "document.querySelector('#heard').textContent", "The page as chart")
  expect_identical(in_page(page, "document.querySelector('#said').textContent.includes('The page as')"), FALSE)
  click_on(page, "[data-face=statement]")
  waits(page, "document.querySelector('td[data-do], td button, .n[tabindex], tbody td.n') !== null")
  in_page(page, "document.querySelector('#side').hidden = false")
  for (selector in c("#part-lines-1", "#part-figures-1", "#part-prepare-1", "#back")) {
    hit <- in_page(page, sprintf("(() => { const part = document.querySelector('%s'), box = part.getClientRects()[0];
      const top = document.elementFromPoint(box.left + box.width / 2, box.top + box.height / 2);
      return part === top || part.contains(top); })()", selector))
    expect_true(hit, label = selector)
  }
  expect_equal(page$errors, character())
  page$session$Page$navigate("about:blank", wait_ = FALSE)
  Sys.sleep(1)
  next_one <- desk_in_browser(desk$url)
  expect_equal(sentence_in(next_one), built)
  beside <- desk_in_browser(desk$url)
  expect_no_match(sentence_in(beside), "First,")
})

# Timers go off at once, so that margins are asked faster than any is worked.
hasty <- function(page) {
  in_page(page, "(() => { const later = window.setTimeout; window.setTimeout = (done) => later(done, 0);
    document.body.insertAdjacentHTML('beforeend', '<button id=again data-do=margin>Again</button>'); })()")
}

test_that("a margin is worked to its end though it is asked for again, and nobody waits for it; a stop is heard", {
  desk <- served_desk(tolls_path, "--lines", "reach, lock", "--figures", "m = percentile(toll, 0.3), n = count()",
    "--footing", "rollup(reach, lock)")
  page <- desk_in_browser(desk$url)
  at_rest(page)
  hasty(page)
  click_on(page, "#part-figures-2")
  waits(page, "!document.querySelector('#slip').hidden")
  for (k in 1:3) {
    click_on(page, "#slip [data-do=switch]")
    for (j in 1:3) click_on(page, "#again")
    other <- desk_in_browser(desk$url)
    expect_match(sentence_in(other), "One line for each")
    at_rest(page)
  }
  before <- sentence_in(page)
  in_page(page, "document.querySelector('#slip [data-do=switch]').click();
    document.querySelector('#working [data-do=stop]').click()")
  expect_comes(page, "document.querySelector('#slip .wrong').textContent", "Stopped")
  expect_equal(sentence_in(page), before)
  click_on(page, "#slip [data-do=switch]")
  waits(page, sprintf("document.querySelector('#sentence .sentence').innerText !== %s",
    jsonlite::toJSON(before, auto_unbox = TRUE)))
  expect_equal(c(page$errors, other$errors), character())
  in_page(page, "document.querySelector('#slip [data-do=switch]').click(); document.querySelector('#again').click()")
  Sys.sleep(0.05)
  desk$process$interrupt()
  until(function() !desk$process$is_alive())
  expect_equal(desk$process$get_exit_status(), 0)
})

test_that("hostile tables do no harm, and large ones scroll", {
  folder <- withr::local_tempdir()
  bad <- "<img src=x onerror=document.title='owned'>"
  wide <- as.data.frame(matrix(rep(seq_len(3), 300), 3))
  names(wide)[1:2] <- c(bad, "k")
  wide[[2]] <- c(bad, "b", NA)
  tables <- list(wide = wide, none = data.frame(a = character(), b = numeric()),
    many = data.frame(key = sprintf("key %07d", seq_len(2e5)), x = 1))
  for (name in names(tables)) {
    path <- file.path(folder, paste0(name, ".csv"))
    write_statement(brief(tables[[name]]), path)
    desk <- served_desk(path)
    page <- desk_in_browser(desk$url)
    for (section in c("lines", "only", "figures")) {
      click_on(page, paste0("#take-", section))
      waits(page, sprintf("document.querySelector('#slip .slip-page[data-section=%s]') !== null", section))
    }
    press(page, "Escape")
    if (name == "many") {
      choose_in(page, "lines", "key")
      press(page, "Escape")
      waits(page, "document.querySelector('#scroll').scrollTop = 1e9,
        document.querySelector('#rows').innerText.includes('key 0200000')")
    }
    expect_no_match(in_page(page, "document.title"), "owned")
    expect_equal(page$errors, character(), info = name)
    answered(page$session$close(wait_ = FALSE))
    desk$process$kill()
  }
})

test_that("nobody without the key gets in, nor by another name of this machine", {
  desk <- served_desk(tolls_path)
  port <- sub(".*:([0-9]+)/.*", "\\1", desk$url)
  query <- sub(".*/", "/", desk$url)
  got <- function(query, host = paste0("127.0.0.1:", port)) {
    to <- socketConnection("127.0.0.1", as.integer(port), blocking = TRUE, open = "r+b", timeout = patience)
    on.exit(close(to))
    writeLines(c(sprintf("GET %s HTTP/1.0", query), paste("Host:", host), ""), to, sep = "\r\n")
    paste(readLines(to, warn = FALSE), collapse = "")
  }
  expect_match(got(query), "id=\"sentence\"")
  for (other in c("/", "/?key=0000")) expect_match(got(other), "Open the desk by the address")
  expect_match(got(query, "evil.example"), "Open the desk by the address")
  page <- opened_page(sub("[?].*", "", desk$url))
  Sys.sleep(1)
  expect_equal(in_page(page, "document.querySelector('#sentence') === null"), TRUE)
  listening <- readLines("/proc/net/tcp")
  here <- sprintf(":%04X ", as.integer(port))
  expect_true(any(grepl(paste0(" 0100007F", here), listening)))
  expect_false(any(grepl(paste0(" 00000000", here), listening)))
  desk$process$interrupt()
  until(function() !desk$process$is_alive())
  expect_equal(desk$process$get_exit_status(), 0)
})

test_that("it can be read in light and dark, wide and narrow", {
  desk <- served_desk(tolls_path, "--lines", "reach, lock, paid", "--figures", "receipts = sum(toll)",
    "--abreast", "paid")
  page <- desk_in_browser(desk$url)
  at_rest(page)
  click_on(page, "#part-figures-1")
  waits(page, "!document.querySelector('#slip').hidden")
  for (scheme in c("light", "dark")) for (width in c(400, 800, 1280, 2560)) {
    shown_as(page, scheme, width)
    Sys.sleep(0.3)
    expect_lte(in_page(page, "document.documentElement.scrollWidth"), width)
    expect_gte(lowest_contrast(page), 4.5)
  }
})

test_that("what cannot be opened is said", {
  expect_error(desk(demo_table("locks"), port = 80), class = "idle_bad_argument")
  expect_error(desk(demo_table("locks"), tables = list(demo_table("locks"))), class = "idle_bad_argument")
  expect_match(program("desk", "no-such-file.csv", "--browser=no")$err, "no-such-file.csv", all = FALSE)
})
