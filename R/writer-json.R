# JSON: a list of records with the headings as keys; NDJSON: one record a line.

room("json", "writer", place = 4,
  endings = "[.](json|ndjson|jsonl)$", shown = c(".json", ".ndjson", ".jsonl"), takes = character(),
  write = function(x, path, how) {
    in_list <- grepl("[.]json$", path, ignore.case = TRUE)
    records <- json_records(as.data.frame(x), headings_of(x))
    write_whole(path, function(put) {
      if (in_list) put(paste0("[\n", paste(records, collapse = ",\n"), "\n]\n")) else if (length(records)) put(
        paste0(records, "\n", collapse = "")
      )
    })
  }
)

json_records <- function(table, headings) {
  if (nrow(table) == 0) return(character())
  parts <- Map(function(column, heading) paste0(json_text(heading), ": ", json_cells(column)), table, headings)
  paste0("{", do.call(paste, c(unname(parts), sep = ", ")), "}")
}

# JSON has no NaN and no infinities: they are texts, and read as numbers again.
json_cells <- function(column) {
  text <- column_written(column)
  whole <- is.integer(column) && !is.factor(column) || inherits(column, "integer64")
  if (is.logical(column)) text <- tolower(text)
  quoted <- if (is_plain_double(column)) !is.finite(column) else rep(!is.logical(column) && !whole, length(column))
  text[quoted] <- json_text(text[quoted])
  ifelse(is_missing_value(column), "null", text)
}
