# A statement against its source as it is now, and its cells against those of one drawn up now.

# `looked` says whether the source could be looked at again, or what stands in the way.
check_fresh <- function(statement, drawn, looked) {
  if (!is.null(looked)) return(a_note("fresh", sprintf("Fresh: not checked, since %s.", looked)))
  facts <- attr(statement, "idle")
  changed <- changed_columns(facts$prints, lowest_page(drawn)$entries$source, facts$parts)
  n <- lowest_page(drawn)$entries$n_read
  if (length(changed) == 0 && n == facts$lowest) return(
    a_check("fresh", TRUE, "Fresh: the source is the same as when the statement was drawn up.")
  )
  if (n == facts$lowest && only_reordered(facts, drawn)) return(a_note(
    "fresh", "Fresh: the source has the same entries as when the statement was drawn up, in another order."
  ))
  what <- c(
    if (n != facts$lowest) sprintf("it had %s and has %s", entry_count(facts$lowest), big_mark(n)),
    if (length(changed)) sprintf("other values stand in %s", listing(tick(changed)))
  )
  a_check("fresh", FALSE, sprintf("Fresh: the source has changed since the statement was drawn up: %s.", paste(what,
    collapse = ", and ")))
}

# The tables that stand beside, each against what it was.
check_fresh_tables <- function(statement, drawn) {
  before <- statement_part(statement, "tables")
  now <- tables_read(drawn)
  lapply(names(before), function(label) {
    facts <- before[[label]]
    source <- now[[label]]$source
    if (is.null(source)) return(a_note("fresh", sprintf("Fresh: %s was not looked into again.", facts$name)))
    what <- c(
      if (size_of(source) != facts$n) sprintf("it had %s and has %s", count_of(facts$n, "line"),
        big_mark(size_of(source))),
      if (length(changed <- changed_columns(facts$prints, source))) sprintf("other values stand in %s",
        listing(tick(changed)))
    )
    a_check("fresh", length(what) == 0, if (length(what) == 0) sprintf(
      "Fresh: the table %s is the same as when the statement was drawn up.", facts$name
    ) else sprintf("Fresh: the table %s has changed since the statement was drawn up: %s.", facts$name,
      paste(what, collapse = ", and ")))
  })
}

# Columns that the statement was drawn up from, and that are gone or another now.
changed_columns <- function(prints, source, parts = NULL) {
  Filter(function(name) !identical(print_now(source, name, parts), prints[[name]]), names(prints))
}

# Of a page that was worked in parts of these sizes, the print is of their prints.
print_now <- function(source, name, parts = NULL) {
  own <- room_of("source", source$opened_as)$print
  if (!is.null(own)) return(own(source, name))
  if (!name %in% names(kinds_of(source))) return(NULL)
  if (!is.null(parts)) return(print_of_parts(source, name, parts))
  column <- coded_columns(source, name)[[name]]
  whole_print(fingerprint_column(column), kind_print(column))
}

print_of_parts <- function(source, name, sizes) {
  if (sum(sizes) != size_of(source)) return(NULL)
  if (is_in_parts(source) && identical(source$in_parts$n, sizes)) {
    parts <- lapply(seq_along(sizes), function(k) coded_columns(part_of_ledger(source, k), name)[[name]])
  } else {
    column <- coded_columns(source, name)[[name]]
    parts <- Map(function(from, n) coded_alone(pick_rows(column, from + seq_len(n))),
      cumsum(c(0, sizes))[seq_along(sizes)], sizes)
  }
  whole_print(rlang::hash(unname(lapply(parts, fingerprint_column))), kind_print(parts[[1]]))
}

# The rows of a part with codes of their own, as a part has that was read alone.
coded_alone <- function(column) if (is_text_vector(column)) encode_text(plain_vector(column)) else column

# Whether the rows are those of before, however they stand; what was before is still with the brief, if in
# hand: a file that was to be read in parts is not there any more.
only_reordered <- function(facts, drawn) {
  names <- names(facts$prints)
  before <- lowest_source(facts$brief)
  after <- lowest_source(drawn$brief)
  if (length(names) == 0 || !all(names %in% names(kinds_of(before))) || !all(names %in% names(kinds_of(after)))) {
    return(FALSE)
  }
  old <- tryCatch(coded_columns(before, names), idle_error = function(e) NULL)
  if (is.null(old)) return(FALSE)
  new <- coded_columns(after, names)
  prints <- Map(function(column) whole_print(fingerprint_column(column), kind_print(column)), old)
  kinds <- Map(function(a, b) identical(kind_print(a), kind_print(b)), old, new)
  if (!all(unlist(kinds)) || !identical(unname(prints), unname(facts$prints[names]))) return(FALSE)
  n <- length_of(old[[1]])
  groups <- core_group(unname(Map(function(a, b) stacked(list(a, b)), old, new)), 2 * n)
  number <- core_group_numbers(groups)
  size <- core_group_facts(groups)$size
  identical(tabulate(number[seq_len(n)], size), tabulate(number[n + seq_len(n)], size))
}

# A page from a brief is of the entries as they were read: whether their file has other ones now.
check_read_since <- function(drawn) {
  source <- lowest_source(drawn$brief)
  if (is.null(source$origin) || is.null(source$marks)) return(NULL)
  gone <- source$origin[!file.exists(source$origin)]
  if (length(gone)) return(a_note("fresh", sprintf(
    "Fresh: not checked, since the file %s is gone; the page is of its entries as they were read.", basename(gone[1])
  )))
  touched <- !mapply(identical, lapply(unname(source$origin), file_marks), source$marks)
  if (!any(touched)) return(NULL)
  low <- lowest_page(drawn)$entries
  what <- tryCatch({
    now <- source_again(source)
    changed <- changed_columns(column_prints(low), now, low$part_sizes)
    c(
      if (size_of(now) != low$n_read) sprintf("it had %s and has %s", entry_count(low$n_read), big_mark(size_of(now))),
      if (length(changed)) sprintf("other values stand in %s", listing(tick(changed)))
    )
  }, idle_error = function(e) sprintf("it cannot be read any more (%s)", e$said[1]))
  if (length(what) == 0) return(NULL)
  a_check("fresh", FALSE, sprintf("Fresh: %s has changed since it was opened: %s. Open it again with ledger().",
    basename(source$origin[touched][1]), paste(what, collapse = ", and ")))
}
