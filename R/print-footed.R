# How subtotals look: in the manner of account books, a single rule above them, a double rule under
# the grand total, and keys not repeated down the page. What a line sums over is said in words.

total_label <- "Total"
others_label <- "(others)"

# The texts of the key columns of a page, by their place in its layout, and where rules are drawn.
footed_page <- function(x, facts, layout, rows) {
  shown <- length(rows)
  kind <- x$line_kind[rows]
  summed <- lapply(x$summed_over[rows], names_in_text)
  at <- which(vapply(layout, function(part) part$name %in% facts$keys, TRUE))
  texts <- lapply(at, function(k) {
    part <- layout[[k]]
    values <- pick_plain(x[[part$name]], rows)
    over <- vapply(summed, function(keys) part$name %in% keys, TRUE) & kind != "others"
    key_cells(values, part, over, kind)
  })
  first <- kind == "total"
  if (length(texts)) {
    texts[[1]][first] <- total_label
    texts[-1] <- lapply(texts[-1], function(text) ifelse(first, "", text))
  }
  of_subtotals <- kind %in% c("subtotal", "total")
  alike <- c(
    FALSE, of_subtotals[-shown] & kind[-1] == kind[-shown] & x$summed_over[rows][-1] == x$summed_over[rows][-shown]
  )
  before <- identical(facts$subtotals, "before")
  list(
    texts = stats::setNames(not_repeated(texts), at), above = of_subtotals & !alike & !before,
    below = ifelse(kind == "total", 2, ifelse(of_subtotals & before, 1, 0))
  )
}

# What a line sums over, as text and back: names with a comma in them stand in backticks.
text_of_names <- function(names) {
  odd <- grepl("[,`]", names)
  if (any(odd)) names[odd] <- paste0("`", gsub("`", "``", names[odd], fixed = TRUE), "`")
  paste(names, collapse = ", ")
}

names_in_text <- function(text) {
  if (is.na(text) || !nzchar(text)) return(character())
  if (!grepl("`", text, fixed = TRUE)) return(strsplit(text, ", ", fixed = TRUE)[[1]])
  found <- regmatches(text, gregexpr("`([^`]|``)*`|[^,`]+", text))[[1]]
  found <- trimws(found)
  found <- found[nzchar(found)]
  quoted <- startsWith(found, "`")
  found[quoted] <- gsub("``", "`", substr(found[quoted], 2, nchar(found[quoted]) - 1), fixed = TRUE)
  found
}

# Data that read like one of our labels stand in quotes, so that no label can be taken for data.
key_cells <- function(values, part, over, kind) {
  label <- all_of_them(part$heading)
  texts <- key_texts(values, part$format)
  ours <- !is_missing_value(values) & texts %in% c(label, total_label, others_label, missing_mark)
  texts[ours] <- paste0("\"", texts[ours], "\"")
  texts[over] <- label
  texts[kind == "others" & is_missing_value(values)] <- others_label
  texts
}

# A name as `goods` or `sales` is a plural already.
all_of_them <- function(heading) {
  if (!grepl("^[A-Za-z]+$", heading)) return(paste("all of", heading))
  word <- if (grepl("^[A-Z][a-z]", heading)) tolower(heading) else heading
  if (grepl("[^sui]s$", word)) return(paste("all", word))
  ending <- if (grepl("(s|x|z|ch|sh)$", word)) "es" else "s"
  if (grepl("[^aeiou]y$", word)) paste0("all ", sub("y$", "ies", word)) else paste0("all ", word, ending)
}

# A key is left blank where it and all before it are those of the row above; the last one never is.
not_repeated <- function(texts) {
  n <- length(texts)
  if (n < 2) return(texts)
  blank <- texts
  same <- rep(TRUE, length(texts[[1]]))
  for (k in seq_len(n - 1)) {
    same <- same & c(FALSE, texts[[k]][-1] == texts[[k]][-length(same)])[seq_along(same)]
    blank[[k]][same] <- ""
  }
  blank
}
