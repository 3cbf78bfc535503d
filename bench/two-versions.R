# Two versions of the package in turn on the same tables of 10 million rows, so that nothing gets slower
# unseen: install the older one into a library of its own (R CMD INSTALL -l FOLDER), then
#   Rscript bench/two-versions.R FOLDER
asked <- commandArgs(TRUE)
jobs <- quote(list(
  `sum, count, mean by 100` = brief(t, lines = key, figures = c(s = sum(amount), n = count(), m = mean(amount))),
  `sum by three keys` = brief(t, lines = c(key, other, number), figures = c(s = sum(amount))),
  `sum by 1 million texts` = brief(t, lines = many, figures = c(s = sum(amount))),
  `different wholes by 100` = brief(t, lines = key, figures = c(s = count_distinct(wide))),
  `median by 100` = brief(t, lines = key, figures = c(s = median(amount))),
  `rank per group` = brief(t, columns = c(r = rank(amount, per = key))),
  `running sum` = brief(t, columns = c(r = running(sum(amount), per = key, along = wide))),
  `rolling mean` = brief(t, columns = c(r = rolling(mean(amount), 7, per = key, along = wide))),
  `rollup of three keys` = brief(t,
    lines = c(key, other, number), figures = c(s = sum(amount)), footing = rollup(key, other, number)
  )
))

if (length(asked) == 2) {
  library("idleledger", lib.loc = if (nzchar(asked[1])) asked[1], character.only = TRUE)
  source("bench/tables.R")
  t <- bench_table(1e7)
  best <- function(work) min(replicate(5, system.time(work())[["elapsed"]]))
  pages <- eval(jobs)
  seconds <- c(
    vapply(pages, function(page) best(function() draw_up(page)), 1),
    `tie-out by 100` = best(function() tie_out(pages[[1]])),
      `tie-out by three keys` = best(function() tie_out(pages[[2]]))
  )
  dput(seconds, asked[2])
} else {
  out <- tempfile()
  one <- function(library) {
    system2("Rscript", c("bench/two-versions.R", shQuote(library), out))
    dget(out)
  }
  rounds <- replicate(3, one("") / one(asked[1]))
  ratios <- apply(rounds, 1, stats::median)
  cat(sprintf("%-28s %5.2f x the older version\n", names(ratios), ratios), sep = "")
}
