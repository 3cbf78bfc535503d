#' Briefs as files
#'
#' `write_brief()` keeps a brief in a file of plain text that a colleague can read, change, draw up and keep under
#' version control; `read_brief()` makes a brief of it again. A file never runs code: its expressions are checked like
#' all others, and nothing else in it is worked.
#'
#' The file is YAML. `brief: 1` is its version; `tables` says where the entries are; `given` the values that are
#' supplied from outside, with their kinds and defaults; `values` are constants that expressions name; `pages` are the
#' pages, each drawn up `from` a table or a page above it in the file, with its sections as texts; they stand under
#' their names, or in a list, each with its `name`. The last page is the one that is meant. Comments begin with `#`.
#'
#' @param page A [brief()], or a statement.
#' @param path The path of a file, for instance `receipts.brief.yaml`.
#' @param ... Values for `given()`, by name.
#' @param tables Tables by name, for those that the file names and does not know the place of, or in their stead.
#' @param outside Whether tables may be opened that do not stand in the folder of the file or below it.
#' @return `write_brief()` the path, unseen; `read_brief()` a [brief()].
#' @section Errors: `idle_no_file`; `idle_bad_file` for what is no brief, for a table outside of the folder, or a
#' value that does not fit; `idle_unknown_section` for a word that is not known, with the nearest; `idle_no_parse`;
#' and those of [brief()]. They begin with the file and the line.
#' @seealso [as_call()]
#' @export
#' @examples
#' folder <- tempfile()
#' dir.create(folder)
#' file.copy(demo_table("tolls", as = "path"), folder)
#' page <- brief(file.path(folder, "tolls.csv"),
#'   only = start_of(passed_on, "month") == given(month), lines = lock, figures = c(receipts = sum(toll))
#' )
#' path <- file.path(folder, "monthly.brief.yaml")
#' write_brief(supply(page, month = as.Date("2025-03-01")), path)
#' cat(readLines(path), sep = "\n")
#' read_brief(path, month = as.Date("2025-04-01"))
write_brief <- function(page, path) {
  local_utf8()
  if (inherits(page, "idle_statement")) page <- statement_part(page, "brief")
  check_is_brief(page)
  if (!is_one_text(path) || !grepl("[.]ya?ml$", path)) stop_idle(
    "bad_file", sprintf("%s is no name for a brief's file.",
      value_text(path)), "Let it end in .yaml, such as receipts.brief.yaml."
  )
  lines <- brief_lines(page, normalizePath(dirname(path), mustWork = FALSE))
  write_whole(path, function(put) put(paste0(lines, "\n", collapse = "")))
}

# The lines of the file, which is to stand in a folder.
brief_lines <- function(page, folder) {
  c(
    sprintf("# A brief of Idle Ledger: %s.", gsub("[\r\n]", " ", page_title(page))),
    yaml_lines(Filter(length, brief_as_list(page, folder)))
  )
}

#' @rdname write_brief
#' @export
read_brief <- function(path, ..., tables = list(), outside = FALSE) {
  local_utf8()
  values <- list(...)
  if (length(values) && any(!nzchar(rlang::names2(values)))) stop_idle(
    "bad_argument", "read_brief() takes values for given() by name: read_brief(path, month = ...)."
  )
  read_brief_with(path, values, values, tables, outside)
}

# `texts` are values for what the file declares with a kind, `values` for all else.
read_brief_with <- function(path, texts, values, tables, outside) {
  lines <- text_of_brief(path)
  where <- places_in(lines, basename(path))
  list <- list_of_yaml(lines, where)
  brief <- brief_from_list(list, source_opener(dirname(path), tables, outside, where), where)
  with_kind <- vapply(names(values), function(name) !is.null(list$given[[name]]$kind), TRUE)
  supplied(brief, given_values(list$given, c(values[!with_kind], texts[names(values)[with_kind]]), where))
}

