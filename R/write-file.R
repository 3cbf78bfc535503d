# Writing a file so that nothing is lost: beside the place first, checked, and then put in its place.

# `pieces(put)` calls put() with one text after another.
write_whole <- function(path, pieces) write_beside(path, function(beside) put_pieces(beside, pieces))

# `write(beside)` writes a file, and says how many bytes it should have, if it knows.
write_beside <- function(path, write) {
  target <- check_target(path)
  beside <- tempfile(paste0(".", sub("[.].*", "", basename(target)), "-"), dirname(target),
    paste0(".", ending_of(target)))
  on.exit(unlink(beside))
  written <- ours_or(write(beside), function(e) stop_not_written(path, conditionMessage(e)))
  size <- as.double(file.size(beside))
  if (is.na(size) || is.numeric(written) && !identical(size, written)) stop_not_written(
    path, "the disk is full, or a limit is reached"
  )
  if (file.exists(target)) Sys.chmod(beside, file.mode(target), use_umask = FALSE)
  if (!suppressWarnings(file.rename(beside, target))) stop_not_written(path, "it could not be put in its place")
  invisible(path)
}

ending_of <- function(path) sub(".*[.]", "", basename(path))

put_pieces <- function(beside, pieces) {
  file <- suppressWarnings(file(beside, "wb"))
  on.exit(close(file))
  written <- 0
  pieces(function(text) {
    bytes <- charToRaw(enc2utf8(text))
    suppressWarnings(writeBin(bytes, file))
    written <<- written + length(bytes)
  })
  written
}

# Where a file may be written; a link stands for what it leads to.
check_target <- function(path) {
  kind <- core_file_kind(path)
  if (kind == "folder") stop_idle("bad_file", sprintf("%s is a folder.", path), "Name a file in it.")
  if (!kind %in% c("file", "nothing")) stop_idle(
    "bad_file", sprintf("%s is no file but a %s, and a statement is written to files only.", path, kind),
    "On the command line, leave out --write: the statement then goes to standard output."
  )
  if (!dir.exists(dirname(path))) stop_idle("bad_file", sprintf("There is no folder %s.", dirname(path)))
  if (kind == "file") normalizePath(path) else path
}

stop_not_written <- function(path, reason) {
  stop_idle(
    "not_written", sprintf("%s could not be written: %s.", path, sub("[.]$", "", reason)),
    "What stood there before is untouched."
  )
}
