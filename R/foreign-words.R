# Words of base R and of the SQL standard that people bring along, and what says the same in a brief.

foreign_functions <- c(
  is.na = "is_missing(x)", is.null = "is_missing(x)", complete.cases = "!is_missing(x)",
  na.omit = "only = !is_missing(x)", is.nan = "look(), which counts values that are no number",
  ifelse = "case(when(condition, value), otherwise = other)", `if` = "case(when(condition, value), otherwise = other)",
  switch = "case(when(x == \"a\", 1), when(x == \"b\", 2))", coalesce = "or_else(x, y)",
  nullif = "case(when(x != y, x))", quantile = "percentile(x, 0.9)", percentile_cont = "percentile(x, 0.9)",
  percentile_disc = "percentile(x, 0.9)", fivenum = "percentile(x, 0.25)", average = "mean(x)", avg = "mean(x)",
  stddev = "sd(x)", stddev_samp = "sd(x)", stddev_pop = "sd_pop(x)", variance = "var(x)", var_samp = "var(x)",
  paste = "joined(x, y, sep = \" \")", paste0 = "joined(x, y, sep = \"\")", concat = "joined(x, y, sep = \"\")",
  sprintf = "joined(x, y, sep = \"\")", `||` = "|, or joined(x, y, sep = \"\") for text", `&&` = "&",
    xor = "(x | y) & !(x & y)",
  and = "&", or = "|", not = "!", nchar = "text_length(x)", char_length = "text_length(x)",
  character_length = "text_length(x)", substr = "characters(x, 1, 3)", substring = "characters(x, 1, 3)",
  toupper = "upper(x)", tolower = "lower(x)", trimws = "trimmed(x)", trim = "trimmed(x)",
    gsub = "replaced(x, from, to)",
  sub = "replaced(x, from, to)", replace = "replaced(x, from, to)", grepl = "contains(x, part)",
  like = "contains(x, part), starts_with(x, part) or ends_with(x, part)", startsWith = "starts_with(x, part)",
  endsWith = "ends_with(x, part)", round = "rounded(x, 2)", trunc = "floor(x)", signif = "rounded(x, 2)",
  as.numeric = "as_number(x)", as.integer = "as_number(x)", as.double = "as_number(x)", as.character = "as_text(x)",
  as.Date = "as_date(x)", as.factor = "x itself", factor = "x itself", cast = "as_number(x), as_text(x) or as_date(x)",
  format = "as_text(x), or a format in `layout`: money(x)", months = "month(x)", weekdays = "weekday(x)",
  quarters = "quarter(x)", extract = "year(x), month(x) or day(x)",
  cumsum = "running(sum(x), along = a_date)", cummax = "running(max(x), along = a_date)",
  cummin = "running(min(x), along = a_date)", diff = "x - lag(x, along = a_date)", cut = "bands(x, at = c(10, 20))",
  findInterval = "bands(x, at = c(10, 20))", `%/%` = "floor(x / y)", mod = "x %% y", power = "x ^ y", ln = "log(x)",
  pmin = "least(x, y)", pmax = "greatest(x, y)", all = "every(condition)", some = "any(condition)",
  length = "count()", nrow = "count()", n = "count()", NROW = "count()", table = "count() by lines",
  unique = "lines = x, or count_distinct(x)", distinct = "lines = x, or count_distinct(x)",
  duplicated = "has_copies(x), or strike_duplicates() in `prepare`",
  merge = "bring_in(table, match = key) in `prepare`", lookup = "bring_in(table, match = key) in `prepare`",
  match = "bring_in(table, match = key) in `prepare`, or has_partner(table, match = key)",
  exists = "has_partner(table, match = key)", rbind = "stack_on(table) in `prepare`",
  union = "stack_on(table) in `prepare`", append = "stack_on(table) in `prepare`",
  sample = "sample_of(n) in `prepare`", prop.table = "share(x)", proportions = "share(x)",
  rev = "falling(x)", desc = "falling(x)", asc = "rising(x)", descending = "falling(x)",
  ascending = "rising(x)", order = "the section `order`", sort = "the section `order`", head = "show = top(10, x)",
  tail = "show = bottom(10, x)", limit = "show = top(10, x)",
  rowsum = "sum(x) by lines", tapply = "a figure by lines", aggregate = "a figure by lines", ave = "mean(x, per = key)",
  array_agg = "listed(x)", listagg = "listed(x)", toString = "listed(x)", seq = "bands(x, at = c(...))",
  `$` = "the name of the column alone", `[[` = "the name of the column alone", `[` = "a condition in `only`",
  `:` = "between(x, low, high), or a set: x %in% c(1, 2, 3)", `function` = "an expression of the words of a brief",
  `{` = "an expression of the words of a brief", `~` = "an expression", `=` = "==, with two equals signs",
  `<-` = "a name in `columns`", Sys.Date = "given(day), supplied by whoever draws up the page",
  current_date = "given(day), supplied by whoever draws up the page",
    where = "the section `only`, or where = inside a figure",
  having = "the section `show`", group = "the section `lines`", row.names = "row_number()"
)

foreign_sections <- c(
  where = "`only`", subset = "`only`", having = "`show`, which judges lines", group = "`lines`",
  by = "`lines`", keys = "`lines`", select = "`layout` for what is shown, `columns` for what is worked out",
  from = "the source, which comes first", distinct = "`lines`", unique = "`lines`", limit = "`show`: show = top(10, x)",
  head = "`show`: show = top(10, x)", sort = "`order`", aggregate = "`figures`", summary = "`figures`",
  total = "`footing`, or lines = whole()", totals = "`footing`, or lines = whole()", subtotals = "`footing`",
  window = "`beside`", partition = "`per`", over = "`beside`", merge = "`prepare`",
  join = "`prepare`", across = "`abreast`", transform = "`columns`", with = "`columns`", heading = "`title`",
  format = "`layout`"
)

foreign_arguments <- c(
  na.rm = "Missing values are always skipped, and counted in a note.", by = "The group of a window is `per`.",
  partition = "The group of a window is `per`.",
  group = "The group of a window is `per`.", order = "The order of a window is `along`.",
  decreasing = "Largest first is falling(x).",
  desc = "Largest first is falling(x).", filter = "A condition is given as where = ...",
  condition = "A condition is given as where = ...", `if` = "A condition is given as where = ...",
  probs = "The part is `p`: percentile(x, p = 0.9).", w = "Weights are given as weight = ...",
  weights = "Weights are given as weight = ...", k = "The number of rows is `width`: rolling(mean(x), 7).",
  window = "The number of rows is `width`: rolling(mean(x), 7).", collapse = "What stands between texts is `sep`."
)

# The hint for a word that is known from elsewhere; NULL if there is none.
foreign_word <- function(name, words) {
  found <- words[name]
  if (length(name) == 1 && !is.na(found)) unname(found)
}
