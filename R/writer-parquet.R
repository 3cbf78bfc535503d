# Parquet, by nanoparquet: columns with their kinds, under their headings, and what is known of them beside the kind.

room("parquet", "writer", place = 2,
  endings = "[.]parquet$", shown = ".parquet", takes = character(),
  write = function(x, path, how) {
    need_package("nanoparquet", "writing Parquet files")
    table <- as.data.frame(x)
    table[] <- lapply(table, for_parquet)
    facts <- statement_part(x, "column_facts")
    names(facts) <- headings_of(x)[match(names(facts), names(x))]
    names(table) <- headings_of(x)
    said <- facts_written(facts[!is.na(names(facts))])
    write_beside(path, function(beside) {
      nanoparquet::write_parquet(table, beside, metadata = if (!is.null(said)) stats::setNames(said, facts_key))
      NULL
    })
  }
)

# A column of nothing is one of yes/no; a factor stays its texts.
for_parquet <- function(column) if (is.factor(column)) as.character(column) else column
