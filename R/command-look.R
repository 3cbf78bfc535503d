# look: what a file holds.

room("look", "command", place = 1,
  words = "what each column holds, and the traps in it", options = function() source_options(),
  example = "look tolls.csv",
  run = function(options, files) {
    print(look(open_file(files, options)))
    0L
  }
)
