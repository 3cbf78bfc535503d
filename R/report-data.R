# What a report carries of a page so that each figure can be followed: the rows as they stand, the lines behind each
# cell, the entries of each line, and proofs. It is written as JSON; the script of the report reads it.

# `drawn` is the page as it is worked now, `statement` what is shown.
report_data <- function(drawn, statement, cells, most_entries, most_proofs) {
  layout <- Filter(function(part) part$name %in% names(statement), statement_part(statement, "layout"))
  names <- vapply(layout, `[[`, "", "name")
  behind <- lines_behind(drawn, statement, names)
  used <- sort(unique(unlist(behind)))
  own <- drawn$lines$grain == "entries"
  words <- if (own) "null" else json_array(json_text(line_words(drawn, used)))
  # The lines of a page of entries are what they are made of.
  entries <- if (own && is.null(drawn$entries$below)) "null" else report_entries(drawn, most_entries)
  alike <- is.null(drawn$page$wide)
  columns <- report_columns(drawn, statement, layout, cells)
  c(
    '{"columns":', json_list(columns), ',"rows":', json_rows(statement, layout, cells),
    ',"behind":', json_arrays(lapply(if (alike) behind[1] else behind, match, used)),
    ',"lines":{"words":', words, ',"own":', if (own || all_stand_alone(drawn, used)) "null" else
      json_arrays(covered_lines(drawn)[used]), '},"entries":', entries, ',"proofs":', report_proofs(drawn, behind,
        names, layout,
        used, most_proofs), "}"
  )
}

# No line gathers others, and they are numbered as they are.
all_stand_alone <- function(drawn, used) {
  length(drawn$lines$levels) == 0 && !any(is_others(drawn$lines)) && identical(as.integer(used), seq_along(used))
}

# For each column, the line of the page that each row's cell is; nothing where there is none.
lines_behind <- function(drawn, statement, names) {
  wide <- drawn$page$wide
  now <- if (is.null(wide)) display_rows(drawn) else wide$rows
  at <- rows_now(drawn, statement, length(now))
  lapply(stats::setNames(nm = names), function(name) {
    column <- match(name, names(wide$columns))
    lines <- if (is.null(wide)) now else if (is.na(column)) rep(NA_integer_, length(now)) else wide$lines[[column]]
    lines[at]
  })
}

# Where the rows of a statement stand on the page as it is worked now; a part of a statement has some of them.
rows_now <- function(drawn, statement, n) {
  if (nrow(statement) == n) return(seq_len(n))
  now <- statement_of(drawn)
  keys <- intersect(c(statement_part(statement, "keys"), level_columns), intersect(names(now), names(statement)))
  if (length(keys) == 0) return(rep(NA_integer_, nrow(statement)))
  match(key_of_lines(as.data.frame(statement), keys), key_of_lines(as.data.frame(now), keys))
}

# The own lines that each line of a page gathers: a line itself, a subtotal those below it.
covered_lines <- function(drawn) {
  lines <- drawn$lines
  covers <- as.list(seq_len(lines$n))
  own <- line_of_group(lines)
  for (k in seq_along(lines$levels)) {
    here <- which(lines$level == k + 1)
    covers[here] <- split(own, factor(lines$levels[[k]]$of_group, seq_along(here)))
  }
  others <- which(lines$line_kind == "others")
  if (length(others)) {
    gathered <- split(own[entry_groups(lines)], factor(lines$others_of_entry, seq_along(others)))
    covers[others] <- lapply(gathered, unique)
  }
  covers
}

report_columns <- function(drawn, statement, layout, cells) {
  decimals <- decimals_of(statement, layout)
  followed <- vapply(c(drawn$lines$figures, drawn$lines$beside), `[[`, "", "name")
  if (!is.null(drawn$entries$below) && drawn$lines$grain == "entries") followed <- names(statement)[vapply(statement,
    is_right_aligned, TRUE)]
  Map(function(part, heading, over, right, decimals) {
    values <- statement[[part$name]]
    figure <- if (is.null(part$figure)) part$name else part$figure
    node <- Find(function(item) item$name == figure, drawn$lines$figures)$node
    format <- part$format
    list(
      name = part$name, heading = heading, over = over, right = right, key = part$name %in% statement_part(statement,
        "keys"), figure = if (figure %in% followed) figure else "",
      window = figure %in% vapply(drawn$lines$beside, `[[`, "", "name"), adds = identical(node$type,
        "figure") && isTRUE(room_of("figure", node$fn)$additive),
      decimals = if (is_right_aligned(values)) decimals_shown(values, format, decimals) else 0,
      before = clean_text(paste0("", format$options$currency))
    )
  }, layout, cells$headings, cells$over, cells$right, decimals)
}

