# Windows against plain R: a seeded sample of rows, each worked again from the rows that its frame or
# its group must have.

# Each row looked at costs a look at all rows.
rows_to_sample <- function(n) max(20, min(200, floor(2e8 / max(n, 1))))

windows_in <- function(node) {
  if (node$type == "window") return(list(node))
  do.call(c, unname(lapply(node$args, windows_in)))
}

check_windows <- function(state, checked, table) {
  own <- which(!state$line_kind %in% "others")
  if (is.null(state$line_kind)) own <- seq_len(state$n_lines)
  if (length(own) == 0 || length(checked) == 0) return(list())
  list(windows_again(checked, part_of_table(table, own)))
}

# Lines of others were gathered after the windows were worked, which have not seen them.
part_of_table <- function(table, rows) {
  if (length(rows) == table$n) return(table)
  column <- table$column
  table$column <- function(name) pick_rows(column(name), rows)
  if (!is.null(table$level)) {
    parent <- table$parent()[rows]
    table$level <- table$level[rows]
    table$parent <- function() parent
  }
  table$n <- length(rows)
  table
}

windows_again <- function(checked, table) {
  most <- rows_to_sample(table$n)
  at <- if (table$n > most) seeded_sample(table$n, most) else seq_len(table$n)
  wrong <- NULL
  for (part in checked) {
    if (part$node$type != "window") next
    here <- plain_vector(pick_rows(table$column(part$name), at))
    again <- plain_vector(room_of("window", part$node$fn)$again(part$node, table, at))
    differs <- which(!close_values(here, again))
    if (length(differs)) wrong <- rbind(wrong, data.frame(
      line = at[differs], column = part$name, statement = cell_texts(here[differs]),
      recomputed = cell_texts(again[differs])
    ))
  }
  n <- if (is.null(wrong)) 0 else nrow(wrong)
  looked <- sum(vapply(checked, function(part) part$node$type == "window", TRUE))
  if (looked == 0) return(NULL)
  what <- sprintf(
    "%s beside %s%s, worked again from the rows of each frame or group", count_of(looked, "figure"),
    count_of(length(at), table$row), if (length(at) < table$n) " (a seeded sample)" else ""
  )
  a_check("windows", n == 0, if (n == 0) sprintf("Windows: %s, equal.", what) else sprintf(
    "Windows: %s; %s of the cells differ, first `%s` in line %s.", what, big_mark(n), wrong$column[1],
    big_mark(wrong$line[1])
  ), wrong)
}
