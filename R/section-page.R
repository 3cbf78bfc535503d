# title and notes: words for the page.

room("title", "section",
  place = 20, read = read_words,
  option = list(takes = "TEXT", does = "the heading of the page", example = "Receipts by lock"),
  clause = clause("a title ...", "Titled", function(seen) {
    list(phrase("{text}", quote(.text), text = blank("words", default = "Statement")))
  }, one = TRUE),
  check = function(items, ctx) {
    words <- check_words(items, ctx)
    if (length(words) != 1) stop_in(ctx, "bad_argument", "a page has one title.")
    words
  },
  leaves = function(checked, ctx) ctx,
  work = function(drawn, checked) {
    drawn$page$title <- checked
    drawn
  },
  words = function(checked) character(),
  in_sql = NULL, aside = NULL,
  owes = function(drawn, checked) list()
)

# Beside remarks, what a tie-out finds and the writer has weighed: accept("copies", because = "...").
room("notes", "section",
  place = 21, read = read_remarks,
  option = list(takes = "TEXT", does = "a remark on the page", example = "Tolls before refunds"),
  clause = clause("a remark ...", "With the remark", function(seen) {
    list(phrase("{text}", quote(.text), text = blank("words", default = "A remark.")))
  }),
  check = function(items, ctx) {
    accepts <- vapply(items, function(item) rlang::is_call(item$expr, "accept"), TRUE)
    structure(check_words(items[!accepts], ctx), accepted = lapply(items[accepts], check_accepted, ctx = ctx))
  },
  leaves = function(checked, ctx) ctx,
  work = function(drawn, checked) {
    drawn$page$remarks <- c(as.vector(checked), vapply(attr(checked, "accepted"), accepted_words, ""))
    drawn$page$accepted <- attr(checked, "accepted")
    drawn
  },
  words = function(checked) {
    c(if (length(checked)) paste("Remark:", checked), vapply(attr(checked, "accepted"), accepted_words, ""))
  },
  in_sql = NULL, aside = NULL,
  owes = function(drawn, checked) list()
)

accepted_words <- function(part) sprintf("Accepted: what is found under `%s`, because %s", part$rule, part$because)

check_accepted <- function(item, ctx) {
  parts <- match_args(item$expr, alist(rule = , because = ), "accept", ctx)
  rule <- one_value(parts$rule, item$values, "rule", ctx)
  because <- one_value(parts$because, item$values, "because", ctx)
  known <- rooms_of("rule")
  if (!isTRUE(rule %in% known)) stop_in(
    ctx, "bad_argument", sprintf("accept() knows no rule %s.", value_text(rule)), meant(as.character(rule), known,
      "rules")
  )
  if (!is_one_text(because) || !nzchar(trimws(because))) stop_in(
    ctx, "bad_argument", sprintf("accept(%s) needs a reason.", value_text(rule)),
    sprintf("Say why: accept(%s, because = \"...\").", value_text(rule))
  )
  list(rule = rule, because = because)
}
