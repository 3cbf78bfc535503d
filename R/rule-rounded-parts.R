# Printed lines that do not add up to the printed total, since each is rounded by itself.

room("rounded_parts", "rule", place = 53, of_ledger = NULL, of_values = NULL,
  words = "printed lines that miss their printed total, or their subtotal, since each is rounded by itself",
  example = quote(brief(data.frame(lock = c("Ash", "Birch", "Cedar"), toll = c(1.4, 2.4, 3.4)), lines = lock,
    figures = c(tolls = sum(toll)), footing = rollup(lock), layout = c(lock, decimals(tolls, 0)))),
  twin = quote(brief(data.frame(lock = c("Ash", "Birch", "Cedar"), toll = c(1.4, 2.4, 3.4)), lines = lock,
    figures = c(tolls = sum(toll)), footing = rollup(lock), layout = c(lock, decimals(tolls, 1)))),
  of_page = function(drawn) {
    own <- lines_to_read(drawn)
    if (length(own) < 2 || !is_footed(drawn$lines) || hidden_lines(drawn$lines) > 0) return(NULL)
    lapply(names(additive_nodes(drawn)), function(name) rounded_apart(drawn, name, own))
  }
)

# Whether nothing is rounded away where a column prints as ever, but for the last bits of a sum of decimal amounts.
prints_whole <- function(x) isTRUE(all(abs(round(x, needed_decimals(x)) - x) <= 4 * .Machine$double.eps * abs(x)))

rounded_apart <- function(drawn, name, own) {
  lines <- drawn$lines
  if (!is_number_column(lines$columns[[name]])) return(NULL)
  if (is.integer(lines$columns[[name]]) && is.null(format_on_page(drawn, name))) return(NULL)
  if (is.null(format_on_page(drawn, name)) && prints_whole(as_plain_number(lines$columns[[name]]))) return(NULL)
  texts <- printed_texts(drawn, name, seq_len(lines$n))
  printed <- printed_numbers(texts)
  if (isTRUE(all(printed == as_plain_number(lines$columns[[name]])))) return(NULL)
  off <- integer()
  said <- NULL
  parts <- ifelse(is.na(printed), 0, printed)[own]
  for (k in seq_along(lines$levels)) {
    at <- which(lines$level == k + 1)
    whole <- printed[at]
    sums <- by_line(parts, lines$levels[[k]]$of_line, length(at))
    apart <- which(abs(sums - whole) > 1e-6 * pmax(1, abs(whole)) + 1e-9)
    if (length(apart) && is.null(said)) said <- list(line = at[apart[1]], sum = sums[apart[1]], whole = whole[apart[1]])
    off <- c(off, at[apart])
  }
  if (length(off) == 0) return(NULL)
  decimals <- printed_decimals(texts[own])
  a_finding(sprintf(
    "Rounded: as printed, the lines of `%s` add up to %s and the total says %s, in %s%s; each is rounded by itself.",
    name, number_text(said$sum, decimals), number_text(said$whole, decimals), line_words(drawn, said$line),
    if (length(off) > 1) sprintf(" and %s more", count_of(length(off) - 1, "subtotal")) else ""
  ), name, weight = min(abs(said$sum - said$whole) / max(abs(said$whole), 1), 1))
}
