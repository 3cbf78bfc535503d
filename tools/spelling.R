# Looks over the spelling of all that is written for people: help pages, the pages in markdown, and the sentences in
# the code. Words of the trade and names that the dictionary lacks stand in tools/words.txt; any other unknown word ends
# the script with an error that says where it stands.
allowed <- readLines("tools/words.txt", encoding = "UTF-8")
dictionary <- hunspell::dictionary("en_GB", add_words = allowed)

# Code within a text is no prose.
without_code <- function(lines) {
  fence <- cumsum(grepl("^ *```", lines)) %% 2 == 1 | grepl("^ *```", lines)
  lines[fence] <- ""
  lines <- gsub("`[^`]*`", " ", lines)
  gsub("\\]\\([^)]*\\)|<[^>]*>|https?://[^ )]*", " ", lines)
}

of_markdown <- function(path) {
  lines <- readLines(path, encoding = "UTF-8")
  if (grepl("[.]Rmd$", path)) lines[seq_len(max(0, which(lines == "---")[2], na.rm = TRUE))] <- ""
  without_code(lines)
}

of_help <- function(path) {
  gsub("`[^`]*`", " ", as.character(tools::RdTextFilter(path, drop = c("\\examples", "\\usage", "\\code", "\\name",
    "\\alias", "\\link", "\\keyword", "\\title{", "\\url", "\\source"))))
}

# Sentences: constants of at least three words with a capital letter or a full stop.
of_code <- function(path) {
  parsed <- utils::getParseData(parse(path, keep.source = TRUE))
  texts <- parsed[parsed$token == "STR_CONST", c("line1", "text")]
  lines <- character(max(0, texts$line1))
  is_sentence <- grepl("[a-z]+ [a-z]+ [a-z]+", texts$text) & !grepl("[<{}\\\\^$*]|SELECT|CREATE", texts$text)
  texts <- texts[is_sentence, ]
  for (k in seq_len(nrow(texts))) lines[texts$line1[k]] <- gsub("%[-.0-9]*[a-z]|`[^`]*`", " ", texts$text[k])
  lines
}

unknown_in <- function(path, lines) {
  found <- hunspell::hunspell(lines, dict = dictionary)
  words <- unlist(found)
  if (length(words) == 0) return(NULL)
  data.frame(word = words, where = sprintf("%s:%d", path, rep(seq_along(found), lengths(found))))
}

pages <- c(Sys.glob(c("*.md", "docs/*.md", "vignettes/*.Rmd")), "bench/README.md", "src/core/README.md")
unknown <- do.call(rbind, c(
  lapply(pages, function(path) unknown_in(path, of_markdown(path))),
  lapply(Sys.glob("man/*.Rd"), function(path) unknown_in(path, of_help(path))),
  lapply(Sys.glob("R/*.R"), function(path) unknown_in(path, of_code(path)))
))
if (!is.null(unknown)) {
  by_word <- split(unknown$where, unknown$word)
  places <- vapply(by_word, function(at) toString(utils::head(unique(at), 3)), "")
  cat(sprintf("%s: %s", names(by_word), places), sep = "\n")
  cat("Mend them, or add words that are right to tools/words.txt.\n")
  quit(status = 1)
}
cat("spelling: clean\n")
