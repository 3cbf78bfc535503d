# What pure functions of a few texts have given, by content: the rules of a tie-out ask the same of the same texts, from
# rule to rule and from one tie-out to the next.

most_remembered <- 500L
most_texts_remembered <- 5000L

# The same function, which keeps its last answers. `work` sees nothing but its argument.
remembering <- function(work) {
  force(work)
  known <- new.env(parent = emptyenv())
  function(x) {
    if (length(x) > most_texts_remembered) return(work(x))
    key <- rlang::hash(x)
    answer <- known[[key]]
    if (is.null(answer)) {
      if (length(known) >= most_remembered) rm(list = ls(known), envir = known)
      answer <- known[[key]] <- list(work(x))
    }
    answer[[1]]
  }
}
