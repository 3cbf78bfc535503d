# Files read part by part: each file is a part, and a delimited file that is large is several.

# Whether files are to be worked in parts: as asked for, or because they would take much of the memory allowed.
are_for_parts <- function(files, how) {
  asked <- check_parts_asked(how$in_parts)
  if (!is.null(asked)) return(!isFALSE(asked))
  known <- file.exists(files)
  sum(file.size(files[known])) > memory_allowed() / 4
}

files_in_parts <- function(paths, how, asked) {
  found <- lapply(paths, file_scanned, how = how)
  first <- found[[1]]$ledger
  for (other in found[-1]) check_same_shape(first, other$ledger)
  kinds <- common_kinds(lapply(found, function(one) one$ledger$kinds))
  ledgers <- lapply(found, `[[`, "ledger")
  at <- do.call(c, lapply(found, `[[`, "at"))
  ledger <- of_files(ledgers, list(), paths, how, asked)
  ledger$kinds_of_whole <- kinds
  put_in_parts(ledger, vapply(at, `[[`, 1, "n"), at, kinds, "file")
}

# The kind that a column has in all files or parts, where some have nothing of it.
common_kinds <- function(kinds) {
  names <- names(kinds[[1]])
  vapply(stats::setNames(nm = names), function(name) {
    known <- setdiff(unique(vapply(kinds, `[[`, "", name)), "empty")
    if (length(known) == 0) "empty" else if (length(known) == 1) known else "text"
  }, "")
}

# A file gone through once: its ledger without columns, and where its parts are.
file_scanned <- function(path, how) {
  check_file(path)
  reader <- reader_for(path)
  if (!is.null(reader$in_parts)) {
    found <- reader$in_parts(path, how)
    if (!is.null(found)) return(found)
  }
  ledger <- one_file(path, how)
  ledger["columns"] <- list(NULL)
  ledger["fetch"] <- list(NULL)
  list(ledger = ledger, at = list(list(path = normalizePath(path), n = ledger$n, marks = ledger$marks[[1]])))
}

# A part is opened as its file is, or as its reader opens a piece of one; its kinds are those of the whole.
part_of_file <- function(source, at) {
  check_same_file(at$path, at$marks)
  part <- if (is.null(at$piece)) one_file(at$path, source$how) else
    reader_for(at$path)$part(at, source$how, source$kinds_of_whole)
  as_kinds_of_whole(part, source$kinds_of_whole)
}

# What is nothing in a part takes the kind that it has elsewhere.
as_kinds_of_whole <- function(part, kinds) {
  nothing <- names(kinds)[part$kinds == "empty" & kinds != "empty"]
  for (name in nothing) {
    kind <- switch(kinds[[name]], double = "number", logical = "yes/no", kinds[[name]])
    if (!kind %in% c("number", "yes/no", "text", "date", "time")) next
    if (is.null(part$fetch)) part$columns[[name]] <- nothing_of(kind, part$n) else
      assign(name, nothing_of(kind, part$n), part$kept)
  }
  part$kinds[nothing] <- kinds[nothing]
  part
}
