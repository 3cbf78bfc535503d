# The page with a key abreast: which line stands in which row and column, and what the columns are
# called. Totals on the edges are lines of levels of their own, worked from their entries.

# A list of `rows` (a line that has the row's keys), `columns` (named vectors), and for each column its
# `figure`, `value` (the place among the key's values; 0: the total) and which cells are `empty`.
wide_page <- function(state, abreast) {
  if (any(state$line_kind %in% "others") && !abreast$key %in% state$others_per) stop_idle(
    "bad_argument", sprintf("In the section `show`: lines of others need a column each, by `%s`.", abreast$key),
    sprintf("Write top(..., per = %s, others = TRUE).", name_text(abreast$key))
  )
  rows <- wide_rows(state, abreast)
  values <- wide_values(state, abreast, rows)
  heads <- values$heads
  cells <- lapply(seq_along(heads), function(v) {
    line_at(rows, which(values$of_line == v))
  })
  if (abreast$side) {
    cells <- c(cells, list(line_at(rows, rows$side)))
    heads <- c(heads, total_head)
  }
  parts <- expand.grid(figure = abreast$figures, value = seq_along(heads), stringsAsFactors = FALSE)
  names <- if (length(abreast$figures) == 1) heads[parts$value] else paste(heads[parts$value], parts$figure)
  check_heads(names, parts, heads, setdiff(state$keys, abreast$key), abreast)
  columns <- Map(function(figure, value) pick_rows(state$lines[[figure]], cells[[value]]), parts$figure, parts$value)
  list(
    rows = rows$first, columns = stats::setNames(columns, names), figure = parts$figure,
    head = heads[parts$value], head_text = c(values$texts, if (abreast$side) total_head)[parts$value],
      total = parts$value > length(values$heads),
    stands_for = values$stands_for, empty = lapply(cells[parts$value], is.na)
  )
}

total_head <- "Total"

# The rows in order: lines that share all keys but the one abreast, and the level of those keys.
wide_rows <- function(state, abreast) {
  keys <- setdiff(order_of_keys(state), abreast$key)
  flags <- if (is_footed(state)) lapply(keys, summed_flags, state = state)
  across <- state$lines[[abreast$key]]
  side <- if (is_footed(state)) summed_flags(abreast$key, state) != 0 else rep(FALSE, state$n_lines)
  row <- core_group_numbers(core_group(unname(c(flags, state$lines[keys])), state$n_lines))
  shown <- display_rows(state)
  wanted <- shown[row_is_wanted(state, abreast)[shown]]
  order <- unique(row[wanted])
  list(
    row = match(row, order), first = wanted[match(order, row[wanted])], n = length(order), across = across,
    cells = wanted[!side[wanted]], side = wanted[side[wanted]]
  )
}

# A level that was worked for the order of columns alone has no row.
row_is_wanted <- function(state, abreast) {
  if (!is_footed(state) || abreast$foot) return(rep(TRUE, state$n_lines))
  asked <- lapply(c(list(state$keys), state$brief$checked$footing$sets), setdiff, abreast$key)
  wanted <- vapply(state$level_keys, function(keys) {
    any(vapply(asked, setequal, TRUE, setdiff(keys, abreast$key)))
  }, TRUE)
  wanted[state$level] | state$line_kind == "others"
}

# Which values stand abreast, in order, what heads them, and which of them each line has.
wide_values <- function(state, abreast, rows) {
  gathered <- core_group(list(rows$across), state$n_lines)
  number <- core_group_numbers(gathered)
  here <- pick_rows(rows$across, core_group_facts(gathered)$first)
  order <- if (is.null(abreast$columns)) {
    values_in_order(state, abreast, number, sort(unique(number[rows$cells])))
  } else {
    fixed_values(state, abreast, here, number, rows)
  }
  values <- pick_rows(here, order)
  heads <- heads_of(values)
  if (!is.null(abreast$columns)) heads[seq_along(abreast$columns)] <- heads_of(abreast$columns)
  of_line <- match(number, order)
  of_line[-rows$cells] <- NA
  if (length(rows$cells) == 0) of_line[] <- NA
  format <- state$formats[[abreast$key]]
  texts <- if (is.null(format) || !is.null(abreast$columns)) heads else ifelse(
    is_missing_value(values), heads, cell_texts(values, format)
  )
  list(heads = heads, texts = texts, of_line = of_line, stands_for = made_up_heads(values, heads))
}

