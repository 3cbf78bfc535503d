# chart: a picture of a page in a file.

room("chart", "command", place = 2.5,
  words = "draw a page as a picture, in a file",
  options = function() {
    c(brief_options(), lapply(list(
      write = list(takes = "FILE", does = "the file to draw into: .png, .svg or .pdf", example = "receipts.png"),
      size = list(takes = "SIZE", does = "for a screen (1280 x 800), a page or a slide", default = "screen",
        example = "slide"),
      why = list(does = "say in the caption why this kind was chosen")
    ), function(option) c(option, group = "What comes out")))
  },
  example = "chart tolls.csv --lines lock --figures 'receipts = sum(toll)' --write locks.png",
  run = function(options, files) {
    path <- options[["write"]]
    if (is.null(path)) stop_idle("bad_argument", "chart needs a file to draw into: --write receipts.png.")
    size <- size_named(options[["size"]])
    chart_ending(path)
    page <- draw_up(brief_of_options(options, files))
    write_chart(chart(page, size = size, why = isTRUE(options$why)), path, size)
    if (!isTRUE(options$quiet)) message(clean_text(sprintf("Drew %s into %s.", statement_title(page), path)))
    0L
  }
)
