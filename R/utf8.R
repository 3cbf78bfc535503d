# Text is UTF-8 whatever the locale of the session: R's own functions on letters and names go by the
# locale, which in a scheduled job is often one that knows no letters beyond ASCII.

# For the rest of the calling function.
local_utf8 <- function(frame = parent.frame()) {
  if (isTRUE(l10n_info()[["UTF-8"]])) return(invisible())
  withr::local_locale(c(LC_CTYPE = utf8_locale()), .local_envir = frame)
}

in_utf8 <- function(expr) {
  local_utf8()
  expr
}

# The first of these that the system has.
utf8_locale <- function() {
  before <- Sys.getlocale("LC_CTYPE")
  on.exit(Sys.setlocale("LC_CTYPE", before))
  for (name in c("C.UTF-8", "en_US.UTF-8", "C.utf8", "UTF-8")) {
    if (nzchar(suppressWarnings(Sys.setlocale("LC_CTYPE", name)))) return(name)
  }
  before
}

# Words of a command line: bytes of which only the shell knew the encoding.
utf8_words <- function(words) {
  valid <- validUTF8(words)
  Encoding(words[valid]) <- "UTF-8"
  words[!valid] <- enc2utf8(words[!valid])
  words
}
