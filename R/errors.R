# Errors that a user can meet are classed conditions: `idle_error` and a class of their own.

stop_idle <- function(class, message, hint = NULL, ...) {
  message <- clean_text(message)
  if (length(hint) > 0) hint <- clean_text(hint)
  bullets <- if (length(hint) > 0) stats::setNames(hint, rep("i", length(hint)))
  # Made by hand: no trace of the calls is kept, which may hold expressions of any size and shape.
  stop(structure(
    list(message = rlang::format_error_bullets(c(message, bullets)), call = NULL, said = c(message, hint), ...),
    class = c(paste0("idle_", class), "idle_error", "error", "condition")
  ))
}

# "the section 'lines'" or what stands in for it in messages.
in_section <- function(ctx) {
  if (endsWith(ctx$section, ")")) sprintf("In %s", ctx$section) else sprintf("In the section `%s`", ctx$section)
}

stop_in <- function(ctx, class, message, hint = NULL, ...) {
  stop_idle(class, sprintf("%s: %s", in_section(ctx), message), hint, section = ctx$section, ...)
}

# Names longer than this are not looked through for one like another.
longest_name <- 200

# The candidates most like a name, best first.
nearest <- function(name, candidates, most = 3) {
  candidates <- unique(candidates[nzchar(candidates) & nchar(candidates) <= longest_name])
  if (length(candidates) == 0 || !nzchar(name) || nchar(name) > longest_name) {
    return(character())
  }
  distance <- drop(utils::adist(name, candidates, ignore.case = TRUE, partial = FALSE))
  within <- nchar(name) > 2 & nchar(candidates) > 2 & (
    startsWith(tolower(candidates), tolower(name)) | startsWith(tolower(name), tolower(candidates))
  )
  near <- distance <= if (nchar(name) < 4) 1 else max(2, nchar(name) %/% 4)
  near <- near | within
  utils::head(candidates[near][order(distance[near])], most)
}

# "Did you mean a or b?", or the whole choice when nothing is near.
meant <- function(name, candidates, kind = "columns") {
  near <- nearest(name, candidates)
  if (length(near) > 0) {
    return(sprintf("Did you mean %s?", either(tick(near))))
  }
  if (length(candidates) == 0) {
    return(sprintf("There are no %s here.", kind))
  }
  sprintf("The %s here are %s.", kind, listing(tick(candidates), 12))
}

tick <- function(x) if (length(x) == 0) character() else paste0("`", x, "`")

either <- function(x) join_words(x, "or")
both <- function(x) join_words(x, "and")

join_words <- function(x, word) {
  n <- length(x)
  if (n < 2) {
    return(paste0(x, collapse = ""))
  }
  paste(paste(x[-n], collapse = ", "), word, x[n])
}

# At most so many, and how many more.
listing <- function(x, most = 5) {
  if (length(x) <= most) {
    return(both(x))
  }
  paste0(paste(x[seq_len(most)], collapse = ", "), " and ", length(x) - most, " more")
}

# "1 line", "2,000 lines"
count_of <- function(n, one, many = paste0(one, "s")) {
  paste(big_mark(n), if (isTRUE(n == 1)) one else if (one == "entry") "entries" else many)
}

big_mark <- function(n) format(n, big.mark = ",", scientific = FALSE, trim = TRUE)
