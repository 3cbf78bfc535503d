# Taking the page away: as text to copy, or as a file.

ways_to_take <- list(
  brief = list(label = "The brief, as a file", file = "brief.yaml",
    text = function(desk) brief_lines(desk$brief, getwd())),
  call = list(label = "The R call", text = function(desk) unclass(as_call(desk$brief))),
  command = list(label = "The command line", text = function(desk) command_of_page(desk$brief)),
  query = list(label = "The query (SQL)", file = "sql", text = function(desk) query_of_page(desk$brief)),
  csv = list(label = "CSV", file = "csv"), xlsx = list(label = "Workbook", file = "xlsx"),
  report = list(label = "Report", file = "html")
)

command_of_page <- function(brief) {
  words <- command_of(brief)
  if (is.null(words)) return("This page cannot be written as one command: take the brief as a file.")
  words
}

# A page that no database can work is told with the reason.
query_of_page <- function(brief) {
  tryCatch(unclass(as_sql(brief)), idle_error = function(e) e$said)
}

answer_taken <- function(desk, as) {
  if (!is_one_text(as) || !as %in% names(ways_to_take)) stop_idle(
    "bad_argument", "There is no such way to take it away."
  )
  way <- ways_to_take[[as]]
  if (is.null(way$text)) return(list(side_title = way$label, take = file_taken(desk, as, way$file)))
  tags <- htmltools::tags
  list(
    side_title = way$label, side = html_text_of(
      tags$p(tags$button(type = "button", `data-do` = "copy", "Copy"), if (!is.null(way$file)) tags$button(
        type = "button", `data-do` = "save", `data-name` = file_to_take(desk, way$file), "Save")),
      tags$pre(id = "taken", tabindex = "0", clean_text_lines(paste(way$text(desk), collapse = "\n")))
    )
  )
}

# The page in a file of its own, and the name under which it is saved.
file_taken <- function(desk, as, ending) {
  name <- file_to_take(desk, ending)
  path <- file.path(tempfile("taken"), name)
  dir.create(dirname(path))
  whole <- FALSE
  on.exit(if (!whole) unlink(dirname(path), recursive = TRUE))
  write_taken(desk, as, path)
  whole <- TRUE
  list(path = path, name = name)
}

# The page's title as the name of a file.
file_to_take <- function(desk, ending) {
  name <- gsub("^-+|-+$", "", gsub("[^a-z0-9]+", "-", tolower(page_title(desk$brief))))
  paste0(if (nzchar(name)) substr(name, 1, 60) else "page", ".", ending)
}

# Writes the page to a path, drawn up anew.
write_taken <- function(desk, as, path) {
  if (as == "report") return(invisible(report(desk$brief, path)))
  write_statement(draw_up(desk$brief), path)
}
