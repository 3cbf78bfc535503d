# How much memory a draw-up may take, and where what does not fit goes.

# options(idleledger.memory = "2GB"); by default half of what the machine has.
memory_allowed <- function() {
  asked <- getOption("idleledger.memory")
  if (is.null(asked)) return(max(core_memory_of_machine() / 2, 2^28))
  bytes <- bytes_said(asked)
  if (!is.na(bytes) && bytes >= 2^20) return(bytes)
  stop_idle(
    "bad_option", "The option idleledger.memory is a number of bytes or such as \"2GB\", from 1MB on, and is not."
  )
}

bytes_said <- function(asked) {
  if (is.numeric(asked) && length(asked) == 1) return(as.double(asked))
  if (!rlang::is_string(asked)) return(NA_real_)
  parts <- regmatches(asked, regexec("^\\s*([0-9.]+)\\s*([kKmMgGtT]?)[bB]?\\s*$", asked))[[1]]
  if (length(parts) == 0) return(NA_real_)
  suppressWarnings(as.double(parts[2])) * 1024^match(toupper(parts[3]), c("", "K", "M", "G", "T"))  / 1024
}

size_said <- function(bytes) {
  unit <- max(0, min(4, floor(log(max(bytes, 1), 1024))))
  paste(number_text(round(bytes / 1024^unit, 1), if (unit == 0) 0 else 1), c("bytes", "KB", "MB", "GB", "TB")[unit + 1])
}

# A folder for what does not fit, of this session's own; it is gone with the session.
spill_folder <- function() {
  folder <- getOption("idleledger.spill_folder", tempdir())
  if (dir.exists(folder)) return(normalizePath(folder))
  stop_idle("bad_option", sprintf("The option idleledger.spill_folder names no folder: %s.", folder))
}

# While `work` goes on, values of single figures beyond a share of the memory allowed go to files.
with_spill <- function(work) {
  core_set_spill(spill_folder(), memory_allowed() / 8)
  on.exit(core_set_spill("", 0))
  work
}
