#' Draw up a statement
#'
#' Works a brief through, section by section, and gives the finished result.
#'
#' @param brief A [brief()].
#' @param sealed Whether the statement carries a seal of its source: the SHA-256 of the file as it
#'   stands, or of the table's contents, for an auditor to rely on. [tie_out()] holds it against the
#'   source, `write_statement(about = TRUE)` writes it down. Needs the package digest.
#' @return A statement: a data frame of class `idle_statement` with one row a line, that remembers its
#'   brief, the fingerprint of what it was drawn up from, what was left out, and its notes. Its
#'   columns keep the names of keys and figures; headings and formats show when it is printed.
#' @section Errors:
#' `idle_not_given` if a `given()` value has not been supplied, `idle_overflow` if a sum of 64-bit
#' whole numbers does not fit, `idle_bad_text` if text is not valid, `idle_no_group` if a window goes
#' along dates that several groups share and says no `per`, `idle_no_package` or `idle_bad_file` if it
#' cannot be sealed.
#' @export
#' @examples
#' statement <- draw_up(brief(demo_table("tolls"),
#'   lines = c(reach, lock), figures = c(receipts = sum(toll))
#' ))
#' statement
#' statement$receipts[1]
draw_up <- function(brief, sealed = FALSE) {
  local_utf8()
  check_is_brief(brief)
  on.exit(progress_done())
  state <- work_brief(brief)
  statement <- statement_of(state)
  if (isTRUE(sealed)) attr(statement, "idle")$seal <- seal_of(brief)
  release_state(state)
  statement
}

# Works all sections of a brief. `watch` is called with the state after each of them; `aside` keeps
# the entries that a section leaves out.
work_brief <- function(brief, watch = NULL, aside = FALSE) {
  state <- open_state(brief, aside)
  if (!is.null(watch)) watch(state, "source")
  for (name in intersect(section_names(), names(brief$checked))) {
    began <- proc.time()[["elapsed"]]
    before <- rows_in_hand(state)
    state$method <- NULL
    room_of("section", name)$work(state, brief$checked[[name]])
    note_windows(state)
    forget_windows(state)
    log_work(state, name, before, proc.time()[["elapsed"]] - began)
    if (!is.null(watch)) watch(state, name)
  }
  settle_lines(state)
  state
}

# A finished draw-up gives back the memory of its text codes; nothing of the state is used again.
release_state <- function(state) {
  for (column in state$cache) if (is_text_vector(column)) core_release(column)
  state$cache <- list()
  if (!is.null(state$groups)) core_release_groups(state$groups)
  state$groups <- NULL
}

# The state of a draw-up: what is known of the entries, then of the lines.
open_state <- function(brief, aside = FALSE) {
  state <- new.env(parent = emptyenv())
  state$brief <- brief
  state$aside <- aside
  state$cache <- list()
  state$prints <- list()
  state$accounts <- list()
  forget_windows(state)
  state$said <- list()
  state$notes <- brief$notes
  state$tally <- new_tally()
  state$grain <- "entries"
  state$workings <- list()
  if (inherits(brief$source, "idle_brief")) {
    state$below <- lines_below(brief$source)
    state$n_read <- state$below$n
    state$source_names <- names(state$below$columns)
    note_subtotals_below(state)
  } else {
    state$n_read <- size_of(brief$source)
    state$source_names <- names(kinds_of(brief$source))
  }
  state$n <- state$n_read
  state$n_added <- 0
  state$column_names <- state$source_names
  state
}

note_subtotals_below <- function(state) {
  if (state$below$subtotals > 0) add_note(state, sprintf(
    "The page below shows %s; this page is drawn up from its lines alone.",
    count_of(state$below$subtotals, "subtotal")
  ))
}

rows_in_hand <- function(state) {
  if (state$grain == "entries") state$n else if (is.null(state$shown)) state$n_lines else sum(state$shown)
}

log_work <- function(state, name, before, seconds) {
  entry <- list(
    section = name, rows_in = before, rows_out = rows_in_hand(state), method = state$method, seconds = seconds
  )
  state$workings <- c(state$workings, list(entry))
}

