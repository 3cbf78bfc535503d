# The page with a key abreast: which line stands in which row and column, and what the columns are
# called. Totals on the edges are lines of levels of their own, worked from their entries.

# A list of `rows` (a line that has the row's keys), `columns` (named vectors), and for each column its
# `figure`, `value` (the place among the key's values; 0: the total) and which cells are `empty`.
wide_page <- function(drawn, abreast) {
  if (any(drawn$lines$line_kind %in% "others") && !abreast$key %in% drawn$lines$others_per) stop_idle(
    "bad_argument", sprintf("In the section `show`: lines of others need a column each, by `%s`.", abreast$key),
    sprintf("Write top(..., per = %s, others = TRUE).", name_text(abreast$key))
  )
  rows <- wide_rows(drawn, abreast)
  values <- wide_values(drawn, abreast, rows)
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
  check_heads(names, parts, heads, setdiff(drawn$lines$keys, abreast$key), abreast)
  columns <- Map(function(figure, value) pick_rows(drawn$lines$columns[[figure]], cells[[value]]), parts$figure,
    parts$value)
  list(
    rows = rows$first, columns = stats::setNames(columns, names), figure = parts$figure,
    head = heads[parts$value], head_text = c(values$texts, if (abreast$side) total_head)[parts$value],
      total = parts$value > length(values$heads),
    stands_for = values$stands_for, empty = lapply(cells[parts$value], is.na), lines = cells[parts$value],
    keys = setdiff(drawn$lines$keys,
      abreast$key),
    across = abreast$key, figures = abreast$figures, notes = absent_values(abreast, values, rows)
  )
}

total_head <- "Total"

# The rows in order: lines that share all keys but the one abreast, and the level of those keys.
wide_rows <- function(drawn, abreast) {
  lines <- drawn$lines
  keys <- setdiff(order_of_keys(lines), abreast$key)
  flags <- if (is_footed(lines)) lapply(keys, summed_flags, lines = lines)
  across <- lines$columns[[abreast$key]]
  side <- if (is_footed(lines)) summed_flags(abreast$key, lines) != 0 else rep(FALSE, lines$n)
  row <- core_group_numbers(core_group(unname(c(flags, lines$columns[keys])), lines$n))
  shown <- display_rows(drawn)
  wanted <- shown[row_is_wanted(lines, abreast)[shown]]
  order <- unique(row[wanted])
  list(
    row = match(row, order), first = wanted[match(order, row[wanted])], n = length(order), across = across,
    cells = wanted[!side[wanted]], side = wanted[side[wanted]]
  )
}

# A level that was worked for the order of columns alone has no row.
row_is_wanted <- function(lines, abreast) {
  if (!is_footed(lines) || abreast$foot) return(rep(TRUE, lines$n))
  asked <- lapply(c(list(lines$keys), lines$footing$sets), setdiff, abreast$key)
  wanted <- vapply(lines$level_keys, function(keys) {
    any(vapply(asked, setequal, TRUE, setdiff(keys, abreast$key)))
  }, TRUE)
  wanted[lines$level] | lines$line_kind == "others"
}

