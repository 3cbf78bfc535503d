# A ledger in parts: its columns are not in hand, and each part is opened as a ledger of its own when it is worked.
# `in_parts` has `n`, the entries of each part, and `at`, what the room that opened it needs to open one.

is_in_parts <- function(source) inherits(source, "idle_ledger") && !is.null(source$in_parts)

number_of_parts <- function(source) length(source$in_parts$n)

# How many entries stand before each part.
before_parts <- function(source) cumsum(c(0, source$in_parts$n))[seq_along(source$in_parts$n)]

part_of_ledger <- function(source, k) {
  make_room(8 * source$in_parts$n[k] * length(source$kinds))
  room <- room_of("source", source$opened_as)
  part <- opened_as(room$part(source, source$in_parts$at[[k]]), source$opened_as)
  part$rows_before <- before_parts(source)[k]
  part
}

# Parts that nobody holds any more are collected before they fill the memory: R does not know how large they are.
# Less than 8 MB are not worth a collection.
parts_seen <- new.env(parent = emptyenv())

make_room <- function(bytes) {
  parts_seen$bytes <- sum(parts_seen$bytes, bytes)
  if (parts_seen$bytes < max(memory_allowed() / 16, 2^23)) return(invisible())
  gc(verbose = FALSE)
  parts_seen$bytes <- 0
}

# The ledger with parts of `n` entries each; all of its columns at once are read only where they fit the memory allowed.
put_in_parts <- function(ledger, n, at, kinds, kind) {
  ledger$in_parts <- list(n = as.numeric(n), at = at)
  ledger$n <- sum(n)
  ledger$opened_as <- kind
  ledger <- fetched_later(ledger, NULL, kinds)
  itself <- ledger
  ledger$fetch <- function(names) columns_of_parts(itself, names)
  ledger
}

# A part by its place in the ledger: rows, or a file and perhaps bytes of it.
place_of_part <- function(at) {
  if (is.null(at$path)) return(sprintf("rows %s to %s", big_mark(at$first), big_mark(at$first + at$n - 1)))
  if (is.null(at$piece)) basename(at$path) else sprintf("%s, bytes %s to %s", basename(at$path),
    big_mark(at$piece$begin), big_mark(at$piece$end))
}

# What a user asked for: NULL (as the memory allows), TRUE, or about how many entries a part has.
check_parts_asked <- function(asked) {
  fine <- is.null(asked) || isTRUE(asked) || isFALSE(asked) ||
    is.numeric(asked) && length(asked) == 1 && is.finite(asked) && asked >= 1
  if (!fine) stop_idle(
    "bad_argument", "`in_parts` takes TRUE, FALSE, or about how many entries a part has.",
    "ledger(\"tolls-*.csv\", in_parts = TRUE) works each file by itself."
  )
  asked
}

# Rows of `n` cut into parts of about `size`: the first of each, and how many.
rows_in_parts <- function(n, size) {
  parts <- max(1, ceiling(n / max(1, floor(size))))
  ends <- floor(as.numeric(n) * seq_len(parts) / parts)
  before <- c(0, ends[-parts])
  Map(function(first, n) list(first = first, n = n), before + 1, ends - before)
}

# Columns of all parts, one under the other, where there is room for them.
columns_of_parts <- function(source, names) {
  check_fits_memory(source, names)
  parts <- lapply(seq_len(number_of_parts(source)), function(k) coded_columns(part_of_ledger(source, k), names))
  lapply(stats::setNames(nm = names), function(name) stacked(lapply(parts, `[[`, name)))
}

check_fits_memory <- function(source, names, why = NULL) {
  bytes <- bytes_of_columns(source, names)
  if (bytes <= memory_allowed()) return(invisible())
  stop_idle(
    "too_large", sprintf(
      "%s of %s take about %s, and idleledger.memory allows %s.", count_of(length(names), "column"), name_of(source),
      size_said(bytes), size_said(memory_allowed())
    ),
    paste0("This needs all entries at once", if (!is.null(why)) sprintf(": %s", why), ". Pages with `lines` are ",
      "worked part by part where each entry can be worked by itself; or raise options(idleledger.memory = ).")
  )
}

# A preparation may look at any column.
columns_looked_at <- function(brief) {
  if (length(brief$checked$prepare)) names(kinds_of(brief$source)) else columns_of_page(brief)
}

bytes_of_columns <- function(source, names) {
  narrow <- c("text", "factor", "integer", "logical", "empty")
  size_of(source) * sum(ifelse(kinds_of(source)[names] %in% narrow, 4, 8))
}

# The first entries, without reading more than the first part.
first_columns <- function(source, names, n) {
  from <- if (is_in_parts(source)) part_of_ledger(source, 1) else source
  lapply(columns_in_hand(from, names), function(column) pick_rows(column, seq_len(min(n, size_of(from)))))
}
