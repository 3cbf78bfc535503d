# line-up: lists side by side.

room("line-up", "command", place = 11,
  words = "lists side by side: the values of one column under each value of another",
  options = function() {
    c(list(
      value = list(takes = "COLUMN", does = "the column whose values are listed", example = "lock"),
      under = list(takes = "COLUMN", does = "the column whose values head the lists", example = "reach"),
      along = list(takes = "KEYS", does = "the order of each list", example = "falling(toll)")
    ), source_options(), output_options())
  },
  example = "line-up locks.csv --value lock --under reach",
  run = function(options, files) {
    for (name in c("value", "under")) if (is.null(options[[name]])) stop_idle(
      "bad_argument", sprintf("line-up needs --%s COLUMN.", name)
    )
    along <- if (!is.null(options$along)) read_items(options$along, "along")[[1]]$expr
    put_out(draw_up(line_up_by(open_file(files, options), as.name(options$value), as.name(options$under), along)),
      options)
    0L
  }
)
