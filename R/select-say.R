# What a query's expressions are called in a brief. A scope tells what names stand for: `find(node)` gives the
# expression of a column, `figure(node)` and `window(node)` what stands for such calls; `q` is the query being read,
# with its text.

said_of_query <- function(node, scope) {
  key <- if (!is.null(scope$key)) scope$key(node)
  if (!is.null(key)) return(key)
  switch(node$type,
    value = if (is.na(node$value)) NA else node$value,
    date = call("as_date", node$value),
    timestamp = node$value,
    column = scope$find(node),
    case = said_case(node, scope),
    cast = said_cast(node, scope),
    extract = said_extract(node, scope),
    call = said_call(node, scope),
    in_query = , exists = , one_query = scope$query(node),
    interval = stop_at(scope$text, node$at, "an interval stands beside a date, or in a frame"),
    star = stop_at(scope$text, node$at, "* stands for columns in SELECT alone")
  )
}

outside <- function(what, node, scope, hint = NULL) {
  stop_at(scope$text, node$at, paste(what, "is not read here"), hint, class = "not_read")
}

all_said <- function(nodes, scope) lapply(nodes, said_of_query, scope = scope)

said_case <- function(node, scope) {
  branches <- lapply(node$branches, function(branch) as.call(c(quote(when), all_said(branch, scope))))
  otherwise <- if (!is.null(node$otherwise)) list(otherwise = said_of_query(node$otherwise, scope))
  as.call(c(quote(case), branches, otherwise))
}

said_cast <- function(node, scope) {
  x <- said_of_query(node$x, scope)
  type <- node$to$name
  if (type %in% c("text", "varchar", "character varying", "char", "character")) return(call("as_text", x))
  if (type == "date") return(call("as_date", x))
  if (type %in% c("numeric", "decimal", "real", "float", "double precision", "double")) return(call("as_number", x))
  if (type %in% c("integer", "int", "bigint", "smallint")) return(call("rounded", call("as_number", x), 0))
  stop_at(scope$text, node$to$at, sprintf("the type %s is not read here", type),
    "Types are text, date, integer, numeric and double precision.", class = "not_read")
}

parts_of_dates <- c(YEAR = "year", QUARTER = "quarter", MONTH = "month", WEEK = "week", DAY = "day", ISODOW = "weekday",
  ISOYEAR = "week_year")

said_extract <- function(node, scope) {
  x <- said_of_query(node$x, scope)
  if (node$part %in% names(parts_of_dates)) return(call(parts_of_dates[[node$part]], x))
  if (node$part == "DOW") return(call("%%", call("weekday", x), 7))
  outside(sprintf("EXTRACT(%s FROM ...)", node$part), node, scope)
}

# Calls ---------------------------------------------------------------------------------------------------------------

said_call <- function(node, scope) {
  if (!is.null(node$over) || node$fn %in% window_names) return(scope$window(node))
  if (node$fn %in% figure_names_in_sql) return(scope$figure(node))
  if (node$fn == "GROUPING") return(scope$grouping(node))
  say <- sql_calls[[node$fn]]
  if (is.null(say)) outside(sprintf("%s()", node$fn), node, scope, meant(node$fn, names(sql_calls), "functions"))
  say(node, scope)
}

window_names <- c("ROW_NUMBER", "RANK", "DENSE_RANK", "PERCENT_RANK", "CUME_DIST", "NTILE", "LAG", "LEAD",
  "FIRST_VALUE", "LAST_VALUE", "NTH_VALUE")
figure_names_in_sql <- c("COUNT", "SUM", "AVG", "MIN", "MAX", "STDDEV", "STDDEV_SAMP", "STDDEV_POP", "VARIANCE",
  "VAR_SAMP", "VAR_POP", "EVERY", "BOOL_AND", "BOOL_OR", "ANY", "SOME", "PERCENTILE_CONT", "MODE", "LISTAGG",
  "STRING_AGG")

# Under another name, with as many arguments.
renamed <- function(name, n = 1) {
  force(name)
  force(n)
  function(node, scope) {
    check_count(node, n, scope)
    as.call(c(as.name(name), all_said(node$args, scope)))
  }
}

