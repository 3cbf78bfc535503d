# What pure functions have given, by content: the rules of a tie-out ask the same of the same texts, from rule to rule
# and from one tie-out to the next.

most_texts_at_once <- 5000
most_texts_remembered <- 50000

# What is worked out once, by key, while the environment lasts.
once_in <- function(memo, key, work) {
  found <- memo[[key]]
  if (is.null(found)) memo[[key]] <- found <- list(work)
  found[[1]]
}

# Answers by key, kept until what they are of, as `size` counts it, comes to more than `most`; then begun anew.
kept_answers <- function(most) {
  known <- new.env(parent = emptyenv())
  held <- 0
  function(key, work, size) {
    if (is.null(known[[key]])) {
      answer <- list(work)
      held <<- held + size(answer[[1]])
      if (held > most) {
        rm(list = ls(known), envir = known)
        held <<- size(answer[[1]])
      }
      known[[key]] <- answer
    }
    known[[key]][[1]]
  }
}

# The same function, which keeps its answers. `work` sees nothing but its argument.
remembering <- function(work) {
  force(work)
  kept <- kept_answers(most_texts_remembered)
  function(x) {
    if (length(x) > most_texts_at_once) return(work(x))
    kept(rlang::hash(x), work(x), function(answer) length(x) + 1)
  }
}
