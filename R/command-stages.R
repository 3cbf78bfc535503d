# stages: the table after each section.

room("stages", "command", place = 7,
  words = "the table after each section", options = function() brief_options(),
  example = "stages tolls.csv --only 'toll > 0' --lines lock",
  run = function(options, files) {
    print(stages(brief_of_options(options, files)))
    0L
  }
)
