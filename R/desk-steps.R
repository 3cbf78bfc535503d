# A desk at work: a source, every state of the sentence so far, and the page as it was drawn up last. An environment,
# one for each tab of the browser.

new_desk <- function(x, tables = list()) {
  desk <- new.env(parent = emptyenv())
  desk$kept <- new.env(parent = emptyenv())
  desk$steps <- list()
  desk$at <- 0
  desk$face <- "statement"
  state <- state_settled(state_of(x, tables), function(brief) desk_draw(desk, brief))
  step_taken(desk, state, "opened")
}

# Another desk in the same state, that goes its own way.
copy_of_desk <- function(desk) {
  copy <- list2env(as.list(desk, all.names = TRUE), parent = emptyenv())
  copy$kept <- list2env(as.list(desk$kept, all.names = TRUE), parent = emptyenv())
  copy
}

desk_state <- function(desk) desk$steps[[desk$at]]$state

desk_draw <- function(desk, brief) {
  if (identical(brief, desk$brief)) return(desk$drawn)
  drawn <- draw_kept(brief, desk$kept)
  statement <- statement_with_why(drawn)
  desk$brief <- brief
  desk$drawn <- drawn
  desk$statement <- statement
  desk$tie_out <- NULL
  drawn
}

# What is in view for a part.
desk_view <- function(desk) {
  function(state, section, index) {
    view_of(state, section, index, columns_in_view(desk$kept, section), contexts_kept(desk$kept, state$brief))
  }
}

# An act on the state at hand; if it goes wrong, all is as it was, and the error goes on.
desk_act <- function(desk, what, asked = list()) {
  local_utf8()
  if (!is_one_text(what) || !has_room("act", what)) stop_idle("bad_argument", "There is no such thing to do.")
  before <- desk_state(desk)
  desk_draw(desk, before$brief)
  done <- room_of("act", what)$does(before, asked, desk_view(desk))
  state <- tryCatch(
    state_settled(done$state, function(brief) desk_draw(desk, brief), if (stood(before, done$kept)) done$kept),
    error = function(e) {
      desk_draw(desk, before$brief)
      stop(e)
    },
    interrupt = function(e) {
      desk_draw(desk, before$brief)
      stop_idle("stopped", "Stopped; the sentence is as it was.")
    }
  )
  if (!identical(state[c("parts", "narrow")], before[c("parts", "narrow")])) step_taken(desk, state, done$said)
  invisible(done)
}

# What rested before may go on to rest; anything else that is acted on must stand.
stood <- function(before, kept) {
  if (is.null(kept)) return(FALSE)
  parts <- before$parts[[kept[[1]]]]
  length(parts) < kept[[2]] || is.null(parts[[kept[[2]]]]$rests)
}

step_taken <- function(desk, state, said) {
  desk$steps <- c(desk$steps, list(list(state = state, said = said, from = desk$at)))
  desk$at <- length(desk$steps)
  desk$ahead <- NULL
  desk_draw(desk, state$brief)
  desk
}

# Back to the state that this one came from, and forward again. No state is lost: after a change that follows a step
# back, the states that were ahead stay in the list.
desk_back <- function(desk) {
  from <- desk$steps[[desk$at]]$from
  if (from > 0) {
    desk$ahead <- c(desk$at, desk$ahead)
    desk_go(desk, from)
  }
  invisible(from > 0)
}

desk_forward <- function(desk) {
  to <- desk$ahead[1]
  if (length(desk$ahead)) {
    rest <- desk$ahead[-1]
    desk_go(desk, to)
    desk$ahead <- rest
  }
  invisible(length(to) > 0)
}

check_step <- function(desk, at) {
  known <- is.numeric(at) && length(at) == 1 && at %in% seq_along(desk$steps)
  if (!known) stop_idle("bad_argument", "There is no such step.")
}

# To any state so far.
desk_step_to <- function(desk, at) {
  check_step(desk, at)
  desk$ahead <- NULL
  desk_go(desk, at)
}

desk_go <- function(desk, at) {
  desk_draw(desk, desk$steps[[at]]$state$brief)
  desk$at <- at
  invisible(desk)
}

# The statement of a former step, and what differs from it to the one at hand.
desk_compare <- function(desk, at) {
  check_step(desk, at)
  then <- draw_up(desk$steps[[at]]$state$brief)
  differences(then, desk$statement)
}

desk_tie_out <- function(desk) {
  desk_draw(desk, desk_state(desk)$brief)
  if (is.null(desk$tie_out)) desk$tie_out <- tie_out_in_hand(desk$drawn)
  desk$tie_out
}
