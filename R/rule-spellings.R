# Texts that differ only by case or spaces, and stand for themselves.

room("spellings", "rule", place = 2,
  repair = function(columns, n) {
    names <- names(Filter(function(x) is_text_vector(x) && !is.null(spellings_shown(texts_of(x))), columns))
    lapply(names, function(name) {
      a_repair(
      call("mend_keys", as.name(name)), 1, sprintf("in %s %s", name, spellings_shown(texts_of(columns[[name]])))
    )
    })
  },
  of_ledger = function(columns, n) {
    each_column(columns, is_text_vector, function(x, name) {
      shown <- spellings_shown(texts_of(x))
      if (!is.null(shown)) sprintf("`%s`: %s differ only by case or spaces.", name, shown)
    })
  },
  of_page = function(drawn) lapply(drawn$lines$keys, function(key) spellings_of_key(drawn, key))
)

# What the rarer spelling of a key's values carries.
spellings_of_key <- function(drawn, key) {
  own <- own_lines(drawn$lines)
  x <- as_text_or_null(pick_rows(drawn$lines$columns[[key]], own))
  if (is.null(x) || length(texts_of(x)) > limit("most_spellings")) return(NULL)
  texts <- texts_of(x)[sort(unique(codes_of(x)))]
  shown <- spellings_shown(texts)
  if (is.null(shown)) return(NULL)
  a_note("spellings", sprintf(
    "Keys: of %s, %s differ only by case or spaces and stand in lines of their own; the rarer spelling has %s.",
    key, shown, entry_count(rarer_spellings(x, texts, line_entries_of(drawn, own)))
  ))
}

spellings_shown <- function(texts) {
  same <- folded(texts)
  twice <- unique(same[duplicated(same)])
  if (length(twice) == 0) return(NULL)
  shown <- vapply(utils::head(twice, 3), function(one) both(vapply(texts[same == one], value_text, "")), "")
  paste(shown, collapse = "; also ")
}

folded <- function(texts) in_unicode(function(x) tolower(gsub("[[:space:]]+", " ", trimws(x))))(texts)

rarer_spellings <- function(x, texts, entries) {
  plain <- plain_vector(x)
  same <- folded(texts)
  sum(vapply(unique(same[duplicated(same)]), function(one) {
    often <- vapply(texts[same == one], function(text) sum(entries[plain %in% text]), 1)
    sum(often) - max(often)
  }, 1))
}
