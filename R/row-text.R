# Row functions on text. Each works on the different texts of a column once.

room("joined", "row", topic = "text",
  args = alist(... = , sep = " "), takes = list(... = "any", sep = "text"), gives = "text", one = "sep",
  work = function(..., sep) {
    parts <- lapply(list(...), as_written)
    Reduce(function(a, b) join_two(a, b, sep), parts)
  },
  again = function(..., sep) {
    parts <- lapply(list(...), text_again)
    if (any(vapply(parts, is.null, TRUE))) return(NULL)
    gone <- Reduce(`|`, lapply(parts, is.na))
    ifelse(gone, NA, do.call(paste, c(parts, list(sep = sep[1]))))
  },
  in_sql = function(sql, node, to) {
    own <- names(node$args) != "sep"
    parts <- unlist(Map(text_said, sql[own], node$args[own], list(to)))
    sep <- if (identical(node$args$sep$value, "")) NULL else sql$sep
    to$server$joined(utils::head(unlist(lapply(parts, c, sep)), length(parts) * (1 + length(sep)) - length(sep)))
  },
  words = "texts joined into one; missing if one of them is"
)

# What is written the same way here and there: texts, dates and whole numbers.
text_said <- function(sql, node, to) {
  if (node$kind %in% kind_sets$text) return(sql)
  if (node$kind %in% c("integer", "integer64", "date")) return(in_type(sql, "text", to))
  not_in_sql(sprintf("%s is written differently there", kind_name(node$kind)), to)
}

join_two <- function(a, b, sep) {
  if (is_one_text(a)) return(on_texts(b, function(t) paste(a, t, sep = sep)))
  if (is_one_text(b)) return(on_texts(a, function(t) paste(t, b, sep = sep)))
  n <- length(texts_of(b))
  pair <- (codes_of(a) - 1) * n + codes_of(b)
  pairs <- unique(pair[!is.na(pair)])
  texts <- paste(texts_of(a)[(pairs - 1) %/% n + 1], texts_of(b)[(pairs - 1) %% n + 1], sep = sep)
  pooled(match(pair, pairs), texts)
}

room("as_text", "row", topic = "text",
  args = alist(x = ), takes = list(x = "any"), gives = "text", work = as_written, again = function(x) text_again(x),
  in_sql = function(sql, node, to) text_said(sql$x, node$args$x, to),
  words = "text out of any value"
)

# A function of texts and what it is told besides: on each text once where that is the same for all
# rows, else on each combination once. What is missing anywhere gives missing.
on_text <- function(name, gives, fn, words, again, args = alist(x = ), takes = list(x = "text"), ready = NULL,
                    phrases = NULL, in_sql = NULL) {
  force(phrases)
  force(in_sql)
  room(name, "row", topic = "text",
    args = args, takes = takes, gives = gives, ready = ready,
    work = function(...) texts_worked(fn, list(...)), again = function(...) each_text_again(again, list(...)),
    words = words, phrases = phrases, in_sql = in_sql
  )
}

# Capitals of letters beyond a to z are another matter on each server.
by_letters <- function(sql, node, to) not_in_sql("which letters have a capital is another matter there", to)

texts_worked <- function(fn, args) {
  rest <- lapply(args[-1], plain_vector)
  if (all(lengths(rest) == 1)) {
    if (anyNA(unlist(rest))) fn <- function(texts, ...) rep(NA, length(texts))
    return(on_texts(args[[1]], function(texts) do.call(fn, c(list(texts), unname(rest)))))
  }
  n <- max(vapply(args, length_of, 1))
  columns <- lapply(unname(args), function(x) {
    if (is_textual(x)) x <- as_text_vector(x)
    if (length_of(x) == n) x else repeated(x, n)
  })
  groups <- core_group(columns, n)
  first <- core_group_facts(groups)$first
  values <- lapply(columns, function(x) plain_vector(pick_rows(x, first)))
  gone <- Reduce(`|`, lapply(values, is.na))
  there <- lapply(values, `[`, !gone)
  if (all(gone)) there <- lapply(values, function(x) if (is.character(x)) "a" else 1)  # for the kind of the answer
  result <- do.call(fn, there)
  every <- rep(result[NA_integer_], length(first))
  if (any(!gone)) every[!gone] <- result
  number <- core_group_numbers(groups)
  if (is.character(every)) pooled(number, every) else core_look_up(number, every)
}

# What is made of a text column, by choosing.
of_text <- function(name, says) {
  list(phrase(says, call(name, quote(.x)), named = paste0("{x}_", name), group = "text",
    x = blank("column", of = "text")))
}

on_text("upper", "text", in_unicode(toupper), "in capitals", toupper, phrases = of_text("upper", "{x} in capitals"),
  in_sql = by_letters)
on_text("lower", "text", in_unicode(tolower), "in small letters", tolower,
  phrases = of_text("lower", "{x} in small letters"), in_sql = by_letters)