text_of_brief <- function(path) {
  if (!is_one_text(path) || is.na(path)) stop_idle("bad_argument", "path is the path of a brief's file.")
  if (core_file_kind(path) == "nothing") stop_no_file(path)
  if (core_file_kind(path) != "file") stop_idle("bad_file", sprintf("%s is no file.", path))
  if (file.size(path) > limit("most_brief_bytes")) stop_idle("bad_file",
    sprintf("%s is too large for a brief.", basename(path)))
  lines <- strsplit(text_of_file(path, basename(path)), "\r?\n")[[1]]
  lines
}

# "receipts.brief.yaml, line 7: ", for the first line that has a word.
places_in <- function(lines, name) {
  function(word) {
    bare <- trimws(word)
    at <- c(grep(sprintf("^\\s*(- )?\"?\\Q%s\\E\"?\\s*:", bare), lines, perl = TRUE), grep(bare, lines, fixed = TRUE))
    if (length(at) == 0) at <- grep(substr(bare, 1, 12), lines, fixed = TRUE)
    if (length(at)) sprintf("%s, line %d: ", name, at[1]) else sprintf("%s: ", name)
  }
}

# All scalars stay texts: what they mean is settled by the word that they stand under. Tags, anchors and references to
# them have no meaning here.
list_of_yaml <- function(lines, where) {
  need_package("yaml", "briefs as files")
  odd <- grep("^\\s*((- )*([A-Za-z_\"' ]+:)?|-|\\[|\\{)\\s*([!&*]|<<\\s*:)", lines)
  if (length(odd)) stop_file(where(lines[odd[1]]), "tags, anchors and references have no meaning in a brief.",
    "Put a text that begins so in quotes.")
  kinds <- c(
    "bool#yes", "bool#no", "int", "int#hex", "int#oct", "int#base60", "float", "float#fix", "float#exp",
      "float#base60", "float#inf",
    "float#nan", "float#neginf", "timestamp#iso8601", "timestamp#spaced", "timestamp#ymd", "null"
  )
  as_text <- stats::setNames(rep(list(function(x) x), length(kinds)), kinds)
  found <- tryCatch(
    yaml::yaml.load(paste(lines, collapse = "\n"), eval.expr = FALSE, handlers = as_text),
    error = function(e) {
      stop_file(where("\u0001"), sprintf("this is no valid YAML: %s.",
      trimws(sub(".*\\): *", "", conditionMessage(e)))))
    }
  )
  if (!is.list(found) || is.null(names(found))) stop_file(where("\u0001"),
    "this is no brief: it begins with `brief: 1`.")
  found
}

# Opens the tables of a file: those that the caller gives, or files that stand by it.
source_opener <- function(folder, tables, outside, where) {
  force(tables)
  function(name, table) {
    if (name %in% names(tables)) return(open_source(tables[[name]], list(name = name)))
    if (is_one_text(table)) table <- list(file = table)
    if (!is.list(table)) stop_file(where(name), sprintf("the table `%s` is the path of a file.", name))
    if (identical(table$given, "yes")) stop_file(
      where(name), sprintf("the table `%s` is to be given when the file is read.", name),
      sprintf("read_brief(path, tables = list(%s = ...)); on the command line, --source %s=FILE.", name,
        name), "no_file"
    )
    check_words_known(names(table), c("file", "given", names(formals(ledger))[-1]), where)
    paths <- unlist(lapply(table$file, file_beside, folder = folder, outside = outside, where = where))
    if (length(paths) == 0) stop_file(where(name), sprintf("the table `%s` has no `file`.", name))
    how <- table[setdiff(names(table), c("file", "given"))]
    if (!is.null(how$kinds)) how$kinds <- kinds_from_text(sub("^c\\((.*)\\)$", "\\1",
      one_text(how$kinds, "kinds", where)))
    opened <- open_source(paths, c(list(name = basename(paths[1])), how))
    # Once more when it is open: a folder may have been exchanged meanwhile.
    for (file in opened$origin) check_inside(file, file, folder, outside, where)
    opened
  }
}

