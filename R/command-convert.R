# convert: a table in another format, as it stands.

room("convert", "command", place = 12,
  words = "write a table in another format",
  options = function() c(source_options(), output_options()[c("write", "as")]),
  example = "convert tolls.xlsx --sheet Tolls --write tolls.parquet",
  run = function(options, files) {
    if (is.null(options[["write"]]) && is.null(options[["as"]])) stop_idle(
      "bad_argument", "convert needs to know into what: --write FILE, or --as FORMAT for standard output."
    )
    put_out(draw_up(new_brief(open_file(files, options), list())), options)
    0L
  }
)
