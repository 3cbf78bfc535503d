# Files: one, or many of one shape as one ledger. Which room reads a file is settled by its ending.

room("file", "source", place = 3,
  opens = function(source) is.character(source) && length(source) > 0 && !anyNA(source),
  open = function(source, how) {
    files <- files_named(source)
    if (are_for_parts(files, how)) return(files_in_parts(files, how, source))
    if (length(files) == 1) one_file(files, how) else many_files(files, how, source)
  },
  part = function(source, at) part_of_file(source, at),
  again = function(source) if (all(file.exists(source$origin))) open_source(source$asked, source$how),
  seal = function(source) {
    check_unchanged(source)
    sums <- vapply(source$origin, function(path) digest::digest(file = path, algo = "sha256"), "")
    if (length(sums) > 1) sums <- digest::digest(sums, algo = "sha256", serialize = FALSE)
    list(of = if (length(source$origin) > 1) "files" else "file", name = basename(source$origin[1]),
      sha256 = unname(sums))
  },
  for_page = function(source, brief, aside) {
    if (!is.null(source$fetch) && !is_in_parts(source)) columns_in_hand(source, columns_of_page(brief))
    NULL
  }
)

# The files that a path, a pattern such as "tolls-*.csv" or a folder stands for, in the order of their names.
files_named <- function(source) {
  unlist(lapply(source, function(path) {
    kind <- core_file_kind(path)
    if (kind == "folder") return(files_in(path))
    if (kind != "nothing" || !grepl("[*?]", path)) return(path)
    found <- sort(Sys.glob(path), method = "radix")
    if (length(found)) found else stop_idle("no_file", sprintf("No file is named like %s.", path))
  }))
}

files_in <- function(folder) {
  all <- sort(list.files(folder, full.names = TRUE), method = "radix")
  known <- all[vapply(all, function(path) !is.null(reader_for(path)) && core_file_kind(path) == "file", TRUE)]
  if (length(known)) return(known)
  stop_idle(
    "bad_file", sprintf("%s is a folder, not a file, and there is no file in it that can be read.", folder),
    sprintf("Name one file, or a folder with files of one shape (%s).", listing(known_endings(), 20))
  )
}

# The bytes of a delimited file that is no file, such as standard input.
ledger_of_bytes <- function(bytes, how) {
  name <- if (is.null(how$name) || how$name == "-") "standard input" else how$name
  how <- utils::modifyList(list(encoding = "UTF-8"), how)
  check_options(room_of("reader", "delimited"), how, name)
  read <- read_delimited(bytes, how, name)
  opened_as(new_ledger(read$columns, name, read$n, NULL, read$notes, as.list(read$column_notes)), "data_frame")
}
