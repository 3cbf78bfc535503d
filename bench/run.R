# Runs the benchmarks and prints ratios: Rscript bench/run.R [part ...]
here <- dirname(sub("^--file=", "", grep("^--file=", commandArgs(), value = TRUE)[1]))
source(file.path(here, "tables.R"))
source(file.path(here, "measure.R"))
library(idleledger)

parts <- sub("^part-(.*)[.]R$", "\\1", list.files(here, "^part-.*[.]R$"))
wanted <- commandArgs(TRUE)
for (part in if (length(wanted)) intersect(parts, wanted) else parts) {
  cat("\n== ", part, "\n", sep = "")
  source(file.path(here, sprintf("part-%s.R", part)))
}
