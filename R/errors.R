# Errors that a user can meet are classed conditions: `idle_error` and a class of their own.

stop_idle <- function(class, message, hint = NULL, ...) {
  message <- clean_text(message)
  if (length(hint) > 0) hint <- clean_text(hint)
  names(message) <- ""
  bullets <- if (length(hint) > 0) stats::setNames(hint, rep("i", length(hint)))
  # Made by hand: no trace of the calls is kept, which may hold expressions of any size and shape.
  stop(structure(
    list(message = rlang::format_error_bullets(c(message, bullets)), call = NULL, said = unname(c(message, hint)), ...),
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

# What goes wrong in `work` is handed to otherwise(condition); an error of ours stays what it is.
ours_or <- function(work, otherwise) {
  tryCatch(work, error = function(e) if (inherits(e, "idle_error")) stop(e) else otherwise(e))
}

# Packages that only some users need are asked for when they are.
need_package <- function(package, what) {
  if (!requireNamespace(package, quietly = TRUE)) stop_idle(
    "no_package", sprintf("For %s, the package %s is needed, which is not installed.", what, package),
    sprintf("install.packages(\"%s\")", package)
  )
}