on_text(
  "trimmed", "text", in_unicode(function(x) gsub("[[:space:]]+", " ", trimws(x))), "without spare spaces",
  function(x) paste(Filter(nzchar, strsplit(x, "[[:space:]]+")[[1]]), collapse = " "),
  phrases = of_text("trimmed", "{x} without spare spaces")
)
on_text("text_length", "integer", in_unicode(function(x) nchar(x, "chars")), "the number of characters",
  function(x) length(utf8ToInt(x)), phrases = of_text("text_length", "the length of {x}"),
  in_sql = function(sql, node, to) sprintf("%s(%s)", to$server$functions[["text_length"]], bare_sql(sql$x)))

length_said <- function(sql, to) sprintf("%s(%s)", to$server$functions[["text_length"]], bare_sql(sql))

with_part <- alist(x = , part = )

of_part <- function(name, says) {
  list(phrase(says, call(name, quote(.x), quote(.v)), group = "conditions", x = blank("column", of = "words"),
    v = blank("value", like = "x")))
}
part_takes <- list(x = "text", part = "text")
on_text("starts_with", "logical", function(x, part) startsWith(x, part), "begins with",
  function(x, part) identical(substr(x, 1, nchar(part)), part), with_part, part_takes,
  phrases = of_part("starts_with", "{x} begins with {v}"), in_sql = function(sql, node, to) {
    n <- length_said(sql$part, to)
    sprintf("(%s = %s)", to$server$part_of(sql$x, "1", n), sql$part)
  })
on_text("ends_with", "logical", function(x, part) endsWith(x, part), "ends with",
  function(x, part) identical(substr(x, nchar(x) - nchar(part) + 1, nchar(x)), part), with_part, part_takes,
  phrases = of_part("ends_with", "{x} ends with {v}"), in_sql = function(sql, node, to) {
    if (identical(node$args$part$value, "")) return(sprintf("(%1$s = %1$s)", sql$x))
    from <- sprintf("%s - %s + 1", length_said(sql$x, to), length_said(sql$part, to))
    long <- sprintf("%s >= %s", length_said(sql$x, to), length_said(sql$part, to))
    sprintf("(%s AND %s = %s)", long, to$server$part_of(sql$x, from, NULL), sql$part)
  })
on_text(
  "contains", "logical", function(x, part) by_part(part, x, function(one, texts) grepl(one, texts, fixed = TRUE)),
  "contains", function(x, part) !nzchar(part) || regexpr(part, x, fixed = TRUE) > 0, with_part, part_takes,
  phrases = of_part("contains", "{x} contains {v}"),
  in_sql = function(sql, node, to) {
    if (identical(node$args$part$value, "")) return(sprintf("(%1$s = %1$s)", sql$x))
    sprintf("(%s > 0)", to$server$place_of(sql$part, sql$x))
  }
)

# Work on all texts that share a part at once.
by_part <- function(part, x, work) {
  if (length(part) == 1) return(work(part, x))
  result <- lapply(split(seq_along(x), match(part, unique(part))), function(at) work(part[at[1]], x[at]))
  unsplit(result, match(part, unique(part)))
}

replaced_part <- function(x, from, to) {
  pair <- paste0(nchar(from), ":", from, to)
  which <- match(pair, unique(pair))
  by_part(which, x, function(one, texts) {
    at <- match(one, which)
    if (isTRUE(nzchar(from[at]))) gsub(from[at], to[at], texts, fixed = TRUE) else texts
  })
}

on_text("replaced", "text", replaced_part, "with a part replaced, letter for letter",
  function(x, from, to) if (nzchar(from)) replaced_again(x, from, to) else x,
  args = alist(x = , from = , to = ), takes = list(x = "text", from = "text", to = "text"),
  ready = function(args, ctx) {
    if (identical(args$from$value, "")) stop_in(ctx, "bad_argument", "replaced() has nothing to look for: from = \"\".")
    args
  },
  in_sql = function(sql, node, to) {
    if (node$args$from$type != "value") not_in_sql("what is looked for is no constant, and may be empty", to)
    sprintf("replace(%s)", toString(vapply(sql, bare_sql, "")))
  }
)

whole_places <- function(args, ctx) {
  for (name in c("from", "to")) {
    value <- args[[name]]$value
    if (is.numeric(value) && !is.na(value) && value != floor(value)) stop_in(
      ctx, "bad_argument", sprintf("characters(%s = ) takes a whole number, and got %s.", name, value_text(value))
    )
  }
  args
}

on_text("characters", "text", in_unicode(function(x, from, to) substr(x, as.double(from), as.double(to))),
  "the characters from one place to another",
  function(x, from, to) substring(x, from, to),
  args = alist(x = , from = , to = 2147483647), takes = list(x = "text", from = "number", to = "number"),
  ready = whole_places,
  in_sql = function(sql, node, to) {
    from <- max(1, constant_of(node$args$from, "from", to))
    upto <- constant_of(node$args$to, "to", to)
    to$server$part_of(sql$x, sprintf("%.0f", from), sprintf("%.0f", max(0, min(upto, 2147483647) - from + 1)))
  }
)
