# What lines and groups are called in a picture. The whole name is what tells marks apart; only what is written is
# short.

# Texts for the numbers of groups, one each: those that read alike are told apart by signs without width.
told_apart <- function(texts) {
  turn <- stats::ave(seq_along(texts), texts, FUN = seq_along)
  paste0(texts, strrep("\u200b", turn - 1))
}

# Texts at a length that fits. Where two would be the same so, what lies in their middle is left out instead.
short_labels <- function(texts, most = 32) {
  texts <- as.character(texts)
  short <- fitting_texts(texts, most)
  alike <- short %in% short[duplicated(short) & !duplicated(texts)] & nchar(texts) > most
  half <- (most - 1) %/% 2
  short[alike] <- paste0(substr(texts[alike], 1, half), "\u2026", substring(texts[alike],
    nchar(texts[alike]) - half + 1))
  short
}

# The label behind the name of its group, of a scale that has both.
labels_behind <- function(id) short_labels(sub("^.*\r", "", id))

short_panels <- function() ggplot2::as_labeller(function(texts) short_labels(texts))

# Text from data at a length that fits, cleaned; a long one is cut with three dots.
fitting_texts <- function(texts, most = 32) {
  texts <- clean_text(texts)
  long <- nchar(texts) > most
  texts[long] <- paste0(substr(texts[long], 1, most - 1), "\u2026")
  texts
}
