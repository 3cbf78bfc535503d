# mend_keys: spellings of the same key are brought together, each to the one that most entries have; or as
# a table of from and to says.

room("mend_keys", "preparation",
  args = alist(... = , spellings = NULL, by = NULL, case = TRUE), tables = "by",
  check = function(parts, values, ctx) {
    columns <- named_columns(as.call(c(quote(c), unname(parts[!nzchar(rlang::names2(parts))]))), "mend_keys()", ctx)
    for (name in columns) if (!kind_fits(ctx$columns[[name]], "text")) stop_in(
      ctx, "wrong_kind", sprintf("mend_keys() takes columns of text, and `%s` is %s.", name,
        a_kind(ctx$columns[[name]]))
    )
    if (!is.null(parts$spellings) && !is.null(parts$by)) stop_in(
      ctx, "bad_argument", "mend_keys() takes `spellings` or a table in `by`, not both."
    )
    list(
      columns = columns, spellings = spellings_asked(parts$spellings, values, ctx),
      table = if (!is.null(parts$by)) table_of_spellings(parts$by, ctx),
      case = yes_or_no(parts$case, values, ctx, "case")
    )
  },
  leaves = function(part, ctx) {
    ctx$columns[part$columns] <- "text"
    ctx$columns
  },
  by_entry = function(part) !is.null(part$spellings) || !is.null(part$table),
  work = function(drawn, part) work_mend(drawn, part),
  phrases = list(phrase("bring spellings of {x} together", quote(mend_keys(.x)), spread = "x",
    x = blank("columns", of = "words", spliced = TRUE))),
  call = "mend_keys(column, ..., spellings = c(\"from\" = \"to\"), by =, case =)",
  plain = "brings spellings of the same key together: spaces, case, punctuation, letters that look alike",
  words = function(part) {
    how <- if (!is.null(part$table)) sprintf(", as %s says", part$table) else if (!is.null(part$spellings)) sprintf(
      ", %s to another by name", count_of(length(part$spellings), "spelling")
    ) else if (part$case) "" else ", case left as it is"
    sprintf("bring spellings of %s together%s", both(part$columns), how)
  },
  aside = function(done) mended_aside(done),
  owes = function(drawn, done) check_mended(done)
)

# c("Tarn foot" = "Tarn Foot"), or a variable that holds such a vector.
spellings_asked <- function(expr, values, ctx) {
  if (is.null(expr)) return(NULL)
  found <- if (is.symbol(expr)) values[[as.character(expr)]] else if (rlang::is_call(expr, "c")) {
    stats::setNames(set_of_values(as.call(unname(as.list(expr))), values, "spellings", ctx),
      rlang::names2(as.list(expr))[-1])
  }
  if (is.character(found) && length(found) && all(nzchar(rlang::names2(found))) && !anyNA(found) &&
    !anyDuplicated(names(found))) return(found)
  stop_in(
    ctx, "bad_argument", "`spellings` takes texts by name, each name once.",
    "Such as spellings = c(\"Tarn foot\" = \"Tarn Foot\")."
  )
}

table_of_spellings <- function(expr, ctx) {
  table <- table_named(expr, ctx)
  kinds <- kinds_of(table$source)
  if (length(kinds) == 2 && all(kinds %in% c("text", "factor"))) return(table$name)
  stop_in(
    ctx, "bad_argument", sprintf("a table of spellings has two columns of text, from and to; %s has %s.", table$name,
      both(sprintf("%s (%s)", names(kinds), kind_name(kinds))))
  )
}

work_mend <- function(drawn, part) {
  entries <- drawn$entries
  fetch <- columns_in_turn(entries)
  spellings <- spellings_in_hand(entries, part)
  old <- lapply(stats::setNames(nm = part$columns), function(name) as_text_vector(fetch(name)))
  mended <- lapply(old, mended_texts, spellings = spellings, case = part$case)
  new <- Map(function(x, texts) pooled(codes_of(x), texts), old, mended)
  done <- list(part = part, fetch = fetch, entries = entries, old = old, new = new, mended = mended,
    by_name = !is.null(spellings))
  drawn$entries <- carry_entries(entries, NULL, entries$column_names, function(name) {
    if (name %in% names(new)) new[[name]] else fetch(name)
  })
  drawn$entries$prepared_by <- c(entries$prepared_by, list(done))
  add_note(drawn, c(unlist(lapply(part$columns, note_of_mended, done = done)), note_of_lines_alike(drawn, part)),
    "prepared")
}

