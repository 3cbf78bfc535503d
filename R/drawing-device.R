# Charts as files, in the sizes that they are drawn for.

# Inches.
chart_inches <- list(screen = c(10, 6.25), page = c(6.5, 4.5), slide = c(13.333, 7.5))

chart_endings <- c("png", "svg", "pdf")

chart_ending <- function(path) {
  ending <- if (is_one_text(path)) ending_of(path) else ""
  if (!ending %in% chart_endings) stop_idle(
    "bad_file", sprintf("%s is of no format that a chart is written in.", value_text(path)[1]),
    sprintf("Its name ends with %s.", either(paste0(".", chart_endings)))
  )
  check_target(path)
  ending
}

write_chart <- function(plot, path, size = "screen") {
  ending <- chart_ending(path)
  write_beside(path, function(beside) {
    draw_on_device(plot, beside, ending, chart_inches[[size]])
    NULL
  })
}

draw_on_device <- function(plot, path, ending, inches) {
  switch(ending,
    png = grDevices::png(path, inches[1], inches[2], units = "in", res = 128, type = png_type(), bg = colour("paper")),
    svg = grDevices::svg(path, inches[1], inches[2], bg = colour("paper")),
    pdf = if (capabilities("cairo")) grDevices::cairo_pdf(path, inches[1], inches[2], bg = colour("paper")) else
      grDevices::pdf(path, inches[1], inches[2], bg = colour("paper"))
  )
  on.exit(grDevices::dev.off())
  print(plot)
}

png_type <- function() if (capabilities("cairo")) "cairo" else getOption("bitmapType")

# A chart as it would be on a screen, as an image of a page of HTML that carries its own data: list(src, alt).
chart_as_image <- function(statement) {
  plot <- draw_chart(statement, rlang::quo(NULL))
  path <- tempfile(fileext = ".svg")
  on.exit(unlink(path))
  write_chart(plot, path)
  data <- jsonlite::base64_enc(readBin(path, "raw", file.size(path)))
  list(src = paste0("data:image/svg+xml;base64,", gsub("\n", "", data)), alt = clean_text(plot$labels$alt))
}
