# tie-out: the checks of a statement; ends with 1 where something differs.

room("tie-out", "command", place = 3,
  words = "check a statement against its entries",
  options = function() {
    c(brief_options(), list(
      against = list(takes = "FILE", does = "figures from elsewhere, compared line by line", example = "theirs.csv"),
      all = list(does = "print all notes, and not the seven heaviest")
    ))
  },
  example = "tie-out tolls.csv --lines reach,lock --figures 'receipts = sum(toll)'",
  run = function(options, files) {
    proof <- tie_out(brief_of_options(options, files), against = options[["against"]])
    print(proof, all = isTRUE(options$all))
    if (all_tie(proof)) 0L else 1L
  }
)
