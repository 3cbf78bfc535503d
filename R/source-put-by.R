# Entries put by on disk, by groups: see grouped-parts.R.

room("put_by", "source", place = 90,
  opens = function(source) FALSE, open = NULL, part = function(source, at) read_put_by(source, at),
  again = NULL, seal = NULL
)
