# Pages in the terminal. Colour helps where there is some; nothing depends on it.

# All words of a page pass through these, and so does all that they quote.
say_title <- function(text) say(text, exdent = 2, style = style_title)

say <- function(text, indent = 0, exdent = indent, style = identity, width = page_width()) {
  lines <- strwrap(clean_text(text), width, indent = indent, exdent = exdent)
  cat(style(paste(lines, collapse = "\n")), "\n", sep = "")
}

say_quiet <- function(text, ...) say(text, ..., style = style_quiet)

style_title <- function(text) cli::style_bold(text)
style_quiet <- function(text) cli::col_grey(text)
style_head <- function(text) cli::col_blue(text)

rule_mark <- function() if (cli::is_utf8_output()) "\u2500" else "-"

print_notes <- function(notes) {
  notes <- unique(notes)
  for (note in notes) say_quiet(paste("Note:", note), exdent = 6)
}

page_width <- function(width = NULL) if (is.null(width)) max(20, cli::console_width()) else width

# A table with a head line and a rule; numbers to the right, text to the left. What does not fit the
# width goes into a further table below, which begins with the keys again. `blank` says by column which
# missing values stand for nothing; `footed` has the texts of keys and the places of rules of a page with
# subtotals; `over` what stands above the headings of several columns; `gap` the row before which some
# are left out.
print_table <- function(columns, headings = names(columns), formats = NULL, keys = NULL, others = NULL, blank = FALSE,
                        footed = NULL, width = NULL, indent = 0, decimals = NULL, over = NULL, gap = NULL) {
  if (length(columns) == 0) return(invisible())
  if (is.null(formats)) formats <- formats_of_frame(columns)
  if (is.null(keys)) keys <- rep(FALSE, length(columns))
  if (is.null(decimals)) decimals <- vector("list", length(columns))
  texts <- Map(column_texts, columns, formats, keys, list(others), blank, decimals)
  texts[as.integer(names(footed$texts))] <- footed$texts
  right <- vapply(columns, is_right_aligned, TRUE) & !keys
  blocks <- Map(table_block, texts, headings, right)
  widths <- vapply(blocks, function(block) cli::ansi_nchar(block[1], "width"), numeric(1))
  room <- page_width(width) - indent
  tables <- fitting_tables(widths, keys, room, over)
  for (k in seq_along(tables)) {
    if (k > 1) cat("\n")
    at <- tables[[k]]
    print_block(blocks[at], widths[at], right[at], footed, over[at], gap, strrep(" ", indent), room)
  }
}

# Which columns stand in which table: as many as fit, with the keys before them where those leave room.
# Columns under one heading stay together where they can.
fitting_tables <- function(widths, keys, room, over = NULL) {
  lead <- if (sum(widths[keys] + 2) <= room / 2) which(keys) else integer()
  needs <- function(at) sum(widths[at] + 2) - 2
  tables <- list()
  here <- integer()
  for (part in together(over, length(widths))) {
    if (needs(c(lead, part)) > room) part <- as.list(part) else part <- list(part)
    for (at in part) {
      if (needs(c(here, at)) > room && !all(here %in% lead)) {
        tables <- c(tables, list(here))
        here <- setdiff(lead, at)
      }
      here <- c(here, at)
    }
  }
  c(tables, list(here))
}

together <- function(over, n) {
  if (is.null(over)) return(as.list(seq_len(n)))
  run <- cumsum(c(TRUE, over[-1] != over[-n] | !nzchar(over[-1]))[seq_len(n)])
  unname(split(seq_len(n), run))
}

print_block <- function(blocks, widths, right, footed, over, gap, margin, room) {
  rows <- do.call(paste, c(unname(blocks), sep = "  "))
  if (any(nzchar(over))) cat(margin, style_head(heads_over(over, widths)), "\n", sep = "")
  cat(margin, style_head(trimws(rows[1], "right")), "\n", sep = "")
  cat(margin, strrep(rule_mark(), min(room, sum(widths + 2) - 2)), "\n", sep = "")
  body <- as.list(trimws(rows[-1], "right"))
  if (!is.null(footed)) body <- with_rules(body, footed, widths, right)
  if (!is.null(gap)) body <- append(body, if (cli::is_utf8_output()) "\u22ee" else ":", gap - 1)
  body <- unlist(body, use.names = FALSE)
  if (length(body) > 0) cat(paste0(margin, body, "\n"), sep = "")
}

# A heading in the middle over the columns that share it.
heads_over <- function(over, widths) {
  runs <- rle(over)
  ends <- cumsum(runs$lengths)
  parts <- mapply(function(head, end, n) {
    at <- seq(end - n + 1, end)
    wide <- sum(widths[at] + 2) - 2
    text <- cli::ansi_strtrim(clean_text(head), wide)
    as.character(cli::ansi_align(text, width = wide, align = "center"))
  }, runs$values, ends, runs$lengths)
  trimws(paste(parts, collapse = "  "), "right")
}

# Each row with the rules above and below it, which stand under the columns of numbers only.
with_rules <- function(body, footed, widths, right) {
  rule <- function(mark) {
    trimws(paste(strrep(ifelse(right, mark, " "), widths), collapse = "  "), "right")
  }
  single <- rule(rule_mark())
  double <- rule(if (cli::is_utf8_output()) "\u2550" else "=")
  Map(
    function(row, above, below) c(if (above) single, row, c(single, double)[below]), body, footed$above, footed$below
  )
}

column_texts <- function(column, format, key, others, blank = FALSE, decimals = NULL) {
  texts <- if (key) key_texts(column, format) else cell_texts(column, format, decimals)
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

# The first rows of a data frame, and how many more there are.
print_first_rows <- function(x, most = 10) {
  shown <- min(nrow(x), most)
  columns <- lapply(as.list(x), `[`, seq_len(shown))
  attributes(columns) <- list(names = names(x))
  print_table(columns, keys = seq_along(columns) == 1)
  if (nrow(x) > shown) say_quiet(sprintf("%s more", big_mark(nrow(x) - shown)))
}
