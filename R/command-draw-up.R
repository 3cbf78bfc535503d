# draw-up: a statement, printed or written to a file.

room("draw-up", "command", place = 2,
  words = "draw up a statement and print it, or write it with --write",
  options = function() {
    c(brief_options(), list(
      rows = list(takes = "N", does = "how many lines to print, all if it is not given", example = "20", least = 0),
      write = list(
        takes = "FILE", does = "write the statement to a .csv or .tsv file instead", example = "receipts.csv"
      )
    ))
  },
  example = "draw-up tolls.csv --lines reach,lock --figures 'receipts = sum(toll)'",
  run = function(options, files) {
    statement <- draw_up(brief_of_options(options, files))
    if (is.null(options[["write"]])) {
      print(statement, lines = if (is.null(options[["rows"]])) Inf else options[["rows"]])
    } else {
      write_statement(statement, options[["write"]])
      message(clean_text(sprintf("Wrote %s to %s.", count_of(nrow(statement), "line"), options[["write"]])))
    }
    0L
  }
)
