# A headless browser that opens a page from a file and tells what it did: errors, requests, the tree for screen readers.

skip_if_no_browser <- function() {
  testthat::skip_if_not_installed("chromote")
  testthat::skip_if_not_installed("htmltools")
  testthat::skip_if_not_installed("ggplot2")
  found <- tryCatch(idleledger:::find_browser(), idle_error = function(e) NULL)
  if (is.null(found)) testthat::skip("no browser")
}

browser <- new.env()

# How many seconds anything is waited for that comes at once unless the machine is busy.
patience <- 120

# One browser for all tests of a file, closed with it.
browser_there <- function() {
  if (is.null(browser$one)) {
    withr::local_envvar(HOME = tempdir())
    withr::local_options(chromote.timeout = patience)
    browser$one <- chromote::Chromote$new(browser = chromote::Chrome$new(
      path = idleledger:::find_browser(), args = c("--headless", "--no-sandbox", "--disable-gpu",
        "--disable-dev-shm-usage",
        "--disable-background-networking", "--hide-scrollbars")
    ))
    browser$one$default_timeout <- patience
    withr::defer({
      browser$one$close()
      browser$one <- NULL
    }, teardown_env())
  }
  browser$one
}

# What the browser answers, asleep until it does: the package's own wait asks without a pause, and takes a core from the
# browser.
answered <- function(promise) {
  loop <- browser_there()$get_child_loop()
  found <- NULL
  later::with_loop(loop, promises::then(promise, function(value) found <<- list(value = value),
    function(e) found <<- list(error = e)))
  while (is.null(found)) later::run_now(1, loop = loop)
  if (!is.null(found$error)) stop(found$error)
  found$value
}

opened_page <- function(path, hash = "", width = 1280, height = 800, env = parent.frame()) {
  session <- answered(browser_there()$new_session(width = width, height = height, wait_ = FALSE))
  withr::defer(session$close(wait_ = FALSE), envir = env)
  page <- new.env()
  page$session <- session
  page$errors <- character()
  page$requests <- character()
  note <- function(what) page$errors <- c(page$errors, what)
  for (domain in c("Runtime", "Log", "Network")) session[[domain]]$enable(wait_ = FALSE)
  session$Runtime$exceptionThrown(function(event) note(event$exceptionDetails$exception$description))
  session$Runtime$consoleAPICalled(function(event) note(paste("console", event$type)))
  session$Log$entryAdded(function(event) note(event$entry$text))
  session$Page$javascriptDialogOpening(function(event) note("a dialog"))
  session$Network$requestWillBeSent(function(event) page$requests <- c(page$requests, event$request$url))
  address <- if (grepl("^http://127", path)) path else paste0("file://", normalizePath(path), hash)
  loaded(page, session$Page$navigate(address, wait_ = FALSE))
  page
}

# The page once it is loaded by what is asked for.
loaded <- function(page, asked) {
  event <- page$session$Page$loadEventFired(wait_ = FALSE)
  force(asked)
  answered(event)
  page
}

# The value of an expression of the page's; a promise is waited for.
in_page <- function(page, script) {
  found <- answered(page$session$Runtime$evaluate(script, awaitPromise = TRUE, returnByValue = TRUE, wait_ = FALSE))
  if (!is.null(found$exceptionDetails)) stop(found$exceptionDetails$exception$description)
  found$result$value
}

texts_in_page <- function(page, selector) {
  unlist(in_page(page, sprintf("[...document.querySelectorAll(%s)].map((each) => each.textContent)",
    jsonlite::toJSON(selector, auto_unbox = TRUE))))
}

press <- function(page, key, times = 1, shift = FALSE) {
  text <- c(Enter = "\r", Space = " ")[key]
  input <- page$session$Input
  for (k in seq_len(times)) {
    input$dispatchKeyEvent(type = if (is.na(text)) "rawKeyDown" else "keyDown", key = key, code = key,
      text = if (!is.na(text)) unname(text), windowsVirtualKeyCode = c(Tab = 9, Enter = 13, Escape = 27, ArrowLeft = 37,
        ArrowUp = 38, ArrowRight = 39, ArrowDown = 40)[[key]], modifiers = if (shift) 8 else 0, wait_ = FALSE)
    answered(input$dispatchKeyEvent(type = "keyUp", key = key, code = key, wait_ = FALSE))
  }
}

# Roles, names and levels as a screen reader gets them.
reader_tree <- function(page) {
  tree <- page$session$Accessibility
  tree$enable(wait_ = FALSE)
  nodes <- Filter(function(node) !isTRUE(node$ignored), answered(tree$getFullAXTree(wait_ = FALSE))$nodes)
  value <- function(node, part) {
    found <- node[[part]]$value
    if (is.null(found)) "" else as.character(found)
  }
  level <- function(node) {
    found <- Filter(function(property) property$name == "level", node$properties)
    if (length(found)) found[[1]]$value$value else NA
  }
  data.frame(role = vapply(nodes, value, "", "role"), name = vapply(nodes, value, "", "name"),
    level = vapply(nodes, function(node) as.numeric(level(node)), 1))
}

# As on a device of that width, in light or dark.
shown_as <- function(page, scheme, width, height = 800) {
  emulation <- page$session$Emulation
  emulation$setEmulatedMedia(features = list(list(name = "prefers-color-scheme", value = scheme)), wait_ = FALSE)
  answered(emulation$setDeviceMetricsOverride(width = width, height = height, deviceScaleFactor = 1, mobile = FALSE,
    wait_ = FALSE))
}

# The lowest contrast of any text that is seen, against what lies behind it (WCAG 2.1).
lowest_contrast <- function(page) {
  in_page(page, "(() => {
    const parts = (text) => (text.match(/[0-9.]+/g) || []).map(Number);
    const light = (rgb) => rgb.slice(0, 3).map((part) => part / 255)
      .map((part) => (part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4))
      .reduce((sum, part, k) => sum + part * [0.2126, 0.7152, 0.0722][k], 0);
    const behind = (element) => {
      for (let at = element; at; at = at.parentElement) {
        const found = parts(getComputedStyle(at).backgroundColor);
        if (found.length === 3 || found[3] > 0.99) return found;
      }
      return [255, 255, 255];
    };
    let lowest = 21;
    for (const element of document.body.querySelectorAll('*')) {
      const own = [...element.childNodes].some((node) => node.nodeType === 3 && node.textContent.trim() !== '');
      if (!own || !element.checkVisibility() || ['SCRIPT', 'OPTION'].includes(element.tagName)) continue;
      const pair = [light(parts(getComputedStyle(element).color)), light(behind(element))].sort((a, b) => b - a);
      lowest = Math.min(lowest, (pair[0] + 0.05) / (pair[1] + 0.05));
    }
    return lowest;
  })()")
}