file_beside <- function(path, folder, outside, where) {
  full <- if (grepl("^(/|~|[A-Za-z]:)", path)) path else file.path(folder, path)
  check_inside(c(full, files_spread(full)), path, folder, outside, where)
  full
}

# What a pattern and a folder stand for: the files themselves, of which any may be a link.
files_spread <- function(path) {
  there <- Sys.glob(path)
  if (file.exists(path)) there <- union(path, there)
  c(there, unlist(lapply(there[dir.exists(there)], list.files, full.names = TRUE)))
}

check_inside <- function(files, path, folder, outside, where) {
  home <- paste0(normalizePath(folder), "/")
  real <- vapply(files, real_place, "", USE.NAMES = FALSE)
  if (outside || all(startsWith(real, home) & !grepl("(^|/)[.][.](/|$)", real))) return(invisible())
  stop_file(
    where(path), sprintf("the file %s does not stand in the folder of the brief.", value_text(path)),
    "If it is to be opened all the same: read_brief(path, outside = TRUE); on the command line, --outside."
  )
}

# Where a path leads, links followed; a pattern stands in its folder.
real_place <- function(path) {
  if (file.exists(path)) return(normalizePath(path))
  file.path(normalizePath(dirname(path), mustWork = FALSE), basename(path))
}

# Defaults and what the caller supplies, each of the kind that the file says.
given_values <- function(declared, values, where) {
  for (name in names(declared)) check_words_known(names(declared[[name]]), c("kind", "default"), where)
  defaults <- without_null(lapply(declared, function(one) if (is.list(one)) one$default))
  found <- lapply(stats::setNames(nm = names(defaults)), function(name) {
    kind <- declared[[name]]$kind
    if (is.null(kind) || kind == "any") return(constant_read(defaults[[name]], where(name)))
    fitting_value(defaults[[name]], kind, name, where)
  })
  for (name in names(values)) {
    kind <- if (is.list(declared[[name]])) declared[[name]]$kind
    found[[name]] <- fitting_value(values[[name]], kind, name, where)
  }
  found
}

# A value of the kind; a text that reads as one is one.
fitting_value <- function(value, kind, name, where) {
  if (is.null(kind) || kind == "any") return(value)
  known <- c("number", "text", "date", "time", "yes/no")
  if (!kind %in% known) stop_file(where(kind), sprintf("`%s` is no kind.", kind), meant(kind, known, "kinds"))
  if (given_kind(value) == kind) return(value)
  if (kind == "text" && is.numeric(value)) return(column_written(value))
  read <- if (is_one_text(value) && !is.na(value)) read_as_kind(value, kind)
  if (is.null(read)) stop_file(
    where(name), sprintf("given(%s) is a %s, and got %s.", name, kind, value_text(value)[1])
  )
  read
}

# A list of texts as YAML ----------------------------------------------------------------------------------------------

yaml_lines <- function(x, indent = 0) {
  unlist(lapply(names(x), function(name) yaml_entry(name, x[[name]], strrep(" ", indent), indent)))
}

yaml_entry <- function(name, value, margin, indent) {
  head <- paste0(margin, name, ":")
  if (name == "pages") return(c("", head, unlist(lapply(value, function(page) {
    lines <- yaml_lines(page, indent + 4)
    lines[1] <- sub("^( *)    ", "\\1  - ", lines[1])
    lines
  }))))
  if (is.list(value)) return(c(if (indent == 0) "", head, yaml_lines(value, indent + 2)))
  if (length(value) == 1) return(paste(head, yaml_text(value)))
  c(head, paste0(margin, "  - ", vapply(value, yaml_text, "")))
}

# A text as it stands where YAML takes it so, else in quotes.
yaml_text <- function(text) {
  plain <- grepl("^[A-Za-z0-9_./(][^\r\n\t\"'#:{}\\[\\]\\\\]*$", text, perl = TRUE) && !grepl("[ ,]$", text) &&
    !grepl("[^ -~]", text) && !grepl("^(~|null|true|false|yes|no|on|off|y|n)$", text, ignore.case = TRUE)
  if (plain) text else json_text(text)
}