# Which values stand abreast, in order, what heads them, and which of them each line has.
wide_values <- function(drawn, abreast, rows) {
  gathered <- core_group(list(rows$across), drawn$lines$n)
  number <- core_group_numbers(gathered)
  here <- pick_rows(rows$across, core_group_facts(gathered)$first)
  order <- if (is.null(abreast$columns)) {
    values_in_order(drawn, abreast, number, sort(unique(number[rows$cells])))
  } else {
    fixed_values(abreast, here, number, rows)
  }
  values <- pick_rows(here, order)
  heads <- heads_of(values)
  if (!is.null(abreast$columns)) heads[seq_along(abreast$columns)] <- heads_of(abreast$columns)
  of_line <- match(number, order)
  of_line[-rows$cells] <- NA
  if (length(rows$cells) == 0) of_line[] <- NA
  format <- drawn$page$formats[[abreast$key]]
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
values_in_order <- function(drawn, abreast, number, present) {
  if (is.null(abreast$order)) return(present)
  kept <- vapply(drawn$lines$level_keys, setequal, TRUE, abreast$key)
  lines <- drawn$lines
  at <- if (any(kept)) which(lines$level == which(kept) & !is_others(lines)) else seq_len(lines$n)
  line <- at[match(present, number[at])]
  table <- lines_table(drawn)
  keys <- lapply(abreast$order, function(sort) {
    pick_rows(in_language(evaluate_column(sort$node, table), drawn$page$locale), line)
  })
  present[core_order(unname(keys), vapply(abreast$order, `[[`, TRUE, "down"), length(present))]
}

fixed_values <- function(abreast, here, number, rows) {
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
  c(place, beyond)
}

# Values of a fixed set of columns that do not occur.
absent_values <- function(abreast, values, rows) {
  if (is.null(abreast$columns)) return(NULL)
  absent <- heads_of(abreast$columns)[!seq_along(abreast$columns) %in% values$of_line[rows$cells]]
  if (length(absent)) sprintf(
    "abreast: %s of `columns` %s not occur; %s column is empty.", listing(absent),
    if (length(absent) == 1) "does" else "do", if (length(absent) == 1) "its" else "their"
  )
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

wide_statement <- function(drawn) {
  layout <- wide_layout(drawn)
  rows <- drawn$page$wide$rows
  columns <- lapply(layout, function(part) plain_vector(wide_column(drawn, part$name)))
  columns <- stats::setNames(columns, vapply(layout, `[[`, "", "name"))
  if (!is.null(drawn$lines$line_kind)) {
    columns$line_kind <- row_kind(drawn, rows)
    columns$summed_over <- row_summed(drawn, rows)
  }
  as_statement(columns, length(rows), statement_facts(drawn, layout, length(rows)))
}

wide_column <- function(drawn, name) {
  if (name %in% names(drawn$page$wide$columns)) return(drawn$page$wide$columns[[name]])
  pick_rows(drawn$lines$columns[[name]], drawn$page$wide$rows)
}

# Rows are lines, subtotals and totals by the keys that are not abreast.
row_kind <- function(drawn, rows) {
  across <- drawn$page$wide$across
  kinds <- vapply(drawn$lines$level_keys, function(keys) {
    kind_of_level(setdiff(keys, across), setdiff(drawn$lines$keys, across))
  }, "")
  if (is.null(drawn$lines$level)) return(drawn$lines$line_kind[rows])
  ifelse(drawn$lines$line_kind[rows] == "others", "others", kinds[drawn$lines$level[rows]])
}

row_summed <- function(drawn, rows) {
  if (is.null(drawn$lines$level)) return(rep("", length(rows)))
  across <- drawn$page$wide$across
  over <- lapply(drawn$lines$level_keys, function(keys) setdiff(drawn$lines$keys, c(keys, across)))
  vapply(over, text_of_names, "")[drawn$lines$level[rows]]
}

# Row keys as laid out, and for each figure its columns, value by value.
wide_layout <- function(drawn) {
  wide <- drawn$page$wide
  asked <- drawn$page$layout
  keys <- wide$keys
  if (is.null(asked)) asked <- lapply(c(keys, unique(wide$figure)), function(name) {
    list(name = name, heading = name, format = NULL)
  })
  names <- vapply(asked, `[[`, "", "name")
  in_cells <- names %in% wide$figures
  figures <- asked[in_cells]
  first <- match(TRUE, in_cells)
  parts <- lapply(seq_along(asked), function(k) {
    if (in_cells[k]) return(if (k == first) figure_columns(drawn, figures))
    check_laid_out(names[k], keys, wide)
    part <- asked[[k]]
    part["format"] <- list(format_of_part(drawn$page, part))
    at <- match(part$name, names(wide$columns))
    if (!is.na(at)) part$empty <- wide$empty[[at]]
    list(part)
  })
  do.call(c, parts)
}

figure_columns <- function(drawn, figures) {
  wide <- drawn$page$wide
  names <- vapply(figures, `[[`, "", "name")
  at <- which(wide$figure %in% names)
  at <- at[order(match(wide$head[at], unique(wide$head)), match(wide$figure[at], names))]
  single <- length(names) == 1
  lapply(at, function(k) {
    figure <- figures[[match(wide$figure[k], names)]]
    list(
      name = names(wide$columns)[k], figure = figure$name,
      heading = if (single) wide$head_text[k] else paste(wide$head_text[k], figure$heading),
      over = if (!single) wide$head_text[k], under = if (!single) figure$heading,
      format = format_of_part(drawn$page, figure), blank = figure$name %in% drawn$page$windows,
      empty = wide$empty[[k]], total = wide$total[k],
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

wide_stage <- function(drawn, rows) {
  page <- as.data.frame(wide_statement(drawn))
  structure(
    utils::head(page, rows), rows = nrow(page), grain = "lines",
    keys = drawn$page$wide$keys
  )
}
