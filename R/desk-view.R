# What is in view while a part of a section is chosen: the columns there with their kinds, and what values they hold.

# `work` are the columns as they were last drawn up: of the entries (`entries(name)`) and of the lines (`lines(name)`);
# `index` is the part that is being written, after the last if there is none.
view_of <- function(state, section, index, work, contexts = contexts_of(state$brief)) {
  ctx <- contexts[[section]]
  parts <- state$parts[[section]]
  others <- parts[setdiff(seq_along(parts), index)]
  earlier <- Filter(part_stands, parts[seq_len(min(index - 1, length(parts)))])
  columns <- columns_after(earlier, section, ctx)
  seen <- list(
    section = section, ctx = ctx, columns = columns, entries = if (is.null(ctx$entries)) columns else ctx$entries,
    keys = as.character(ctx$keys), grain = ctx$grain, footed = !is.null(ctx$level_sets), others = others,
    tables = state$tables, keys_to_be = key_kinds_to_be(contexts),
    measures = names(of_kinds(ctx$columns[setdiff(names(ctx$columns), ctx$keys)], "measure")),
    names = unique(c(names(columns), vapply(others, `[[`, "", "name"))), offered = new.env(parent = emptyenv())
  )
  with_facts(seen, work)
}

# The columns of the keys, as the sections before `lines` leave them.
key_kinds_to_be <- function(contexts) {
  last <- contexts[[length(contexts)]]
  if (last$grain == "lines") last$columns[last$keys] else contexts$columns$columns
}

# Later parts of a section may use those before them.
columns_after <- function(parts, section, ctx) {
  room <- room_of("section", section)
  columns <- ctx$columns
  for (k in seq_along(parts)) {
    left <- tryCatch({
      room$leaves(room$check(lapply(parts[seq_len(k)], as_item), ctx), ctx)
    }, idle_error = function(e) NULL)
    if (identical(left$grain, ctx$grain)) columns <- left$columns
  }
  columns
}

with_facts <- function(seen, work) {
  here <- if (seen$grain == "entries") work$entries else work$lines
  seen$facts <- function(name, of = "here") {
    kinds <- if (of == "entries") seen$entries else seen$columns
    facts <- (if (of == "entries") work$entries else here)(name)
    if (is.null(facts)) list(kind = c(kinds[[name]], "any")[1], n = 0, missing = 0, different = NA) else facts
  }
  seen$detail <- function(name, kind) {
    in_entries <- identical(seen$entries[[name]], kind) && !identical(seen$columns[[name]], kind)
    paste0("", seen$facts(name, if (in_entries) "entries" else "here")$said)
  }
  numbers_of_rows <- new.env(parent = emptyenv())
  seen$is_number_of_a_row <- function(name) {
    once_in(numbers_of_rows, name, named_as_identifier(name) ||
      isTRUE(seen$facts(name, if (is.null(seen$columns[[name]])) "entries" else "here")$counts_on))
  }
  seen$is_few <- function(name) {
    different <- seen$facts(name)$different
    is.na(different) || different <= limit("most_columns") / max(1, length(seen$columns) - length(seen$keys))
  }
  seen
}

# Values of a column -----------------------------------------------------------------------------------------------

# list(kind, n, missing, different, top, times, smallest, largest): the most frequent values, and the ends.
facts_of_column <- function(column, most = 8) {
  kind <- kind_of(column)
  n <- length_of(column)
  if (!kind %in% unlist(kinds_chosen)) return(list(kind = kind, n = n, missing = sum(is_missing_value(column)),
    different = NA))
  if (!kind %in% kinds_chosen$measured) return(c(list(kind = kind, n = n, missing = sum(is_missing_value(column))),
    frequent_values(column, kind, most)))
  far <- rooms_answering("figure", "farther")
  ends <- column_folded(core_group(list(), n), column, list(extremes = far))
  found <- list(smallest = value_like(ends$answers$min, column), largest = value_like(ends$answers$max, column))
  facts <- list(kind = kind, n = n, missing = as.double(ends$all_missing), different = NA)
  if (n > 0 && is.finite(found$smallest) && is.finite(found$largest)) facts[c("smallest", "largest")] <- found[1:2]
  c(facts, counts_on = is.numeric(column) && nearly_counts_on(as_plain_number(column[seq_len(min(n, 1000))])))
}

# A number as a date or time is one.
value_like <- function(value, column) {
  if (inherits(value, "integer64")) return(value)
  mostattributes(value) <- attributes(plain_vector(column[1]))
  value
}

frequent_values <- function(column, kind, most) {
  if (kind == "logical") {
    times <- c(sum(column %in% TRUE), sum(column %in% FALSE))
    values <- c(TRUE, FALSE)
  } else {
    text <- as_text_vector(column)
    times <- core_count_codes(text, length(texts_of(text)))
    values <- texts_of(text)
  }
  there <- which(times > 0)
  top <- utils::head(there[order(-times[there])], most)
  list(different = length(there), top = as.list(values[top]), times = as.list(times[top]))
}

# "text, 3 values: Upper, Middle and Lower", "number, 0 to 96.5, 14 missing"
facts_said <- function(facts) {
  values <- if (isTRUE(facts$different > 0)) sprintf("%s: %s", count_of(facts$different, "value"), listing(
    short_texts(unlist(facts$top)), 4))
  ends <- if (!is.null(facts$smallest)) sprintf("%s to %s", cell_texts(facts$smallest), cell_texts(facts$largest))
  missing <- if (facts$missing > 0) sprintf("%s missing", big_mark(facts$missing))
  paste(c(kind_name(facts$kind), values, ends, missing), collapse = ", ")
}
