# Amounts off by a round factor: a part of the values is a hundred or a thousand times the others, and nothing lies
# between.

room("factors", "rule", place = 17, of_ledger = NULL, of_page = NULL,
  words = "amounts that are 100, 1,000 or more times the others with nothing between, as where one source counts in
    another unit",
  example = quote(brief(transform(demo_table("dues"), due = ifelse(wharf == "Brook", 100 * due, due)), lines = goods,
    figures = c(dues = sum(due)))),
  twin = quote(brief(demo_table("dues"), lines = goods, figures = c(dues = sum(due)))),
  of_values = function(seen) {
    # What a page has worked out itself is no amount of another source.
    lapply(columns_of_numbers(seen, intersect(seen$used, seen$all)), function(name) {
      found <- seen$numbers(name)
      by_gap <- apart_by_factor(found$value, found$n)
      if (!is.null(by_gap) && !found$sampled) return(said_apart(seen, name, by_gap))
      group_apart(seen, name)
    })
  }
)

round_factors <- c(10^(2:9), 60, 3600)

# The part of the values above the widest gap, if divided by a round factor it lies among those below.
apart_by_factor <- function(value, n) {
  size <- sort(unique(abs(value[value != 0])))
  if (length(size) < 8 || sum(n) < 20) return(NULL)
  steps <- diff(log10(size))
  at <- which.max(steps)
  low <- size[seq_len(at)]
  high <- size[-seq_len(at)]
  bulk <- if (length(low) > length(high)) low else high
  alike <- bulk[length(bulk)] / bulk[1] < 30
  few <- if (length(low) > length(high)) high else low
  wide <- if (alike) 4 else if (length(few) > 1) 15 else 30
  if (steps[at] < log10(wide) || length(bulk) < 4 || !alike && length(few) == at) return(NULL)
  way <- if (length(low) > length(high)) 1 / round_factors else round_factors
  fits <- vapply(way, function(times) all(few * times >= bulk[1] / 2 & few * times <= 2 * bulk[length(bulk)]), TRUE)
  middle <- stats::median(high) / stats::median(low)
  near <- ifelse(round_factors %in% 10^(2:9), if (alike) 3 else 5, 1.6)
  fits <- fits & middle / round_factors > 1 / near & middle / round_factors < near
  if (any(fits)) list(above = size[at], ratio = said_ratio(middle))
}

# A ratio as one says it: within a fifth of a round number, that; else to two figures.
said_ratio <- function(ratio) {
  near <- round_factors[abs(log(ratio / round_factors)) < log(1.2)]
  if (length(near)) near[1] else signif(ratio, 2)
}

said_apart <- function(seen, name, apart) {
  rows <- which(abs(as_plain_number(seen$column(name))) > apart$above)
  fewer <- length(rows) <= seen$n / 2
  if (!fewer) rows <- setdiff(which(!as_plain_number(seen$column(name)) %in% c(NA, 0)), rows)
  group <- column_of_rows(seen, rows)
  a_finding(sprintf(
    "Factors: %s of `%s` %s about %s %s the others, with nothing between, the first in %s%s.",
    count_of(length(rows), "value"), name, if (length(rows) == 1) "is" else "are",
    if (fewer) big_mark(apart$ratio) else sprintf("1/%s", big_mark(apart$ratio)), if (fewer) "times" else "of",
    seen$row(rows[1]), if (is.null(group)) "" else sprintf("; all are of %s", group)
  ), name, rows)
}

# What some entries have in common and no other has, in words.
column_of_rows <- function(seen, rows) {
  for (name in columns_of_text(seen)) {
    texts <- seen$texts(name)
    if (length(texts$text) > 50) next
    codes <- as_text_vector(seen$column(name))
    own <- unique(plain_vector(pick_rows(codes, rows)))
    if (length(own) == 1 && !is.na(own) && length(rows) > 1 && texts$n[match(own, texts$text)] == length(rows)) {
      return(paste(name, own))
    }
  }
}

# The middle value of each group that occurs, and of how many; missing values are left out.
middles_by <- function(x, group) {
  x[is.na(x)] <- NA
  groups <- core_group(list(group), length(group))
  own <- group[core_group_facts(groups)$first]
  middle <- core_quantiles(groups, x, NULL, 0.5)
  n <- tabulate(match(group[!is.na(x)], own), length(own))
  core_release_groups(groups)
  lapply(list(group = own, n = n, middle = middle), `[`, order(own, na.last = NA))
}

# A group of entries whose middle value is a round number of times that of each other group, which are alike.
group_apart <- function(seen, name) {
  if (seen$n > limit("most_to_compare")) return(NULL)
  rows <- even_rows(seen$n, 20000)
  x <- abs(as_plain_number(pick_rows(seen$column(name), rows)))
  for (by in columns_of_text(seen)) {
    if (length(seen$texts(by)$text) < 3 || length(seen$texts(by)$text) > 50) next
    codes <- as_text_vector(seen$column(by))
    group <- codes_of(pick_rows(codes, rows))
    found <- middles_by(x, group)
    middles <- found$middle
    at <- which.max(middles)
    others <- middles[-at]
    if (!all(is.finite(middles) & middles > 0) || found$n[at] < 5 || max(others) > 3 * min(others)) next
    times <- middles[at] / stats::median(others)
    if (!any(abs(log10(times / round_factors)) < log10(1.6))) next
    own <- texts_of(codes)[found$group[at]]
    return(a_finding(sprintf(
      "Factors: the values of `%s` where %s is %s are about %s times those of each other %s, which are alike.", name,
        by,
      own, big_mark(said_ratio(times)), by
    ), c(name, by), rows_of_texts(seen, by, own)))
  }
}
