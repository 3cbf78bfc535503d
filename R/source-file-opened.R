# One file, or several of one shape, as a ledger.

one_file <- function(path, how) {
  check_file(path)
  reader <- reader_for(path)
  check_options(reader, how, basename(path))
  marks <- file_marks(path)
  read <- reader$read(path, how)
  check_column_names(if (is.null(read$kinds)) names(read$columns) else names(read$kinds), basename(path))
  if (!identical(file_marks(path), marks)) stop_idle(
    "bad_file", sprintf("%s was changed while it was read.", path), "Open it again once it is whole."
  )
  ledger <- new_ledger(
    read$columns, basename(path), read$n, normalizePath(path), read$notes, as.list(read$column_notes)
  )
  if (!is.null(read$fetch)) ledger <- fetched_later(ledger, read$fetch, read$kinds)
  ledger$marks <- list(marks)
  ledger$digits <- read$digits
  ledger$facts <- read$facts
  ledger$asked <- normalizePath(path)
  ledger$how <- how
  ledger
}

# What was asked for and means nothing for this format.
check_options <- function(reader, how, name) {
  given <- names(without_null(how[setdiff(names(how), c("name", "named", "encoding", "in_parts"))]))
  idle <- setdiff(given, reader$takes)
  if (length(idle)) stop_idle(
    "bad_argument", sprintf("%s: `%s` says nothing about a file of this format.", name, idle[1]),
    if (length(reader$takes)) sprintf("What can be said is %s.", both(tick(reader$takes)))
  )
}

check_file <- function(path) {
  kind <- core_file_kind(path)
  if (kind == "loop") stop_idle(
    "bad_file", sprintf("%s is a link that leads back to itself.", path), "Name the file that it should lead to."
  )
  if (kind %in% c("pipe", "device", "socket")) stop_idle(
    "bad_file", sprintf("%s is a %s, and a ledger is opened on a file.", path, kind),
    "Save what comes out of it first, and open that."
  )
  if (kind == "locked" || kind == "file" && file.access(path, 4) != 0) stop_idle(
    "bad_file", sprintf("%s may not be read by this user.", path), "Ask for the right to read it."
  )
  if (kind == "nothing") stop_no_file(path)
  if (is.null(reader_for(path))) stop_idle(
    "bad_file", sprintf("%s is of no format that is known here.", path),
    sprintf("Known are %s.", listing(known_endings(), 20))
  )
  if (file.size(path) == 0) stop_idle("bad_file", sprintf("%s is empty: it has not even a head line.", path))
}

# Many files ---------------------------------------------------------------------------------------------------------

many_files <- function(paths, how, asked) {
  ledgers <- lapply(paths, one_file, how = how)
  first <- ledgers[[1]]
  for (other in ledgers[-1]) check_same_shape(first, other)
  columns <- lapply(stats::setNames(nm = names(first$kinds)), function(label) stacked_of(ledgers, label))
  of_files(ledgers, columns, paths, how, asked)
}

# One ledger of those of many files.
of_files <- function(ledgers, columns, paths, how, asked) {
  sizes <- vapply(ledgers, size_of, 1)
  name <- if (length(asked) == 1) basename(asked) else sprintf("%s and %s", basename(paths[1]),
    count_of(length(paths) - 1, "more file"))
  ledger <- new_ledger(
    columns, name, sum(sizes), vapply(ledgers, `[[`, "", "origin"),
    c(if (length(paths) > 1) sprintf("%s of %s, in the order of their names: %s.", count_of(length(paths), "file"),
      entry_count(sum(sizes)), listing(basename(paths))), unlist(lapply(ledgers, `[[`, "notes"))),
    if (length(paths) > 1) notes_by_file(ledgers) else ledgers[[1]]$column_notes
  )
  if (length(paths) > 1) ledger$parts <- list(file = basename(paths), n = sizes)
  ledger$marks <- unlist(lapply(ledgers, `[[`, "marks"), recursive = FALSE)
  ledger$asked <- file.path(normalizePath(dirname(asked)), basename(asked))
  ledger$how <- how
  ledger
}

# A column of nothing takes the kind that it has in the other files.
stacked_of <- function(ledgers, label) {
  parts <- lapply(ledgers, function(one) coded_columns(one, label)[[1]])
  known <- Filter(function(one) one$kinds[[label]] != "empty", ledgers)
  if (length(known) == 0) return(stacked(parts))
  kind <- known[[1]]$kinds[[label]]
  kind <- switch(kind, double = "number", time = , date = , text = kind, logical = "yes/no", "text")
  stacked(lapply(parts, function(part) if (kind_of(part) == "empty") nothing_of(kind, length(part)) else part))
}

notes_by_file <- function(ledgers) {
  notes <- unlist(lapply(ledgers, function(one) {
    lapply(one$column_notes, function(note) sprintf("%s: %s", one$name, note))
  }), recursive = FALSE)
  lapply(split(notes, names(notes)), function(all) {
    paste0(all[[1]], if (length(all) > 1) sprintf(" So it is in %s.", count_of(length(all) - 1, "more file")))
  })
}

check_same_shape <- function(first, other) {
  a <- names(first$kinds)
  b <- names(other$kinds)
  if (!identical(a, b)) {
    odd <- c(setdiff(b, a), setdiff(a, b))
    what <- if (length(odd) == 0) "the columns in another order" else sprintf(
      if (odd[1] %in% b) "a column `%s` that the first has not" else "no column `%s`, which the first has", odd[1]
    )
    stop_idle(
      "other_shape", sprintf("%s is not of the shape of %s: it has %s.", other$name, first$name, what),
      "Files that are one ledger have the same columns in the same order.", file = other$name
    )
  }
  known <- first$kinds != "empty" & other$kinds != "empty"
  unlike <- which(known & first$kinds != other$kinds)
  if (length(unlike) == 0) return(invisible())
  label <- a[unlike[1]]
  stop_idle(
    "other_shape", sprintf("%s is not of the shape of %s: `%s` is %s, and there %s.%s", other$name, first$name, label,
      a_kind(other$kinds[[label]]), a_kind(first$kinds[[label]]), paste(c("",
        unlist(c(other$column_notes[label], first$column_notes[label]))), collapse = " ")),
    sprintf("Mend the file, or say the kind: %s.", advice_on_kind(label, "\"text\"")), file = other$name, column = label
  )
}
