# Seals: what an auditor relies on. The fingerprint that every statement carries tells a change quickly
# and can be forged; a seal is SHA-256, of a file as it stands on the disk or of a table's contents.

seal_of <- function(source) {
  source <- lowest_source(source)
  need_package("digest", "a seal")
  room_of("source", source$opened_as)$seal(source)
}

seal_of_table <- function(source) {
  columns <- lapply(source$columns, function(column) if (is.character(column)) enc2utf8(column) else column)
  list(of = "table", sha256 = digest::digest(columns, algo = "sha256", serializeVersion = 2L))
}

# Files are sealed as they were read.
check_unchanged <- function(source) Map(check_same_file, source$origin, source$marks)

# Of a file that is read, or sealed, after it was opened: it is still the same.
check_same_file <- function(path, marks) {
  if (!file.exists(path)) stop_idle(
    "no_file", sprintf("The file %s is gone; it was there when it was opened.", path), "Put it back and ask again."
  )
  if (!identical(file_marks(path), marks)) stop_idle(
    "bad_file", sprintf("%s has changed since it was opened.", path), "Open it again with ledger()."
  )
}

file_marks <- function(path) {
  info <- file.info(path, extra_cols = FALSE)
  list(info$size, as.double(info$mtime))
}

check_seal <- function(statement, drawn) {
  before <- statement_part(statement, "seal")
  if (is.null(before)) return(NULL)
  now <- tryCatch(seal_of(drawn$brief), idle_error = function(e) NULL)
  if (is.null(now)) return(a_note("seal", "Seal: not checked, since the source cannot be read again."))
  same <- identical(now$sha256, before$sha256)
  a_check("seal", same, sprintf(
    "Seal: the SHA-256 of the %s is %s%s.", before$of, if (same) "still " else sprintf("now %s, and was ", now$sha256),
    before$sha256
  ))
}