decimals_shown <- function(values, format, decimals) {
  if (is.null(format)) return(if (is.null(decimals)) 0 else decimals)
  room_of("format", format$fn)$decimals(values, format$options)
}

json_rows <- function(statement, layout, cells) {
  full <- Map(function(part, texts) {
    if (!part$name %in% statement_part(statement, "keys") || is.null(statement$line_kind)) return(texts)
    over <- vapply(lapply(statement$summed_over, names_in_text), function(names) part$name %in% names, TRUE)
    filled <- key_cells(statement[[part$name]], part, over & cells$kind != "others", cells$kind)
    ifelse(nzchar(texts), texts, ifelse(cells$kind == "total", "", filled))
  }, layout, cells$texts)
  sorts <- lapply(layout, function(part) {
    values <- statement[[part$name]]
    if (is_right_aligned(values)) json_array(json_numbers(values)) else if (is_moment(kind_of(values))) json_array(
      json_numbers(as.double(unclass(values)))) else "null"
  })
  paste0(
    '{"texts":', json_arrays(lapply(full, json_text), plain = TRUE), ',"sorts":[', paste(sorts, collapse = ","),
    '],"kind":', json_array(json_text(cells$kind)), ',"above":', json_array(as.integer(flags(cells$above, cells$kind))),
    ',"below":', json_array(as.integer(flags(cells$below, cells$kind))), "}"
  )
}

flags <- function(values, kind) if (is.null(values)) rep(0L, length(kind)) else values

# Entries -------------------------------------------------------------------------------------------------------------

# The entries of the ledger: a number, its columns, and what each sum was taken of; up to so many, the rest counted and
# added up for each line of the page.
report_entries <- function(drawn, most) {
  found <- entries_of_the_ledger(drawn)
  drawn <- found$drawn
  line <- found$line
  n <- length(line)
  kept <- entries_kept(line, most)
  names <- entry_names(drawn)
  columns <- c(
    lapply(stats::setNames(nm = names), function(name) entry_column(drawn$entries, name)), summed_columns(drawn, names)
  )
  columns <- lapply(columns, pick_rows, rows = found$at)
  sums <- sums_asked(drawn, names)
  rest <- setdiff(seq_len(n), kept)
  formats <- formats_of_columns(drawn)
  parts <- vapply(names(columns), function(name) {
    summed <- name %in% sums
    sums_left <- if (summed) rest_sums(columns[[name]], line, rest)
    json_column(columns[[name]], kept, name, formats[[name]], summed, sums_left)
  }, "")
  paste0(
    '{"what":', json_text(if (is.null(drawn$entries$below)) "entry" else "line of the page below"), ',"n":', n,
    ',"line":', json_array(line[kept]), ',"number":', json_array(json_numbers(rows_in_source(drawn$entries,
      found$at[kept]))),
    ',"rest":', json_counts(table(line[rest])), ',"columns":[', paste(parts, collapse = ","), "]}"
  )
}

# Down through the pages below, as far as each of their lines is an entry here: list(drawn, at, line), the entries at
# some places, and for each the line of the page on top.
entries_of_the_ledger <- function(drawn) {
  at <- seq_len(drawn$entries$n)
  line <- line_of_each_entry(drawn)
  repeat {
    below <- drawn$entries$below
    if (is.null(below) || drawn$entries$reshaped || any(from_elsewhere(drawn$entries, at))) break
    rows <- rows_in_source(drawn$entries, at)
    if (anyDuplicated(rows) || any(is_others(below$drawn$lines)[below$shown[rows]])) break
    place <- match(line_of_each_entry(below$drawn), below$shown[rows])
    at <- which(!is.na(place))
    line <- line[place[at]]
    drawn <- below$drawn
  }
  list(drawn = drawn, at = at, line = line)
}

line_of_each_entry <- function(drawn) {
  if (drawn$lines$grain == "entries") return(seq_len(drawn$entries$n))
  line_of_group(drawn$lines)[entry_groups(drawn$lines)]
}

# As many of each line as come out even, in the order of entry.
entries_kept <- function(line, most) {
  n <- length(line)
  if (n <= most) return(seq_len(n))
  each <- max(1, floor(most / length(unique(line))))
  which(stats::ave(line, line, FUN = seq_along) <= each)
}

# The columns that the page reads come first; there are ten at the most.
entry_names <- function(drawn, most = 10) {
  all <- drawn$entries$column_names
  read <- unlist(lapply(drawn$brief$checked, columns_of_section))
  utils::head(c(intersect(all, read), setdiff(all, read)), max(most, length(intersect(all, read))))
}

