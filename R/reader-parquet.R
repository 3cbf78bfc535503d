# Parquet files, read by nanoparquet. The kinds stand in the file; a column is fetched when it is first asked for.

room("parquet", "reader", place = 2,
  endings = "[.](parquet|pq)$", shown = ".parquet", takes = character(),
  read = function(path, how) read_parquet(path)
)

read_parquet <- function(path) {
  need_package("nanoparquet", "reading Parquet files")
  name <- basename(path)
  schema <- readable(name, as.data.frame(nanoparquet::read_parquet_schema(path)))
  about <- readable(name, nanoparquet::read_parquet_metadata(path)$file_meta_data)
  n <- as.double(about$num_rows)
  top <- schema[!is.na(schema$r_col), ]
  check_flat(schema, top, name)
  kinds <- stats::setNames(parquet_kinds(top), top$name)
  marks <- file_marks(path)
  list(kinds = kinds, n = n, facts = facts_beside(about), fetch = function(names) {
    check_same_file(path, marks)
    fetch_parquet(path, names, top, name)
  })
}

# What the file says of its columns, if it is one of ours.
facts_beside <- function(about) {
  said <- about$key_value_metadata[[1]]
  text <- said$value[said$key %in% facts_key]
  if (length(text) == 1 && requireNamespace("jsonlite", quietly = TRUE)) facts_read(text)
}

# The kind of each column, by what the library makes of it.
parquet_kinds <- function(top) {
  kinds <- c(
    double = "double", integer = "integer", character = "text", logical = "logical", factor = "factor", Date = "date",
    POSIXct = "time", difftime = "double", hms = "double"
  )[top$r_type]
  kinds[top$type %in% "BOOLEAN"] <- "logical"
  kinds[top$type %in% "INT64" & top$r_type %in% "double" & is.na(top$scale)] <- "integer64"
  ifelse(is.na(kinds), "any", kinds)
}

check_flat <- function(schema, top, name) {
  nested <- schema$name[!is.na(schema$num_children) & seq_len(nrow(schema)) > 1]
  odd <- top$name[top$r_type %in% c("list", "list(raw)") | top$repetition_type %in% "REPEATED"]
  if (length(c(nested, odd))) stop_idle(
    "bad_column", sprintf("%s: the column `%s` holds lists or bytes, which a ledger cannot hold.", name,
      c(nested, odd)[1]),
    "Write the file without it, or with its parts as columns of their own.", column = c(nested, odd)[1]
  )
}

fetch_parquet <- function(path, names, top, name) {
  wide <- nanoparquet::parquet_options(read_int64_type = "integer64")
  some <- if (!setequal(names, top$name)) names
  frame <- readable(name, nanoparquet::read_parquet(path, col_select = some, options = wide))
  lapply(stats::setNames(nm = names), function(label) {
    column <- frame[[label]]
    scale <- top$scale[match(label, top$name)]
    if (!is.na(scale)) column <- exact_decimals(column, scale, label, name)
    if (inherits(column, c("difftime", "POSIXct"))) hold_column(column, label, name)$column else column
  })
}

# The double nearest to each decimal; what has more digits than a double tells apart stops.
exact_decimals <- function(column, scale, label, name) {
  column <- as.double(column)
  wide <- which(is.finite(column) & abs(column) * 10^scale >= 1e15)
  if (length(wide)) stop_idle(
    "bad_column", sprintf("%s: row %s, column `%s`: a decimal of more than 15 digits is more than a number holds.",
      name,
      big_mark(wide[1]), label), "Write the column as text, or in larger units.", column = label, row = wide[1]
  )
  texts <- sprintf("%.*f", as.integer(scale), column)
  ifelse(is.finite(column), core_strict_values(texts, "number"), column)
}
