# Columns as a plain data frame, and names that are still free in one.

# structure() would write out the row names, one by one.
as_frame <- function(columns, n) {
  frame <- lapply(columns, plain_vector)
  attr(frame, "row.names") <- .set_row_names(n)
  class(frame) <- "data.frame"
  frame
}

free_name <- function(name, taken) {
  while (name %in% taken) name <- paste0(name, "_")
  name
}

pick_plain <- function(x, rows) if (is.null(x)) NULL else x[rows]
