# What the page asks, and the pieces of HTML that it gets: a list of regions by name, with what is said of it to whoever
# listens. Nothing here knows how they travel.

# `asked` is what came from the browser: `do`, and what that needs. Errors are said where they were made.
desk_answer <- function(desk, asked) {
  local_utf8()
  do <- if (is_one_text(asked$`do`)) asked$`do` else ""
  asked <- asked_safely(asked)
  tryCatch(
    if (do %in% names(desk_requests)) desk_requests[[do]](desk, asked) else answer_act(desk, do, asked),
    idle_stopped = function(e) c(answer_wrong(desk, asked, e$said), list(stopped = TRUE)),
    idle_error = function(e) answer_wrong(desk, asked, paste(e$said, collapse = " ")),
    error = function(e) answer_wrong(desk, asked, conditionMessage(e))
  )
}

# Numbers as numbers, texts as they are; all else is left out.
asked_safely <- function(asked) {
  for (name in c("index", "row", "at", "check", "first")) {
    if (!is.null(asked[[name]])) asked[[name]] <- suppressWarnings(as.numeric(unlist(asked[[name]])[1]))
    if (isTRUE(is.na(asked[[name]]))) asked[[name]] <- -1
  }
  asked$conditions <- NULL
  asked
}

# What is wrong stands in the slip if one is open there, and the page stays as it is.
answer_wrong <- function(desk, asked, wrong) {
  list(wrong = wrong, said = paste("Not done:", wrong), section = asked$section, index = asked$index)
}

answer_all <- function(desk, said = "") {
  c(answer_page(desk), list(said = said))
}

# The regions that change when the page does.
answer_page <- function(desk) {
  list(
    title = clean_text(page_title(desk$brief)), sentence = html_text_of(html_sentence(desk)),
    face = html_text_of(desk_faces[[desk$face]](desk)), steps = html_text_of(html_step_list(desk)),
    back = desk$steps[[desk$at]]$from > 0, forward = length(desk$ahead) > 0, shown = desk$face, margin_soon = TRUE
  )
}

# Acts change the sentence; the slip goes where the act says.
answer_act <- function(desk, do, asked) {
  if (!is.null(asked$check)) asked$check <- desk_tie_out(desk)$checks[[asked$check]]
  if (!is.null(asked$row)) {
    asked$conditions <- conditions_of_line(desk$drawn, cell_meant(desk, asked$row, asked$column)$line)
  }
  done <- desk_act(desk, do, asked)
  said <- paste0(done$said, ". ", resting_said(desk), statement_size_said(desk$statement), ".")
  slip <- if (is.null(done$at)) list(slip = "") else answer_slip(desk, done$at[[1]], done$at[[2]])
  c(answer_all(desk, said), list(side = ""), slip)
}

resting_said <- function(desk) {
  rests <- sum(vapply(unlist(desk_state(desk)$parts, recursive = FALSE), function(part) !is.null(part$rests), TRUE))
  if (rests > 0) sprintf("%s now. ", if (rests == 1) "1 part rests" else sprintf("%d parts rest", rests))
}

answer_slip <- function(desk, section, index = NULL, ways = FALSE) {
  list(slip = html_text_of(html_slip(desk, section, index, ways)), section = section, index = index)
}

# The page's other faces ------------------------------------------------------------------------------------------

desk_faces <- list(
  statement = function(desk) html_statement(desk),
  chart = function(desk) {
    tags <- htmltools::tags
    need_package("ggplot2", "charts")
    picture <- tryCatch(chart_as_image(desk$statement), idle_no_chart = identity)
    if (inherits(picture, "error")) return(tags$p(class = "quiet", clean_text(paste(picture$said, collapse = " "))))
    tags$figure(tags$img(src = picture$src, alt = picture$alt))
  },
  report = function(desk) {
    n <- nrow(desk$statement)
    if (n > limit("most_report_lines_shown")) return(htmltools::tags$p(class = "quiet", sprintf(
      "A report of %s is too large to be shown here: take it away as a file, or show fewer.", count_of(n, "line")
    )))
    html <- report_html(list(desk$statement), list(desk_tie_out(desk)), statement_title(desk$statement), TRUE,
      FALSE, getwd())
    htmltools::tags$iframe(class = "report", title = "Report", sandbox = "allow-scripts", srcdoc = html)
  }
)

# Requests that leave the sentence as it is ---------------------------------------------------------------------------

desk_requests <- list(
  hello = function(desk, asked) c(answer_all(desk), list(slip = "", side = "")),
  open = function(desk, asked) {
    section <- asked_section(asked)
    answer_slip(desk, section, asked$index, !is.null(asked$ways))
  },
  margin = function(desk, asked) list(margin = html_text_of(html_margin(desk))),
  rows = function(desk, asked) list(rows = more_rows(desk, asked$first)),
  face = function(desk, asked) {
    face <- if (is_one_text(asked$face) && asked$face %in% names(desk_faces)) asked$face else "statement"
    before <- desk$face
    desk$face <- face
    tryCatch(c(answer_page(desk), list(heard = paste("The page as", face))), error = function(e) {
      desk$face <- before
      stop(e)
    })
  },
  behind = function(desk, asked) {
    behind <- html_behind(desk, asked$row, asked$column)
    list(side = html_text_of(behind$html), side_title = clean_text(behind$title))
  },
  back = function(desk, asked) {
    moved <- desk_back(desk)
    c(answer_all(desk, if (moved) "One step back." else "This is the first step."), list(slip = ""))
  },
  forward = function(desk, asked) {
    moved <- desk_forward(desk)
    c(answer_all(desk, if (moved) "One step forward." else "There is no step ahead."), list(slip = ""))
  },
  step = function(desk, asked) {
    desk_step_to(desk, asked$at)
    c(answer_all(desk, sprintf("Step %d.", asked$at)), list(slip = ""))
  },
  compare = function(desk, asked) {
    list(side = html_text_of(html_comparison(desk, asked$at)), side_title = sprintf("Compared with step %d", asked$at))
  },
  take = function(desk, asked) answer_taken(desk, asked$as)
)
