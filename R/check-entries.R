# Entries read are entries used and left out, with the reasons; the lines' counts add back to them.

check_entries <- function(drawn) {
  left <- vapply(drawn$entries$accounts, function(account) account$n, numeric(1))
  reasons <- vapply(drawn$entries$accounts, function(account) {
    sprintf("%s by `%s`, %s", big_mark(account$n), account$section, account$reason)
  }, "")
  sentence <- sprintf(
    "Entries: %s read%s = %s used + %s left out", big_mark(drawn$entries$n_read),
    if (drawn$entries$n_added != 0) sprintf(" + %s added by `prepare`", big_mark(drawn$entries$n_added)) else "",
    big_mark(drawn$entries$n), big_mark(sum(left))
  )
  if (length(reasons)) sentence <- sprintf("%s (%s)", sentence, paste(reasons, collapse = "; "))
  a_check("entries", drawn$entries$n_read + drawn$entries$n_added == drawn$entries$n + sum(left), paste0(sentence, "."))
}

check_counts <- function(drawn) {
  counts <- line_entries(drawn$lines)
  sentence <- sprintf(
    "Lines: the entries of %s add up to %s, and %s were used%s.",
    count_of(length(own_lines(drawn$lines)), "line"), big_mark(sum(counts)), big_mark(drawn$entries$n),
      combinations_words(drawn)
  )
  a_check("counts", sum(counts) == drawn$entries$n, sentence)
}

# How many lines the values of the keys would make, and one that does not occur.
combinations_words <- function(drawn) {
  if (length(drawn$lines$keys) < 2 || drawn$entries$n == 0) return("")
  own <- own_lines(drawn$lines)
  values <- lapply(drawn$lines$keys, function(key) different_values(pick_rows(drawn$lines$columns[[key]], own)))
  sizes <- vapply(values, length_of, 1)
  if (prod(sizes) == length(own)) return("; every combination of their keys occurs")
  finest <- which(sizes == length(own))
  if (max(sizes) >= 0.8 * length(own) && length(finest) == 0) return("")
  if (length(finest)) return(sprintf(
    "; each %s has one %s", drawn$lines$keys[finest[1]], both(drawn$lines$keys[-finest[1]])
  ))
  sprintf(
    "; %s of the %s combinations of %s occur%s", big_mark(length(own)), big_mark(prod(sizes)),
    both(
      mapply(function(n, key) sprintf("%s (%s)", key, big_mark(n)), sizes, drawn$lines$keys)
    ), one_absent(drawn, own, values)
  )
}

# A combination that does not occur, by name.
one_absent <- function(drawn, own, values) {
  if (prod(vapply(values, length_of, 1)) > 1e5) return("")
  texts <- Map(function(x, key) key_texts(plain_vector(x), drawn$page$formats[[key]]), values, drawn$lines$keys)
  there <- do.call(paste, c(unname(lapply(drawn$lines$keys, function(key) {
    core_group_numbers(core_group(list(pick_rows(drawn$lines$columns[[key]], own)), length(own)))
  })), list(sep = "/")))
  all <- expand.grid(rev(lapply(texts, seq_along)))
  all <- all[rev(seq_along(all))]
  absent <- which(!do.call(paste, c(unname(as.list(all)), list(sep = "/"))) %in% there)[1]
  sprintf(
    ", and for instance %s not", both(vapply(seq_along(texts), function(k) texts[[k]][all[absent, k]], ""))
  )
}

check_shown <- function(drawn) {
  gathered <- drawn$lines$gathered
  own <- own_lines(drawn$lines)
  all <- length(own)
  shown <- sum(drawn$lines$shown[own])
  not_shown <- sum(!drawn$lines$shown[own])
  hidden <- not_shown - gathered
  parts <- c(
    sprintf("%s shown", big_mark(shown)), sprintf("%s hidden by `show`", big_mark(hidden)),
    if (gathered > 0) sprintf("%s gathered as others", big_mark(gathered))
  )
  a_check(
    "shown",
    all == shown + hidden + gathered && gathered == (if (any(is_others(drawn$lines))) not_shown else 0),
    sprintf("Shown: %s = %s.", count_of(all, "line"), paste(parts, collapse = " + "))
  )
}