# A column of the entries in hand, fetched from the source when it is first asked for.
entry_column <- function(state, name) {
  if (is.null(state$cache[[name]])) {
    column <- source_column(state, name)
    state$cache[[name]] <- if (is.null(state$rows)) column else pick_rows(column, state$rows)
  }
  state$cache[[name]]
}

source_column <- function(state, name) {
  if (is.null(state$prepared)) column_of_source(state, name) else state$prepared(name)
}

column_of_source <- function(state, name) {
  if (!is.null(state$below)) return(state$below$columns[[name]])
  column <- prepared_columns(state$brief$source, name)[[name]]
  state$kinds[[name]] <- kind_print(column)
  if (!is.null(state$prints[[name]])) return(column)
  if (isTRUE(state$print_later) && is.double(column)) {
    state$unprinted[[name]] <- column
  } else {
    state$prints[[name]] <- fingerprint_column(column)
  }
  column
}

# While `work` goes through whole columns of numbers, their fingerprints are taken on the way; those
# that it did not take are taken after it.
printing_on_the_way <- function(state, work) {
  state$print_later <- is.null(state$rows) && is.null(state$prepared)
  on.exit(state$print_later <- FALSE)
  result <- work
  for (name in setdiff(names(state$unprinted), names(state$prints))) {
    state$prints[[name]] <- fingerprint_column(state$unprinted[[name]])
  }
  state$unprinted <- list()
  result
}

# A column's fingerprint is of its values; its kind, levels and time zone are put to it in the end.
fingerprint_column <- function(column) core_fingerprint(column)

kind_print <- function(column) {
  paste(c(kind_of(column), if (is.factor(column)) levels(column), attr(column, "tzone")), collapse = "\n")
}

add_entry_column <- function(state, name, column) {
  if (name %in% state$column_names) forget_windows(state)
  state$made_names <- union(state$made_names, name)
  state$cache[[name]] <- column
  state$column_names <- union(state$column_names, name)
}

entries_of_state <- function(state, label = NULL) {
  table <- windowed_table(state, function(name) entry_column(state, name), state$n, "entry", label)
  table$unprinted <- function() setdiff(names(state$unprinted), names(state$prints))
  table$printed <- function(name, print) state$prints[[name]] <- print
  table
}

lines_of_state <- function(state, label = NULL) {
  settle_lines(state)
  row <- if (state$grain == "lines") "line" else "entry"
  windowed_table(state, function(name) line_column(state, name), state$n_lines, row, label)
}

# A table that windows can work on; their notes go to the page under the name of the column.
windowed_table <- function(state, column, n, row, label) {
  note <- function(text) {
    state$said[[text]] <- union(state$said[[text]], if (is.null(label)) "" else label)
  }
  table <- table_in_hand(column, n, tally = state$tally, memo = state$memo, note = note, row = row)
  table$locale <- state$locale
  table$method <- function(sorted) {
    state$sorts <- c(state$sorts, sorted)
    state$method <- sorts_said(state$sorts)
  }
  table$naming <- list(
    columns = function(at) line_columns(state, at), said = function(at) said_line(state, at), rows = NULL
  )
  table$keys <- if (state$grain == "lines") state$keys
  table$could_be_per <- function() columns_for_groups(state)
  if (row == "line") {
    table$level <- level_groups(state)
    table$parent <- function() parent_groups(state)
    table$not_additive <- state$not_additive
  }
  table$wider <- function(name, group) wider_figure(state, name, group)
  table
}

# The columns whose values may make groups: of lines the keys, of entries all but measured numbers. Kinds
# are asked of the source, so that no column is fetched for it.
columns_for_groups <- function(state) {
  if (state$grain == "lines") return(state$keys)
  names <- setdiff(state$column_names, state$made_names)
  known <- if (is.null(state$prepared)) kinds_of(state$brief$source)[names]
  kinds <- if (is.null(known)) vapply(names, function(name) kind_of(entry_column(state, name)), "") else known
  names[kinds %in% c("text", "factor", "integer", "logical")]
}

