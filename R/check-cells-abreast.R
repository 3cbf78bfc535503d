# abreast: each cell of a crosstab is the line that has the keys of its row and the value of its column.

check_cells_abreast <- function(drawn, abreast) {
  wide <- drawn$page$wide
  keys <- setdiff(drawn$lines$keys, abreast$key)
  row_of <- line_names(drawn, keys)
  across <- heads_of(drawn$lines$columns[[abreast$key]])
  summed <- if (is_footed(drawn$lines)) summed_flags(abreast$key, drawn$lines) != 0 else rep(FALSE, drawn$lines$n)
  wrong <- lapply(seq_along(wide$columns), function(k) {
    line <- wide$lines[[k]]
    value <- plain_vector(wide$columns[[k]])
    there <- plain_vector(pick_rows(drawn$lines$columns[[wide$figure[k]]], line))
    of_row <- is.na(line) | row_of[line] == row_of[wide$rows]
    of_column <- is.na(line) | if (wide$total[k]) summed[line] else !summed[line] & across[line] == wide$head[k]
    which(!(of_row & of_column & same_values(value, there)))
  })
  missed <- lines_without_cell(drawn, wide)
  n <- sum(lengths(wrong))
  cells <- length(wide$columns) * length(wide$rows)
  if (n == 0 && missed == 0) return(a_check("cells abreast", TRUE, sprintf(
    "Abreast: each of %s is the line with the keys of its row and the value of its column.", count_of(cells, "cell")
  )))
  first <- which(lengths(wrong) > 0)[1]
  a_check("cells abreast", FALSE, paste0("Abreast: ", both(c(
    if (n > 0) sprintf("%s of %s %s of other keys than row and column say, the first under %s in row %s",
      big_mark(n), count_of(cells, "cell"), if (n == 1) "is" else "are", tick(names(wide$columns)[first]),
        big_mark(wrong[[first]][1])),
    if (missed > 0) sprintf("%s in no cell", is_are(missed, "line"))
  )), "."))
}

# Keys of lines by their values, and which of them a line sums over.
line_names <- function(drawn, keys) {
  lines <- drawn$lines
  parts <- lapply(keys, function(key) {
    text <- key_of_lines(as_frame(list(key = plain_vector(lines$columns[[key]])), lines$n), "key")
    if (is_footed(lines)) paste(summed_flags(key, lines), text) else text
  })
  if (length(parts) == 0) rep("", lines$n) else do.call(paste, c(parts, sep = "\r"))
}

# Own lines that are shown, and of which some figure is in no cell.
lines_without_cell <- function(drawn, wide) {
  own <- intersect(display_rows(drawn), own_lines(drawn$lines))
  held <- lapply(split(wide$lines, wide$figure), function(lines) own %in% unlist(lines))
  if (length(held)) sum(!Reduce(`&`, held)) else length(own)
}
