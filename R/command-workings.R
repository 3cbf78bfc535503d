# workings: how each section was worked.

room("workings", "command", place = 8,
  words = "how each section was worked: rows, method, time", options = function() brief_options(),
  example = "workings tolls.csv --lines lock --figures 'receipts = sum(toll)'",
  run = function(options, files) {
    print(workings(brief_of_options(options, files)))
    0L
  }
)
