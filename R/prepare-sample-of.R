# sample_of: some of the entries, drawn by lot with a seed, so that it can be done again.

room("sample_of", "preparation",
  args = alist(n = , per = NULL, seed = 1),
  check = function(parts, values, ctx) {
    fraction <- if (rlang::is_call(parts$n, "part", n = 1)) one_value(parts$n[[2]], values, "part", ctx)
    if (!is.null(fraction) && !(is.numeric(fraction) && fraction > 0 && fraction <= 1)) stop_in(
      ctx, "bad_argument", sprintf("part() takes a number above 0, up to 1, and got %s.", value_text(fraction)),
      "part(0.1) is a tenth of the entries."
    )
    list(
      n = if (is.null(fraction)) whole_number(parts$n, values, ctx, "n"), fraction = fraction,
      per = if (!is.null(parts$per)) named_columns(parts$per, "per", ctx),
      seed = whole_number(parts$seed, values, ctx, "seed", 0), face = "a sample"
    )
  },
  leaves = function(part, ctx) ctx$columns,
  work = function(drawn, part) work_sample(drawn, part),
  phrases = list(phrase("draw {n} entries by lot", quote(sample_of(.n)),
    n = blank("number", default = 100, least = 1))),
  call = "sample_of(n, per =, seed = 1)", plain = "some entries by lot, as many as said or part(0.1) of them",
  words = function(part) {
    sprintf("draw %s by lot%s, with seed %s", sample_size_words(part), if (length(part$per)) sprintf(
      " of each %s", both(part$per)) else "", format(part$seed))
  },
  aside = function(done) {
    gone <- setdiff(seq_len(done$entries$n), done$rows)
    entries_aside(done$entries$source_names, done$fetch, rows_in_source(done$entries, gone), gone, "not in the sample")
  },
  owes = function(drawn, done) check_sample(done)
)

sample_size_words <- function(part) {
  if (is.null(part$fraction)) entry_count(part$n) else sprintf("%s%% of the entries", format(100 * part$fraction))
}

work_sample <- function(drawn, part) {
  entries <- drawn$entries
  fetch <- columns_in_turn(entries)
  groups <- core_group_numbers(core_group(lapply(part$per, fetch), entries$n))
  rows <- rows_by_lot(part, groups)
  done <- list(part = part, entries = entries, fetch = fetch, groups = groups, rows = rows)
  drawn$entries <- add_account(entries, "prepare", "not in the sample", entries$n - length(rows))
  drawn$entries <- take_entries(drawn$entries, rows)
  drawn$entries$prepared_by <- c(entries$prepared_by, list(done))
  add_note(drawn, sprintf(
    "prepare: a sample of %s of %s%s, drawn by lot with seed %s; all figures are of the sample", big_mark(length(rows)),
    entry_count(entries$n), if (length(part$per)) sprintf(" (%s of each %s)", sample_size_words(part),
      both(part$per)) else
      "", format(part$seed)
  ), "prepared")
}

# The same rows for the same seed on every machine.
rows_by_lot <- function(part, groups) {
  lots <- withr::with_seed(part$seed, stats::runif(length(groups)), .rng_kind = "Mersenne-Twister")
  order <- order(groups, lots)
  sizes <- tabulate(groups)
  place <- sequence(sizes)
  wanted <- if (is.null(part$fraction)) rep(part$n, length(sizes)) else ceiling(part$fraction * sizes)
  sort(order[place <= rep(wanted, sizes)])
}

check_sample <- function(done) {
  sizes <- table(done$groups)
  drawn <- table(factor(done$groups[done$rows], names(sizes)))
  wanted <- if (is.null(done$part$fraction)) pmin(sizes, done$part$n) else ceiling(done$part$fraction * sizes)
  ties <- all(drawn == wanted) && !anyDuplicated(done$rows) && identical(rows_by_lot(done$part, done$groups), done$rows)
  a_check("sample", ties, sprintf(
    "Sample: %s of %s, each once%s; seed %s draws the same again%s.", big_mark(length(done$rows)), entry_count(
      done$entries$n
    ), if (length(done$part$per)) sprintf(", %s of each %s or all there are", sample_size_words(done$part), both(
      done$part$per)) else "", format(done$part$seed), if (ties) "" else ": it does not"
  ))
}
