# Instructions that a small page takes, whatever the hour: counted by valgrind (apt-get install valgrind), for the
# installed package or for one in a library of its own.
#   Rscript bench/instructions.R [FOLDER]
asked <- commandArgs(TRUE)
pages <- quote({
  small <- ledger(demo_table("tolls")[1:100, ])
  plain <- brief(small, lines = lock, figures = c(n = count(), s = sum(toll)))
  footed <- brief(small, lines = c(reach, lock), figures = c(n = count(), s = sum(toll)), footing = rollup(reach, lock))
  list(
    `a draw-up of 100 entries` = function() draw_up(plain),
    `its tie-out with a rollup` = function() tie_out(footed),
    `making that brief` = function() {
      brief(small, lines = c(reach, lock), figures = c(n = count(), s = sum(toll)), footing = rollup(reach, lock))
    }
  )
})
rounds <- 20

if (length(asked) == 3) {
  library("idleledger", lib.loc = if (nzchar(asked[1])) asked[1], character.only = TRUE)
  dyn.load(asked[2])
  work <- eval(pages)[[as.integer(asked[3])]]
  for (k in 1:40) work()  # until all is compiled
  invisible(.C("count_on"))
  for (k in seq_len(rounds)) work()
  invisible(.C("count_off"))
} else {
  folder <- tempfile("instructions")
  dir.create(folder)
  writeLines(c(
    "#include <valgrind/callgrind.h>",
    "void count_on(void) { CALLGRIND_START_INSTRUMENTATION; CALLGRIND_TOGGLE_COLLECT; }",
    "void count_off(void) { CALLGRIND_TOGGLE_COLLECT; CALLGRIND_STOP_INSTRUMENTATION; }"
  ), file.path(folder, "counter.c"))
  system2(file.path(R.home("bin"), "R"), c("CMD", "SHLIB", file.path(folder, "counter.c")), stdout = FALSE)
  library_of <- if (length(asked)) asked[1] else ""
  names <- names(pages[[length(pages)]])[-1]
  for (k in seq_along(names)) {
    said <- system2(file.path(R.home("bin"), "R"), c(
      "--vanilla", "--no-echo", "-d", shQuote(sprintf(
        "valgrind --tool=callgrind --instr-atstart=no --collect-atstart=no --callgrind-out-file=%s/out", folder
      )), "-f", "bench/instructions.R", "--args", shQuote(library_of), file.path(folder, "counter.so"), k
    ), stdout = TRUE, stderr = TRUE)
    counted <- as.numeric(gsub("[^0-9]", "", sub(".*refs:", "", grep("I +refs:", said, value = TRUE))))
    cat(sprintf("%-28s %5.2f million instructions\n", names[k], counted / rounds / 1e6))
  }
}
