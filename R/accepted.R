# Findings that the writer of a page has weighed and accepted: they stay listed, with the reason.

accepted_by <- function(drawn, findings) {
  lapply(findings, function(finding) {
    reasons <- Filter(function(part) part$rule == finding$rule, drawn$page$accepted)
    if (length(reasons) == 0) return(finding)
    finding$status <- "accepted"
    finding$sentence <- sprintf("%s Accepted: %s.", finding$sentence, sub("[.]$", "", reasons[[1]]$because))
    finding
  })
}
