# The total lines of somebody else's table against the page's own, which are worked for it where the page shows none.

# For each total line of a table the keys that it is of, as texts; NA for a key that it sums over. `known` are the
# values that each key has on the page: "Upper total" is that of `reach` Upper in whichever column it stands. `lost`:
# lines whose words name nothing that is there.
keys_of_totals <- function(totals, keys, known) {
  here <- intersect(keys, names(totals))
  texts <- lapply(stats::setNames(nm = here), function(key) trimws(as.character(totals[[key]])))
  found <- lapply(stats::setNames(nm = here), function(key) ifelse(texts[[key]] %in% known[[key]], texts[[key]], NA))
  lost <- rep(FALSE, nrow(totals))
  for (key in here) {
    bare <- sub(group_total_words, "", texts[[key]], ignore.case = TRUE)
    nothing <- is.na(bare) | !nzchar(bare) | grepl(all_total_words, texts[[key]], ignore.case = TRUE)
    for (row in which(is.na(found[[key]]) & !nothing)) {
      of <- here[vapply(here, function(other) bare[row] %in% known[[other]] && is.na(found[[other]][row]), TRUE)]
      if (length(of) == 1) found[[of]][row] <- bare[row] else lost[row] <- TRUE
    }
  }
  list(keys = found, lost = lost)
}

group_total_words <- "\\s*(sub|grand)?[- ]?totals?\\s*:?$"
all_total_words <- "^((grand|sub|over)?[- ]?totals?|sum|overall|all( of)? .*)\\s*:?$"

# The page's own lines for such totals: those of its brief with these keys summed over, all entries of it.
own_totals <- function(brief, kept) {
  keys <- brief$keys
  sets <- unique(kept)
  footing <- if (all(lengths(sets) == 0)) quote(whole()) else
    if (all(lengths(sets) < 2)) rlang::call2("sets", !!!lapply(unlist(sets), as.name), quote(whole())) else
      rlang::call2("cube", !!!lapply(keys, as.name))
  statement_of(work_brief(without_shown(brief, list(captured(footing)))))
}

# Total lines of one side that differ from the page on the other: list(cells, compared, unmatched). NULL where no page
# is there to work them.
totals_compared <- function(totals, brief, keys, bounds, digits, first = FALSE) {
  if (is.null(brief) || nrow(totals) == 0 || length(brief$keys) == 0 || !is.null(brief$sections$abreast)) return(NULL)
  lines <- statement_of(work_brief(without_shown(brief)))
  known <- lapply(stats::setNames(nm = brief$keys),
    function(key) unique(trimws(as.character(as.data.frame(lines)[[key]]))))
  read <- keys_of_totals(totals, brief$keys, known)
  theirs <- read$keys
  kept <- lapply(seq_len(nrow(totals)), function(k) names(theirs)[!vapply(theirs, function(key) is.na(key[k]), TRUE)])
  own <- as.data.frame(own_totals(brief, kept))
  own <- own[own$line_kind != "line", , drop = FALSE]
  marks <- function(values) do.call(paste, c(lapply(unname(values), function(x) paste0("[", x, "]")), ""))
  summed <- lapply(own$summed_over, names_in_text)
  ours <- lapply(stats::setNames(nm = names(theirs)), function(key) {
    ifelse(vapply(summed, function(over) key %in% over, TRUE), NA, trimws(as.character(own[[key]])))
  })
  named <- replace(marks(theirs), read$lost, NA)
  # Where two lines read like the same total, which is which cannot be told.
  twice <- !is.na(named) & (duplicated(named) | duplicated(named, fromLast = TRUE))
  at <- replace(match(named, marks(ours)), read$lost | twice, NA)
  figures <- setdiff(intersect(names(own), names(totals)), c(keys, brief$keys, level_columns))
  alike <- kinds_alike(own, totals, figures, c("the page", "the table"))
  there <- which(!is.na(at))
  label <- data.frame(line = vapply(there, function(k) total_words_of(lapply(theirs, `[`, k)), ""))
  pairs <- list(line = seq_along(there))
  here <- cbind(label, alike$tables[[1]][at[there], figures, drop = FALSE])
  theirs_now <- cbind(label, alike$tables[[2]][there, figures, drop = FALSE])
  cells <- do.call(rbind, lapply(figures, function(column) {
    if (first) differing_cells(theirs_now, here, pairs, "line", column, bounds, digits) else
      differing_cells(here, theirs_now, pairs, "line", column, bounds, digits)
  }))
  list(cells = with_texts_if_any(cells), compared = length(there) * length(figures), unmatched = sum(is.na(at)))
}

totals_in_words <- function(of) {
  n <- if (is.null(of$cells)) 0 else nrow(of$cells)
  paste0("Totals: ", if (of$compared == 0) "none has its like on the page" else sprintf(
    "%s held against the page's own, %s",
    count_of(of$compared, "cell"), if (n == 0) "all equal" else is_differ(n)),
  if (of$unmatched > 0 && of$compared > 0) sprintf("; %s no like", have(of$unmatched, "line")), ".")
}

# All lines of a page as they are worked, with other subtotals or none.
without_shown <- function(brief, footing = NULL) {
  sections <- brief$sections[setdiff(names(brief$sections), c("show", "order", "layout", "chart", "control"))]
  sections$footing <- footing
  new_brief(brief$source, sections, brief$given, isTRUE(brief$narrowed))
}

total_words_of <- function(keys) {
  named <- unlist(keys)[!is.na(unlist(keys))]
  if (length(named)) paste("total of", paste(names(named), named, collapse = ", ")) else "total"
}
