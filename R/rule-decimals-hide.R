# Decimals that hide a difference: values that are not zero and print as zero, or differ and all print alike.

room("decimals_hide", "rule", place = 57, of_ledger = NULL, of_values = NULL,
  words = "formats that print what is not zero as zero in most lines, or lines that differ as the same number",
  example = quote(brief(data.frame(lock = c("Ash", "Birch"), rise = c(0.2, 0.4)), lines = lock,
    figures = c(rise = mean(rise)), layout = c(lock, decimals(rise, 0)))),
  twin = quote(brief(data.frame(lock = c("Ash", "Birch"), rise = c(0.2, 0.4)), lines = lock,
    figures = c(rise = mean(rise)), layout = c(lock, decimals(rise, 1)))),
  of_page = function(drawn) {
    rows <- lines_to_read(drawn)
    parts <- Filter(function(part) !is.null(part$format), laid_out(drawn))
    if (length(rows) < 2) return(NULL)
    lapply(parts, function(part) {
      x <- drawn$lines$columns[[part$name]]
      if (is_number_column(x)) said_hidden(part, as_plain_number(x)[rows], printed_texts(drawn, part$name, rows))
    })
  }
)

said_hidden <- function(part, x, texts) {
  known <- is.finite(x)
  if (!any(known)) return(NULL)
  zero <- known & x != 0 & printed_numbers(texts) %in% 0
  apart <- diff(range(x[known])) > 0.02 * max(abs(x[known]), 0)
  alike <- sum(known) > 1 && length(unique(texts[known])) == 1 && isTRUE(apart)
  if (sum(zero) <= sum(known) / 2 && !alike) return(NULL)
  a_finding(sprintf(
    "Decimals: `%s` prints %s as %s, and they are from %s to %s.", part$name, count_of(if (alike) sum(known) else
      sum(zero), "value"), if (alike) texts[known][1] else texts[zero][1], exact_text(min(x[known])),
    exact_text(max(x[known]))
  ), part$name, weight = if (alike) 1 else sum(zero) / sum(known))
}
