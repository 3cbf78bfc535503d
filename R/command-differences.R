# differences: two files line by line; ends with 1 where they differ.

room("differences", "command", place = 6,
  words = "what differs between two files",
  options = function() {
    c(list(
      match = list(
        takes = "COLUMNS", does = "what lines are matched by, with the second file's name where it is another",
        example = "reach, lock = \"Lock name\""
      ),
      tolerance = list(takes = "AMOUNT", default = 0, does = "by how much numbers may differ", example = "0.005",
        least = 0),
      to = list(takes = "UNIT", does = "what one side was rounded to: cent, tenth, unit, hundred, thousand, million",
        example = "unit")
    ), source_options()[c("encoding", "missing", "separator", "locale")])
  },
  example = "differences ours.csv theirs.csv --match reach,lock",
  run = function(options, files) {
    if (length(files) != 2) stop_idle("bad_argument", "differences takes two files.")
    tables <- lapply(files, open_side, options = options)
    found <- compare_tables(
      tables[[1]], tables[[2]], match_from_text(options[["match"]]), options$tolerance, basename(files), options[["to"]]
    )
    print(found)
    if (is_same(found)) 0L else 1L
  }
)

# "reach, lock = \"Lock name\"" as columns by their name in the first file.
match_from_text <- function(text) {
  if (is.null(text)) return(NULL)
  items <- read_items(text, "match")
  stats::setNames(vapply(items, function(item) as.character(item$expr)[1], ""), vapply(items, `[[`, "", "name"))
}

# One side: a table, or a brief that is drawn up.
open_side <- function(path, options) {
  if (is_brief_file(path)) brief_of_options(list(), path) else open_file(path, options)
}
