# desk: the page in the browser.

room("desk", "command", place = 3,
  words = "build a page in the browser, by choosing",
  options = function() {
    c(list(
      once = list(does = "end when the page is closed", group = "The desk"),
      port = list(takes = "NUMBER", does = "the port on this machine; a free one by default", example = "4321",
        least = 1024, group = "The desk"),
      browser = list(does = "open the browser, as it does; --browser=no prints the address only", group = "The desk")
    ), brief_options())
  },
  example = "desk tolls.csv --source locks=locks.csv",
  run = function(options, files) {
    for (package in c("shiny", "htmltools", "later")) need_package(package, "the desk")
    page <- brief_of_options(options[setdiff(names(options), c("once", "port", "browser"))], files)
    if (length(page$sections) == 0) page <- page$source
    tables <- if (any(is_brief_file(files))) list() else further_sources(options)
    run_desk(page, tables, isTRUE(options$once), options$port, !isFALSE(options$browser))
    0L
  }
)
