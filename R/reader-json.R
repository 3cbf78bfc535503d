# JSON and NDJSON: a list of flat records, or one record a line. Keys are columns; a key that a record lacks, and
# null, are missing.

room("json", "reader", place = 4,
  endings = "[.](json|ndjson|jsonl)([.]gz)?$", shown = c(".json", ".ndjson", ".jsonl"), takes = c("kinds", "missing"),
  read = function(path, how) read_records(path, how)
)

read_records <- function(path, how) {
  name <- basename(path)
  records <- if (grepl("[.]json([.]gz)?$", path, ignore.case = TRUE)) whole_json(path, name) else json_lines(path, name)
  if (length(records) == 0) stop_idle("bad_file", sprintf("%s has no records, so no columns either.", name))
  keys <- unique(unlist(lapply(records, names)))
  check_column_names(keys, name)
  check_kinds_known(how$kinds, keys, name)
  settled <- lapply(stats::setNames(nm = keys), function(key) {
    record_column(lapply(records, function(record) record[[key, exact = TRUE]]), key, how, name)
  })
  list(columns = lapply(settled, `[[`, "column"), n = length(records), notes = character(),
    column_notes = without_null(lapply(settled, `[[`, "note")))
}

parsed_json <- function(text) {
  jsonlite::fromJSON(text, simplifyVector = FALSE, bigint_as_char = TRUE)
}

whole_json <- function(path, name) {
  found <- ours_or(parsed_json(text_of_file(path, name)), function(e) {
    stop_idle(
    "bad_file", sprintf("%s is no valid JSON: %s.", name, sub("\n.*", "",
      sub("lexical error: |parse error: ", "", conditionMessage(e))))
  )
  })
  if (!is.null(names(found)) || !is.list(found)) stop_idle(
    "bad_file", sprintf("%s is not a list of records.",
      name), "It has to look like [{\"lock\": \"Lime Kiln\", \"toll\": 5}, ...]."
  )
  check_records(found, name)
}

json_lines <- function(path, name) {
  lines <- strsplit(text_of_file(path, name), "\r?\n")[[1]]
  at <- which(nzchar(trimws(lines)))
  found <- lapply(at, function(i) {
    tryCatch(parsed_json(lines[i]), error = function(e) {
    stop_idle(
    "bad_file", sprintf("%s: line %s is no valid JSON.", name,
      big_mark(i)), "Each line holds one record, such as {\"toll\": 5}.", line = i
  )
  })
  })
  check_records(found, name)
}

check_records <- function(records, name) {
  flat <- vapply(records, function(record) is.list(record) && (length(record) == 0 || !is.null(names(record))), TRUE)
  if (!all(flat)) stop_idle(
    "bad_file", sprintf("%s: record %s is no record of keys and values.", name,
      big_mark(which(!flat)[1])), row = which(!flat)[1]
  )
  twice <- vapply(records, function(record) anyDuplicated(names(record)), 1L)
  if (any(twice > 0)) stop_idle(
    "duplicate_columns", sprintf("%s: record %s has the key `%s` twice.", name, big_mark(which(twice > 0)[1]),
      names(records[[which(twice > 0)[1]]])[max(twice[twice > 0][1], 1)]), row = which(twice > 0)[1]
  )
  records
}

record_column <- function(cells, key, how, name) {
  kinds <- vapply(cells, function(cell) {
    if (is.null(cell)) "empty" else if (length(cell) != 1 ||
      is.list(cell)) "nested" else if (is.logical(cell)) "logical" else
      if (is.numeric(cell) || cell %in% c("NaN", "Inf", "-Inf")) "number" else "text"
  }, "")
  if (!any(vapply(cells[kinds == "number"], is.numeric, TRUE))) kinds[kinds == "number"] <- "text"
  known <- setdiff(unique(kinds), "empty")
  if ("nested" %in% known) stop_idle(
    "bad_column", sprintf("%s: record %s, key `%s`: a list or a record within a record cannot be a cell.", name,
      big_mark(match("nested",
        kinds)), key), "Write its parts as keys of their own.", row = match("nested", kinds), column = key
  )
  asked <- how$kinds[[key]]
  if (length(known) == 1 && known != "text" && (is.null(asked) ||
    asked$kind == c(number = "number", logical = "yes/no")[known])) return(list(
    column = if (known == "number") number_cells(cells, kinds) else typed_cells(cells, kinds, known)
  ))
  text_cells(cells, kinds, known, key, asked, how, name)
}

# Texts, and cells of several kinds. Dates and times are texts in JSON; all other texts stay what they are.
text_cells <- function(cells, kinds, known, key, asked, how, name) {
  texts <- vapply(seq_along(cells), function(i) if (kinds[i] == "empty") NA_character_ else text_of_cell(cells[[i]]),
    "")
  texts[texts %in% how$missing] <- NA
  column <- encode_text(texts, sprintf("%s, key `%s`", name, key))
  if (!is.null(asked)) return(list(column = as_asked(column, key, asked, name)))
  if (length(known) == 0) return(list(column = rep(NA, length(cells))))
  if (length(known) > 1) return(list(column = column, note = sprintf(
    "`%s` has values of several kinds and is kept as text: %s in record %s.", key, value_text(texts[match(known[2],
      kinds)]),
    big_mark(match(known[2], kinds))
  )))
  found <- kind_of_texts(texts_of(column), NULL, FALSE)
  if (!is.null(found) && found$kind %in% c("date", "time")) return(list(column = valued(column, found$values,
    found$kind)))
  list(column = column, note = kept_as_text(column, key))
}
