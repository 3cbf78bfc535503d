# Headings that name another column of the page, or stand over two columns.

room("headings", "rule", place = 56, of_ledger = NULL, of_values = NULL,
  words = "headings that are the name of another column of the page, or that stand over two columns",
  example = quote(brief(demo_table("dues"), lines = wharf, figures = c(dues = sum(due), tonnes = sum(tonnes)),
    layout = c(wharf, Tonnes = dues, Dues = tonnes))),
  twin = quote(brief(demo_table("dues"), lines = wharf, figures = c(dues = sum(due), tonnes = sum(tonnes)),
    layout = c(wharf, Tonnes = tonnes, Dues = dues))),
  of_page = function(drawn) {
    layout <- laid_out(drawn)
    names <- vapply(layout, `[[`, "", "name")
    heads <- vapply(layout, `[[`, "", "heading")
    own <- plain_name(heads)
    wrong <- which(heads != names)
    if (length(wrong)) wrong <- wrong[own[wrong] != plain_name(names[wrong]) & nzchar(own[wrong]) &
      own[wrong] %in% plain_name(page_columns(drawn))]
    twice <- which(duplicated(own) & nzchar(own))
    c(
      lapply(wrong, function(k) {
        text <- "Headings: %s stands over `%s`, and is the name of another column."
        a_finding(sprintf(text, value_text(heads[k]), names[k]), names[k], weight = 1)
      }),
      lapply(setdiff(twice, wrong), function(k) {
        text <- "Headings: %s stands over two columns, %s."
        a_finding(sprintf(text, value_text(heads[k]), both(tick(names[own == own[k]]))), names[k])
      })
    )
  }
)
