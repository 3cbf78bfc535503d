# A desk that is walked at random, and one that is served to a browser.

one_of <- function(x) x[[sample.int(length(x), 1)]]

# One thing done at random: a choice among those offered, a blank filled with what it offers, parts moved, switched,
# taken away, steps back and forward. What is offered must be taken.
random_act <- function(desk) {
  state <- idleledger:::desk_state(desk)
  used <- names(state$parts)
  all <- c("add", "add", "add", "write", "fill", "fill", "switch", "move", "drop", "sort", "back", "forward")
  what <- sample(all, 1)
  if (sum(lengths(state$parts)) > 12) what <- sample(c("drop", "switch", "fill"), 1)
  if (what == "back") return(idleledger:::desk_back(desk))
  if (what == "forward") return(idleledger:::desk_forward(desk))
  section <- if (what == "add" || length(used) == 0) sample(idleledger:::section_names(), 1) else sample(used, 1)
  n <- length(state$parts[[section]])
  index <- if (what == "add" || n == 0) n + 1 else sample.int(n, 1)
  seen <- idleledger:::desk_view(desk)(state, section, index)
  switch(what,
    add = random_choice(desk, seen, section, NULL), write = if (n > 0) random_choice(desk, seen, section, index),
    fill = if (n > 0) random_fill(desk, seen, state$parts[[section]][[index]], section, index),
    sort = random_sort(desk), if (n > 0) idleledger:::desk_act(desk, what, list(
      section = section, index = index, way = sample(c("earlier", "later"), 1)
    ))
  )
}

random_choice <- function(desk, seen, section, index) {
  choices <- idleledger:::choices_of(seen)
  if (length(choices) == 0) return(invisible())
  idleledger:::desk_act(desk, "choose", list(section = section, key = one_of(choices)$key, index = index))
}

random_fill <- function(desk, seen, part, section, index) {
  phrases <- idleledger:::room_of("section", section)$clause$phrases(seen)
  read <- idleledger:::phrase_of_part(part, phrases)
  if (is.null(read) || length(read$phrase$blanks) == 0) return(invisible())
  name <- sample(names(read$phrase$blanks), 1)
  offers <- idleledger:::fitting_offers(read, name, part, seen)
  if (length(offers) == 0) return(invisible())
  several <- read$phrase$blanks[[name]]$many
  chosen <- if (several) offers[sample.int(length(offers), sample.int(min(3, length(offers)), 1))] else list(
    one_of(offers))
  idleledger:::desk_act(desk, "fill", list(
    section = section, index = index, blank = name, value = vapply(chosen, `[[`, "", "value")
  ))
}

random_sort <- function(desk) {
  columns <- names(idleledger:::contexts_of(desk$brief)$order$columns)
  if (length(columns)) idleledger:::desk_act(desk, "sort", list(column = sample(columns, 1)))
}

# What goes wrong on a walk, with the page that it went wrong on.
walk_at_random <- function(desk, steps, seed) {
  set.seed(seed)
  wrong <- character()
  for (k in seq_len(steps)) {
    before <- desk$brief
    found <- tryCatch({
      random_act(desk)
      idleledger:::sentence_of(idleledger:::desk_state(desk))
      NULL
    }, error = function(e) conditionMessage(e))
    if (is.character(found)) wrong <- c(wrong, paste(c(sprintf("step %d: %s", k, found), as_call(before)),
      collapse = "\n"))
  }
  wrong
}

# A desk in a process of its own, by the command line, and its address.
served_desk <- function(..., env = parent.frame()) {
  testthat::skip_if_not_installed("processx")
  log <- tempfile()
  program <- system.file("exec", "idle-ledger", package = "idleledger")
  process <- processx::process$new(program, c("desk", ..., "--browser=no"),
    stdout = log, stderr = "2>&1")
  withr::defer(process$kill(), envir = env)
  said <- function() readLines(log, warn = FALSE)
  until(function() any(grepl("http://", said())) || !process$is_alive(), why = said)
  list(process = process, url = trimws(grep("http://", said(), value = TRUE)[1]), log = log)
}

until <- function(done, seconds = patience, why = function() "") {
  began <- proc.time()[["elapsed"]]
  while (!isTRUE(done())) {
    if (proc.time()[["elapsed"]] - began > seconds) stop("waited in vain: ", paste(why(), collapse = "\n"))
    Sys.sleep(0.05)
  }
}

desk_in_browser <- function(url, width = 1280, height = 800, env = parent.frame()) {
  page <- opened_page(url, width = width, height = height, env = env)
  waits(page, "(document.querySelector('#sentence') || { innerText: '' }).innerText.length > 10")
  page
}

