# The entries in hand, the first of the three values that a draw-up carries: the columns of the source or
# of the page below, which rows count so far, and accounts of what was left out. Columns are fetched when
# they are first asked for; what has been fetched is kept in `fetched`, and what is known of the source's
# own columns (fingerprints, kinds) in `seen`.

new_entries <- function(brief, aside = FALSE) {
  below <- page_below(brief$source)
  names <- if (is.null(below)) names(kinds_of(brief$source)) else names(below$columns)
  entries <- list(
    source = brief$source, below = below, aside = aside, n_added = 0, rows = NULL,
    column_of = NULL, source_names = names, column_names = names, made_names = character(), accounts = list(),
    left_out = list(), prepared_by = list(), windowed = FALSE, fetched = new_memo(), seen = new_memo(),
    tables = brief$tables, partners = new.env(parent = emptyenv()), reshaped = FALSE, row_of = NULL, of_other = NULL
  )
  entries$n <- entries$n_read <- if (is.null(below)) size_of(brief$source) else below$n
  if (is.null(below)) as_asked_for(entries, brief) else entries
}

# A source that can be asked gives what the page needs, and says what it kept back.
as_asked_for <- function(entries, brief) {
  for_page <- room_of("source", entries$source$opened_as)$for_page
  asked <- if (!is.null(for_page)) for_page(entries$source, brief, entries$aside)
  if (is.null(asked)) return(entries)
  entries$source <- asked$source
  entries$n <- size_of(asked$source)
  entries$n_read <- asked$n_read
  condition <- paste(vapply(brief$checked$only, `[[`, "", "text"), collapse = " and ")
  entries <- add_account(entries, "only", sprintf("condition not met: %s", condition), asked$unmet)
  add_account(entries, "only", sprintf("condition missing: %s", condition), asked$unknown)
}

new_memo <- function() {
  memo <- new.env(parent = emptyenv())
  memo$columns <- list()
  memo$prints <- list()
  memo$later <- FALSE
  memo
}

entry_column <- function(entries, name) {
  if (is.null(entries$fetched$columns[[name]])) {
    column <- source_column(entries, name)
    entries$fetched$columns[[name]] <- if (is.null(entries$rows)) column else pick_rows(column, entries$rows)
  }
  entries$fetched$columns[[name]]
}

# A column as the preparations leave it, before any row is left out.
source_column <- function(entries, name) {
  if (is.null(entries$column_of)) column_of_source(entries, name) else entries$column_of(name)
}

# How a column of the entries in hand is found, whatever becomes of them later.
entries_so_far <- function(entries) {
  force(entries)
  function(name) {
    column <- source_column(entries, name)
    if (is.null(entries$rows)) column else pick_rows(column, entries$rows)
  }
}

column_of_source <- function(entries, name) {
  if (!is.null(entries$below)) return(entries$below$columns[[name]])
  column <- coded_columns(entries$source, name)[[name]]
  seen <- entries$seen
  seen$kinds[[name]] <- kind_print(column)
  if (!is.null(seen$prints[[name]])) return(column)
  if (seen$later && is.double(column)) {
    seen$unprinted[[name]] <- column
  } else {
    seen$prints[[name]] <- fingerprint_column(column)
  }
  column
}

# While `work` goes through whole columns of numbers, their fingerprints are taken on the way; those
# that it did not take are taken after it.
printing_on_the_way <- function(entries, work) {
  seen <- entries$seen
  seen$later <- is.null(entries$rows) && is.null(entries$column_of)
  on.exit(seen$later <- FALSE)
  result <- work
  prints_in_hand(entries)
  seen$unprinted <- NULL
  result
}

# What is known of the columns fetched, with the fingerprints that nobody took on the way.
prints_in_hand <- function(entries) {
  seen <- entries$seen
  for (name in names(seen$unprinted)) {
    if (is.null(seen$prints[[name]])) seen$prints[[name]] <- fingerprint_column(seen$unprinted[[name]])
  }
  seen
}

# Which columns in hand are those of the source, as they stand there, and what tells them from others: known once they
# are fetched.
are_of_source <- function(entries, names) {
  if (!is_ledger_itself(entries) || !is.null(entries$rows)) return(rep(FALSE, length(names)))
  names %in% entries$source_names & !names %in% entries$made_names
}

prints_in_source <- function(entries, names) {
  for (name in names) if (is.null(entries$seen$prints[[name]])) entry_column(entries, name)
  seen <- prints_in_hand(entries)
  stats::setNames(paste(seen$prints[names], seen$kinds[names]), names)
}

# A column's fingerprint is of its values; its kind, levels and time zone are put to it in the end.
fingerprint_column <- function(column) core_fingerprint(column)

