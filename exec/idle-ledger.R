tryCatch(
  {
    idleledger:::core_listen()
    quit(status = idleledger::command_line(commandArgs(trailingOnly = TRUE)), save = "no")
  },
  interrupt = function(e) {
    cat("idle-ledger: stopped.\n", file = stderr())
    quit(status = 130L, save = "no")
  }
)
