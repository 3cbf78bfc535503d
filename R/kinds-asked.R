# The kinds that a caller asks for columns of a file. A word for a kind, such as money(), makes a record: the kind
# that the column will have, and how its texts become values. `reads(texts, marks)` works on different texts and gives
# NA for those that do not fit; `marks` are those of the language that the caller names, list(decimal, grouping).

asked_kind <- function(kind, reads = NULL, words = NULL) {
  list(kind = kind, reads = reads, words = words, text = expr_text(sys.call(-1)))
}

# Words for kinds, as they stand in `kinds = c(toll = money(decimal = ","))`.
kind_words_asked <- list(
  text = function() asked_kind("text"),
  number = function(decimal = NULL, grouping = NULL) {
    asked_kind("number", reads_marked(marked_numbers, decimal, grouping), "number")
  },
  money = function(decimal = NULL, grouping = NULL) {
    asked_kind("number", reads_marked(money_numbers, decimal, grouping), "amount of money")
  },
  percent = function(decimal = NULL) asked_kind("number", reads_marked(percent_numbers, decimal, NULL), "percentage"),
  date = function(form = NULL) {
    asked_kind("date", if (!is.null(form)) function(texts, marks) dates_by_form(texts, form), "date")
  },
  time = function(form = NULL) {
    asked_kind("time", if (!is.null(form)) function(texts, marks) times_by_form(texts, form), "time")
  },
  yes_no = function(yes = "TRUE", no = "FALSE") {
    asked_kind("yes/no", function(texts, marks) {
      ifelse(texts %in% yes, TRUE, ifelse(texts %in% no, FALSE, NA))
    }, "yes/no")
  }
)

# The marks are those that the word names, else the language's.
reads_marked <- function(read, decimal, grouping) {
  force(read)
  function(texts, marks) {
    if (is.null(decimal) && !is.null(marks)) decimal <- marks$decimal
    if (is.null(decimal)) decimal <- "."
    if (is.null(grouping) && identical(decimal, marks$decimal)) grouping <- marks$grouping
    if (is.null(grouping)) grouping <- if (decimal == ",") "." else ","
    read(texts, decimal, grouping)
  }
}

kinds_by_name <- function(name) {
  word <- if (identical(name, "yes/no")) "yes_no" else name
  if (!word %in% names(kind_words_asked)) stop_idle(
    "bad_argument", sprintf("There is no kind %s.", value_text(name)),
    meant(name, c(setdiff(names(kind_words_asked), "yes_no"), "yes/no"), "kinds")
  )
  found <- if (word %in% c("number", "yes_no")) asked_kind(name, NULL, name) else kind_words_asked[[word]]()
  found$text <- constant_text(name)
  found
}

# What stands in `kinds =`: NULL, texts by column, or c() with words for kinds.
kinds_asked <- function(quo) {
  as_kinds(rlang::eval_tidy(quo, data = c(kind_words_asked, list(c = list))))
}

as_kinds <- function(given) {
  if (length(given) == 0) return(NULL)
  given <- as.list(given)
  if (is.null(names(given)) || !all(nzchar(names(given)))) stop_idle(
    "bad_argument", "Every kind needs the name of its column.", "Such as kinds = c(toll = \"number\", lock = \"text\")."
  )
  twice <- anyDuplicated(names(given))
  if (twice) stop_idle("bad_argument", sprintf("`kinds` names the column `%s` twice.", names(given)[twice]))
  lapply(given, function(one) {
    if (is.list(one) && !is.null(one$kind)) return(one)
    if (is_one_text(one) && !is.na(one)) return(kinds_by_name(one))
    stop_idle("bad_argument", sprintf("A kind is a text or a word for one, not %s.", a_thing(one)),
      "Known are text, number, money(), percent(), date, time and yes/no: see help(\"ledger\").")
  })
}

# The same from text, as on the command line: nothing but the words for kinds and constants is worked.
kinds_from_text <- function(text) {
  items <- read_items(text, "kinds")
  kinds <- lapply(items, function(item) if (is.call(item$expr)) kind_of_call(item$expr) else as.character(item$expr))
  as_kinds(stats::setNames(kinds, vapply(items, `[[`, "", "name")))
}

kind_of_call <- function(expr) {
  word <- as.character(expr[[1]])
  args <- as.list(expr)[-1]
  if (length(word) != 1 || !word %in% names(kind_words_asked)) stop_idle(
    "bad_argument", sprintf("There is no kind %s.", value_text(word[1])), meant(word[1], names(kind_words_asked),
      "kinds")
  )
  if (!all(vapply(args, is.character, TRUE))) stop_idle(
    "bad_argument", sprintf("In %s(), values are texts in quotes.", word)
  )
  found <- do.call(kind_words_asked[[word]], args)
  found$text <- expr_text(expr)
  found
}

check_kinds_known <- function(kinds, names, where) {
  lost <- setdiff(names(kinds), names)
  if (length(lost)) stop_idle(
    "unknown_column", sprintf("%s has no column `%s`, which `kinds` names.", where, lost[1]), meant(lost[1], names),
    column = lost[1]
  )
}

# Numbers with marks ---------------------------------------------------------------------------------------------

spaces_that_group <- "[\u00a0\u202f\u2009' ]"

