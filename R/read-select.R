#' Read a query into a brief
#'
#' Reads a query in the standard's language that somebody else wrote into a brief, or into pages upon pages, so that
#' it can be drawn up without a server, read in plain words, and tied out.
#'
#' @param query The query, as text, or the path of a file that ends in `.sql`.
#' @param ... The tables that it names, by name: [ledger()]s, data frames, paths, other briefs.
#' @details
#' Read are: `WITH`, derived tables; inner, left, right, full and cross joins with equal columns; `WHERE`; `GROUP BY`
#' with `ROLLUP`, `CUBE`, `GROUPING SETS` and `GROUPING()`; `HAVING`, `FILTER`, `WITHIN GROUP`; windows with frames and
#' names; `DISTINCT`, `ORDER BY`, `OFFSET`, `FETCH FIRST` with and without `WITH TIES`, `LIMIT`; `UNION` and `UNION
#' ALL`; `EXISTS`, `IN` and single values of queries; `CASE`, `CAST`, `BETWEEN`, `IN`, `LIKE` with `%` at its ends,
#' `EXTRACT`, `COALESCE`, `NULLIF` and the usual functions. What is not read is an error with its line and column, such
#' as a query upon one that makes subtotals, since a page upon a page sees its lines alone.
#'
#' The page means what the query means, with the rules of a brief where a database's are others and nothing is lost: a
#' missing value comes last in any order and has no rank, text goes by code point, division by zero is missing instead
#' of an error.
#' The usual mistakes in such queries are said as notes on the page: an average up to now where one of some rows was
#' meant, `NOT IN` with missing values, a left join that a condition undoes, `count(column)`, `UNION` that drops rows,
#' whole numbers divided, times `BETWEEN` two days, the last value of a frame that ends at its own row.
#' @return A [brief()]. Its columns bear the names that the query gives them.
#' @section Errors:
#' `idle_no_parse` for text that is no query, `idle_not_read` for what is outside, `idle_unknown_table`,
#' `idle_unknown_column`, `idle_not_determined` for a column that its group does not determine, all with line and column
#' (also as fields `line` and `column` of the condition); and those of [brief()].
#' @seealso [as_sql()], [tie_out()]
#' @export
#' @examples
#' page <- read_select("
#'   SELECT reach, lock, sum(toll) AS receipts,
#'          rank() OVER (PARTITION BY reach ORDER BY sum(toll) DESC) AS place
#'   FROM tolls WHERE toll > 0
#'   GROUP BY reach, lock
#'   ORDER BY reach, place", tolls = demo_table("tolls"))
#' page
#' all_tie(tie_out(page))
read_select <- function(query, ...) {
  local_utf8()
  text <- text_of_select(query)
  tables <- list(...)
  if (length(tables) && any(!nzchar(rlang::names2(tables)))) stop_idle(
    "bad_argument", "Tables are given by the names that the query has for them: read_select(query, tolls = tolls)."
  )
  tables <- Map(function(table, name) relation_of(named_source(table, name), name), tables, names(tables))
  p <- new_reading(text, read_query, read_over, read_sort)
  tree <- read_query(p)
  took(p, ";")
  if (token(p)$kind != "end") stop_here(p, "the query ended before")
  s <- reading_state(text)
  relation <- page_of_query(tree, s, tables)
  page <- as_page(relation, s)
  page$notes <- unique(c(page$notes, s$notes))
  page
}

text_of_select <- function(query) {
  if (!is_one_text(query) || is.na(query)) stop_idle("bad_argument", "A query is one text, or the path of a .sql file.")
  if (grepl("[.]sql$", query, ignore.case = TRUE) && !grepl("\\s", trimws(query))) {
    if (!file.exists(query)) stop_no_file(query)
    if (file.size(query) > limit("most_brief_bytes")) stop_idle("too_large", sprintf("%s is too large for a query.",
      basename(query)))
    query <- text_of_file(query, basename(query))
  }
  if (nchar(query, "bytes") > limit("most_brief_bytes")) stop_idle("too_large", "The text is too large for a query.")
  enc2utf8(query)
}

# A table without a name of its own has the one that the query calls it by.
named_source <- function(table, name) {
  source <- as_source(table, name)
  if (identical(name_of(source), short_name("("))) source$name <- name
  source
}

# What is known while a query is read: its text, the tables that the pages name, what there is to say.
reading_state <- function(text) {
  s <- new.env(parent = emptyenv())
  s$text <- text
  s$env <- new.env(parent = emptyenv())
  s$notes <- character()
  s$page_of_query <- page_of_query
  s$grouped_page <- grouped_page
  s$tell <- function(node, what) {
    node$at <- min(node$at, unlist(lapply(nodes_inside(node), `[[`, "at")))
    line <- lengths(regmatches(substr(text, 1, node$at), gregexpr("\n", substr(text, 1, node$at)))) + 1
    said <- trimws(substr(text, node$at, node$at + 60))
    s$notes <- c(s$notes, sprintf("Line %d of the query, at \"%s\": it %s.", line, shortened(sub("\n.*", "", said), 40),
      what))
  }
  s$name_table <- function(source, name) {
    free <- free_name(if (nzchar(name)) name else "table", ls(s$env, all.names = TRUE))
    assign(free, source, envir = s$env)
    as.name(free)
  }
  s$scope <- list(
    text = text, tell = s$tell, tell_between = function(node) NULL, is_whole = function(node) FALSE,
    tell_count = function(node) {
      if (node$args[[1]]$type == "column") s$tell(node, sprintf(
        "counts the rows in which %s is filled in; count(*) counts all", node$args[[1]]$name))
    },
    grouping = function(node) stop_at(text, node$at, "GROUPING() needs GROUP BY with subtotals"),
    query = function(node, negated) outside("a query at this place", node, s),
    window = function(node) outside("a window at this place", node, s),
    figure = function(node) outside(sprintf("%s() at this place", node$fn), node, s)
  )
  s
}

# A query of one table alone is a page too.
as_page <- function(relation, s) {
  if (is_brief(relation$source)) return(relation$source)
  page_of_sections(relation$source, s, layout = outputs_laid_out(relation$columns))
}
