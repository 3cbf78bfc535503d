# Median and percentiles: definition 7 of Hyndman and Fan (1996), linear between the values around.

quantile_kind <- function(kind, ...) if (is_moment(kind)) kind else "double"

quantile_fold <- function(p_of) {
  function(node) {
    list(by_group = function(groups, feed, node, facts) {
      core_quantiles(groups, feed$values, feed$condition, p_of(node))
    })
  }
}

# The part with all its digits, as the core reads it.
counted_quantile <- function(p_of) function(node) sprintf("quantile:%.17g", p_of(node))

quantile_slide <- function(p_of) function(node) list(name = "quantile", p = p_of(node))

# The same by base R's own quantile().
quantile_again <- function(p_of) {
  function(x, node) {
    if (length(x) == 0) return(NA_real_)
    if (any(is.nan(as_plain_number(unclass_moment(x))))) return(NaN)
    unname(stats::quantile(as_plain_number(unclass_moment(x)), p_of(node), type = 7))
  }
}

number_or_moment <- function(args, ctx, name = "median") {
  if (!is_moment(args$x$kind)) check_kinds(args["x"], list(x = "number"), name, ctx)
  args
}

percentile_said <- function(p_of) {
  function(sql, node, to) {
    if (is_moment(node$args$x$kind)) not_in_sql("dates have no percentile there", to)
    sql$x <- summed_said(sql$x, node$args$x, to)
    to$server$percentile(sql, node, p_of(node), to)
  }
}

half <- function(node) 0.5
part_asked <- function(node) node$args$p$value

room("median", "figure",
  args = alist(x = ), takes = list(), additive = FALSE, gives = quantile_kind, ready = number_or_moment,
  fold = quantile_fold(half), counted = counted_quantile(half), slide = quantile_slide(half),
  again = quantile_again(half), in_sql = percentile_said(half), words = "the median of {x}",
  picks = TRUE, averages = TRUE,
  in_columns = function(x, line, n, node, weight) quantile_in_columns(x, line, n, 0.5), exact = NULL,
  by_hand = function(x, value, node) middle_of(x, 0.5, value)
)

room("percentile", "figure",
  args = alist(x = , p = ), takes = list(p = "number"), additive = FALSE, gives = quantile_kind,
  ready = function(args, ctx) {
    p <- args$p$value
    if (args$p$type != "value" || length(p) != 1 || is.na(p)) {
      stop_in(ctx, "bad_argument", "percentile() takes one part from 0 to 1, such as 0.9.")
    }
    if (p > 1 || p < 0) {
      hint <- if (p > 1 && p <= 100) sprintf("For %s write %s.", format(p), format(p / 100))
      stop_in(ctx, "bad_argument", sprintf("percentile() takes a part from 0 to 1, and got %s.", format(p)), hint)
    }
    number_or_moment(args, ctx, "percentile")
  },
  fold = quantile_fold(part_asked), counted = counted_quantile(part_asked), slide = quantile_slide(part_asked),
  again = quantile_again(part_asked), in_sql = percentile_said(part_asked),
  picks = TRUE, averages = TRUE,
  in_columns = function(x, line, n, node, weight) quantile_in_columns(x, line, n, part_asked(node)),
  exact = NULL,
  by_hand = function(x, value, node) middle_of(x, part_asked(node), value),
  phrases = list(phrase("the {p} percentile of {x}", quote(percentile(.x, .p)), named = "{p}_of_{x}",
    x = blank("entry_column", of = "measured"), p = blank("word", asks = "Percentile", words = c(
      "90th" = 0.9, "75th" = 0.75, "25th" = 0.25, "10th" = 0.1, "95th" = 0.95, "99th" = 0.99)))),
  words = function(node) {
    p <- if (is.null(node$args$p)) 0.9 else part_asked(node)
    sprintf("the %s percentile of {x}", ordinal(100 * p))
  }
)

middle_of <- function(x, p, value) {
  x <- in_order(x)
  place <- (length(x) - 1) * p + 1
  around <- unique(c(floor(place), ceiling(place)))
  sprintf(
    "In order, place 1 + (%s - 1) x %s is %s; there %s %s: %s.", big_mark(length(x)), format(p),
    format(place, big.mark = ","), if (length(around) == 1) "stands" else "stand",
    both(vapply(around, function(at) exact_text(x[at]), "")), exact_text(value)
  )
}
