# Constants as text that a file may carry, and back, without running anything: numbers, texts, TRUE and FALSE, NA,
# dates and times, and vectors of them with c().

constant_written <- function(value) {
  if (is.factor(value)) value <- stats::setNames(as.character(value), names(value))
  bare <- value
  names(bare) <- NULL
  parts <- constant_parts(bare)
  labels <- names(value)
  if (!is.null(labels)) parts <- ifelse(nzchar(labels), paste(vapply(labels, name_text, ""), "=", parts), parts)
  if (length(value) == 1 && is.null(labels)) parts else sprintf("c(%s)", toString(parts))
}

constant_parts <- function(value) {
  if (inherits(value, "Date")) return(ifelse(is.na(value), "as_date(NA)",
    sprintf("as_date(\"%s\")", moment_written(value))))
  if (inherits(value, "POSIXct")) return(sprintf("as_time(%s, \"%s\")",
    ifelse(is.na(value), "NA", number_written(unclass(value))), time_zone(value)))
  if (inherits(value, "integer64")) return(sprintf("whole(\"%s\")", as.character(value)))
  if (is.character(value)) return(ifelse(is.na(value), "NA_character_",
    vapply(value, text_quoted, "", USE.NAMES = FALSE)))
  if (is.logical(value)) return(ifelse(is.na(value), "NA", as.character(value)))
  if (is.integer(value)) return(ifelse(is.na(value), "NA_integer_", paste0(value, "L")))
  if (is.double(value) && !is.object(value)) return(ifelse(is_missing_value(value), "NA_real_", number_written(value)))
  stop_idle("bad_argument", sprintf("A local value of class %s cannot be written.", tick(class(value)[1])),
    "Make it text, a number or a date.")
}

text_quoted <- function(text) encodeString(enc2utf8(text), quote = "\"")

# The value of a text; `where` begins the message about one that is no constant.
constant_read <- function(text, where) {
  check_terms_of_text(text)
  expr <- tryCatch(parse(text = text, keep.source = FALSE, encoding = "UTF-8"), error = function(e) NULL)
  if (length(expr) != 1) stop_not_constant(text, where)
  constant_value(expr[[1]], text, where)
}

constant_value <- function(expr, text, where) {
  if (is.atomic(expr) && length(expr) == 1) return(expr)
  if (!is.call(expr) || !is.symbol(expr[[1]])) stop_not_constant(text, where)
  args <- lapply(as.list(expr)[-1], constant_value, text, where)
  head <- as.character(expr[[1]])
  plain <- length(args) == 1 && is.numeric(args[[1]])
  if (head == "-" && plain) return(-args[[1]])
  if (head == "+" && plain) return(args[[1]])
  if (head == "c" && length(args)) return(do.call(c, args))
  one <- args[1][[1]]
  if (head == "as_date" && length(args) == 1 && (is.character(one) ||
    is.na(one))) return(as_date_class(core_strict_values(as.character(one), "date")))
  if (head == "as_time" && length(args) == 2) return(structure(as.double(one), class = c("POSIXct", "POSIXt"),
    tzone = args[[2]]))
  if (head == "whole" && length(args) == 1) return(bit64::as.integer64(one))
  stop_not_constant(text, where)
}

stop_not_constant <- function(text, where) {
  stop_idle(
  "no_parse", sprintf("%s%s is no constant.", where, value_text(shortened(text))),
  "Constants are numbers, texts in quotes, TRUE, FALSE, NA, as_date(\"2025-03-01\"), and c() of them."
)
}
