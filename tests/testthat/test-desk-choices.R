# What the desk offers is taken.

skip_if_not_installed("htmltools")

test_that("random choices, all of them offered, end in no error", {
  tables <- list(
    tolls[1:300, ], tolls[sample(nrow(tolls), 40), ], hostile_table(), hostile_table(1), tolls[0, ],
    ledger(demo_table("levels")[1:200, ], "levels")
  )
  for (k in seq_along(tables)) {
    desk <- idleledger:::new_desk(tables[[k]], desk_tables())
    expect_equal(walk_at_random(desk, if (quick) 12 else rounds(170), 100 + k), character(), info = k)
    for (step in desk$steps[c(TRUE, FALSE)]) expect_equal(all_tie(tie_out(step$state$brief)), TRUE)
  }
})

test_that("what stands alone takes the place of all others, however it is chosen", {
  for (index in list(NULL, 1, 2)) {
    desk <- idleledger:::new_desk(brief(tolls, lines = c(reach, lock), figures = c(n = count())))
    seen <- idleledger:::desk_view(desk)(state_of_desk(desk), "lines", if (is.null(index)) 3 else index)
    whole <- Find(function(one) one$phrase$alone && is.null(one$filled$keys), idleledger:::choices_of(seen))
    act(desk, "choose", list(section = "lines", key = whole$key, index = index))
    expect_equal(desk$statement$n, nrow(tolls))
    seen <- idleledger:::desk_view(desk)(state_of_desk(desk), "lines", 2)
    act(desk, "choose", list(section = "lines", key = idleledger:::choices_of(seen)[[1]]$key))
    expect_length(state_of_desk(desk)$parts$lines, 1)
  }
})
