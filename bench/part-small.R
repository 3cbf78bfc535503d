# Small tables: what the plan itself costs. Times are in milliseconds, and in times of a loop of 100,000 additions in R,
# which says how fast the machine is today.
small <- ledger(demo_table("tolls")[1:100, ])
plain <- brief(small, lines = lock, figures = c(n = count(), s = sum(toll)))
footed <- brief(small, lines = c(reach, lock), figures = c(n = count(), s = sum(toll)), footing = rollup(reach, lock))
counting <- function() {
  k <- 0
  for (i in 1:1e5) k <- k + 1
  k
}
times <- alternating(
  loop = for (i in 1:10) counting(), draw_up = for (i in 1:100) draw_up(plain),
  tie_out = for (i in 1:20) tie_out(footed), rounds = 9
)
loop <- stats::median(times[, "loop"]) / 10
cat(sprintf("    a loop of 100,000 additions: %.1f ms\n", 1000 * loop))
say("a draw-up of 100 entries, ms", 1000 * stats::median(times[, "draw_up"]) / 100, 1.2, unit = "ms")
say("its tie-out with a rollup, ms", 1000 * stats::median(times[, "tie_out"]) / 20, 8, unit = "ms")
