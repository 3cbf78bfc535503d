# Texts that were read in a wrong encoding, or still carry the marks of a page on the web.

room("garbled", "rule", place = 21, of_ledger = NULL, of_page = NULL,
  words = "texts that were read in a wrong encoding, hold marks of a page on the web, or control characters",
  example = quote(brief(transform(demo_table("dues"), goods = replace(goods, 9, "lime &amp; sand")),
    lines = goods,
    figures = c(dues = sum(due)))),
  twin = quote(brief(transform(demo_table("dues"), goods = replace(goods, 9, "lime & sand")), lines = goods,
    figures = c(dues = sum(due)))),
  of_values = function(seen) {
    lapply(columns_of_text(seen, seen$bare), function(name) {
      texts <- seen$texts(name)$text
      odd <- texts[is_garbled(texts)]
      if (length(odd) == 0) return(NULL)
      rows <- rows_of_texts(seen, name, odd)
      a_finding(sprintf(
        "Garbled: `%s` has %s that %s read in a wrong encoding or %s marks of another format, such as %s in %s.", name,
        count_of(length(odd), "text"), if (length(odd) == 1) "was" else "were",
          if (length(odd) == 1) "holds" else "hold",
        value_text(odd[1]), seen$row(rows[1])
      ), name, rows)
    })
  }
)

is_garbled <- function(texts) {
  latin <- "[\u00c2\u00c3][\u0080-\u00bf]|\u00e2\u20ac|\ufffd"
  in_unicode(function(x) grepl(latin, x))(texts) |
    grepl("&(amp|lt|gt|quot|apos|nbsp|#[0-9]+);|[\001-\010\013\014\016-\037]|%20", texts)
}
