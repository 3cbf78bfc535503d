# Findings: what is not wrong by itself, and has led people to wrong figures before. A rule's room says what it finds
# among values (`of_values`, for look() and a tie-out alike), in a whole ledger (`of_ledger`, for look() alone) and on
# a page (`of_page`). Where nothing is odd, nothing is found.

# `rows` are the entries that it is of, or `weight` says from 0 to 1 how much of a figure it moves; `repair` is what
# would mend it. `carried` is what to say before what the entries carry; `alien` ones do not belong among the entries,
# and nothing more is said of them.
a_finding <- function(sentence, columns = character(), rows = NULL, weight = 0, lines = NULL, repair = NULL,
                      carried = NULL, alien = FALSE) {
  list(
    sentence = sentence, columns = columns, rows = if (!is.null(rows)) as.double(rows), weight = weight,
    lines = lines, repair = repair, carried = carried, alien = alien
  )
}

# A repair: what is put to a section of the brief, or in the place of the part of that name. `place` is its place among
# the preparations.
a_repair <- function(section, expr, place = 2, name = "", instead = FALSE) {
  list(section = section, item = captured(expr, name = name), place = place, instead = instead)
}

repair_text <- function(repair) {
  if (is.null(repair)) "" else paste0(repair$section, ": ", item_text(repair$item))
}

# What each rule finds; one that fails is told, and the others are looked at all the same. A tryCatch() for each would
# take as long as the rules do.
each_rule <- function(answer, ...) {
  names <- rooms_answering("rule", answer)
  rules <- rooms_named("rule", names)
  found <- list()
  at <- 1
  note <- function(parts) for (one in parts) if (length(one)) found[[length(found) + 1]] <<- c(one, rule = names[at])
  while (at <= length(names)) tryCatch(while (at <= length(names)) {
    take_breath()
    note(rules[[at]][[answer]](...))
    at <- at + 1
  }, error = function(e) {
    note(list(a_finding(sprintf("The rule `%s` could not be looked at: %s", names[at], conditionMessage(e)))))
    at <<- at + 1
  })
  found
}

# The same values are looked at once: of a million entries that takes seconds, from one look or tie-out to the next.
most_rows_found <- 1e6
findings_kept <- kept_answers(most_rows_found)
found_among_values <- function(seen) {
  findings_kept(values_print(seen), each_rule("of_values", seen), function(found) {
    1000 + sum(lengths(lapply(found, `[[`, "rows")))
  })
}

findings_of_ledger <- function(seen) c(found_among_values(seen), each_rule("of_ledger", seen))

# What is found on a page and among its entries, as notes of a tie-out, each with its weight.
findings_of_page <- function(drawn) {
  seen <- values_of_page(drawn)
  found <- c(if (!is.null(seen)) found_among_values(seen), each_rule("of_page", drawn), said_findings(drawn))
  lapply(without_told(found), function(one) {
    weight <- if (is.null(one$rows)) one$weight else part_moved(drawn, one$rows)
    c(a_note(one$rule, with_carried(drawn, one), one$lines), one[c("rule", "columns", "repair")], list(
      weight = min(max(weight, 0, na.rm = TRUE), 1)
    ))
  })
}

# The same entries are found once, by the rule that comes first.
without_told <- function(found) {
  entries <- lapply(found, `[[`, "rows")
  alien <- integer()
  own <- rep(TRUE, length(found))
  for (k in which(lengths(entries) > 0)) {
    own[k] <- length(setdiff(entries[[k]], alien)) > 0
    if (own[k] && isTRUE(found[[k]]$alien)) alien <- union(alien, entries[[k]])
  }
  found[own & (lengths(entries) == 0 | !duplicated(entries))]
}

# What the page itself says, so that it is not overlooked, but for what a check says already.
said_findings <- function(drawn) {
  weights <- drawn$page$weights
  rules <- drawn$page$rules
  tally <- tally_notes(drawn$page)
  rules[tally] <- rep("without_result", length(tally))
  notes <- unique(c(drawn$page$notes, tally))
  notes <- notes[!rules[notes] %in% "told"]
  lapply(notes, function(note) {
    rule <- if (note %in% names(rules)) rules[[note]] else "page"
    c(a_finding(sub("[.]?$", ".", note), weight = if (note %in% names(weights)) weights[[note]] else 0), rule = rule)
  })
}

# What the entries carry of the page's totals, put to the sentence.
with_carried <- function(drawn, one) {
  nodes <- total_nodes(drawn)
  if (is.null(one$carried) || length(nodes) == 0) return(one$sentence)
  sums <- vapply(names(nodes), function(name) {
    x <- weighed_column(drawn, nodes[[name]]$args$x)$values
    sprintf("%s %s", name, texts_of_numbers(sum(x[one$rows], na.rm = TRUE)))
  }, "")
  sprintf("%s; %s %s.", sub("[.]$", "", one$sentence), one$carried, both(utils::head(sums, 3)))
}

# The part of the page's figures that some entries make: of the total that they move most, or of the entries.
part_moved <- function(drawn, rows) {
  n <- drawn$entries$n
  if (n == 0 || length(rows) == 0) return(0)
  parts <- vapply(total_nodes(drawn), function(node) {
    weighed <- weighed_column(drawn, node$args$x)
    here <- abs(weighed$values[rows])
    if (weighed$size > 0) sum(here[is.finite(here)]) / weighed$size else 0
  }, 1)
  max(parts, if (length(parts) == 0 || counts_entries(drawn)) length(rows) / n)
}

# Of each figure call of a page: work(figure, node), where `figure` is the part that it stands in.
each_figure_call <- function(drawn, work) {
  lapply(once_of_lines(drawn$lines, "figure calls", figure_calls(drawn$lines$figures)), function(call) {
    work(call$figure, call$node)
  })
}

figure_calls <- function(figures) {
  calls <- list()
  for (figure in figures) for (node in figures_in(figure$node)) {
    calls[[length(calls) + 1]] <- list(figure = figure, node = node)
  }
  calls
}

# The values of an expression, and what they come to without their signs; weighed once.
weighed_column <- function(drawn, x) {
  once_of_lines(drawn$lines, paste("weighed", if (is.null(x$id)) rlang::hash(strip_text(x)) else x$id), {
    values <- as_plain_number(evaluate_column(x, entries_table(drawn)))
    facts <- core_weigh(values)
    if (facts$endless || !is.finite(facts$size)) facts$size <- sum(abs(values[is.finite(values)]))
    c(facts, list(values = values))
  })
}

counts_entries <- function(drawn) {
  any(unlist(each_figure_call(drawn, function(figure, node) is_count(node) && is.null(node$args$x))))
}

is_count <- function(node) isTRUE(room_of("figure", node$fn)$is_count)

# Whether a figure is a middle or a spread of its values, which no entry need have.
is_average <- function(node) isTRUE(room_of("figure", node$fn)$averages)

# The totals of a page that are of all its entries.
total_nodes <- function(drawn) {
  nodes <- additive_nodes(drawn)
  for (name in names(nodes)) if (!is_total(nodes[[name]]) || !is.null(nodes[[name]]$args$where)) nodes[[name]] <- NULL
  nodes
}