columns_of_section <- function(checked) {
  if (!is.list(checked)) return(character())
  if (is.character(checked$type)) return(columns_in(checked))
  unlist(lapply(checked, columns_of_section))
}

sum_nodes <- function(drawn) {
  Filter(function(node) !is.null(node$args$x) && is_total(node), figures_of_parts(drawn$lines$figures))
}

# What was added up that is no column: an expression, or a column where a condition holds.
summed_columns <- function(drawn, names) {
  nodes <- Filter(function(node) node$args$x$type != "column" || !is.null(node$args$where), sum_nodes(drawn))
  table <- entries_table(drawn)
  columns <- lapply(nodes, function(node) {
    values <- plain_vector(evaluate_column(node$args$x, table))
    if (is.null(node$args$where)) return(values)
    met <- as.logical(plain_vector(evaluate_column(node$args$where, table))) %in% TRUE
    values[!met] <- NA
    values
  })
  labels <- vapply(nodes, summed_label, "")
  columns <- stats::setNames(columns, labels)
  columns[!duplicated(labels) & !labels %in% names]
}

summed_label <- function(node) {
  paste(c(node_label(node$args$x), if (!is.null(node$args$where)) paste("where", node_label(node$args$where))),
    collapse = " ")
}

sums_asked <- function(drawn, names) {
  unique(vapply(sum_nodes(drawn), function(node) {
    if (node$args$x$type == "column" && is.null(node$args$where)) node$args$x$name else summed_label(node)
  }, ""))
}

rest_sums <- function(column, line, rest) {
  if (length(rest) == 0) return("{}")
  values <- as_plain_number(plain_vector(pick_rows(column, rest)))
  sums <- tapply(values, line[rest], sum, na.rm = TRUE)
  json_named(names(sums), json_text(vapply(as.numeric(sums), format, "", digits = 15, scientific = FALSE)))
}

json_column <- function(column, kept, name, format, summed, rest) {
  values <- plain_vector(pick_rows(column, kept))
  number <- is_right_aligned(values)
  data <- if (number) {
    sprintf('"values":%s,"decimals":%d,"unmarked":%s', json_array(json_numbers(values)), needed_decimals(values),
      json_flag(identical(format$fn, "unmarked")))
  } else {
    distinct <- unique(values)
    sprintf('"levels":%s,"moment":%s,"values":%s', json_array(json_text(cell_texts(distinct))),
      json_flag(is_moment(kind_of(values))), json_array(match(values, distinct) - 1L))
  }
  sprintf('{"heading":%s,"number":%s,"summed":%s,%s%s}', json_text(clean_text(name)), json_flag(number),
    json_flag(summed && number), data, if (is.null(rest)) "" else paste0(',"rest":', rest))
}

# Proofs --------------------------------------------------------------------------------------------------------------

# Worked by hand for the cells from the top of the page, so many of them.
report_proofs <- function(drawn, behind, names, layout, used, most) {
  provable <- vapply(c(drawn$lines$figures, drawn$lines$beside), `[[`, "", "name")
  figure <- vapply(layout, function(part) if (is.null(part$figure)) part$name else part$figure, "")
  wanted <- which(figure %in% provable)
  cells <- expand.grid(column = wanted, row = seq_len(min(length(behind[[1]]), most)))
  cells <- data.frame(figure = figure[cells$column], line = vapply(seq_len(nrow(cells)), function(i) {
    behind[[cells$column[i]]][cells$row[i]]
  }, 1L))
  cells <- unique(cells[!is.na(cells$line), ])
  cells <- utils::head(cells, most)
  if (nrow(cells) == 0) return("{}")
  proofs <- lapply(seq_len(nrow(cells)), function(i) {
    json_array(vapply(report_proof(drawn, cells$figure[i], cells$line[i]), json_step, ""))
  })
  json_named(paste0(match(cells$line, used), "/", cells$figure), unlist(proofs))
}

report_proof <- function(drawn, name, line) {
  tryCatch(proof_steps(drawn, name, line)$steps, idle_error = function(e) list())
}

json_step <- function(step) {
  if (!is.data.frame(step)) return(json_text(clean_text(step)))
  shown <- utils::head(step, 12)
  texts <- lapply(shown, cell_texts)
  sprintf('{"heads":%s,"right":%s,"columns":%s,"more":%d}', json_array(json_text(clean_text(names(step)))),
    json_array(vapply(shown, function(x) json_flag(is_right_aligned(x)), "")), json_arrays(lapply(texts, json_text),
      plain = TRUE), nrow(step) - nrow(shown))
}
