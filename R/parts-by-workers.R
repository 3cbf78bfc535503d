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
      parts <- parts_at_once(waiting, tries, workers)
      waiting <- setdiff(waiting, parts)
      tries[parts] <- tries[parts] + 1
      running <- c(running, list(list(parts = parts, future = send_parts(brief, parts))))
    }
    done <- which(vapply(running, function(job) is_back(job$future), TRUE))
    if (length(done) == 0) {
      take_breath()
      Sys.sleep(0.005)
      next
    }
    for (job in running[done]) {
      answers <- answers_of_worker(job$future, length(job$parts))
      for (i in seq_along(answers)) {
        k <- job$parts[i]
        answer <- answers[[i]]
        if (is.null(answer$error)) {
          take(k, answer$told, answer$bytes)
        } else if (tries[k] < limit("most_tries")) {
          waiting <- c(waiting, k)
        } else {
          take(k, last_try_here(brief, k, tries[k], answer), 0)
        }
      }
    }
    running <- running[-done]
  }
}

# Each way to a worker and back takes a tenth of a second: it is sent several parts at once, fewer towards the end, and
# what is tried again goes by itself.
parts_at_once <- function(waiting, tries, workers) {
  if (tries[waiting[1]] > 0) return(waiting[1])
  fresh <- waiting[tries[waiting] == 0]
  utils::head(fresh, max(1, ceiling(length(fresh) / (2 * workers))))
}

send_parts <- function(brief, parts) {
  sent <- list(brief = brief_to_send(brief, parts), parts = parts, options = options_to_send())
  tryCatch(
    future::future(work_sent_parts(sent), globals = list(sent = sent, work_sent_parts = work_sent_parts),
      packages = NULL, seed = NULL, stdout = FALSE),
    error = function(e) structure(list(error = conditionMessage(e)), class = "idle_not_sent")
  )
}

# What a worker needs of a brief: how its parts are opened. Of a table in memory it is sent the rows.
brief_to_send <- function(brief, parts) {
  source <- brief$source
  source[c("fetch", "kept", "columns")] <- list(NULL)
  to_send <- room_of("source", source$opened_as)$to_send
  if (!is.null(to_send)) source$in_parts <- to_send(source, parts)
  source$in_parts$at[-parts] <- list(NULL)
  brief$source <- source
  brief
}

options_to_send <- function() {
  all <- options()
  all[startsWith(names(all), "idleledger.")]
}

# In the worker: each part's page is worked, and its states are made bytes. An error goes back as its text.
work_sent_parts <- function(sent) {
  if (!requireNamespace("idleledger", quietly = TRUE)) return(list(error = "idleledger is not installed there"))
  asNamespace("idleledger")$answer_with_parts(sent)
}
environment(work_sent_parts) <- baseenv()

answer_with_parts <- function(sent) {
  options(sent$options)
  list(answers = lapply(sent$parts, function(k) answer_with_part(sent, k)))
}

answer_with_part <- function(sent, k) {
  tryCatch({
    local_utf8()
    told <- worked_part(sent$brief, k)
    told$states <- states_saved(told$states, nodes_of_figures(sent$brief))
    list(told = told)
  }, error = function(e) list(error = conditionMessage(e), ours = inherits(e, "idle_error")))
}

is_back <- function(future) {
  inherits(future, "idle_not_sent") || tryCatch(future::resolved(future), error = function(e) TRUE)
}

# One answer a part; who did not answer has failed in all of them.
answers_of_worker <- function(future, n) {
  failed <- function(why) rep(list(list(error = why)), n)
  if (inherits(future, "idle_not_sent")) return(failed(future$error))
  answer <- tryCatch(future::value(future, signal = FALSE), error = identity)
  if (inherits(answer, "condition")) return(failed(conditionMessage(answer)))
  if (!is.null(answer$error)) return(failed(answer$error))
  lapply(answer$answers, function(one) {
    if (is.null(one$error)) one$bytes <- length(one$told$states$columns) + length(one$told$states$sums)
    one
  })
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
