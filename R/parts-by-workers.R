# Parts worked by several processes: whatever future::plan() says. A worker is sent where its part is, and sends back
# states; who dies or fails is asked again, and a part that fails for good is named.

# How many workers there are; one: this process.
workers_planned <- function() {
  if (!"future" %in% loadedNamespaces()) return(1)
  plan <- future::plan("list")[[1]]
  if (inherits(plan, "sequential")) 1 else max(1, min(future::nbrOfWorkers(), 1000))
}

# Calls take(k, told, bytes) for each part as it comes; `brief` goes to the workers without what they can read.
parts_by_workers <- function(brief, workers, take) {
  n <- number_of_parts(brief$source)
  waiting <- seq_len(n)
  tries <- integer(n)
  running <- list()
  while (length(waiting) + length(running)) {
    while (length(waiting) && length(running) < workers) {
      k <- waiting[1]
      waiting <- waiting[-1]
      tries[k] <- tries[k] + 1
      running <- c(running, list(list(k = k, future = send_part(brief, k))))
    }
    done <- which(vapply(running, function(job) is_back(job$future), TRUE))
    if (length(done) == 0) {
      take_breath()
      Sys.sleep(0.005)
      next
    }
    for (job in running[done]) {
      answer <- answer_of_worker(job$future)
      if (is.null(answer$error)) {
        take(job$k, answer$told, answer$bytes)
      } else if (tries[job$k] < limit("most_tries")) {
        waiting <- c(waiting, job$k)
      } else {
        take(job$k, last_try_here(brief, job$k, tries[job$k], answer), 0)
      }
    }
    running <- running[-done]
  }
}

send_part <- function(brief, k) {
  sent <- list(brief = brief_to_send(brief, k), k = k, options = options_to_send())
  tryCatch(
    future::future(work_sent_part(sent), globals = list(sent = sent, work_sent_part = work_sent_part),
      packages = NULL, seed = NULL, stdout = FALSE),
    error = function(e) structure(list(error = conditionMessage(e)), class = "idle_not_sent")
  )
}

# What a worker needs of a brief: how its one part is opened. Of a table in memory it is sent the rows.
brief_to_send <- function(brief, k) {
  source <- brief$source
  source[c("fetch", "kept", "columns")] <- list(NULL)
  to_send <- room_of("source", source$opened_as)$to_send
  source$in_parts <- if (is.null(to_send)) source$in_parts else to_send(source, k)
  source$in_parts$at[-k] <- list(NULL)
  brief$source <- source
  brief
}

options_to_send <- function() {
  all <- options()
  all[startsWith(names(all), "idleledger.")]
}

# In the worker: the part's page is worked, and its states are made bytes. An error goes back as its text.
work_sent_part <- function(sent) {
  if (!requireNamespace("idleledger", quietly = TRUE)) return(list(error = "idleledger is not installed there"))
  asNamespace("idleledger")$answer_with_part(sent)
}
environment(work_sent_part) <- baseenv()

answer_with_part <- function(sent) {
  options(sent$options)
  tryCatch({
    local_utf8()
    told <- worked_part(sent$brief, sent$k)
    told$states <- states_saved(told$states, nodes_of_figures(sent$brief))
    list(told = told)
  }, error = function(e) list(error = conditionMessage(e), ours = inherits(e, "idle_error")))
}

is_back <- function(future) {
  inherits(future, "idle_not_sent") || tryCatch(future::resolved(future), error = function(e) TRUE)
}

answer_of_worker <- function(future) {
  if (inherits(future, "idle_not_sent")) return(list(error = future$error))
  answer <- tryCatch(future::value(future, signal = FALSE), error = identity)
  if (inherits(answer, "condition")) return(list(error = conditionMessage(answer)))
  if (is.null(answer$error)) answer$bytes <- length(answer$told$states$columns) + length(answer$told$states$sums)
  answer
}

# Where workers are at fault and not the part, it is worked by this process.
last_try_here <- function(brief, k, tries, answer) {
  if (isTRUE(answer$ours)) stop_part_failed(brief, k, tries, answer$error)
  tryCatch(worked_part(brief, k), error = function(e) stop_part_failed(brief, k, tries + 1, conditionMessage(e)))
}

stop_part_failed <- function(brief, k, tries, why) {
  stop_idle(
    "part_failed", sprintf("Part %s of %s (%s) failed %s: %s", big_mark(k), name_of(brief$source),
      place_of_part(brief$source$in_parts$at[[k]]), if (tries == 1) "once" else sprintf("%d times", tries),
      clean_lines(why)),
    "Nothing was drawn up. Without workers, future::plan(\"sequential\"), the error can be looked at here.", part = k
  )
}

clean_lines <- function(text) gsub("\\s*\n\\s*", " ", text)
