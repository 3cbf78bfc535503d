# Conditions across tables: whether an entry has a partner, and whether a value stands in a column elsewhere.

room("has_partner", "row", topic = "copies, and partners in other tables",
  args = alist(from = , match = NULL), takes = list(), gives = "logical", tables = "from", looks_up = TRUE,
  check = function(expr, values, ctx) {
    parts <- match_args(expr, room_of("row", "has_partner")$args, "has_partner", ctx)
    table <- table_named(parts$from, ctx)
    partner_node("has_partner", check_match(parts$match, values, table, "has_partner", ctx), table)
  },
  work = function(..., node, table) !is.na(partners_of_values(list(...), node, table)), again = NULL,
  call = "has_partner(from, match = c(key, here == there))",
  words = "whether another table has a line with the same keys; a missing key has none"
)

room("column_of", "row", topic = "copies, and partners in other tables",
  args = alist(from = , column = ), takes = list(), gives = "any", tables = "from", looks_up = TRUE,
  check = function(expr, values, ctx) {
    stop_in(
    ctx, "bad_argument", "column_of() stands to the right of %in%: lock %in% column_of(locks, lock)."
  )
  },
  work = function(..., node, table) {
    found <- !is.na(partners_of_values(list(...), node, table))
    found[is_missing_value(list(...)[[1]])] <- NA
    found
  },
  again = NULL,
  call = "x %in% column_of(from, column)", words = "is one of the values of a column of another table"
)

# The keys there stand apart from those here, which other code takes for columns of this page.
partner_node <- function(fn, keys, table) {
  list(
    type = "call", fn = fn, args = lapply(keys, `[[`, "here"), kind = "logical", table = table$name,
    keys = structure(lapply(keys, `[[`, "there"), class = "idle_there")
  )
}

# What stands to the left of %in% column_of(...).
member_node <- function(parts, values, ctx) {
  set <- match_args(parts$set, room_of("row", "column_of")$args, "column_of", ctx)
  table <- table_named(set$from, ctx)
  partner_node("column_of", check_match(call("==", parts$x, set$column), values, table, "column_of", ctx), table)
}

partners_of_values <- function(values, node, table) {
  other <- table$partner(node$table)
  there <- table_in_hand(function(name) entry_column(other, name), other$n)
  pairs <- Map(function(here, key) {
    key_pair(if (length_of(here) == table$n) as_settled(here) else repeated(here, table$n), evaluate_column(key, there))
  }, unname(values), unclass(node$keys))
  core_meet(
    core_partners(lapply(pairs, `[[`, 1), lapply(pairs, `[[`, 2), table$n, other$n, seq_len(other$n))
  )$partner
}
