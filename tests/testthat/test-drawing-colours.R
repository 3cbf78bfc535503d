# The colours of charts, for every eye.

# How far two colours lie apart for an eye without one kind of cones (Machado, Oliveira and Fernandes, 2009), in CIE
# Lab.
eyes <- list(
  all = diag(3),
  no_red = c(0.152286, 1.052583, -0.204868, 0.114503, 0.786281, 0.099216, -0.003882, -0.048116, 1.051998),
  no_green = c(0.367322, 0.860646, -0.227968, 0.280085, 0.672501, 0.047413, -0.01182, 0.04294, 0.968881),
  no_blue = c(1.255528, -0.076749, -0.178779, -0.078411, 0.930809, 0.147602, 0.004733, 0.691367, 0.3039)
)

seen_by <- function(colours, eye) {
  parts <- grDevices::col2rgb(colours) / 255
  linear <- ifelse(parts <= 0.04045, parts / 12.92, ((parts + 0.055) / 1.055)^2.4)
  seen <- pmin(pmax(matrix(eyes[[eye]], 3, byrow = TRUE) %*% linear, 0), 1)
  grDevices::convertColor(t(ifelse(seen <= 0.0031308, 12.92 * seen, 1.055 * seen^(1 / 2.4) - 0.055)), "sRGB", "Lab")
}

test_that("colours are told apart in black and white and by every eye, and stand out from the paper", {
  groups <- idleledger:::colour(idleledger:::group_colours)
  for (eye in names(eyes)) expect_gt(min(dist(seen_by(groups, eye))), 12)
  expect_gt(min(diff(sort(seen_by(groups, "all")[, 1]))), 12)
  paper <- idleledger:::colour("paper")
  expect_gte(min(idleledger:::contrast(groups, paper)), 3)
  for (text in c("ink", "quiet", "brick")) expect_gte(idleledger:::contrast(idleledger:::colour(text), paper), 4.5)
  fills <- idleledger:::shades(seq(-5, 5, by = 0.1))
  expect_gte(min(idleledger:::contrast(fills, idleledger:::colour("ink"))), 4.5)
  expect_equal(idleledger:::contrast("#000000", "#FFFFFF"), 21)
})
