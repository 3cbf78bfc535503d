# An identifier that two entries share, though they are no copies.

room("identifiers", "rule", place = 19, of_ledger = NULL, of_page = NULL,
  words = "an identifier that stands twice, in entries that are no copies of each other",
  example = quote(brief(transform(demo_table("dues"), slip = replace(slip, 9, slip[8])), lines = wharf,
    figures = c(dues = sum(due)))),
  twin = quote(brief(demo_table("dues"), lines = wharf, figures = c(dues = sum(due)))),
  of_values = function(seen) {
    if (seen$n > limit("most_to_compare")) return(NULL)
    names <- Filter(function(name) is_identifier(seen, name), seen$all)
    lapply(names, function(name) {
      x <- seen$column(name)
      same <- core_copies(list(x), seen$n)
      same <- lapply(same, function(rows) rows[!is_missing_value(pick_rows(x, same$row))])
      copies <- seen$copies()
      odd <- which(!same$row %in% copies)
      if (length(odd) == 0) return(NULL)
      pair <- as.integer(c(same$of[odd[1]], same$row[odd[1]]))
      unlike <- Filter(function(other) {
        !same_values(pick_rows(seen$column(other), pair[1]), pick_rows(seen$column(other), pair[2]))
      }, setdiff(seen$all, name))
      a_finding(sprintf(
        "Identifiers: %s a `%s` that another has, first %s in %s and %s, which differ in %s.", have(length(odd),
          "entry"),
        name, value_text(plain_vector(pick_rows(x, pair[2]))), seen$row(pair[1]), seen$row(pair[2]),
          listing(tick(unlike))
      ), name, same$row[odd], carried = if (length(odd) == 1) "it carries" else "they carry")
    })
  }
)
