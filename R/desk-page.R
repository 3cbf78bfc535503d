# The page of the desk: its frame, which the answers fill.

desk_page <- function() {
  tags <- htmltools::tags
  # In the words of shiny: the language of the page's element <html>.
  in_language <- function(page) structure(page, lang = "en")
  button <- function(label, do, ...) tags$button(type = "button", `data-do` = do, label, ...)
  in_language(htmltools::tagList(
    tags$head(
      tags$title("Idle Ledger"), tags$meta(name = "viewport", content = "width=device-width, initial-scale=1"),
      tags$meta(name = "referrer", content = "no-referrer"), tags$link(rel = "icon", href = "data:,"),
      tags$style(htmltools::HTML(file_of_desk("desk.css"))), tags$script(htmltools::HTML(file_of_desk("desk.js")))
    ),
    tags$a(class = "skip", href = "#sentence", "To the sentence"),
    tags$header(class = "top",
      tags$h1(id = "title", "Idle Ledger"),
      tags$nav(class = "faces", `aria-label` = "Faces of the page", lapply(names(desk_faces), function(face) {
        button(paste0(toupper(substr(face, 1, 1)), substring(face, 2)), "face", `data-face` = face,
          `aria-pressed` = if (face == "statement") "true" else "false")
      })),
      tags$div(class = "walk", button("Back", "back", id = "back"), button("Forward", "forward", id = "forward"),
        tags$details(class = "menu", tags$summary("Steps"), tags$div(id = "steps")),
        tags$details(class = "menu", tags$summary("Take away"), tags$ul(lapply(names(ways_to_take), function(as) {
          tags$li(button(ways_to_take[[as]]$label, "take", `data-as` = as))
        }))))),
    tags$section(id = "sentence", `aria-label` = "The sentence", tabindex = "-1"),
    tags$main(
      tags$section(id = "face", `aria-label` = "The page"),
      tags$aside(id = "margin", `aria-label` = "Tie-out", tabindex = "0")
    ),
    tags$div(id = "slip", role = "dialog", `aria-labelledby` = "slip-title", hidden = NA),
    tags$section(id = "side", role = "dialog", `aria-labelledby` = "side-title", hidden = NA,
      tags$div(class = "bar", tags$h2(id = "side-title", tabindex = "-1"), button("Close", "shut")),
      tags$div(id = "side-body")),
    tags$div(id = "working", hidden = NA, tags$span(id = "working-text", "Working"), tags$progress(id = "working-part"),
      button("Stop", "stop")),
    tags$p(id = "said", class = "said", role = "status", `aria-live` = "polite"),
    tags$p(id = "heard", class = "unseen", role = "status", `aria-live` = "polite"),
    tags$div(id = "gone", role = "alert", hidden = NA, "The desk has ended, or cannot be reached. It is looked for ",
      "again; what was built is kept as long as R runs.")
  ))
}

file_of_desk <- function(name) {
  paste(readLines(system.file("desk", name, package = "idleledger"), encoding = "UTF-8", warn = FALSE),
    collapse = "\n")
}
