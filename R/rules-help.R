# The rules as help("tie_out") lists them.

rules_listed <- function() {
  entries <- vapply(rooms_of("rule"), function(name) {
    rule <- room_of("rule", name)
    example <- if (is.null(rule$example)) "" else sprintf(" For instance in `%s`.", expr_text(rule$example))
    sprintf("  \\item{`%s`}{%s.%s}", name, capitalised(gsub("\\s+", " ", rule$words)), example)
  }, "")
  c("What is found, by the names that `accept()` and [apply_repair()] take:", "\\describe{", unname(entries), "}")
}

capitalised <- function(text) paste0(toupper(substr(text, 1, 1)), substring(text, 2))
