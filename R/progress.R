# Progress of long work in a terminal: the core calls this about twenty times a second once a job has
# run for two seconds, and ends the job if it says FALSE.

progress_shown <- new.env(parent = emptyenv())

progress_tick <- function(part) {
  if (!isatty(stderr()) && !cli::is_dynamic_tty(stderr())) return(invisible())
  filled <- round(30 * part)
  bar <- paste0(strrep("=", filled), strrep(" ", 30 - filled))
  cat(sprintf("\r[%s] %3.0f%%", bar, 100 * part), file = stderr())
  progress_shown$on <- TRUE
}

# The same in words, from work that knows its parts.
progress_says <- function(part, words) {
  if (!isatty(stderr()) && !cli::is_dynamic_tty(stderr())) return(invisible())
  cat(sprintf("\r[%3.0f%%] %-70s", 100 * part, words), file = stderr())
  progress_shown$on <- TRUE
}

# Between the pieces of long work: whoever watches it may look up. Set by with_breaths().
take_breath <- function() if (!is.null(progress_shown$breath)) progress_shown$breath()

with_breaths <- function(breath, work) {
  progress_shown$breath <- breath
  on.exit(progress_shown$breath <- NULL)
  work
}

progress_done <- function() {
  if (isTRUE(progress_shown$on)) cat("\r", strrep(" ", 80), "\r", sep = "", file = stderr())
  progress_shown$on <- FALSE
}

.onLoad <- function(libname, pkgname) {
  core_set_progress(progress_tick)
}

.onUnload <- function(libpath) {
  core_set_progress(NULL)
  library.dynam.unload("idleledger", libpath)
}
