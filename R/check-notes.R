# What a tie-out remarks on beyond figures: nothing here is wrong by itself, and each has led people to
# wrong reports. A page on which nothing is odd has none of these.

a_note <- function(check, sentence, lines = NULL) a_check(check, NA, sentence, lines)

# What the page itself says, so that it is not overlooked.
check_notes <- function(drawn) {
  lapply(unique(c(drawn$page$notes, tally_notes(drawn$page))), function(note) {
    a_note("page", sub("[.]?$", ".", note))
  })
}

# Keys that differ only by case or spaces, and what the rarer spelling carries.
most_spellings <- 1e5

check_spellings <- function(drawn) {
  own <- own_lines(drawn$lines)
  lapply(drawn$lines$keys, function(key) {
    x <- as_text_or_null(pick_rows(drawn$lines$columns[[key]], own))
    if (is.null(x) || length(texts_of(x)) > most_spellings) return(NULL)
    texts <- texts_of(x)[sort(unique(codes_of(x)))]
    same <- folded(texts)
    twice <- unique(same[duplicated(same)])
    if (length(twice) == 0) return(NULL)
    shown <- vapply(utils::head(twice, 3), function(one) both(vapply(texts[same == one], value_text, "")), "")
    rarer <- rarer_spellings(x, texts, same, twice, line_entries_of(drawn, own))
    a_note("spellings", sprintf(
      "Keys: of %s, %s differ only by case or spaces and stand in lines of their own; the rarer spelling has %s.",
      key, paste(shown, collapse = "; also "), entry_count(rarer)
    ))
  })
}

as_text_or_null <- function(x) if (is_text_vector(x) || is.factor(x)) as_text_vector(x)

# The entries of each finest line.
line_entries_of <- function(drawn, own) {
  counts <- line_entries(drawn$lines)
  if (length(drawn$lines$keys) == 0) return(sum(counts))
  entries <- numeric(length(own))
  entries[line_of_group(drawn$lines)] <- counts
  entries
}

rarer_spellings <- function(x, texts, same, twice, entries) {
  plain <- plain_vector(x)
  sum(vapply(twice, function(one) {
    often <- vapply(texts[same == one], function(text) sum(entries[plain %in% text]), 1)
    sum(often) - max(often)
  }, 1))
}

# Missing keys are lines of their own; how much they carry is said.
check_missing_keys <- function(drawn) {
  own <- own_lines(drawn$lines)
  if (length(drawn$lines$keys) == 0 || drawn$entries$n == 0) return(NULL)
  gone <- lapply(drawn$lines$keys, function(key) is_missing_value(pick_rows(drawn$lines$columns[[key]], own)))
  any <- Reduce(`|`, gone)
  if (!any(any)) return(NULL)
  entries <- sum(line_entries_of(drawn, own)[any])
  which <- drawn$lines$keys[vapply(gone, base::any, TRUE)]
  together <- if (length(drawn$lines$figures)) figures_together(drawn, own[any])
  weights <- vapply(names(additive_nodes(drawn)), function(name) {
    sprintf("%s %s", name, exact_text(together[[name]]))
  }, "")
  a_note("missing", sprintf(
    "Missing: %s no %s%s.", have(entries, "entry"), either(which),
    if (length(weights)) sprintf(" and carry %s", both(weights)) else ""
  ))
}

# One entry that makes much of a total, and a sign that hardly any other entry has.
large_part <- 0.25
fewest_to_judge <- 20

check_weights <- function(drawn) {
  nodes <- Filter(function(node) {
    node$fn == "sum" && is.null(node$args$where) && node$args$x$kind %in% c("double", "integer")
  }, additive_nodes(drawn))
  if (drawn$entries$n < fewest_to_judge) return(list())
  do.call(c, Map(function(node, name) weights_of(drawn, node, name), nodes, names(nodes)))
}

weights_of <- function(drawn, node, name) {
  x <- as_plain_number(evaluate_column(node$args$x, entries_table(drawn)))
  found <- core_weigh(x)
  filled <- found$above + found$below
  if (filled < fewest_to_judge || found$endless) return(list())
  list(
    if (found$largest > large_part * found$size) a_note("weight", sprintf(
      "Weight: one entry, %s, is %s%% of %s: %s.", in_row(drawn$entries, found$first_largest),
      number_text(100 * found$largest / found$size, 0), name, exact_text(x[found$first_largest])
    )),
    if (min(found$above, found$below) > 0) odd_sign(drawn, x, found, node)
  )
}

odd_sign <- function(drawn, x, found, node) {
  rarer <- min(found$above, found$below)
  if (rarer > 0.01 * (found$above + found$below)) return(NULL)
  negative <- found$below == rarer
  at <- if (negative) found$first_below else found$first_above
  a_note("signs", sprintf(
    "Signs: %s of %s %s %s zero, unlike the others, the first in %s: %s.", count_of(rarer, "value"),
    node_label(node$args$x), if (rarer == 1) "is" else "are", if (negative) "below" else "above", in_row(drawn$entries, at),
    exact_text(x[at])
  ))
}

# Exact copies among the entries used. Very large sources are left to look().
most_to_compare <- 1e6

check_duplicates <- function(drawn) {
  if (!is_ledger_itself(drawn$entries)) return(list())
  if (drawn$entries$n < 2 || drawn$entries$n > most_to_compare) return(list())
  columns <- lapply(drawn$entries$source_names, function(name) entry_column(drawn$entries, name))
  groups <- core_group(unname(columns), drawn$entries$n)
  spare <- drawn$entries$n - core_group_facts(groups)$size
  if (spare == 0) return(list())
  copies <- setdiff(seq_len(drawn$entries$n), core_group_facts(groups)$first)
  nodes <- Filter(function(node) node$fn == "sum" && is.null(node$args$where), additive_nodes(drawn))
  counted <- vapply(names(nodes), function(name) {
    x <- as_plain_number(evaluate_column(nodes[[name]]$args$x, entries_table(drawn)))
    sprintf("%s %s", name, texts_of_numbers(sum(x[copies], na.rm = TRUE)))
  }, "")
  list(a_note("duplicates", sprintf(
    "Duplicates: %s of another in every column, the first in %s%s.",
    if (spare == 1) "1 entry is an exact copy" else sprintf("%s are exact copies", entry_count(spare)),
    in_row(drawn$entries, copies[1]),
    if (length(counted)) sprintf("; counted again: %s", both(counted)) else ""
  )))
}
