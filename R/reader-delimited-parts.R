# A delimited file in parts: gone through once when it is opened, so that the kind of each column is that of all its
# cells, and every part is known to be sound; then each part is read by itself.

delimited_in_parts <- function(path, how) {
  name <- basename(path)
  file <- open_delimited(path, how, name)
  separator <- separator_for(file, path, how$separator, name)
  names <- head_names(file, separator, name)
  check_kinds_known(how$kinds, names, name)
  bytes <- bytes_of_part(how$in_parts, path, file)
  core_outline(file, separator, length(names), min(2^20, bytes))
  cut <- core_cut_file(file, bytes)
  if (nrow(cut) == 0) return(NULL)
  marks <- file_marks(path)
  line_end <- if (core_ends_with_return(file)) "\r" else "\n"
  at <- lapply(seq_len(nrow(cut)), function(k) {
    list(path = normalizePath(path), n = cut[k, 4], marks = marks, piece = list(
      names = names, separator = separator, line_end = line_end, begin = cut[k, 1], end = cut[k, 2], before = cut[k, 3]
    ))
  })
  seen <- lapply(at, kinds_of_piece, how = how)
  kinds <- joined_kinds(seen, names)
  ledger <- new_ledger(list(), name, sum(cut[, 4]), normalizePath(path), notes = character())
  ledger$kinds <- kinds
  ledger$marks <- list(marks)
  ledger$column_notes <- notes_of_pieces(seen, kinds, cut[, 3])
  list(ledger = ledger, at = Filter(function(one) one$n > 0 || length(at) == 1, at))
}

# Parts that take an eighth of the memory allowed at most, or have as many entries as were asked for.
bytes_of_part <- function(asked, path, file) {
  usual <- max(2^20, min(2^28, memory_allowed() / 24))
  if (!is.numeric(asked)) return(usual)
  head <- rawToChar(core_first_bytes(file, 2^16))
  lines <- max(1, lengths(regmatches(head, gregexpr("[\r\n]+", head, useBytes = TRUE))))
  max(1, min(usual, asked * nchar(head, "bytes") / lines))
}

open_piece <- function(at) {
  piece <- at$piece
  head <- if (piece$before > 0 || piece$begin > 3) paste0(paste(rep("-", length(piece$names)),
    collapse = piece$separator), piece$line_end) else ""
  file <- core_open_part(at$path, head, piece$begin, piece$end, piece$before)
  core_outline(file, piece$separator, length(piece$names))
  file
}

read_piece <- function(at, how, wanted = NULL) {
  moved <- function(row) row + at$piece$before
  read <- function() read_kinds(open_piece(at), at$piece$names, how, basename(at$path), wanted)
  tryCatch(read(), idle_bad_cell = function(e) {
    stop_idle(
      "bad_cell", note_in_ledger(e$said[1], moved), e$said[-1], row = moved(e$row), column = e$column
    )
  })
}

# What the columns of a piece are by themselves; NA alone is nothing where the rest is no text.
kinds_of_piece <- function(at, how) {
  make_room(at$piece$end - at$piece$begin)
  read <- read_piece(at, how)
  kinds <- vapply(read$columns, kind_of, "")
  na <- vapply(read$columns, function(column) {
    is_text_vector(column) && is.null(how$missing) && all(texts_of(column) == "NA")
  }, TRUE)
  list(kinds = ifelse(na, "NA", kinds), forms = read$forms, notes = read$notes)
}

joined_kinds <- function(seen, names) {
  kinds <- lapply(stats::setNames(seq_along(names), names), function(k) {
    own <- vapply(seen, function(one) one$kinds[[k]], "")
    known <- setdiff(unique(own), c("empty", "NA"))
    forms <- Reduce(bitwOr, lapply(seen, function(one) as.integer(one$forms[k])))
    if (length(known) == 0) return(if ("NA" %in% own) "text" else "empty")
    if (length(known) > 1 || known %in% c("time", "logical") && forms == 3) "text" else known
  })
  unlist(kinds)
}

# What the first part has to say of a column that is in it what it is in all, and that there are more.
notes_of_pieces <- function(seen, kinds, before) {
  notes <- Map(function(one, n) {
    own <- one$notes[one$kinds[names(one$notes)] == kinds[names(one$notes)]]
    lapply(own, note_in_ledger, row_in_ledger = function(row) row + n)
  }, seen, before)
  named <- unique(unlist(lapply(notes, names)))
  lapply(stats::setNames(nm = named), function(label) {
    own <- without_null(lapply(notes, `[[`, label))
    if (length(own) == 1) own[[1]] else sprintf("%s So it is in %s.", own[[1]], count_of(length(own) - 1, "more part"))
  })
}

# Each column is read as what it is in all parts.
piece_of_delimited <- function(at, how, kinds) {
  for (label in setdiff(names(kinds)[kinds == "text"], names(how$kinds))) how$kinds[[label]] <- kinds_by_name("text")
  ledger <- new_ledger(list(), basename(at$path), at$n, at$path)
  fetched_later(ledger, function(names) {
    columns <- read_piece(at, how, names)$columns
    lapply(stats::setNames(nm = names), function(name) {
      as_kind_of_whole(columns[[name]], kinds[[name]], at$n, sprintf("%s, column `%s`", basename(at$path), name))
    })
  }, kinds)
}