check_count <- function(node, n, scope) {
  if (!length(node$args) %in% n || isTRUE(node$star)) stop_at(scope$text, node$at, sprintf(
    "%s() takes %s, and there are %d", node$fn, either(paste(n, "arguments")), length(node$args)))
}

in_turn <- function(name) {
  force(name)
  function(node, scope) Reduce(function(a, b) call(name, a, b), all_said(node$args, scope))
}

compares <- function(name) {
  force(name)
  function(node, scope) {
    sides <- all_said(node$args, scope)
    if (any(vapply(sides, identical, TRUE, NA))) return(call("&", quote(is_missing(NA)), NA))
    as.call(c(as.name(name), sides))
  }
}

sql_calls <- list(
  AND = in_turn("&"), OR = in_turn("|"), NOT = function(node, scope) {
    if (node$args[[1]]$type == "in_query") return(call("!", scope$query(node$args[[1]], negated = TRUE)))
    x <- said_of_query(node$args[[1]], scope)
    if (rlang::is_call(x, "!")) x[[2]] else call("!", x)
  },
  `=` = compares("=="), `<>` = compares("!="), `<` = compares("<"), `<=` = compares("<="), `>` = compares(">"),
  `>=` = compares(">="),
  `*` = in_turn("*"), `+` = function(node, scope) moved_in_query(node, scope, "+"),
  `-` = function(node, scope) {
    if (length(node$args) == 2) return(moved_in_query(node, scope, "-"))
    x <- said_of_query(node$args[[1]], scope)
    if (is.numeric(x)) -x else call("-", x)
  },
  `/` = function(node, scope) said_quotient(node, scope), `%` = renamed("%%", 2), MOD = renamed("%%", 2),
  `||` = function(node, scope) as.call(c(quote(joined), all_said(links_joined(node), scope), sep = "")),
  CONCAT = function(node, scope) {
    as.call(c(quote(joined), lapply(all_said(node$args, scope), function(x) {
      call("or_else", call("as_text", x), "")
    }), sep = ""))
  },
  `IS NULL` = function(node, scope) call("is_missing", said_of_query(node$args[[1]], scope)),
  `IS UNKNOWN` = function(node, scope) call("is_missing", said_of_query(node$args[[1]], scope)),
  `IS TRUE` = function(node, scope) call("or_else", said_of_query(node$args[[1]], scope), FALSE),
  `IS FALSE` = function(node, scope) call("or_else", call("!", said_of_query(node$args[[1]], scope)), FALSE),
  `IS DISTINCT FROM` = function(node, scope) {
    sides <- all_said(node$args, scope)
    gone <- lapply(sides, function(side) call("is_missing", side))
    call("case", call("when", call("|", gone[[1]], gone[[2]]), call("!=", gone[[1]], gone[[2]])),
      otherwise = call("!=", sides[[1]], sides[[2]]))
  },
  BETWEEN = function(node, scope) {
    scope$tell_between(node)
    as.call(c(quote(between), all_said(node$args, scope)))
  },
  IN = function(node, scope) said_in_list(node, scope), LIKE = function(node, scope) said_like(node, scope),
  COALESCE = in_turn("or_else"),
  NULLIF = function(node, scope) {
    sides <- all_said(node$args, scope)
    # Compared and ordered, what is no number is missing here anyway.
    if (identical(sides[[2]], "NaN")) return(sides[[1]])
    call("case", call("when", call("==", sides[[1]], sides[[2]]), NA), otherwise = sides[[1]])
  },
  GREATEST = in_turn("greatest"), LEAST = in_turn("least"), ABS = renamed("abs"), FLOOR = renamed("floor"),
  CEIL = renamed("ceiling"), CEILING = renamed("ceiling"), SQRT = renamed("sqrt"), EXP = renamed("exp"),
  LN = renamed("log"), SIGN = renamed("sign"), POWER = renamed("^", 2), ROUND = renamed("rounded", 1:2),
  UPPER = renamed("upper"), LOWER = renamed("lower"), CHAR_LENGTH = renamed("text_length"),
  CHARACTER_LENGTH = renamed("text_length"), LENGTH = renamed("text_length"), REPLACE = renamed("replaced", 3),
  TRIM = function(node, scope) {
    outside("TRIM of spaces at the ends alone", node, scope,
      "trimmed(x) of a brief also makes several spaces one.")
  },
  SUBSTRING = function(node, scope) said_substring(node, scope), SUBSTR = function(node, scope) {
    said_substring(node,
      scope)
  },
  DATE_TRUNC = function(node, scope) {
    check_count(node, 2, scope)
    call("start_of", said_of_query(node$args[[2]], scope), node$args[[1]]$value)
  }
)