# What the made-up names of a missing value and an empty text stand for, by name.
made_up_heads <- function(values, heads) {
  texts <- head_texts(values)
  stats::setNames(texts, heads)[is.na(texts) | texts %in% ""]
}

# By key, or by what the whole column has.
values_in_order <- function(state, abreast, number, present) {
  if (is.null(abreast$order)) return(present)
  kept <- vapply(state$level_keys, setequal, TRUE, abreast$key)
  at <- if (any(kept)) which(state$level == which(kept) & state$line_kind != "others") else seq_len(state$n_lines)
  line <- at[match(present, number[at])]
  table <- lines_of_state(state)
  keys <- lapply(abreast$order, function(sort) {
    pick_rows(in_language(evaluate_column(sort$node, table), state), line)
  })
  present[core_order(unname(keys), vapply(abreast$order, `[[`, TRUE, "down"), length(present))]
}

fixed_values <- function(state, abreast, here, number, rows) {
  named <- heads_of(abreast$columns)
  place <- match(named, heads_of(here))
  if (is_text_vector(here) || is.factor(here)) {
    texts <- plain_vector(as_text_vector(here))
    place <- match(as.character(abreast$columns), texts)
  }
  present <- unique(number[rows$cells])
  beyond <- setdiff(present, place)
  lost <- heads_of(pick_rows(here, beyond))
  if (length(beyond) && is.null(abreast$beyond)) stop_idle(
    "unknown_column",
    sprintf(
      "In the section `abreast`: `columns` has no place for %s of `%s`: %s.", count_of(length(beyond), "value"),
      abreast$key, listing(lost)
    ),
    "Name it in `columns`, or gather the rest: columns_of(..., other = \"other\")."
  )
  absent <- named[!place %in% present]
  if (length(absent)) add_note(state, sprintf(
    "abreast: %s of `columns` %s not occur; %s column is empty.", listing(absent),
    if (length(absent) == 1) "does" else "do", if (length(absent) == 1) "its" else "their"
  ))
  c(place, beyond)
}

line_at <- function(rows, lines) {
  line <- rep(NA_integer_, rows$n)
  line[rows$row[lines]] <- lines
  line
}

# Names that come from data are kept as they are; only nothing at all is given a name.
heads_of <- function(values) {
  texts <- head_texts(values)
  texts[is_missing_value(values)] <- missing_mark
  texts[texts == ""] <- "(empty)"
  texts
}

head_texts <- function(values) {
  if (is_text_vector(values)) return(plain_vector(values))
  if (is.double(values) && !is.object(values)) return(format_number(values))
  if (is.logical(values)) return(ifelse(values, "yes", "no"))
  as.character(values)
}

format_number <- function(x) vapply(x, function(one) format(one, digits = 15, scientific = FALSE), "")

check_heads <- function(names, parts, heads, keys, abreast) {
  taken <- intersect(c(keys, level_columns), names)
  if (length(taken)) stop_idle(
    "name_twice",
    sprintf(
      "In the section `abreast`: `%s` has a value \"%s\", which is also the name of a column.", abreast$key, taken[1]
    ),
    sprintf("Give that column another name in `lines`, or change the value in `columns`.")
  )
  twice <- unique(names[duplicated(names)])
  if (length(twice)) stop_idle(
    "name_twice",
    sprintf(
      "In the section `abreast`: two columns would be called \"%s\"%s.", twice[1],
      if (twice[1] == total_head) sprintf(", a value of `%s` and the total", abreast$key) else ""
    ),
    sprintf("Change one of the values first: columns = c(%s = case(when(..., ...), ...)).", name_text(abreast$key))
  )
}

