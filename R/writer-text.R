# The page as it is printed: plain text, Markdown, and a table of HTML.

room("text", "writer", place = 5,
  endings = "[.]txt$", shown = ".txt", takes = character(),
  write = function(x, path, how) {
    lines <- withr::with_options(list(cli.num_colors = 1L), utils::capture.output(print(x, lines = Inf)))
    write_whole(path, function(put) put(paste0(lines, "\n", collapse = "")))
  }
)

room("markdown", "writer", place = 6,
  endings = "[.]md$", shown = ".md", takes = character(),
  write = function(x, path, how) {
    lines <- c(
      paste("#", markdown_text(statement_title(x))), "", markdown_table(page_cells(x)), "",
      vapply(page_remarks(x), function(note) paste0("- ", markdown_text(note)), "")
    )
    write_whole(path, function(put) put(paste0(lines, "\n", collapse = "")))
  }
)

room("html", "writer", place = 7,
  endings = "[.]html?$", shown = ".html", takes = character(),
  write = function(x, path, how) write_whole(path, function(put) put(html_page(x)))
)

page_remarks <- function(x) {
  facts <- attr(x, "idle")
  unique(c(sprintf("From %s: %s.", name_of(facts$brief$source), entry_count(facts$used)), facts$remarks, facts$notes))
}

# Signs that mean something in Markdown or HTML, in any of its dialects, are written so that they mean nothing. A
# backslash before a bracket begins mathematics in some of them, so brackets, quotes, dots and the like go by number.
markdown_text <- function(text) {
  text <- clean_text(text)
  text <- gsub("&", "&amp;", text, fixed = TRUE)
  text <- gsub("([`*_{}<>#+!|~^$-])", "\\\\\\1", gsub("\\", "&#92;", text, fixed = TRUE), perl = TRUE)
  text <- gsub("&\\#92;", "&#92;", text, fixed = TRUE)
  for (sign in names(signs_by_number)) text <- gsub(sign, signs_by_number[[sign]], text, fixed = TRUE)
  # What would begin a list, a line below a heading or a block, if it came first.
  text <- sub("^(\\s*)\\(", "\\1&#40;", text)
  text <- sub("^(\\s*(?:&#40;)?(?:[0-9]+|[A-Za-z]{1,9}))([.])(\\s|$)", "\\1&#46;\\3", text, perl = TRUE)
  text <- sub("^(\\s*(?:&#40;)?(?:[0-9]+|[A-Za-z]{1,9}))([)])(\\s|$)", "\\1&#41;\\3", text, perl = TRUE)
  text <- sub("^(\\s*)=", "\\1&#61;", text)
  sub("^ ", "&#32;", sub(" $", "&#32;", text))
}

signs_by_number <- c("[" = "&#91;", "]" = "&#93;", "@" = "&#64;", "'" = "&#39;", "\"" = "&quot;", "..." = "&#46;..",
  "://" = "&#58;//", "::" = "&#58;:", "www." = "www&#46;")

heading_text <- function(over, heading) ifelse(nzchar(over), paste(over, heading), heading)

markdown_table <- function(cells) {
  line <- function(texts) paste0("| ", paste(texts, collapse = " | "), " |")
  texts <- lapply(seq_along(cells$texts), function(k) {
    text <- markdown_text(cells$texts[[k]])
    ifelse(cells$kind %in% c("subtotal", "total") & nzchar(text), paste0("**", text, "**"), text)
  })
  rows <- if (length(cells$kind)) vapply(seq_along(cells$kind), function(i) line(vapply(texts, `[[`, "", i)), "")
  c(line(markdown_text(heading_text(cells$over, cells$headings))), line(ifelse(cells$right, "---:", ":---")), rows)
}

html_text <- function(text) {
  text <- gsub("&", "&amp;", clean_text(text), fixed = TRUE)
  text <- gsub("<", "&lt;", gsub(">", "&gt;", text, fixed = TRUE), fixed = TRUE)
  gsub("'", "&#39;", gsub("\"", "&quot;", text, fixed = TRUE), fixed = TRUE)
}

html_style <- paste(
  "body{font:16px/1.45 Georgia,serif;color:#22302c;margin:2rem}table{border-collapse:collapse}",
  "caption{text-align:left;font-weight:bold;font-size:1.2rem;padding-bottom:.5rem}",
  "th,td{padding:.15rem .8rem .15rem 0;text-align:left;vertical-align:top}th{border-bottom:1px solid #22302c}",
  ".n{text-align:right;font-variant-numeric:tabular-nums}.above td.n{border-top:1px solid #22302c}",
  ".below1 td.n{border-bottom:1px solid #22302c}.below2 td.n{border-bottom:3px double #22302c}",
  "ul{color:#51645d;font-size:.9rem;padding-left:1.1rem}"
)

html_page <- function(x) {
  title <- html_text(statement_title(x))
  paste0(
    "<!DOCTYPE html>\n<html lang=\"en\">\n<head>\n<meta charset=\"utf-8\">\n<title>", title, "</title>\n<style>",
      html_style,
    "</style>\n</head>\n<body>\n", html_chart(x), html_table(page_cells(x), title), "<ul>\n",
    paste0("<li>", html_text(page_remarks(x)), "</li>\n", collapse = ""), "</ul>\n</body>\n</html>\n"
  )
}

# The section `chart` puts a picture on the page.
html_chart <- function(x) {
  if (is.null(statement_part(x, "brief")$checked$chart)) return("")
  picture <- chart_as_image(x)
  sprintf("<img src=\"%s\" alt=\"%s\" width=\"960\" height=\"600\">\n", picture$src, html_text(picture$alt))
}

html_table <- function(cells, caption) {
  side <- ifelse(cells$right, " class=\"n\"", "")
  row <- function(i) {
    classes <- c(if (isTRUE(cells$above[i])) "above", if (isTRUE(cells$below[i] > 0)) paste0("below", cells$below[i]))
    paste0(
      "<tr", if (length(classes)) sprintf(" class=\"%s\"", paste(classes, collapse = " ")), ">",
      paste0("<td", side, ">", html_text(vapply(cells$texts, `[[`, "", i)), "</td>", collapse = ""), "</tr>\n"
    )
  }
  head <- paste0("<th scope=\"col\"", side, ">", html_text(heading_text(cells$over, cells$headings)), "</th>",
    collapse = "")
  paste0(
    "<table>\n<caption>", caption, "</caption>\n<thead><tr>", head, "</tr></thead>\n<tbody>\n",
    paste(vapply(seq_along(cells$kind), row, ""), collapse = ""), "</tbody>\n</table>\n"
  )
}
