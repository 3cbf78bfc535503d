# A key that the layout leaves out, so that lines cannot be told apart.

room("hidden_keys", "rule", place = 55, of_ledger = NULL, of_values = NULL,
  words = "a key that `layout` leaves out, without which lines cannot be told apart",
  example = quote(brief(demo_table("dues"), lines = c(wharf, goods), figures = c(dues = sum(due)),
    layout = c(wharf, dues))),
  twin = quote(brief(demo_table("dues"), lines = c(wharf, goods), figures = c(dues = sum(due)),
    layout = c(wharf, goods, dues))),
  of_page = function(drawn) {
    rows <- lines_to_read(drawn)
    layout <- laid_out(drawn)
    if (length(rows) < 2 || is.null(layout)) return(NULL)
    keys <- drawn$lines$keys
    hidden <- setdiff(keys, vapply(layout, `[[`, "", "name"))
    if (length(hidden) == 0) return(NULL)
    texts <- lapply(setdiff(keys, hidden), function(key) printed_texts(drawn, key, rows))
    alike <- if (length(texts)) duplicated(do.call(paste, c(texts, sep = "\n"))) else c(FALSE, rep(TRUE,
      length(rows) - 1))
    if (!any(alike)) return(NULL)
    list(a_finding(sprintf(
      "Keys: `layout` leaves out %s, and without it %s like another.", both(tick(hidden)), if (sum(alike) == 1)
        "1 line looks" else paste(count_of(sum(alike), "line"), "look")
    ), hidden, weight = sum(alike) / length(rows), repair = a_repair("layout", as.name(hidden[1]), place = 1)))
  }
)