wide_statement <- function(state) {
  layout <- wide_layout(state)
  rows <- state$wide$rows
  columns <- lapply(layout, function(part) plain_vector(wide_column(state, part$name)))
  columns <- stats::setNames(columns, vapply(layout, `[[`, "", "name"))
  if (!is.null(state$line_kind)) {
    columns$line_kind <- row_kind(state, rows)
    columns$summed_over <- row_summed(state, rows)
  }
  as_statement(columns, length(rows), statement_facts(state, layout, length(rows)))
}

wide_column <- function(state, name) {
  if (name %in% names(state$wide$columns)) return(state$wide$columns[[name]])
  pick_rows(state$lines[[name]], state$wide$rows)
}

# Rows are lines, subtotals and totals by the keys that are not abreast.
row_kind <- function(state, rows) {
  across <- state$brief$checked$abreast$key
  kinds <- vapply(state$level_keys, function(keys) {
    kind_of_level(setdiff(keys, across), setdiff(state$keys, across))
  }, "")
  if (is.null(state$level)) return(state$line_kind[rows])
  ifelse(state$line_kind[rows] == "others", "others", kinds[state$level[rows]])
}

row_summed <- function(state, rows) {
  if (is.null(state$level)) return(rep("", length(rows)))
  across <- state$brief$checked$abreast$key
  vapply(state$level_keys, function(keys) text_of_names(setdiff(state$keys, c(keys, across))), "")[state$level[rows]]
}

# Row keys as laid out, and for each figure its columns, value by value.
wide_layout <- function(state) {
  wide <- state$wide
  asked <- state$layout
  keys <- setdiff(state$keys, state$brief$checked$abreast$key)
  if (is.null(asked)) asked <- lapply(c(keys, unique(wide$figure)), function(name) {
    list(name = name, heading = name, format = NULL)
  })
  names <- vapply(asked, `[[`, "", "name")
  in_cells <- names %in% state$brief$checked$abreast$figures
  figures <- asked[in_cells]
  first <- match(TRUE, in_cells)
  parts <- lapply(seq_along(asked), function(k) {
    if (in_cells[k]) return(if (k == first) figure_columns(state, figures))
    check_laid_out(names[k], keys, wide)
    part <- asked[[k]]
    at <- match(part$name, names(wide$columns))
    if (!is.na(at)) part$empty <- wide$empty[[at]]
    list(part)
  })
  do.call(c, parts)
}

figure_columns <- function(state, figures) {
  wide <- state$wide
  names <- vapply(figures, `[[`, "", "name")
  at <- which(wide$figure %in% names)
  at <- at[order(match(wide$head[at], unique(wide$head)), match(wide$figure[at], names))]
  single <- length(names) == 1
  lapply(at, function(k) {
    figure <- figures[[match(wide$figure[k], names)]]
    format <- if (is.null(figure$format)) state$formats[[figure$name]] else figure$format
    list(
      name = names(wide$columns)[k], figure = figure$name,
      heading = if (single) wide$head_text[k] else paste(wide$head_text[k], figure$heading),
      over = if (!single) wide$head_text[k], under = if (!single) figure$heading,
      format = format, blank = figure$name %in% state$windows, empty = wide$empty[[k]], total = wide$total[k],
      stands_for = if (single && wide$head[k] %in% names(wide$stands_for)) wide$stands_for[[wide$head[k]]]
    )
  })
}

check_laid_out <- function(name, keys, wide) {
  if (name %in% c(keys, names(wide$columns))) return(invisible())
  stop_idle(
    "unknown_column", sprintf("In the section `layout`: there is no column `%s`.", name),
    meant(name, c(keys, unique(wide$figure), names(wide$columns))), column = name
  )
}

wide_stage <- function(state, rows) {
  page <- as.data.frame(wide_statement(state))
  structure(
    utils::head(page, rows), rows = nrow(page), grain = "lines",
    keys = setdiff(state$keys, state$brief$checked$abreast$key)
  )
}
