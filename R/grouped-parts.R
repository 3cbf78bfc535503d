# A ledger in parts put together anew by groups, on disk: for pages of which figures over other entries all stay within
# groups of some columns. Each new part has whole groups, its entries in the order of the ledger, and can be worked by
# itself.

# The columns within whose groups everything on the page stays that looks at other entries; NULL: there are none.
columns_to_part_by <- function(brief) {
  if (is.null(brief$checked$lines)) return(NULL)
  sets <- c(lapply(brief$checked$prepare, groups_of_preparation), lapply(nodes_looking_around(brief), groups_of_node))
  sets <- without_null(sets)
  if (length(sets) == 0) return(NULL)
  changed <- unlist(lapply(brief$checked$prepare, function(part) {
    if (is.null(groups_of_preparation(part))) part$columns
  }))
  shared <- setdiff(Reduce(intersect, sets), changed)
  shared <- intersect(shared, names(kinds_of(brief$source)))
  if (length(shared)) shared
}

# NULL: it works entry by entry; else the columns within whose groups it stays, of which there may be none.
groups_of_preparation <- function(part) {
  room <- room_of("preparation", part$fn)
  if (!is.null(room$by_entry) && room$by_entry(part)) return(NULL)
  if (is.null(room$within)) character() else room$within(part)
}

nodes_looking_around <- function(brief) {
  Filter(function(node) identical(node$type, "window") || isTRUE(room_of_node(node)$of_whole_column),
    nodes_within(brief$checked[c("columns", "only", "lines")]))
}

groups_of_node <- function(node) {
  within <- if (identical(node$type, "window")) node$per else if (is.null(room_of_node(node)$in_texts)) node$args
  names <- vapply(within, function(key) if (identical(key$type, "column")) key$name else "", "")
  setdiff(as.character(names), "")
}

# The same brief on a ledger whose parts have whole groups. The files are gone when nobody holds the ledger any more.
brief_by_groups <- function(brief, by) {
  source <- brief$source
  names <- columns_looked_at(brief)
  bytes <- 1.25 * bytes_of_columns(source, c(names, names[1]))
  parts <- max(2, min(400, ceiling(bytes / (memory_allowed() / 24))))
  folder <- folder_to_put_by(bytes)
  found <- lapply(seq_len(number_of_parts(source)), function(k) {
    take_breath()
    put_part_by(part_of_ledger(source, k), names, by, parts, folder$path, k)
  })
  n <- Reduce(`+`, lapply(found, `[[`, "n"))
  at <- lapply(which(n > 0), function(b) list(folder = folder, group = b, n = n[b], before = before_parts(source)))
  if (length(at) == 0) at <- list(list(folder = folder, group = 1, n = 0, before = before_parts(source)))
  grouped <- put_in_parts(source, vapply(at, `[[`, 1, "n"), at, kinds_of(source)[names], "put_by")
  grouped$prints_of_parts <- list(
    prints = lapply(found, `[[`, "prints"), kinds = found[[1]]$kinds, sizes = source$in_parts$n
  )
  brief$source <- grouped
  brief
}

# A folder of its own, removed with the last who holds it and at the end of the session.
folder_to_put_by <- function(bytes) {
  home <- spill_folder()
  free <- core_free_space(home)
  if (free < bytes) stop_idle(
    "too_large", sprintf("%s has %s left, and about %s are to be put by there.", home, size_said(free),
      size_said(bytes)),
    "Make room, or name another folder: options(idleledger.spill_folder = )."
  )
  folder <- new.env(parent = emptyenv())
  folder$path <- tempfile("idle-parts-", home)
  dir.create(folder$path)
  reg.finalizer(folder, function(folder) unlink(folder$path, recursive = TRUE), onexit = TRUE)
  folder
}

# Writes the entries of one part to the files of their groups; how many went to each, and the columns' fingerprints.
put_part_by <- function(part, names, by, parts, folder, k) {
  columns <- coded_columns(part, names)
  bucket <- core_buckets_of(unname(columns[by]), size_of(part), parts)
  rows <- split(seq_along(bucket), factor(bucket, seq_len(parts)))
  for (b in which(lengths(rows) > 0)) {
    own <- lapply(columns, pick_rows, rows = rows[[b]])
    bytes <- core_columns_save(c(list(` row` = rows[[b]]), lapply(own, without_unused)))
    put_by_errors(folder, writeBin(bytes, file.path(folder, sprintf("%d-%d", b, k))))
  }
  list(n = unname(lengths(rows)), prints = lapply(columns, fingerprint_column), kinds = lapply(columns, kind_print))
}

put_by_errors <- function(folder, work) {
  tryCatch(work, error = function(e) {
    stop_idle(
      "too_large", sprintf("Entries cannot be put by in %s: %s.", folder, sub("[.]$", "", conditionMessage(e))),
      "Make room, or name another folder: options(idleledger.spill_folder = )."
    )
  })
}

# Texts without those that no code names, which would be written again and again.
without_unused <- function(x) {
  if (!is_text_vector(x)) return(x)
  used <- sort(unique(codes_of(x)))
  text_vector(match(codes_of(x), used), texts_of(x)[used])
}

read_put_by <- function(source, at) {
  pieces <- seq_along(at$before)
  paths <- file.path(at$folder$path, sprintf("%d-%d", at$group, pieces))
  there <- file.exists(paths)
  parts <- lapply(paths[there], function(path) columns_read_back(readBin(path, "raw", file.size(path))))
  names <- names(source$kinds)
  columns <- if (length(parts)) lapply(stats::setNames(nm = names), function(name) {
    stacked_alike(lapply(parts, `[[`, name))
  }) else list()
  part <- new_ledger(columns, source$name, at$n)
  part$kinds <- source$kinds
  part$row_numbers <- unlist(Map(function(piece, before) before + piece$` row`, parts, at$before[there]))
  part
}