links_joined <- function(node) {
  if (node$type == "call" && node$fn == "||") unlist(lapply(node$args, links_joined), recursive = FALSE) else list(node)
}

# Days are added as numbers; longer spans have no fixed length.
moved_in_query <- function(node, scope, sign) {
  intervals <- vapply(node$args, function(arg) arg$type == "interval", TRUE)
  args <- lapply(node$args, function(arg) {
    if (arg$type != "interval") return(said_of_query(arg, scope))
    if (!arg$unit %in% c("days", "weeks")) outside("a span of months beside a date", arg, scope,
      "earlier(x, months(1)) of a brief looks back by the calendar.")
    arg$n * (if (arg$unit == "weeks") 7 else 1)
  })
  call(sign, args[[1]], args[[2]])
}

# Of whole numbers the quotient is whole there.
said_quotient <- function(node, scope) {
  found <- call("/", said_of_query(node$args[[1]], scope), said_of_query(node$args[[2]], scope))
  if (!all(vapply(node$args, scope$is_whole, TRUE))) return(found)
  scope$tell(node,
    "divides whole numbers by whole numbers, of which a database cuts off the fraction; so does this page")
  call("case", call("when", call("<", found, 0), call("ceiling", found)), otherwise = call("floor", found))
}

said_in_list <- function(node, scope) {
  args <- all_said(node$args, scope)
  values <- args[-1]
  if (all(vapply(values, is.atomic, TRUE)) && !anyNA(unlist(values))) {
    return(call("%in%", args[[1]], as.call(c(quote(c), values))))
  }
  Reduce(function(a, b) call("|", a, b), lapply(values, function(value) call("==", args[[1]], value)))
}

# A pattern with % at its ends alone.
said_like <- function(node, scope) {
  x <- said_of_query(node$args[[1]], scope)
  pattern <- node$args[[2]]
  if (pattern$type != "value" || !is.character(pattern$value) || length(node$args) > 2) {
    outside("LIKE with a pattern that is worked out, or ESCAPE", node, scope)
  }
  text <- pattern$value
  if (grepl("[_\\\\]", text)) outside("LIKE with _ or a backslash", pattern, scope)
  pieces <- strsplit(paste0(text, "%"), "%", fixed = TRUE)[[1]]
  if (!grepl("%", text)) return(call("==", x, text))
  inner <- Filter(nzchar, pieces)
  if (length(inner) == 0) return(call("!", call("is_missing", x)))
  open <- startsWith(text, "%")
  shut <- endsWith(text, "%")
  if (length(inner) == 1) return(call(if (open && shut) "contains" else if (shut) "starts_with" else "ends_with", x,
    inner))
  if (length(inner) > 2 || open || shut) outside("LIKE with % inside and at an end", pattern, scope)
  long <- call(">=", call("text_length", x), sum(nchar(inner)))
  call("&", call("&", call("starts_with", x, inner[1]), call("ends_with", x, inner[2])), long)
}

said_substring <- function(node, scope) {
  args <- all_said(node$args, scope)
  if (!all(vapply(args[-1], is.numeric, TRUE))) outside("SUBSTRING at places that are worked out", node, scope)
  if (length(args) == 2) return(call("characters", args[[1]], max(1, args[[2]])))
  call("characters", args[[1]], max(1, args[[2]]), max(0, args[[2]] + args[[3]] - 1))
}
