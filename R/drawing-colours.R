# The colours of charts and reports: water, brick, reed and stone of a canal, from dark to light, so that they are told
# apart without colour, and on paper at three to one at the least.

colours <- c(
  water = "#0C2C3C", brick = "#7F2C1A", reed = "#62762F", stone = "#9E8E78", ink = "#22302C", quiet = "#51645D",
  rule = "#D9D3C5", paper = "#FBFAF6", wash = "#EFEBE0",
  pool = "#7DAAC2", tile = "#DBA08F"
)

colour <- function(name) unname(colours[name])

# The colours of groups side by side; there are no more of them, and more groups get a panel each.
group_colours <- c("water", "brick", "reed", "stone")

group_dashes <- c("solid", "22", "6222", "1242")

most_groups_in_colour <- length(group_colours)

# From paper to the light of a pool for values above zero, to that of a tile for values below: ink stands out on all.
shades <- function(values) {
  far <- max(abs(values[is.finite(values)]), 0)
  if (far == 0) return(rep(colour("wash"), length(values)))
  part <- pmax(-1, pmin(1, values / far))
  part[is.na(part)] <- 0
  ramp <- function(to, at) {
    mixed <- grDevices::colorRamp(c(colour("paper"), colour(to)), space = "Lab")(pmax(at, 0))
    grDevices::rgb(mixed, maxColorValue = 255)
  }
  ifelse(part < 0, ramp("tile", -part), ramp("pool", part))
}

# Relative luminance and contrast as the Web Content Accessibility Guidelines 2.1 define them.
luminance <- function(colours) {
  parts <- grDevices::col2rgb(colours) / 255
  linear <- ifelse(parts <= 0.04045, parts / 12.92, ((parts + 0.055) / 1.055)^2.4)
  colSums(linear * c(0.2126, 0.7152, 0.0722))
}

contrast <- function(a, b) {
  light <- luminance(a)
  dark <- luminance(b)
  (pmax(light, dark) + 0.05) / (pmin(light, dark) + 0.05)
}