waits <- function(page, script) {
  found <- NULL
  comes <- function() isTRUE(found <<- tryCatch(in_page(page, script), error = conditionMessage))
  until(comes, why = function() c(script, found, state_of_page(page)))
}

# A text of the page's that comes to be so.
expect_comes <- function(page, script, pattern) {
  found <- NULL
  comes <- function() isTRUE(grepl(pattern, found <<- tryCatch(in_page(page, script), error = conditionMessage)))
  until(comes, why = function() c(script, pattern, found, state_of_page(page)))
  testthat::succeed()
}

# What there is to say of a page on which a thing is waited for in vain.
state_of_page <- function(page) {
  shown <- "[location.href, document.readyState, document.body.innerText.slice(0, 600),
    window.Shiny && Shiny.shinyapp ? JSON.stringify([Shiny.shinyapp.config, Shiny.shinyapp.$socket &&
      Shiny.shinyapp.$socket.readyState]) : 'no connection'].join(' | ')"
  requests <- substr(utils::tail(page$requests, 3), 1, 200)
  c(page$errors, tryCatch(in_page(page, shown), error = conditionMessage), requests)
}

# At rest: nothing is asked, and the margin says how the page ties.
at_rest <- function(page) {
  waits(page, "!document.querySelector('#margin').classList.contains('stale') &&
    document.querySelector('#margin .verdict') !== null")
}

sentence_in <- function(page) in_page(page, "document.querySelector('#sentence .sentence').innerText")

click_on <- function(page, selector) {
  in_page(page, sprintf("document.querySelector(%s).click()", jsonlite::toJSON(selector, auto_unbox = TRUE)))
}

# Presses the button that begins so in the slip.
choose_in <- function(page, section, text) {
  click_on(page, paste0("#take-", section))
  waits(page, sprintf("document.querySelector('#slip .slip-page[data-section=%s] .choices') !== null", section))
  before <- sentence_in(page)
  in_page(page, sprintf("[...document.querySelectorAll('#slip .choice')].find((b) =>
    b.textContent.startsWith(%s)).click()", jsonlite::toJSON(text, auto_unbox = TRUE)))
  waits(page, sprintf("document.querySelector('#sentence .sentence').innerText !== %s",
    jsonlite::toJSON(before, auto_unbox = TRUE)))
}

# Fills a blank, or the name, of the part whose slip is open.
fill_in <- function(page, selector, value) {
  before <- sentence_in(page)
  in_page(page, sprintf("(() => { const e = document.querySelector('#slip %s'), v = %s;
    const o = [...(e.options || [])].find((o) => o.textContent.startsWith(v));
    e.value = o ? o.value : v; e.dispatchEvent(new Event('change', { bubbles: true })); })()", selector,
    jsonlite::toJSON(value, auto_unbox = TRUE)))
  waits(page, sprintf("document.querySelector('#sentence .sentence').innerText !== %s",
    jsonlite::toJSON(before, auto_unbox = TRUE)))
}

desk_tables <- function() list(locks = demo_table("locks"), targets = demo_table("targets"))
quick <- nzchar(Sys.getenv("_R_CHECK_PACKAGE_NAME_"))
state_of_desk <- function(desk) idleledger:::desk_state(desk)
act <- function(desk, ...) idleledger:::desk_act(desk, ...)

# What the page asks and gets, without a browser.
answer <- function(desk, ...) idleledger:::desk_answer(desk, list(...))

# Names and values that are markup, words of the language, empty; kinds of every sort.
hostile_table <- function(n = 40) {
  table <- data.frame(
    a = rep(c("<img src=x onerror=alert(1)>", "';--", "", NA, "=1+1"), length.out = n),
    b = rep(c(1.5, NA, -Inf, NaN, 1e300), length.out = n), c = seq_len(n),
    d = as.Date("2025-01-31") + seq_len(n) %% 9, e = rep(c(TRUE, NA, FALSE), length.out = n),
    f = factor(rep(c("x", "\u00e9"), length.out = n)),
    g = as.POSIXct("2025-03-30 00:30", tz = "UTC") + seq_len(n) * 3600
  )
  stats::setNames(table, c("<b>bold</b>", "sum", "NULL", "a b", "if", "{x}", "[q]"))
}

# What is put into the page as HTML; all else is set as text.
html_in <- function(found) paste(unlist(found[c("sentence", "face", "slip", "side", "margin", "steps")]), collapse = "")

nasty <- c("<script>alert(1)</script>", "\"><img src=x onerror=alert(1)>", "&amp;", "'); system('touch /tmp/x'); ('",
  "\u202e\u200b", "", "../../etc/passwd", "NULL", "{x}", "-1", "1e99", strrep("(", 300))