kind_print <- function(column) {
  kind <- kind_of(column)
  switch(kind, factor = paste(c(kind, levels(column)), collapse = "\n"),
    time = paste(c(kind, attr(column, "tzone")), collapse = "\n"), kind)
}

column_prints <- function(entries) {
  prints <- entries$seen$prints[in_code_order(as.character(names(entries$seen$prints)))]
  for (name in names(prints)) prints[[name]] <- whole_print(prints[[name]], entries$seen$kinds[[name]])
  prints
}

whole_print <- function(values, kind) rlang::hash(list(values, kind))

# The same entries with a column more, or with another in the place of one.
add_entry_column <- function(entries, name, column) {
  entries$made_names <- union(entries$made_names, name)
  entries$column_names <- union(entries$column_names, name)
  fetched <- new_memo()
  fetched$columns <- entries$fetched$columns
  fetched$columns[[name]] <- column
  entries$fetched <- fetched
  entries
}

# From here on only some of the entries count.
take_entries <- function(entries, rows) {
  if (length(rows) == entries$n) return(entries)
  entries$rows <- if (is.null(entries$rows)) rows else entries$rows[rows]
  fetched <- new_memo()
  fetched$columns <- lapply(entries$fetched$columns, pick_rows, rows = rows)
  entries$fetched <- fetched
  entries$n <- length(rows)
  entries
}

# Another table that the page names, as entries of its own; a page is drawn up once.
partner_in_hand <- function(entries, name) {
  if (is.null(entries$partners[[name]])) {
    entries$partners[[name]] <- new_entries(list(source = entries$tables[[name]], checked = list()))
  }
  entries$partners[[name]]
}

# From here on there are other entries, cells of those before: `columns(name)` gives a column when it is
# asked for.
reshape_entries <- function(entries, n, names, columns) {
  entries <- change_entries(entries, n, names, columns)
  entries$reshaped <- TRUE
  entries["row_of"] <- entries["of_other"] <- list(NULL)
  entries
}

# From here on there are the entries `at` of those in hand (a missing one is made; NULL: all of them), with
# columns more or changed.
carry_entries <- function(entries, at, names, columns) {
  n <- if (is.null(at)) entries$n else length(at)
  moved <- !is.null(at) || !is.null(entries$rows) || !is.null(entries$row_of)
  rows <- if (moved) rows_in_source(entries, if (is.null(at)) seq_len(n) else at)
  other <- if (!is.null(entries$of_other)) from_elsewhere(entries, if (is.null(at)) seq_len(n) else at)
  entries <- change_entries(entries, n, names, columns)
  entries["row_of"] <- list(rows)
  entries["of_other"] <- list(other)
  entries
}

# Whether rows of the entries in hand come from another table, or were made.
from_elsewhere <- function(entries, at) {
  here <- base_rows(entries, at)
  other <- if (is.null(entries$of_other)) FALSE else entries$of_other[here]
  other | is.na(rows_in_source(entries, at))
}

# What the columns hold from here on; use change_entries() through one of the two above.
change_entries <- function(entries, n, names, columns) {
  if (n > .Machine$integer.max) stop_idle(
    "bad_argument", sprintf(
      "In the section `prepare`: this would make %s entries, more than can be held.", big_mark(n)
    )
  )
  entries$n_added <- entries$n_added + n - entries$n
  entries$column_of <- columns
  entries$n <- n
  entries["rows"] <- list(NULL)
  entries$source_names <- entries$column_names <- names
  entries$fetched <- new_memo()
  entries
}

add_account <- function(entries, section, reason, n) {
  if (n > 0) entries$accounts <- c(entries$accounts, list(list(section = section, reason = reason, n = n)))
  entries
}

# Where rows of the entries in hand stand among all that the columns have.
base_rows <- function(entries, at) if (is.null(entries$rows)) at else entries$rows[at]

# Where they stand in the source; one that a preparation made stands nowhere.
rows_in_source <- function(entries, at) {
  here <- base_rows(entries, at)
  if (is.null(entries$row_of)) here else entries$row_of[here]
}

in_row <- function(entries, at) {
  row <- rows_in_source(entries, at)
  if (is.na(row)) "an entry that was made" else sprintf("row %s", big_mark(row))
}

# A column of the entries in hand, and what has been fetched of it stays in hand.
columns_in_turn <- function(entries) {
  force(entries)
  function(name) entry_column(entries, name)
}

# Whether the entries are still those of a ledger, each a row of it or of one put under it.
are_entries_of_ledger <- function(entries) is.null(entries$below) && !entries$reshaped

# Whether columns are those of the ledger itself, and not of a page below or of a preparation.
is_ledger_itself <- function(entries) is.null(entries$below) && is.null(entries$column_of)
