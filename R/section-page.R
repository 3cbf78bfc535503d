# title and notes: words for the page.

room("title", "section",
  place = 20, read = read_words,
  option = list(takes = "TEXT", does = "the heading of the page", example = "Receipts by lock"),
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
  aside = NULL,
  owes = function(drawn, checked) list()
)

room("notes", "section",
  place = 21, read = read_words,
  option = list(takes = "TEXT", does = "a remark on the page", example = "Tolls before refunds"),
  check = check_words,
  leaves = function(checked, ctx) ctx,
  work = function(drawn, checked) {
    drawn$page$remarks <- checked
    drawn
  },
  words = function(checked) paste("Remark:", checked),
  aside = NULL,
  owes = function(drawn, checked) list()
)
