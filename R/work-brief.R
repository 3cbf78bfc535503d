# A brief worked through, all at once or part by part.

work_brief <- function(brief, watch = NULL, aside = FALSE) {
  if (is_worked_in_parts(brief)) return(work_brief_in_parts(brief, watch, aside))
  if (is_in_parts(brief$source)) check_fits_memory(brief$source, columns_of_page(brief), whole_asked_by(brief))
  work_sections(open_page(brief, aside), watch)
}

# With all entries in hand if there is room for them, for those who want to look at single ones.
work_brief_at_once <- function(brief, watch = NULL, aside = FALSE) {
  if (!fits_at_once(brief)) return(work_brief(brief, watch, aside))
  work_sections(open_page(brief, aside), watch)
}

fits_at_once <- function(brief) {
  !is_in_parts(brief$source) || bytes_of_columns(brief$source, columns_of_page(brief)) <= memory_allowed() / 3
}
