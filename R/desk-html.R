# Pieces of the page as text.

# Without the line ends beside tags, which would show as blanks.
html_text_of <- function(...) {
  html <- as.character(htmltools::doRenderTags(htmltools::tagList(...), indent = FALSE))
  gsub("(?<=>)\n|\n(?=<)", "", html, perl = TRUE)
}
