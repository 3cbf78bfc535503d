# The desk as a local page: answers travel over the connection of a tab. It listens on the loopback address alone, and
# answers nobody who does not know its token.

# `tabs` is an environment: the desks by the names of their tabs, which are live, which was asked last, what waits.
desk_app <- function(first, token, once, tabs) {
  shiny::registerInputHandler("desk.stop", function(value, session, name) {
    session$userData$stop <- TRUE
    stop_in_queue(tabs, session$token)
    value
  }, force = TRUE)
  shiny::registerInputHandler("desk.ask", function(value, session, name) {
    if (knows_token(shiny::isolate(session$clientData$url_search), token)) put_in_queue(tabs, session$token, value)
    value
  }, force = TRUE)
  shiny::shinyApp(
    ui = function(request) {
      if (!knows_token(request$QUERY_STRING, token) || !is_local_host(request$HTTP_HOST)) {
        return(htmltools::tags$p("Open the desk by the address that R printed: it carries the key to it."))
      }
      desk_page()
    },
    server = function(input, output, session) {
      if (!knows_token(shiny::isolate(session$clientData$url_search), token)) return(session$close())
      serve_tab(input, session, tabs, first, once)
    }
  )
}

knows_token <- function(query, token) {
  is_one_text(query) && identical(shiny::parseQueryString(query)$key, token)
}

is_local_host <- function(host) is_one_text(host) && grepl("^(127[.]0[.]0[.]1|localhost|\\[::1\\])(:[0-9]+)?$", host)

# One tab: its own desk, which is found again when the page is loaded anew. What comes while another thing is worked
# waits, and none of it is lost.
serve_tab <- function(input, session, tabs, first, once) {
  mine <- new.env(parent = emptyenv())
  session$onSessionEnded(function() {
    tabs$live <- setdiff(tabs$live, mine$tab)
    tabs$closed <- c(setdiff(tabs$closed, mine$tab), mine$tab)
    leave_queue(tabs, session$token)
    if (once) later::later(function() if (length(tabs$live) == 0) shiny::stopApp(), 2)
  })
  shiny::observeEvent(input$asked, while (!is.null(asked <- next_in_queue(tabs, session$token))) {
    if (is.null(mine$desk)) mine$desk <- desk_of_tab(tabs, asked$tab, first, mine)
    tabs$last <- mine$desk
    answer <- answer_in_turn(mine$desk, asked, session, tabs)
    if (!is.null(answer$take)) answer$take <- taken_link(answer$take, session)
    send_answer(session, c(answer, list(tab = mine$tab, n = asked$n)))
  })
}

# Two tabs under one name (one was copied) go their own ways. A new tab takes up the work of the one that was closed
# last, if there is some.
desk_of_tab <- function(tabs, tab, first, mine) {
  known <- is_one_text(tab) && !is.null(tabs$desks[[tab]])
  left <- Filter(function(name) length(tabs$desks[[name]]$steps) > 1, setdiff(tabs$closed, tabs$live))
  if (!known && length(left)) {
    tab <- utils::tail(left, 1)
    known <- TRUE
  }
  if (known && !tab %in% tabs$live) {
    mine$tab <- tab
  } else {
    mine$tab <- random_key(8)
    tabs$desks[[mine$tab]] <- copy_of_desk(if (known) tabs$desks[[tab]] else first)
  }
  tabs$live <- c(tabs$live, mine$tab)
  tabs$desks[[mine$tab]]
}

send_answer <- function(session, answer) session$sendCustomMessage("desk", without_null(answer))

# A margin gives way to whatever else is asked, in whichever tab, and is asked for again.
answer_in_turn <- function(desk, asked, session, tabs) {
  gives_way <- function() is_margin(asked) && act_waits(tabs)
  if (isTRUE(asked$stopped)) return(answer_stopped)
  if (gives_way()) return(answer_later)
  while_watched(session, gives_way, desk_answer(desk, asked))
}

answer_stopped <- list(wrong = "Stopped.", said = "Stopped.", stopped = TRUE)
answer_later <- list(margin_soon = TRUE)

# While a page is worked, its progress goes to the browser, and a wish to stop is heard; a stop that nobody on the page
# wished for is Ctrl-C, and goes on.
while_watched <- function(session, gives_way, work) {
  session$userData$stop <- FALSE
  to_end <- function() {
    later::run_now(0)
    session$userData$stop || gives_way()
  }
  core_set_progress(function(part) {
    send_answer(session, list(part = part))
    !to_end()
  }, 0.2)
  on.exit(core_set_progress(progress_tick, 2))
  answer <- tryCatch(
    with_breaths(function() if (to_end()) rlang::interrupt(), work),
    interrupt = function(e) if (!session$userData$stop && gives_way()) answer_later else answer_stopped
  )
  if (isTRUE(answer$stopped) && !session$userData$stop) rlang::interrupt()
  answer
}

# A file to take away, under an address that this tab alone knows, and for as long as it is open.
taken_link <- function(taken, session) {
  session$onSessionEnded(function() unlink(dirname(taken$path), recursive = TRUE))
  url <- session$registerDataObj(random_key(8), taken$path, function(data, req) {
    shiny::httpResponse(200, "application/octet-stream", list(file = data, owned = FALSE),
      headers = list("Content-Disposition" = sprintf("attachment; filename=\"%s\"", basename(data))))
  })
  list(url = url, name = taken$name)
}

# From the system's own source of chance, whatever seed is set.
random_key <- function(bytes = 16) paste(as.character(system_bytes(bytes)), collapse = "")

system_bytes <- function(n) {
  source <- "/dev/urandom"
  if (file.exists(source)) {
    from <- file(source, "rb", raw = TRUE)
    on.exit(close(from))
    return(readBin(from, "raw", n))
  }
  withr::with_preserve_seed({
    set.seed(NULL)
    as.raw(sample(0:255, n, replace = TRUE))
  })
}