# Lines of a page below that have the same keys once they are mended were to be one line.
note_of_lines_alike <- function(drawn, part) {
  keys <- if (!is.null(drawn$entries$below)) drawn$brief$source$keys
  if (!any(part$columns %in% keys) || !all(keys %in% drawn$entries$column_names)) return(NULL)
  copies <- copies_among(lapply(keys, entry_column, entries = drawn$entries), drawn$entries$n)
  if (length(copies)) sprintf(
    "prepare: %s now the %s of another line of the page below; mend on that page, so that they are gathered in one",
    have(length(copies), "line"), both(keys)
  )
}

spellings_in_hand <- function(entries, part) {
  if (is.null(part$table)) return(part$spellings)
  table <- partner_in_hand(entries, part$table)
  columns <- lapply(table$column_names, function(name) plain_vector(as_text_vector(entry_column(table, name))))
  twice <- which(duplicated(columns[[1]]))
  if (length(twice)) stop_idle(
    "bad_argument", sprintf("In the section `prepare`: mend_keys(): %s names %s twice, first in row %s.", part$table,
      value_text(columns[[1]][twice[1]]), big_mark(twice[1])), "Let each spelling go to one other."
  )
  gone <- which(is.na(columns[[1]]) | is.na(columns[[2]]))
  if (length(gone)) stop_idle(
    "bad_argument", sprintf("In the section `prepare`: mend_keys(): row %s of %s lacks a spelling.", big_mark(gone[1]),
      part$table)
  )
  stats::setNames(columns[[2]], columns[[1]])
}

# What becomes of each text of a pool.
mended_texts <- function(x, spellings, case) {
  texts <- texts_of(x)
  if (!is.null(spellings)) {
    to <- unname(spellings[match(texts, enc2utf8(names(spellings)))])
    return(ifelse(is.na(to), texts, enc2utf8(to)))
  }
  used <- tabulate(codes_of(x), length(texts))
  clean <- composed(squeezed(plain_punctuation(texts)))
  class <- look_alike(texts, case)
  weight <- tapply(used, clean, sum)[clean]
  best <- order(class, -weight, clean != texts, seq_along(texts))
  clean[best][match(class, class[best])]
}

changed_texts <- function(done, name) {
  texts <- texts_of(done$old[[name]])
  used <- tabulate(codes_of(done$old[[name]]), length(texts))
  at <- which(texts != done$mended[[name]] & used > 0)
  data.frame(from = texts[at], to = done$mended[[name]][at], n = used[at])
}

note_of_mended <- function(done, name) {
  changed <- changed_texts(done, name)
  if (nrow(changed) == 0) return(NULL)
  changed <- changed[order(-changed$n), ]
  shown <- utils::head(changed, 3)
  sprintf(
    "prepare: `%s` mended in %s: %s", name, entry_count(sum(changed$n)), listing(c(sprintf(
      "%s became %s (%s)", vapply(shown$from, value_text, ""), vapply(shown$to, value_text, ""), big_mark(shown$n)
    ), rep("", nrow(changed) - nrow(shown))), 3)
  )
}

mended_aside <- function(done) {
  tables <- lapply(done$part$columns, function(name) {
    texts <- texts_of(done$old[[name]])
    differs <- (texts != done$mended[[name]])[codes_of(done$old[[name]])] %in% TRUE
    at <- which(differs)
    to <- done$mended[[name]][codes_of(done$old[[name]])[at]]
    entries_aside(done$entries$source_names, done$fetch, rows_in_source(done$entries, at), at,
      sprintf("%s became %s", name, vapply(to, value_text, "", USE.NAMES = FALSE)))
  })
  aside_together(tables)
}

# Every value is what it was or a spelling of the same, and nothing but spellings has changed.
check_mended <- function(done) {
  lapply(done$part$columns, function(name) {
    before <- plain_vector(done$old[[name]])
    after <- plain_vector(done$new[[name]])
    moved <- which(before != after)
    first <- moved[!duplicated(before[moved])]
    like <- done$by_name | look_alike(before[first]) == look_alike(after[first])
    ties <- identical(is.na(before), is.na(after)) && all(like) && identical(length(before), length(after))
    a_check("mended", ties, sprintf(
      "Spellings: `%s` was mended in %s, from %s to %s%s.", name, entry_count(length(moved)), count_of(
        length(unique(before[!is.na(before)])), "different text"
      ), big_mark(length(unique(after[!is.na(after)]))), if (ties) "; all others are as they were" else
        "; but not each is a spelling of the same"
    ))
  })
}
