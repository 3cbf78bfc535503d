# new: a starter brief for a table, with what could be said as comments.

room("new", "command", place = 9,
  words = "a starter brief for a table, to be changed by hand",
  options = function() {
    c(source_options(), list(write = list(
    takes = "FILE", does = "write it to a file instead of printing it", example = "receipts.brief.yaml",
      group = "What comes out"
  )))
  },
  example = "new tolls.csv --write receipts.brief.yaml",
  run = function(options, files) {
    path <- one_of_files(files)
    target <- options[["write"]]
    lines <- starter_lines(open_file(files, options), if (is.null(target)) path else path_seen_from(path, target))
    if (is.null(target)) {
      cat(lines, sep = "\n")
    } else {
      if (core_file_kind(target) != "nothing") stop_idle("bad_file", sprintf("%s is there already.", target),
        "Name a file that is not.")
      write_whole(target, function(put) put(paste0(lines, "\n", collapse = "")))
      if (!isTRUE(options$quiet)) message(sprintf("Wrote a starter brief to %s. Draw it up: idle-ledger draw-up %s",
        target, target))
    }
    0L
  }
)

path_seen_from <- function(path, target) {
  relative_to(normalizePath(dirname(target), mustWork = FALSE), normalizePath(path))
}

starter_lines <- function(source, path) {
  seen <- look(source)$columns
  keys <- starter_keys(seen, source$n)
  amount <- starter_amount(seen, source$n)
  figures <- c("entries = count()", if (length(amount)) sprintf("%s = sum(%s)", name_text(amount), name_text(amount)))
  lead <- if (length(amount)) name_text(amount) else "entries"
  c(
    sprintf("# A brief for %s. What stands behind # is left out; take it away to use the line.",
      basename(path)), "brief: 1", "",
    "tables:", paste("  entries:",
      yaml_text(path)), starter_columns(seen), "", "pages:", "  - name: page", "    from: entries",
    sprintf("    title: %s", yaml_text(sprintf("%s by %s", basename(path), if (length(keys)) keys[1] else "all"))),
    if (length(amount)) said_so("    # only: %s", sprintf("%s > 0", name_text(amount)), "which entries count"),
    said_so("    lines: %s", if (length(keys)) name_text(keys[1]) else "whole()", "what makes a line"),
    "    figures:", paste0("      - ", vapply(figures, yaml_text, "")),
    if (length(keys)) said_so("    # footing: %s", sprintf("rollup(%s)", name_text(keys[1])),
      "a total under the lines"),
    said_so("    # beside:%s", "", "figures beside each line, with all lines in view"),
    paste("    #   -", yaml_text(sprintf("share = share(%s, per = whole())", lead))),
    paste("    #   -", yaml_text(sprintf("place = rank(falling(%s))", lead))),
    said_so("    # show: %s", sprintf("top(10, %s)", lead), "which lines are shown"),
    said_so("    order: %s", sprintf("falling(%s)", lead), "how lines are sorted")
  )
}

# A line of the brief with a remark behind it.
said_so <- function(line, expr, remark) {
  sprintf("%-35s # %s", sprintf(line, if (nzchar(expr)) yaml_text(expr) else ""), remark)
}

starter_columns <- function(seen) {
  c("  # columns:", sprintf("  #   %s: %s, %s different%s", seen$column, seen$kind, big_mark(seen$different),
    ifelse(nzchar(seen$examples), paste0(", such as ", seen$examples), "")))
}

# Texts of few values, those of the fewest last words first.
starter_keys <- function(seen, n) {
  able <- seen$column[seen$kind %in% c("text", "choice") & seen$different > 1 & seen$different <= max(50, n / 20)]
  able[order(seen$different[match(able, seen$column)])]
}

# The last number that is no identifier: with fractions, if there is one.
starter_amount <- function(seen, n) {
  able <- seen[seen$kind == "number" & seen$different < max(n, 2), ]
  broken <- grepl("[.]", paste(able$smallest, able$largest, able$examples))
  utils::tail(if (any(broken)) able$column[broken] else able$column, 1)
}
