#' Look at a ledger
#'
#' What each column holds, and the traps in it: keys that differ only by case or spaces, rows that
#' stand there twice, dates with gaps, empty text, values that are no number.
#'
#' @param source A [ledger()], a data frame, or the path of a file.
#' @return An object of class `idle_look`: a list with `columns`, a data frame of one row a column
#'   (`column`, `kind`, `missing`, `different`, `smallest`, `largest`, `examples`), and `traps`, a
#'   character vector of sentences. Raises the errors of [ledger()].
#' @export
#' @examples
#' look(demo_table("tolls"))
#' look(demo_table("tolls"))$traps
look <- function(source) {
  local_utf8()
  source <- ledger_to_look_at(source, deparse1(substitute(source)))
  columns <- all_columns(source)
  seen <- Map(look_at, columns, formats_of_names(source$kinds)[names(columns)])
  table <- do.call(rbind, Map(function(name, facts) cbind(column = name, facts), names(columns), seen))
  rownames(table) <- NULL
  traps <- c(
    source$notes, unlist(source$column_notes, use.names = FALSE),
    vapply(findings_of_ledger(values_of_ledger(columns, source$n)), `[[`, "", "sentence")
  )
  structure(list(name = source$name, entries = source$n, columns = table, traps = unique(traps)), class = "idle_look")
}

# A page is looked at as the table that it makes.
ledger_to_look_at <- function(source, name) {
  source <- as_source(source, name)
  if (is_brief(source)) ledger(as.data.frame(draw_up(source)), page_title(source)) else source
}

all_columns <- function(source) stats::setNames(coded_columns(source, names(source$kinds)), names(source$kinds))

look_at <- function(x, format) {
  values <- different_values(x)
  present <- pick_rows(values, which(!is_missing_value(values)))
  ends <- ends_of(present, format)
  data.frame(
    kind = kind_name(kind_of(x)), missing = sum(is_missing_value(x)), different = length_of(present),
    smallest = ends[1], largest = ends[2], examples = examples_of(present, format)
  )
}

ends_of <- function(present, format = NULL) {
  n <- length_of(present)
  if (n == 0) return(c("", ""))
  short_texts(pick_rows(present, c(1L, n)), format)
}

# Small whole numbers may be names.
short_texts <- function(x, format = NULL) {
  if (is_right_aligned(x) && isTRUE(all(abs(as_plain_number(x)) < 10000))) format <- unmarked
  texts <- cell_texts(plain_vector(x), format)
  ifelse(nchar(texts) > 24, paste0(substr(texts, 1, 21), "..."), texts)
}

examples_of <- function(present, format) {
  n <- length_of(present)
  at <- unique(as.integer(round(seq(1, n, length.out = min(n, 4)))))
  if (n == 0) "" else paste(short_texts(pick_rows(present, at), format), collapse = ", ")
}

# Examples take the room that the other columns leave, if it is worth it.
with_short_examples <- function(columns) {
  others <- setdiff(names(columns), "examples")
  widths <- vapply(others, function(name) max(nchar(c(name, cell_texts(columns[[name]])), "width")), 1)
  room <- page_width() - sum(widths + 2)
  if (room >= 12) columns$examples <- cli::ansi_strtrim(columns$examples, room)
  columns
}

#' @export
print.idle_look <- function(x, ...) {
  local_utf8()
  say_title(sprintf("Ledger %s: %s, %s", x$name, entry_count(x$entries), count_of(nrow(x$columns), "column")))
  print_table(with_short_examples(as.list(x$columns)), keys = names(x$columns) == "column")
  if (length(x$traps) > 0) {
    cat("\n", style_title("Take care"), "\n", sep = "")
    for (trap in x$traps) say(paste("-", trap), exdent = 2)
  }
  invisible(x)
}
