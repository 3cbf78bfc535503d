# proof: one figure by hand; ends with 1 where the page says another.

room("proof", "command", place = 5,
  words = "one figure of one line, worked through by hand",
  options = function() {
    c(brief_options(), where_option, list(
      figure = list(takes = "NAME", does = "the figure to prove", example = "receipts")
    ))
  },
  example = "proof tolls.csv --lines lock --figures 's = sum(toll)' --figure s --where 'lock == \"Tarn Foot\"'",
  run = function(options, files) {
    if (is.null(options[["figure"]])) stop_idle("bad_argument", "proof needs the name of a figure: --figure receipts.")
    shown <- proof_of_items(brief_of_options(options, files), options[["figure"]], where_of(options))
    print(shown)
    if (shown$equal) 0L else 1L
  }
)