# Digits in the language's own marks, without grouping and with a point; NA where they are none.
plain_digits <- function(texts, decimal, grouping) {
  group <- if (grouping == " ") spaces_that_group else sprintf("[%s]", gsub("([].^\\-])", "\\\\\\1", grouping))
  point <- sprintf("[%s]", decimal)
  whole <- sprintf("([0-9]+|[0-9]{1,3}(%s[0-9]{3})+)", group)
  form <- sprintf("^[-+]?(%s(%s[0-9]*)?|%s[0-9]+)([eE][-+]?[0-9]+)?$", whole, point, point)
  good <- grepl(form, texts)
  plain <- gsub(group, "", texts)
  ifelse(good, sub(point, ".", plain), NA)
}

# Leading zeros are no hindrance where a number was asked for, nor are many digits that it can hold.
exact_numbers <- function(digits) {
  core_strict_values(sub("^([-+]?[0-9]{16,})$", "\\1.", sub("^([-+]?)0+([0-9])", "\\1\\2", digits)), "number")
}

marked_numbers <- function(texts, decimal, grouping) {
  exact_numbers(plain_digits(without_blanks(texts), decimal, grouping))
}

without_blanks <- function(texts) gsub("^[ \t\u00a0\u202f]+|[ \t\u00a0\u202f]+$", "", texts)

money_numbers <- function(texts, decimal, grouping) {
  bare <- trimws(gsub("^([-+(]?) *([\\p{Sc}]|[A-Z]{3}) *|[ \u00a0\u202f]*([\\p{Sc}]|[A-Z]{3})(\\)?)$", "\\1\\4",
    texts, perl = TRUE))
  brackets <- grepl("^\\(.*\\)$", bare)
  behind <- grepl("[0-9]-$", bare)
  bare[brackets] <- substring(bare[brackets], 2, nchar(bare[brackets]) - 1)
  bare <- sub("-$", "", bare)
  numbers <- marked_numbers(trimws(bare), decimal, grouping)
  ifelse(brackets | behind, -numbers, numbers)
}

percent_numbers <- function(texts, decimal, grouping = if (decimal == ",") "." else ",") {
  good <- grepl("% *$", texts)
  digits <- plain_digits(sub("[ \u00a0\u202f]*% *$", "", texts), decimal, grouping)
  digits[!good | grepl("[eE]", digits)] <- NA
  ifelse(is.na(digits), NA_real_, exact_numbers(paste0(digits, "e-2")))
}

longest_date <- 200

# Dates by a form in the words of strptime(), all of the text and nothing but it; a year of four digits has four.
dates_by_form <- function(texts, form) {
  days <- floor(times_by_form(texts, form) / 86400)
  if (grepl("%Y", form, fixed = TRUE)) days[days < first_long_year] <- NA
  days
}

first_long_year <- -354285 # the first of January of the year 1000

times_by_form <- function(texts, form) {
  texts[nchar(texts, "bytes") > longest_date] <- "-"
  read <- function() as.double(as.POSIXct(strptime(paste0(texts, "|"), paste0(form, "|"), tz = "UTC")))
  if (grepl("%[aAbBp]", form)) withr::with_locale(c(LC_TIME = "C"), read()) else read()
}

# Languages that write a comma before decimals; what groups their digits.
decimal_commas <- c(
  da = ".", de = ".", es = ".", id = ".", is = ".", it = ".", nl = ".", pt = ".", ro = ".", sl = ".", tr = ".",
    el = ".",
  hr = ".", sr = ".", vi = ".", bg = " ", cs = " ", et = " ", fi = " ", fr = " ", hu = " ", lt = " ", lv = " ",
    nb = " ",
  no = " ", pl = " ", ru = " ", sk = " ", sv = " ", uk = " "
)

# The marks of a language's numbers: list(decimal, grouping); NULL where digits stand as everywhere.
marks_of_language <- function(locale) {
  if (is.null(locale)) return(NULL)
  if (!is_one_text(locale) || !grepl("^[A-Za-z]{2}([-_].*)?$", locale)) stop_idle(
    "bad_argument", "locale is the short name of a language, such as \"de\" or \"en\"."
  )
  language <- tolower(substr(locale, 1, 2))
  if (language %in% names(decimal_commas)) return(list(decimal = ",", grouping = decimal_commas[[language]]))
  list(decimal = ".", grouping = ",")
}

# How a kind, and a text that stands for nothing, are asked for where the user writes: in R as arguments of ledger(), to
# the program as options.
asking <- new.env(parent = emptyenv())

as_options <- function(work) {
  asking$by_options <- TRUE
  on.exit(asking$by_options <- FALSE)
  work
}

# What is asked for, to have a column of that kind.
kind_to_ask <- function(kind) {
  value_text(switch(kind, text = , factor = "text", logical = "yes/no", date = "date", time = "time", "number"))
}

# `source` is the name of the table, if it is not the one that the page is of.
advice_on_kind <- function(label, kind, source = NULL) {
  asked <- sprintf("%s = %s", name_text(label), kind)
  if (!isTRUE(asking$by_options)) return(sprintf("kinds = c(%s)", asked))
  paste("--kinds", shQuote(paste(c(if (!is.null(source)) paste0(source, ":"), asked), collapse = " ")))
}

# Of an argument of ledger() and the option of that name.
advice_on_reading <- function(option, value) {
  if (isTRUE(asking$by_options)) return(sprintf("--%s %s", option, shQuote(clean_text(value))))
  sprintf("ledger(..., %s = %s)", option, value_text(value))
}

advice_on_missing <- function(text) {
  if (isTRUE(asking$by_options)) return(paste("--missing", shQuote(clean_text(text))))
  sprintf("missing = c(\"\", %s)", value_text(text))
}
