# Mistakes put into the code on purpose, one at a time, each of which a test must notice:
#   Rscript tools/mutations.R [r | core | the names of functions]
# A mutation of R is a function (or an answer of a room) with a part of its text changed in the loaded package;
# one of the core is a changed source file, built and tested beside the project.

r_mutations <- list(
  list("down_to_the_ledger", "below$shown[rows[!elsewhere]]", "rows[!elsewhere]", "entries-behind"),
  list("with_entry_column", "name %in% drawn$entries$column_names", "FALSE", "section-columns"),
  list("in_top", "place <= n & !missing", "place <= n", "section-show"),
  list("not_adding_up", "rounding_slack(size, abs(there), found[[1]]$filled)", "100", "check-footing"),
  list("rounding_slack", "(1 + 1e-09)", "1e6", "check-footing"),
  list("check_unpivot", "identical(unname(before), after)", "TRUE", "prepare-unpivot"),
  list("same_numbers", "abs(gap) <= tolerance", "abs(gap) < tolerance", "compare-tables"),
  list("same_numbers", "10^(1 - digits)", "10^(9 - digits)", "writers"),
  list("reads_as_total", "word | nothing", "nothing", "differences"),
  list("in_quotes", "!nzchar(text)", "FALSE", "writer-delimited"),
  list("checked_formulas", "1e-09", "1e9", "sheet-formulas"),
  list("as_asked", "length(bad) == 0", "TRUE", "reader-kinds"),
  list("missing_asked", "\"\"", "c(\"\", \"NA\")", "reader-delimited-cells"),
  list("check_same_shape", "first$kinds != other$kinds", "FALSE", "source-file-opened"),
  list("check_inside", "outside || all", "TRUE || all", "brief-file"),
  list("able_in_sql", "\"varchar\"", "\"varchar\", \"bpchar\"", "source-connection"),
  list("more_of_table", "!all(same)", "FALSE", "source-connection"),
  list("number_text", "size < 0.5 * 10^-decimals", "FALSE", "cells"),
  list("copies_among", "n < 2", "n < 100", "groups"),
  list("release_page", "is_text_vector(column)", "FALSE", "drawn"),
  list("planned_level", "all(keys %in% before[[k]]$keys)", "TRUE", "section-footing"),
  list("lines_of_key", "level$first", "rev(level$first)", "section-footing"),
  list("summed_flags", "2L", "0L", "section-footing"),
  list("take_entries", "entries$rows[rows]", "rows", "entries"),
  list("left_out_rows", "!met %in% TRUE", "!met %in% c(TRUE, NA)", "section-only"),
  list("notes_of_log", "toString(labels)", "labels[1]", "page"),
  list("wider_figure", "seq_len(upto)", "seq_len(max(1, upto - 1))", "window-share"),
  list("append_others", "lines$n + length(first)", "lines$n", "section-show"),
  list("fixed_values", "c(place, beyond)", "place", "section-abreast"),
  list("option_value", "c(before, value)", "value", "options-read"),
  list("read_options", "startsWith(word, \"--\")", "startsWith(word, \"-\")", "options-read"),
  list("with_requests", "rev(section_names())", "section_names()", "section-abreast"),
  list("ranks_in_columns", "cummax(ifelse(new, at, 0L)) - begin", "at - begin", "check-whole-windows"),
  list("frames_in_columns", "low >= begin & high <= end", "low >= begin", "check-whole-windows"),
  list("changed_columns", "!identical", "identical", "check-fresh"),
  list("are_of_source", "|| !is.null(entries$rows)", "", "values-seen"),
  list("are_of_source", "& !names %in% entries$made_names", "", "values-seen"),
  list("pick_rows", "!any(rows < 1L, na.rm = TRUE)", "TRUE", "text-vector"),
  list("without_null", "is.null(x[[k]])", "TRUE", "lists"),
  list("kind_print", "levels(column)", "NULL", "check-fresh"),
  list("kind_print", "attr(column, \"tzone\")", "NULL", "check-fresh"),
  list("uncoded", "as.character(x)", "x", "comparing"),
  list("same_values", "is_missing_value(a) == is_missing_value(b)", "TRUE", "comparing"),
  list("starts_in_order", "%in% TRUE)", "%in% c(TRUE, NA))", "whole-columns"),
  list("limit", "value > 0", "TRUE", "limits"),
  list("lacks_a_key", "Reduce(`|`", "Reduce(`&`", "prepare-bring-in"),
  list("check_overlaps", "begins[then] <= last", "begins[then] < last", "partners"),
  list("columns_with_partners", "is.null(done$at)", "is.null(done$ta)", "prepare-bring-in"),
  list("repeats_of", "most < 2", "most < 3", "partner-notes"),
  list("part_again", "times - 1", "times", "column-facts"),
  list("columns_added", "length(own) > 1", "FALSE", "column-facts"),
  list("facts_of_figure", "figure$name %in% not_additive", "FALSE", "column-facts"),
  list("fitted_given", "is.null(kind) ||", "TRUE ||", "given"),
  list("months_of_period", "length(months) > 1", "FALSE", "frame-clock"),
  list("keys_of_totals", "lost[row] <- TRUE", "lost[row] <- FALSE", "compare-totals"),
  list("mends", "!stays &&", "", "repairs-tried"),
  list("told_apart", "turn - 1", "0", "drawing-labels"),
  list("check_marks", "anyDuplicated(place)", "FALSE", "drawing-labels"),
  list("check_fresh_tables", "size_of(source) != facts$n", "FALSE", "check-fresh"),
  list("partners_again", "same_or_both_missing(again", "is.na(again", "check-partners"),
  list("one_of_each", "part$keep == \"last\"", "FALSE", "prepare-strike-duplicates"),
  list("check_struck", "left == 0", "TRUE", "prepare-strike-duplicates"),
  list("mended_texts", "-weight", "weight", "prepare-mend-keys"),
  list("days_of_steps", "steps * 7 - 3", "steps * 7 - 2", "prepare-fill-calendar"),
  list("without_made", "!ctx$made %in% names(ctx$columns)", "TRUE", "figure-count"),
  list("rows_by_lot", "part$seed", "1", "prepare-sample-of"),
  list("placed_elsewhere", "<- TRUE", "<- FALSE", "prepare-stack-on"),
  list("gather_rest", "!additive", "FALSE", "chart-bars"),
  list("steps_data", "end - start - sum(values)", "0", "chart-steps"),
  list("in_pieces", "1.5 * stats::median(steps)", "1e9", "chart-course"),
  list("tied_places", "lengths(tied)", "1L", "chart-places"),
  list("marks_of", "c(0.1, 0.5, 0.9)", "c(0.1, 0.6, 0.9)", "chart-spread"),
  list("shades", "pmax(at, 0)", "at^0", "chart-cells"),
  list("nothing_left_said", "$yes == 0", "$yes < 0", "nothing-left"),
  list("nothing_left_said", "length(conditions) == all", "TRUE", "nothing-left"),
  list("check_kinds_are_of_a_file", "stop_idle", "invisible", "options-of-files"),
  list("values_for", "is.na(about)", "TRUE", "options-of-files"),
  list("low_end", "diff(range) > 0.4 * range[2]", "TRUE", "charted-differences"),
  list("covered_lines", "lines$level == k + 1", "lines$level == k", "report-data"),
  list("entries_of_the_ledger", "is.null(below)", "TRUE", "report"),
  list("summed_columns", "values[!met] <- NA", "values[met] <- NA", "report-data"),
  list("entries_kept", "<= each", "<= 1", "report-data"),
  list("rest_sums", "na.rm = TRUE", "na.rm = FALSE", "report-data"),
  list("json_in_html", "\"\\\\u003c\"", "\"<\"", "json-pieces"),
  list("security_policy", "default-src 'none'", "default-src *", "report"),
  list("own_names", "tolower(names)", "names", "differences"),
  list("check_kept", "kept != met %in% TRUE", "FALSE & kept", "check-expressions-again"),
  list("column_check", "rows_that_differ(first, found$value)", "integer()", "check-expressions-again"),
  list("check_own_keys", "rows_that_differ(own, found$value)", "integer()", "check-expressions-again"),
  list("check_sorted", "ahead < 0L & beside", "ahead < -1L", "check-order-again"),
  list("check_shown_again", "shown != drawn$lines$shown[own]", "FALSE & shown", "check-order-again"),
  list("in_top_again", "min(n, length(rows))", "1", "check-order-again"),
  list("check_cells_abreast", "same_values(value, there)", "TRUE", "check-cells-abreast"),
  list("odd_columns", "identical(here, names(now))", "TRUE", "check-cells"),
  list("odd_headings", "here != there", "here == ''", "check-cells"),
  list("lines_in_hand", "is.unsorted", "is.null", "check-cells"),
  list("check_read_since", "length(changed)", "0", "check-cells"),
  list("neighbours_of_groups", "rows_that_differ(values, expected)", "integer()", "check-whole-windows"),
  list("ends_in_columns", "2^k + 1", "2^k", "check-whole-windows"),
  list("running_rows", "is.null(found)", "TRUE", "tie-out"),
  list("part_moved", "weighed$size > 0", "FALSE", "findings"),
  list("part_of_lines", "sum(x[lines])/sum(x[own])", "1", "rule-missing-keys"),
  list("counts_entries", "is_count(node)", "FALSE", "rules"),
  list("accepted_by", "part$rule == finding$rule", "TRUE", "accepted"),
  list("items_repaired", "repair$instead & vapply", "FALSE & vapply", "apply-repair"),
  list("as_read", "-weights", "weights", "tie-out-print"),
  list("without_told", "!duplicated(entries)", "TRUE", "findings"),
  list("said_alike", "which.max(n)", "which.min(n)", "rule-spellings"),
  list("pairs_by_chance", "- found", "", "rule-near-copies"),
  list("places_meant", "!anyNA(days)", "FALSE", "rule-text-order"),
  list("prints_whole", "4 * .Machine$double.eps", "1e-5", "rule-rounded-parts"),
  list("recomputed_level", "!in_core & !in_columns", "in_core & !in_columns", "check-recomputed"),
  list("sums_before", "near(sum(x[-n]), x[n])", "FALSE", "rule-totals-among"),
  list("stands_alone", "far(2)", "far(200)", "rule-stand-ins"),
  list("apart_by_factor", "any(fits)", "FALSE", "rule-factors"),
  list("judged_of", "no = sum(!met", "no = 1 + sum(!met", "rule-conditions"),
  list("last_bits_differ", "values[[1]] != value", "TRUE", "rule-fractions"),
  list("usual_steps", "step > usual", "step > 9 * usual", "rule-neighbours"),
  list("rounded_apart", "1e-06", "1e6", "rule-rounded-parts"),
  list("carry_entries", "!is.null(entries$of_other)", "is.null(entries$of_other)", "entries-behind"),
  list("axis_texts", "&&", "||", "picture"),
  list("base_left_out", "0.05", "0", "rule-share-bases"),
  list("arithmetic_broken", "0.02", "0", "rule-arithmetic"),
  list("rows_by_line", "match(first, starts)", "line[first]", "by-line"),
  list("plain_order", "table$n + 2", "1", "plain-order"),
  list("next_in_queue", "order(margins)[1]", "1", "desk-queue"),
  list("act_waits", "!all(", "any(", "desk-queue")
)

