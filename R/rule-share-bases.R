# Shares whose base is not what a reader takes it for: it holds lines below zero, nearly cancels, or leaves out what
# `only` left out; and shares of shares.

room("share_bases", "rule", place = 38, of_ledger = NULL, of_values = NULL,
  words = "shares of a base with parts below zero, of one that nearly cancels, of a part that `only` kept, or of
    shares",
  example = quote(brief(demo_table("dues"), only = wharf != "Brook", lines = wharf, figures = c(dues = sum(due)),
    beside = c(part = share(dues)))),
  twin = quote(brief(demo_table("dues"), lines = wharf, figures = c(dues = sum(due)), beside = c(part = share(dues)))),
  of_page = function(drawn) {
    shares <- Filter(function(one) is_share(one$node), windows_of(drawn))
    c(lapply(shares, base_below_zero), lapply(shares, share_of_shares, drawn = drawn),
      if (length(shares) && drawn$lines$grain == "lines") list(base_left_out(shares, drawn), base_hidden(shares,
        drawn)))
  }
)

is_share <- function(node) !is.null(room_of("window", node$fn)$base)

# Values of both signs in one base: parts below zero, and others of more than the whole.
base_below_zero <- function(one) {
  x <- all_rows_of(as_plain_number(evaluate_column(one$node$args$x, one$table)), one$table$n)
  group <- core_group_numbers(window_groups(one$node$per, one$table))
  x[!is.finite(x)] <- NA
  sums <- as.vector(rowsum(ifelse(is.na(x), 0, x), group))
  sizes <- as.vector(rowsum(ifelse(is.na(x), 0, abs(x)), group))
  mixed <- abs(sums) < sizes * (1 - 1e-9) & sums != 0
  below <- sums < 0 & !mixed
  if (any(mixed)) {
    at <- which(mixed)[which.max((sizes / abs(sums))[mixed])]
    return(a_finding(sprintf(
      "Shares: the base of `%s` has values below and above zero%s, so parts are below zero or more than the whole; %s",
      one$name, if (length(sums) > 1) sprintf(" in %s of %s", big_mark(sum(mixed)), count_of(length(sums),
        "group")) else "",
      sprintf("it is %s, and its parts without their signs %s.", exact_text(sums[at]), exact_text(sizes[at]))
    ), one$name, weight = 1 - min(abs(sums[at]) / sizes[at], 1)))
  }
  if (any(below) && !all(below)) a_finding(sprintf("Shares: the base of `%s` is below zero in %s of %s.", one$name,
    big_mark(sum(below)), count_of(length(sums), "group")), one$name, weight = mean(below))
}

share_of_shares <- function(one, drawn) {
  x <- one$node$args$x
  if (!identical(x$type, "column")) return(NULL)
  below <- drawn$entries$below$drawn$lines
  averaged <- lapply(drawn$lines$figures, function(figure) {
    if (figure$name == x$name) averaged_share(figure$node, below)
  })
  inner <- c(lapply(below$beside, function(part) if (part$name == x$name) part$node), list(beside_node(
    drawn$brief$checked$beside, x$name)), averaged)
  of_share <- any(vapply(inner, function(node) identical(node$type, "window") && is_share(node), TRUE))
  if (of_share) a_finding(sprintf("Shares: `%s` is a share of `%s`, which is a share already.", one$name, x$name),
    c(one$name, x$name), weight = 1)
}

averaged_share <- function(node, below) {
  x <- if (identical(node$type, "figure")) node$args$x
  if (identical(x$type, "column")) for (part in below$beside) if (part$name == x$name) return(part$node)
}

# What `only` left out would have been a part of the base.
base_left_out <- function(shares, drawn) {
  before <- Filter(function(one) one$place == "`only`", conditions_of(drawn))
  if (length(before) == 0) return(NULL)
  out <- which(!Reduce(`&`, lapply(before, function(one) judged_of(one$node, one$table)$met)) %in% TRUE)
  moved <- if (length(out)) part_moved_before(drawn, before[[1]]$of, out)
  if (is.null(moved) || moved$weight < 0.05 || moved$said == "") return(NULL)
  a_finding(sprintf(
    "Shares: the base of %s is what `only` kept; it left out %s%s, which is %s%% of all.",
      both(tick(unique(vapply(shares,
      `[[`, "", "name")))), entry_count(length(out)), moved$said, number_text(100 * moved$weight, 0)
  ), vapply(shares, `[[`, "", "name"), weight = moved$weight)
}

# Shares of lines that are shown do not add up to one where others are hidden, and no line of the page says so.
base_hidden <- function(shares, drawn) {
  hidden <- if (is.null(drawn$lines$shown)) integer() else setdiff(which(!drawn$lines$shown), which(is_subtotal(
    drawn$lines)))
  if (length(hidden) == 0 || is_footed(drawn$lines) || drawn$lines$gathered > 0) return(NULL)
  shown <- setdiff(own_lines(drawn$lines), hidden)
  one <- shares[[1]]
  values <- as_plain_number(line_column(drawn, one$name))
  if (length(one$node$per) > 0 || !all(is.finite(values))) return(NULL)
  a_finding(sprintf(
    "Shares: the %s shown make %s%% by `%s`; the base holds the %s that `show` hides as well.", count_of(length(shown),
      "line"), number_text(100 * sum(values[shown]), 1), one$name, count_of(length(hidden), "line")
  ), one$name, weight = min(max(1 - sum(values[shown]), 0), 1))
}
