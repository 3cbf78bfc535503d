# A brief worked through, all at once or part by part.

work_brief <- function(brief, watch = NULL, aside = FALSE) {
  if (!is_in_parts(brief$source)) return(work_sections(open_page(brief, aside), watch))
  if (is_worked_in_parts(brief)) return(work_brief_in_parts(brief, watch, aside))
  check_fits_memory(brief$source, columns_of_page(brief), whole_asked_by(brief))
  work_sections(open_page(brief, aside), watch)
}