core_mutations <- list(
  list("exact/exact_sum.cpp", "static_cast<uint128>(part) - (", "static_cast<uint128>(part) + (", "*unlike units*"),
  list("exact/exact_sum.cpp", "return far_ratio(group, divisor);",
    "return round_ratio(totals_[group], unit_, divisor);", "*both ends*"),
  list("folds/fold_first_last.cpp", "row < other_row", "row > other_row", "*"),
  list("base/parallel.cpp", "throw Interrupted", "return; throw Interrupted", "*stop*"),
  list("column/sortable.cpp", "if (std::isnan(x)) return last_key - 1;", "if (std::isnan(x)) return last_key;",
    "*no number after*"),
  list("window/slide_rows.cpp", "last + n;", "last + n - 1;", "*n-th value*"),
  list("group/grouping.cpp", "if (groups_.first_.empty()) groups_.counted_.clear();", "", "*without rows*"),
  list("group/grouping_direct.cpp", "digit.missing : static_cast", "digit.missing - 1 : static_cast", "*directly*"),
  list("text/escape_text.cpp", "0x200B", "0x200C", "*unfit*"),
  list("folds/fold_spread.cpp", "n <= less", "n < less", "*one value*"),
  list("read/outline.cpp", "inside ? region.inside : region.between", "region.between", "*random delimited*"),
  list("read/unpack.cpp", "if (!ended_) throw", "if (false) throw", "*packed*"),
  list("read/strict_values.cpp", "number.whole > 1 &&", "false &&", "*look like numbers*"),
  list("read/delimited.cpp", "next_of(w) < next_of(next)", "next_of(w) > next_of(next)", "*several threads*"),
  list("match/partners.cpp", "search.from[half] <= search.now", "search.from[half] < search.now", "*in force*"),
  list("match/partners.cpp", "value == std::floor(value)", "true", "*partners*"),
  list("match/value_keys.h", "if (x == 0) return 0;", "", "*copies*"),
  list("match/partners.cpp", "out[i] * numbers_[k].size() + digits[i]", "out[i] + digits[i]", "*partners*")
)

