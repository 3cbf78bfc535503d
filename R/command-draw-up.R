# draw-up: a statement, printed or written to a file.

room("draw-up", "command", place = 2,
  words = "draw up a statement and print it, or write it",
  options = function() {
    c(brief_options(), list(rows = list(
      takes = "N", does = "how many lines to print, all if it is not given", example = "20", least = 0,
        group = "What comes out"
    )), output_options())
  },
  example = "draw-up tolls.csv --lines reach,lock --figures 'receipts = sum(toll)'",
  run = function(options, files) {
    put_out(draw_up(brief_of_options(options, files)), options)
    0L
  }
)
