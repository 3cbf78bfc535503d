# The program's words worked in this session, with what it says on either side.
program <- function(...) {
  withr::local_options(cli.width = 80, width = 80, cli.num_colors = 1)
  err <- capture.output(out <- capture.output(status <- command_line(c(...))), type = "message")
  list(status = status, out = out, err = err)
}
