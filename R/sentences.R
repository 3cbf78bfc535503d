# Words and numbers put into sentences: counts, lists, hints at the nearest name.

tick <- function(x) if (length(x) == 0) character() else paste0("`", x, "`")

either <- function(x) join_words(x, "or")

both <- function(x) join_words(x, "and")

# The same for each place of several vectors.
both_each <- function(parts) {
  n <- length(parts)
  if (n == 1) return(parts[[1]])
  paste(do.call(paste, c(parts[-n], sep = ", ")), "and", parts[[n]])
}

join_words <- function(x, word) {
  n <- length(x)
  if (n < 2) return(paste0(x, collapse = ""))
  paste(if (n == 2) x[1] else paste(x[-n], collapse = ", "), word, x[n])
}

# At most so many, and how many more.
listing <- function(x, most = 5) {
  if (length(x) <= most) {
    return(both(x))
  }
  paste0(paste(x[seq_len(most)], collapse = ", "), " and ", length(x) - most, " more")
}

# "1 line", "2,000 lines"
count_of <- function(n, one, many = if (one == "entry") "entries") {
  if (isTRUE(n == 1)) return(sprintf("%s %s", big_mark(n), one))
  if (is.null(many)) sprintf("%s %ss", big_mark(n), one) else sprintf("%s %s", big_mark(n), many)
}

big_mark <- function(n) {
  if (length(n) == 1 && !is.object(n) && !is.na(n) && n >= 0 && n < 1000 && n == floor(n)) return(as.character(n))
  group_digits(format(n, scientific = FALSE, trim = TRUE))
}

# Digits with a mark after each thousand: "-1234567.5" is "-1,234,567.5".
group_digits <- function(text) {
  first <- 1 + startsWith(text, "-")
  at <- regexpr(".", text, fixed = TRUE) - 4L
  whole <- which(at < -4)
  at[whole] <- nchar(text[whole]) - 3L
  long <- which(at >= first)
  while (length(long)) {
    text[long] <- paste0(substr(text[long], 1, at[long]), ",", substr(text[long], at[long] + 1, nchar(text[long])))
    at <- at - 3
    long <- long[at[long] >= first[long]]
  }
  text
}

entry_count <- function(n) count_of(n, "entry", "entries")

is_are <- function(n, what) paste(count_of(n, what), if (n == 1) "is" else "are")

have <- function(n, what) paste(count_of(n, what), if (n == 1) "has" else "have")

is_are_number <- function(n) paste(big_mark(n), if (n == 1) "is" else "are")

number_word <- function(n) {
  words <- c("one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten")
  if (n <= length(words)) words[n] else format(n)
}

ordinal <- function(n) {
  last <- if (n %% 100 %in% 11:13 || n != round(n)) 0 else n %% 10
  paste0(format(n), switch(as.character(last), `1` = "st", `2` = "nd", `3` = "rd", "th"))
}

shortened <- function(text, most = 60) {
  if (nchar(text) > most) paste0(substr(text, 1, most - 3), "...") else text
}

a_thing <- function(x) sprintf("an object of class %s", tick(class(x)[1]))

# The candidates most like a name, best first.
nearest <- function(name, candidates, most = 3) {
  candidates <- unique(candidates[nzchar(candidates) & nchar(candidates) <= longest_name])
  if (length(candidates) == 0 || !nzchar(name) || nchar(name) > longest_name) {
    return(character())
  }
  distance <- drop(utils::adist(name, candidates, ignore.case = TRUE, partial = FALSE))
  within <- nchar(name) > 2 & nchar(candidates) > 2 & (
    startsWith(tolower(candidates), tolower(name)) | startsWith(tolower(name), tolower(candidates))
  )
  near <- distance <= if (nchar(name) < 4) 1 else max(2, nchar(name) %/% 4)
  near <- near | within
  utils::head(candidates[near][order(distance[near])], most)
}

# Names longer than this are not looked through for one like another.
longest_name <- 200

# "Did you mean a or b?", or the whole choice when nothing is near.
meant <- function(name, candidates, kind = "columns") {
  near <- nearest(name, candidates)
  if (length(near) > 0) {
    return(sprintf("Did you mean %s?", either(tick(near))))
  }
  if (length(candidates) == 0) {
    return(sprintf("There are no %s here.", kind))
  }
  sprintf("The %s here are %s.", kind, listing(tick(candidates), 12))
}

# Whatever comes from data, names, files or options passes here before it reaches a page or a message:
# control characters and marks that hide or turn text are written out.
clean_text <- function(text) core_escape_text(as.character(text))

short_name <- function(name) if (nchar(name) > 40 || grepl("[(\"]", name)) "the table" else name
