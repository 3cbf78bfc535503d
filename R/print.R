# Pages in the terminal. Colour helps where there is some; nothing depends on it.

style_title <- function(text) cli::style_bold(text)
style_quiet <- function(text) cli::col_grey(text)
style_head <- function(text) cli::col_blue(text)

rule_mark <- function() if (cli::is_utf8_output()) "\u2500" else "-"

print_notes <- function(notes) {
  notes <- unique(notes)
  for (note in notes) {
    cat(
      style_quiet(paste(strwrap(paste("Note:", note), width = page_width(), exdent = 6), collapse = "\n")),
      "\n",
      sep = ""
    )
  }
}

page_width <- function(width = NULL) if (is.null(width)) max(20, cli::console_width()) else width

# A table with a head line and a rule; numbers to the right, text to the left. Columns that do not fit
# the width are named below. `blank` says by column which missing values stand for nothing; `footed`
# has the texts of keys and the places of rules of a page with subtotals.
print_table <- function(columns, headings = names(columns), formats = NULL, keys = NULL,
                        others = NULL, blank = FALSE, footed = NULL, width = NULL, indent = 0) {
  if (length(columns) == 0) return(invisible())
  if (is.null(formats)) formats <- vector("list", length(columns))
  if (is.null(keys)) keys <- rep(FALSE, length(columns))
  texts <- Map(column_texts, columns, formats, keys, list(others), blank)
  texts[as.integer(names(footed$texts))] <- footed$texts
  right <- vapply(columns, is_right_aligned, TRUE) & !keys
  blocks <- Map(table_block, texts, headings, right)
  widths <- vapply(blocks, function(block) cli::ansi_nchar(block[1], "width"), numeric(1))
  margin <- strrep(" ", indent)
  fits <- cumsum(widths + 2) - 2 + indent <= page_width(width)
  fits[1] <- TRUE
  rows <- do.call(paste, c(unname(blocks[fits]), sep = "  "))
  cat(margin, style_head(trimws(rows[1], "right")), "\n", sep = "")
  cat(margin, strrep(rule_mark(), min(page_width(width), sum(widths[fits] + 2) - 2)), "\n", sep = "")
  body <- trimws(rows[-1], "right")
  if (!is.null(footed)) body <- with_rules(body, footed, widths[fits], right[fits])
  if (length(body) > 0) cat(paste0(margin, body, "\n"), sep = "")
  name_left_out(headings[!fits], width)
}

name_left_out <- function(headings, width) {
  left <- clean_text(headings)
  if (length(left) == 0) return(invisible())
  text <- sprintf("(no room for %s: %s)", count_of(length(left), "column"), listing(left, 12))
  cat(style_quiet(paste(strwrap(text, page_width(width)), collapse = "\n")), "\n", sep = "")
}

# Rules stand under the columns of numbers only.
with_rules <- function(body, footed, widths, right) {
  rule <- function(mark) {
    trimws(paste(strrep(ifelse(right, mark, " "), widths), collapse = "  "), "right")
  }
  single <- rule(rule_mark())
  double <- rule(if (cli::is_utf8_output()) "\u2550" else "=")
  unlist(Map(
    function(row, above, below) c(if (above) single, row, c(single, double)[below]), body, footed$above, footed$below
  ), use.names = FALSE)
}

column_texts <- function(column, format, key, others, blank = FALSE) {
  texts <- if (key) key_texts(column, format) else cell_texts(column, format)
  texts[is_missing_value(column) & blank] <- ""
  if (key && !is.null(others)) texts[others == "others" & is_missing_value(column)] <- others_label
  texts
}

# A column of texts, all of one width, with its heading first.
table_block <- function(texts, heading, right) {
  texts <- cli::ansi_strtrim(c(clean_text(heading), texts), 40)
  width <- max(cli::ansi_nchar(texts, "width"))
  as.character(cli::ansi_align(texts, width = width, align = if (right) "right" else "left"))
}

#' @rdname brief
#' @param x A brief.
#' @export
print.idle_brief <- function(x, ...) {
  cat(style_title(page_title(x)), "\n", sep = "")
  words <- c(sprintf("From %s (%s)", name_of(x$source), source_size(x$source)), brief_words(x))
  for (line in words) {
    inset <- if (startsWith(line, "  ")) 6 else 4
    cat(
      paste(strwrap(trimws(line), page_width(), indent = inset - 2, exdent = inset + 2), collapse = "\n"),
      "\n",
      sep = ""
    )
  }
  print_notes(x$notes)
  wanting <- values_wanting(x)
  if (length(wanting) > 0) {
    cat(
      style_quiet(sprintf("Not drawn up: %s to be supplied. See supply().", both(sprintf("given(%s) is", wanting)))),
      "\n",
      sep = ""
    )
    return(invisible(x))
  }
  cat("\n")
  print(draw_up(amend(x, title = NULL)))
  invisible(x)
}

source_size <- function(source) {
  if (inherits(source, "idle_brief")) "another page" else entry_count(size_of(source))
}

# Names of given() values that nobody has supplied.
values_wanting <- function(brief) {
  found <- character()
  walk <- function(node) {
    if (!is.list(node)) return(invisible())
    if (identical(node$type, "given")) found <<- c(found, node$name)
    lapply(node, walk)
    invisible()
  }
  walk(brief$checked)
  below <- if (inherits(brief$source, "idle_brief")) values_wanting(brief$source)
  unique(c(found, below))
}
