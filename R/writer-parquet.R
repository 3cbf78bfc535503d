# Parquet, by nanoparquet: columns with their kinds, under their headings.

room("parquet", "writer", place = 2,
  endings = "[.]parquet$", shown = ".parquet", takes = character(),
  write = function(x, path, how) {
    need_package("nanoparquet", "writing Parquet files")
    table <- as.data.frame(x)
    table[] <- lapply(table, for_parquet)
    names(table) <- headings_of(x)
    write_beside(path, function(beside) {
      nanoparquet::write_parquet(table, beside)
      NULL
    })
  }
)

# A column of nothing is one of yes/no; a factor stays its texts.
for_parquet <- function(column) if (is.factor(column)) as.character(column) else column