# A figure of the page over wider groups of its lines, from their entries; `group` numbers the lines.
# On a footed page no group has lines of two levels.
wider_figure <- function(state, name, group) {
  upto <- match(name, vapply(state$figures, `[[`, "", "name"))
  starts <- cumsum(c(0, if (is_footed(state)) tabulate(state$level) else state$n_lines))
  of_group <- c(list(line_of_group(state)), lapply(state$levels, `[[`, "of_group"))
  worked <- Map(function(of_group, start) {
    anew <- regrouped(state, pick_rows(group, as.integer(of_group + start)))
    lines <- figures_over(state, state$figures[seq_len(upto)], anew$groups, list(), length(anew$number))$lines
    list(number = anew$number, values = lines[[name]])
  }, of_group, utils::head(starts, -1))
  values <- stacked(lapply(worked, `[[`, "values"))
  pick_rows(values, match(seq_len(max(group, 0)), unlist(lapply(worked, `[[`, "number"))))
}

# Windows of a section with the same to say share a note.
note_windows <- function(state) {
  for (text in names(state$said)) {
    labels <- setdiff(state$said[[text]], "")
    add_note(state, paste0(if (length(labels)) paste0(toString(labels), ": "), text, "."))
  }
  state$said <- list()
}

# How many orders the windows of a section needed, and which the rows stood in already.
sorts_said <- function(sorted) {
  made <- sum(!sorted)
  paste(c(
    if (made > 0) count_of(made, "sort"), if (any(sorted)) sprintf("%s there already", count_of(sum(sorted), "order"))
  ), collapse = ", ")
}

forget_windows <- function(state) {
  state$memo <- new.env(parent = emptyenv())
  state$sorts <- logical()
}

line_column <- function(state, name) {
  if (is_footed(state) && name %in% level_columns) return(level_marks(state)[[name]])
  if (state$grain == "lines") state$lines[[name]] else entry_column(state, name)
}

# Without the section `lines`, each entry is a line.
settle_lines <- function(state) {
  if (state$grain == "entries") state$n_lines <- state$n
}

# Leaves out the entries that do not meet a condition, with the reasons.
keep_entries <- function(state, met, section, checked) {
  condition <- paste(vapply(checked, `[[`, "", "text"), collapse = " and ")
  unknown <- is.na(met)
  rows <- which(met)
  not_met <- state$n - length(rows) - sum(unknown)
  add_account(state, section, sprintf("condition not met: %s", condition), not_met)
  add_account(state, section, sprintf("condition missing: %s", condition), sum(unknown))
  if (state$aside) state$left_out <- c(state$left_out, list(left_out_rows(state, met, section, checked)))
  take_entries(state, rows)
}

# From here on only some of the entries count.
take_entries <- function(state, rows) {
  if (length(rows) == state$n) return(invisible())
  state$rows <- if (is.null(state$rows)) rows else state$rows[rows]
  state$cache <- lapply(state$cache, pick_rows, rows = rows)
  state$n <- length(rows)
}

# Each row that is left out, with the first condition that it does not meet.
left_out_rows <- function(state, met, section, checked) {
  out <- which(!met %in% TRUE)
  reason <- rep(NA_character_, length(out))
  for (condition in checked) {
    this <- as.logical(evaluate_column(condition$node, entries_of_state(state)))[out]
    reason <- ifelse(
      !is.na(reason) | this %in% TRUE, reason, paste(ifelse(is.na(this), "missing:", "not met:"), condition$text)
    )
  }
  list(section = section, rows = if (is.null(state$rows)) out else state$rows[out], reason = reason)
}

add_account <- function(state, section, reason, n) {
  if (n > 0) state$accounts <- c(state$accounts, list(list(section = section, reason = reason, n = n)))
}

add_note <- function(state, note) state$notes <- c(state$notes, note)

# The lines to show, in order, by their number.
display_rows <- function(state) {
  rows <- if (is.null(state$display)) natural_order(state) else state$display
  if (is.null(state$shown)) rows else rows[state$shown[rows]]
}

natural_order <- function(state) if (is_footed(state)) footed_order(state) else seq_len(state$n_lines)

