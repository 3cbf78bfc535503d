# differences: two files line by line; ends with 1 where they differ.

room("differences", "command", place = 6,
  words = "what differs between two files",
  options = function() {
    c(encoding_option, list(
      match = list(takes = "COLUMNS", does = "what lines are matched by", example = "reach,lock"),
      tolerance = list(
        takes = "AMOUNT", default = 0, does = "by how much numbers may differ", example = "0.005", least = 0
      )
    ))
  },
  example = "differences ours.csv theirs.csv --match reach,lock",
  run = function(options, files) {
    if (length(files) != 2) stop_idle("bad_argument", "differences takes two files.")
    match <- if (!is.null(options[["match"]])) trimws(strsplit(options[["match"]], ",", fixed = TRUE)[[1]])
    tables <- lapply(files, ledger, encoding = options$encoding)
    found <- differences(tables[[1]], tables[[2]], match, options$tolerance)
    found$labels <- basename(files)
    print(found)
    if (is.null(found$cells) && nrow(found$only_a) + nrow(found$only_b) == 0) 0L else 1L
  }
)
