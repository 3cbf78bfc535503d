# What pure functions of a few texts have given, by content: the rules of a tie-out ask the same of the same texts, from
# rule to rule and from one tie-out to the next.

most_texts_at_once <- 5000
most_texts_remembered <- 50000

# The same function, which keeps its answers until they are of so many texts, and then begins anew. `work` sees nothing
# but its argument.
remembering <- function(work) {
  force(work)
  known <- new.env(parent = emptyenv())
  texts <- 0
  function(x) {
    if (length(x) > most_texts_at_once) return(work(x))
    key <- rlang::hash(x)
    answer <- known[[key]]
    if (is.null(answer)) {
      texts <<- texts + length(x) + 1
      if (texts > most_texts_remembered) {
        rm(list = ls(known), envir = known)
        texts <<- length(x) + 1
      }
      answer <- known[[key]] <- list(work(x))
    }
    answer[[1]]
  }
}
