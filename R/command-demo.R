# demo: where the demo tables are.

room("demo", "command", place = 13,
  words = "the paths of the demo tables; with a name, that path alone", options = function() list(),
  example = "demo tolls",
  run = function(options, files) {
    names <- if (length(files)) files else c(demo_tables, "README")
    cat(paste0(vapply(names, demo_table, "", as = "path"), "\n"), sep = "")
    0L
  }
)