state_columns <- function(state, names) {
  columns <- lapply(names, function(name) line_column(state, name))
  names(columns) <- names
  c(columns, level_marks(state))
}

# The lines that are no gathering of others.
own_lines <- function(state) {
  if (is.null(state$line_kind)) seq_len(state$n_lines) else which(state$line_kind == "line")
}

is_subtotal <- function(state) {
  if (is.null(state$line_kind)) rep(FALSE, state$n_lines) else state$line_kind %in% c("subtotal", "total")
}

# Marks a line of others, where top() gathers the rest.
gather_others <- function(state, checked) {
  wanted <- Filter(function(part) part$type != "condition" && part$others, checked)
  if (length(wanted) == 0 || state$hidden == 0) return(invisible())
  if (state$grain != "lines") {
    stop_idle(
      "bad_argument", "In the section `show`: others = TRUE needs `lines`; without them each entry stands alone."
    )
  }
  per <- vapply(wanted[[1]]$per, function(node) node$name, "")
  rest <- which(!state$shown & !is_subtotal(state))
  gathered <- core_group(unname(lapply(state$lines[per], pick_rows, rows = rest)), length(rest))
  target <- rep(NA_integer_, state$n_lines)
  target[rest] <- core_group_numbers(gathered)
  first <- if (length(per)) rest[core_group_facts(gathered)$first] else rest[1]
  append_others(state, target, first, per)
}

append_others <- function(state, target, first, per) {
  n_before <- state$n_lines
  anew <- regrouped(state, target[line_of_group(state)])
  groups <- anew$groups
  kept <- seq_along(first)
  keys <- lapply(stats::setNames(state$keys, state$keys), function(key) {
    values <- state$lines[[key]]
    if (key %in% per) pick_rows(values, first) else pick_rows(values, rep(NA_integer_, length(first)))
  })
  n_groups <- core_group_facts(groups)$size
  padded <- lapply(keys, pick_rows, rows = c(kept, rep(NA_integer_, n_groups - length(kept))))
  worked <- figures_over(state, state$figures, groups, padded, n_groups)
  for (name in names(state$lines)) {
    others <- if (is.null(worked$lines[[name]])) {
      beside_others(state, name, target, kept)
    } else {
      pick_rows(worked$lines[[name]], kept)
    }
    state$lines[[name]] <- stacked(list(state$lines[[name]], others))
  }
  state$n_lines <- n_before + length(kept)
  state$shown <- c(state$shown, rep(TRUE, length(kept)))
  state$line_kind <- c(if (is_footed(state)) state$line_kind else rep("line", n_before), rep("others", length(kept)))
  if (is_footed(state)) {
    state$level <- c(state$level, rep(1L, length(kept)))
    state$summed_over <- c(state$summed_over, rep("", length(kept)))
  }
  state$others_per <- per
  state$others_of_entry <- anew$target
  state$gathered <- sum(!is.na(target))
}

# Of what stands beside the lines only a share makes sense for others: theirs together.
beside_others <- function(state, name, target, kept) {
  values <- state$lines[[name]]
  if (is.null(state$formats[[name]])) return(pick_rows(values, rep(NA_integer_, length(kept))))
  vapply(kept, function(group) sum(values[which(target == group)]), 1)
}

# Columns of one kind, one under the other.
stacked <- function(parts) {
  x <- parts[[1]]
  if (length(parts) == 1) return(x)
  if (is_text_vector(x)) {
    same_pool <- all(vapply(parts, function(part) identical(attr(part, "pool"), attr(x, "pool")), TRUE))
    if (same_pool) {
      codes <- unlist(lapply(parts, codes_of))
      attributes(codes) <- attributes(x)
      return(codes)
    }
    texts <- unique(unlist(lapply(parts, texts_of)))
    return(text_vector(unlist(lapply(parts, function(part) match(texts_of(part), texts)[codes_of(part)])), texts))
  }
  bare <- lapply(parts, function(part) {
    attributes(part) <- NULL
    part
  })
  both <- unlist(bare)
  mostattributes(both) <- attributes(x)
  both
}
