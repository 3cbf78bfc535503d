# One value in several spellings that a reader takes for the same: case, spaces, composed letters, letters and
# punctuation that look alike, word breaks, accents, leading zeros; or a letter that was dropped or doubled in a few.

room("spellings", "rule", place = 2, of_ledger = NULL, of_page = NULL,
  words = "one value in spellings that a reader takes for the same: case, spaces of any kind, letters and punctuation
    that look alike, word breaks, accents, leading zeros, or a letter dropped or doubled in a few entries",
  example = quote(brief(transform(demo_table("dues"), wharf = replace(wharf, 9, "alder ")), lines = wharf,
    figures = c(dues = sum(due)))),
  twin = quote(brief(demo_table("dues"), lines = wharf, figures = c(dues = sum(due)))),
  of_values = function(seen) {
    do.call(c, lapply(columns_of_text(seen, seen$bare), function(name) {
      texts <- seen$texts(name)
      known <- texts$text != ""
      list(spelled_alike(seen, name, texts$text[known], texts$n[known]))
    }))
  }
)

# Ways of writing that are overlooked, from the slightest on, and what two texts are then said to differ by.
spelling_ways <- list(
  list(fold = function(x) folded(x), words = "case or spaces"),
  list(fold = function(x) look_alike(x), words = "letters or punctuation that look alike"),
  list(fold = function(x) without_accents(look_alike(x)), words = "accents or forms of letters", by_name = TRUE),
  list(fold = function(x) without_breaks(without_accents(look_alike(x))), words = "word breaks", by_name = TRUE),
  list(fold = function(x) sub("^0+(?=[0-9])", "", look_alike(x), perl = TRUE), words = "leading zeros",
    by_name = TRUE)
)

spelled_alike <- function(seen, name, texts, n) {
  told <- rep(FALSE, length(texts))
  for (way in spelling_ways) {
    same <- way$fold(texts)
    twice <- !told & same %in% same[duplicated(same)] & same != "" & !is.na(same)
    if (way$words == "leading zeros") twice <- twice & grepl("^[[:space:]]*[0-9]+[[:space:]]*$", texts)
    if (any(twice)) return(said_alike(seen, name, texts[twice], n[twice], same[twice], way))
  }
  slipped <- slips_among(texts, n)
  if (!is.null(slipped)) said_alike(seen, name, slipped$texts, slipped$n, slipped$same, list(words = "one letter",
    by_name = TRUE))
}

said_alike <- function(seen, name, texts, n, same, way) {
  values <- unique(same)
  shown <- vapply(utils::head(values, 3), function(one) both(vapply(texts[same == one], value_text, "")), "")
  most <- stats::ave(n, match(same, values), FUN = function(n) seq_along(n) == which.max(n)) == 1
  rows <- rows_of_texts(seen, name, texts[!most])
  rest <- length(values) - length(shown)
  a_finding(
    sprintf("Spellings: in `%s`, %s%s differ only by %s; the rarer spelling has %s, the first in %s.", name,
      paste(shown, collapse = "; also "), if (rest > 0) sprintf(" and %s more", big_mark(rest)) else "", way$words,
      entry_count(length(rows)), seen$row(rows[1])),
    name, rows, carried = "it carries", repair = if (name %in% seen$all) a_repair("prepare", mending(name, if (
      isTRUE(way$by_name)) stats::setNames(texts[most][match(same[!most], same[most])], texts[!most])), 1)
  )
}

# mend_keys() overlooks what readers overlook; what is more than that goes by name.
mending <- function(name, spellings) {
  if (is.null(spellings)) return(call("mend_keys", as.name(name)))
  call("mend_keys", as.name(name), spellings = as.call(c(quote(c), as.list(spellings))))
}

folded <- remembering(function(texts) {
  in_unicode(function(x) tolower(gsub("[[:space:]]+", " ", trimws(x))))(texts)
})

# Words that are parted by a space, a point, a stroke or not at all, and "&" for "and"; figures keep theirs apart.
without_breaks <- remembering(function(x) {
  x <- gsub(" ?(&|\\band\\b) ?", "&", x)
  x <- gsub("([^0-9])[-_. ]+", "\\1", x)
  gsub("[-_. ]+([^0-9])", "\\1", x)
})

without_accents <- remembering(function(x) {
  if (all(!grepl("[^ -~]", x, useBytes = TRUE))) return(x)
  if (requireNamespace("utf8", quietly = TRUE)) x <- in_unicode(utf8::utf8_normalize)(x, map_compat = TRUE)
  in_unicode(function(x) {
    from <- "\u00e0\u00e1\u00e2\u00e3\u00e4\u00e5\u00e7\u00e8\u00e9\u00ea\u00eb\u00ec\u00ed\u00ee\u00ef\u00f1"
    more <- "\u00f2\u00f3\u00f4\u00f5\u00f6\u00f8\u00f9\u00fa\u00fb\u00fc\u00fd\u00ff\u0161\u017e\u010d\u0142"
    gsub("\u00df", "ss", chartr(paste0(from, more), "aaaaaaceeeeiiiinoooooouuuuyyszcl", x))
  })(x)
})

# Words of which a few entries drop, double or exchange a letter: one entry beside five or more of the usual spelling,
# or few beside fifty times as many.
slips_among <- function(texts, n) {
  words <- folded(texts)
  able <- nchar(words) >= 4 & !grepl("[0-9]", words)
  if (sum(able) < 2 || length(texts) > 2000) return(NULL)
  rare <- which(able & n <= pmax(1, sum(n) / 200))
  for (one in rare) {
    usual <- which(able & n >= (if (n[one] == 1) 5 else 50) * n[one])
    near <- usual[abs(nchar(words[usual]) - nchar(words[one])) <= 1 & nchar(words[usual]) >= 5]
    like <- near[vapply(words[near], one_slip_apart, TRUE, other = words[one])]
    if (length(like)) return(list(texts = texts[c(like[1], one)], n = n[c(like[1], one)], same = rep("one", 2)))
  }
}

# Whether one of two words is the other with a letter more inside of it, not at its ends, or with two letters exchanged.
one_slip_apart <- function(a, other) {
  if (nchar(a) == nchar(other)) return(letters_exchanged(strsplit(a, "")[[1]], strsplit(other, "")[[1]]))
  long <- strsplit(if (nchar(a) > nchar(other)) a else other, "")[[1]]
  short <- if (nchar(a) > nchar(other)) other else a
  any(vapply(seq_along(long)[-c(1, length(long))], function(k) paste(long[-k], collapse = "") == short, TRUE))
}

letters_exchanged <- function(a, b) {
  at <- which(a != b)
  length(at) == 2 && diff(at) == 1 && identical(a[at], rev(b[at]))
}
