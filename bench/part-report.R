# Reports of 50,000 entries: made, their size, and what a browser needs for them; a chart of a million lines.
chromote_there <- requireNamespace("chromote", quietly = TRUE)
set.seed(1)
tolls <- demo_table("tolls")
tolls <- tolls[sample(nrow(tolls), 50000, TRUE), ]
rownames(tolls) <- NULL
pages <- list(
  `a summary of 50,000 entries` = brief(tolls, only = toll > 0, lines = c(reach, lock),
    figures = c(passages = count(), receipts = sum(toll), typical = median(toll)), footing = rollup(reach, lock),
    beside = c(place = rank(falling(receipts), per = reach))),
  `50,000 entries as they are` = brief(tolls),
  `50,000 lines of one entry` = brief(data.frame(key = sprintf("key %05d", 1:50000), x = tolls$tonnes), lines = key,
    figures = c(x = sum(x)))
)

# Milliseconds in a browser: first paint, a sort, opening the entries behind a figure.
in_browser <- function(path) {
  browser <- chromote::Chromote$new(browser = chromote::Chrome$new(path = idleledger:::find_browser(),
    args = c("--headless", "--no-sandbox", "--disable-gpu", "--disable-background-networking")))
  on.exit(browser$close())
  session <- browser$new_session(width = 1280, height = 800)
  loaded <- session$Page$loadEventFired(wait_ = FALSE)
  session$Page$navigate(paste0("file://", path), wait_ = FALSE)
  session$wait_for(loaded)
  work <- function(script) session$Runtime$evaluate(script, awaitPromise = TRUE, returnByValue = TRUE)$result$value
  timed <- function(code) {
    work(sprintf(paste(
      "(async () => { const began = performance.now(); %s;",
      "await new Promise((next) => requestAnimationFrame(() => setTimeout(next, 0)));",
      "return performance.now() - began; })()"
    ), code))
  }
  Sys.sleep(0.5)
  paint <- work("performance.getEntriesByName('first-contentful-paint')[0]?.startTime || 0")
  sort <- timed("document.querySelectorAll('.sort')[1].click()")
  open <- timed("[...document.querySelectorAll('tr:last-child .follow, .follow')].pop()?.click();
    await new Promise((next) => setTimeout(next, 0))")
  c(paint = paint, sort = sort, open = open)
}

for (what in names(pages)) {
  path <- tempfile(fileext = ".html")
  seconds <- stats::median(alternating(report = report(pages[[what]], path), rounds = 3))
  say(sprintf("report of %s", what), seconds, 5, unit = "s")
  say("... its size", file.size(path) / 1e6, 8, unit = "MB")
  if (chromote_there) {
    ms <- apply(vapply(1:3, function(k) in_browser(path), numeric(3)), 1, stats::median)
    say("... first paint", ms[["paint"]], 1000, unit = "ms")
    say("... sorted", ms[["sort"]], 200, unit = "ms")
    say("... opened", ms[["open"]], 200, unit = "ms")
  }
}

million <- draw_up(brief(data.frame(key = 1:1e6, x = as.double(1:1e6)), lines = key, figures = c(x = sum(x))))
seconds <- stats::median(alternating(chart = chart(million), rounds = 5))
say("chart of 1 million lines", seconds, 5, unit = "s")
