# A report on paper, through a browser that is installed.

# The one without a window first: it starts in half the time.
browsers <- c("chromium-headless-shell", "chromium", "chromium-browser", "google-chrome", "google-chrome-stable",
  "chrome")

find_browser <- function() {
  named <- Sys.getenv("CHROMOTE_CHROME")
  found <- c(if (nzchar(named) && file.exists(named)) named, Filter(nzchar, unname(Sys.which(browsers))))
  if (length(found)) return(found[1])
  stop_idle("no_package", "For a report as PDF, the browser Chromium is needed, which is not found.",
    "Install chromium, or write the report as .html and print that.")
}

print_as_pdf <- function(html, path) {
  browser <- find_browser()
  folder <- tempfile("report-")
  dir.create(folder)
  on.exit(unlink(folder, recursive = TRUE))
  page <- file.path(folder, "report.html")
  write_whole(page, function(put) put(html))
  write_beside(path, function(beside) {
    said <- suppressWarnings(system2(browser, c(
      "--headless", "--no-sandbox", "--disable-gpu", "--disable-background-networking", "--no-pdf-header-footer",
      "--print-to-pdf-no-header", shQuote(paste0("--user-data-dir=", file.path(folder, "profile"))),
      shQuote(paste0("--print-to-pdf=", normalizePath(beside, mustWork = FALSE))),
      shQuote(paste0("file://", normalizePath(page)))
    ), stdout = TRUE, stderr = TRUE))
    if (!file.exists(beside)) stop(paste("the browser wrote nothing:", paste(utils::tail(said, 1), collapse = "")))
    NULL
  })
}