# Whether a test file fails while a function's text is changed.
notices <- function(name, from, to, file) {
  ns <- asNamespace("idleledger")
  code <- paste(deparse(get(name, ns), width.cutoff = 500L), collapse = "\n")
  if (!grepl(from, code, fixed = TRUE)) return("not found in the code")
  changed <- eval(parse(text = sub(from, to, code, fixed = TRUE)), ns)
  job <- parallel::mcparallel({
    utils::assignInNamespace(name, changed, "idleledger")
    found <- as.data.frame(testthat::test_file(sprintf("tests/testthat/test-%s.R", file),
      package = "idleledger", load_package = "installed", stop_on_failure = FALSE, reporter = "silent"
    ))
    any(found$failed > 0 | found$error)
  })
  result <- parallel::mccollect(job)[[1]]
  # A process that died delivers nothing.
  if (is.null(result) || isTRUE(result) || inherits(result, "try-error")) "noticed" else "SURVIVED"
}

notices_in_core <- function(path, from, to, cases) {
  folder <- tempfile("core")
  on.exit(unlink(folder, recursive = TRUE))
  system2("cp", c("-rp", "src/core", folder))
  source <- file.path(folder, path)
  code <- paste(readLines(source), collapse = "\n")
  if (!grepl(from, code, fixed = TRUE)) return("not found in the code")
  writeLines(sub(from, to, code, fixed = TRUE), source)
  tests <- file.path(folder, "tests")
  built <- system2("make", c("-s", "-j2", "-C", tests, "build/plain/all"), stdout = FALSE, stderr = FALSE)
  if (built != 0) return("does not compile")
  failed <- system2(file.path(tests, "build/plain/all"), shQuote(paste0("-tc=", cases)), stdout = FALSE,
    stderr = FALSE, timeout = 120
  )
  if (failed != 0) "noticed" else "SURVIVED"
}

which <- commandArgs(TRUE)
names <- setdiff(which, c("r", "core"))
if (length(names)) r_mutations <- Filter(function(m) m[[1]] %in% names, r_mutations)
if (length(which) == 0 || "r" %in% which || length(names)) for (m in r_mutations) {
  cat(sprintf("R    %-22s %-52s %s\n", m[[1]], sprintf("%s -> %s", m[[2]], m[[3]]), do.call(notices, m)))
}
if (length(which) == 0 || "core" %in% which) for (m in core_mutations) {
  cat(sprintf("core %-22s %-52s %s\n", m[[1]], sprintf("%s -> %s", m[[2]], m[[3]]), do.call(notices_in_core, m)))
}
