#' Give memory back
#'
#' A draw-up keeps the memory that it worked in for the next one, up to 448 MB, since fresh memory
#' costs as much as the work done in it. `release_memory()` gives it back to the system.
#'
#' @return The number of bytes given back, unseen.
#' @export
#' @examples
#' release_memory()
release_memory <- function() {
  # What a first collection sets free may hold memory that only a second one finds.
  for (round in 1:2) gc(verbose = FALSE)
  invisible(core_release_memory())
}
