# Entries read are entries used and left out, with the reasons; the lines' counts add back to them.

check_entries <- function(state) {
  left <- vapply(state$accounts, function(account) account$n, numeric(1))
  reasons <- vapply(state$accounts, function(account) {
    sprintf("%s by `%s`, %s", big_mark(account$n), account$section, account$reason)
  }, "")
  sentence <- sprintf(
    "Entries: %s read%s = %s used + %s left out", big_mark(state$n_read),
    if (state$n_added != 0) sprintf(" + %s added by `prepare`", big_mark(state$n_added)) else "",
    big_mark(state$n), big_mark(sum(left))
  )
  if (length(reasons)) sentence <- sprintf("%s (%s)", sentence, paste(reasons, collapse = "; "))
  a_check("entries", state$n_read + state$n_added == state$n + sum(left), paste0(sentence, "."))
}

# The entries of each group, as the figures were worked on them.
line_entries <- function(state) {
  if (is.null(state$group_entries)) core_summarise(state$groups, list(), list())$entries else state$group_entries
}

check_counts <- function(state) {
  counts <- line_entries(state)
  sentence <- sprintf(
    "Lines: the entries of %s add up to %s, and %s were used%s.",
    count_of(length(own_lines(state)), "line"), big_mark(sum(counts)), big_mark(state$n), combinations_words(state)
  )
  a_check("counts", sum(counts) == state$n, sentence)
}

# How many lines the values of the keys would make, and one that does not occur.
combinations_words <- function(state) {
  if (length(state$keys) < 2 || state$n == 0) return("")
  own <- own_lines(state)
  values <- lapply(state$keys, function(key) different_values(pick_rows(state$lines[[key]], own)))
  sizes <- vapply(values, length_of, 1)
  if (prod(sizes) == length(own)) return("; every combination of their keys occurs")
  finest <- which(sizes == length(own))
  if (max(sizes) >= 0.8 * length(own) && length(finest) == 0) return("")
  if (length(finest)) return(sprintf(
    "; each %s has one %s", state$keys[finest[1]], both(setdiff(state$keys, state$keys[finest[1]]))
  ))
  sprintf(
    "; %s of the %s combinations of %s occur%s", big_mark(length(own)), big_mark(prod(sizes)),
    both(
      mapply(function(n, key) sprintf("%s %s", big_mark(n), key), sizes, state$keys)
    ), one_absent(state, own, values)
  )
}

# A combination that does not occur, by name.
one_absent <- function(state, own, values) {
  if (prod(vapply(values, length_of, 1)) > 1e5) return("")
  texts <- lapply(values, function(x) key_texts(plain_vector(x)))
  there <- do.call(paste, c(unname(lapply(state$keys, function(key) {
    core_group_numbers(core_group(list(pick_rows(state$lines[[key]], own)), length(own)))
  })), list(sep = "/")))
  all <- expand.grid(rev(lapply(texts, seq_along)))
  all <- all[rev(seq_along(all))]
  absent <- which(!do.call(paste, c(unname(as.list(all)), list(sep = "/"))) %in% there)[1]
  sprintf(
    ", and for instance %s not", both(vapply(seq_along(texts), function(k) texts[[k]][all[absent, k]], ""))
  )
}

check_shown <- function(state) {
  gathered <- if (is.null(state$gathered)) 0 else state$gathered
  own <- own_lines(state)
  all <- length(own)
  shown <- sum(state$shown[own])
  hidden <- sum(!state$shown[own]) - gathered
  parts <- c(
    sprintf("%s shown", big_mark(shown)), sprintf("%s hidden by `show`", big_mark(hidden)),
    if (gathered > 0) sprintf("%s gathered as others", big_mark(gathered))
  )
  a_check(
    "shown",
    all == shown + hidden + gathered,
    sprintf("Shown: %s = %s.", count_of(all, "line"), paste(parts, collapse = " + "))
  )
}
