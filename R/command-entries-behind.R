# entries-behind: the detail rows of some lines.

room("entries-behind", "command", place = 4,
  words = "the entries behind the lines that --where names",
  options = function() {
    c(brief_options(), where_option, list(
      of = list(takes = "NAME", does = "a figure beside the lines: the entries of its frame", example = "week")
    ))
  },
  example = "entries-behind tolls.csv --lines lock --figures 's = sum(toll)' --where 'lock == \"Tarn Foot\"'",
  run = function(options, files) {
    print(entries_of_items(brief_of_options(options, files), where_of(options), options[["of"]]))
    0L
  }
)
