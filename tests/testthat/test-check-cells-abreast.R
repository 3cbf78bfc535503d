# Each cell of a crosstab is the line that has the keys of its row and the value of its column.
page <- brief(dues, lines = c(wharf, goods), figures = c(s = sum(due), n = count()), footing = rollup(wharf),
  abreast = columns_of(goods, totals = "both"))

test_that("a sound crosstab ties in each cell, edges included", {
  checks <- as.data.frame(tie_out(page))
  said <- checks$sentence[checks$check == "cells abreast"]
  wide <- as.data.frame(draw_up(page))
  columns <- setdiff(names(wide), c("wharf", "line_kind", "summed_over"))
  expect_match(said, sprintf("Abreast: each of %d cells is the line with the keys", nrow(wide) * length(columns)))
})

test_that("cells exchanged in a row, in a column or with an edge, and a line in no cell, are found", {
  mishaps <- list(
    row = function(wide) replace(wide, "lines", list(replace(wide$lines, c(1, 3), wide$lines[c(3, 1)]))),
    column = function(wide) {
      wide$lines[[1]][1:2] <- wide$lines[[1]][2:1]
      wide
    },
    value = function(wide) {
      wide$columns[[3]][2] <- wide$columns[[3]][2] + 0.01
      wide
    },
    lost = function(wide) {
      wide$lines[[1]][1] <- NA
      wide$columns[[1]][1] <- NA
      wide
    }
  )
  for (name in names(mishaps)) local({
    local_spoiled("abreast", function(drawn) {
      drawn$page$wide <- mishaps[[name]](drawn$page$wide)
      drawn
    })
    expect_true("cells abreast" %in% names(differing(page)), label = name)
  })
})
