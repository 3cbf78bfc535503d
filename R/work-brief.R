# A brief worked through, all at once or part by part.

work_brief <- function(brief, watch = NULL, aside = FALSE) {
  own <- own_way_to_work(brief)
  if (!is.null(own)) return(own(brief, watch))
  if (is_worked_in_parts(brief)) return(work_brief_in_parts(brief, watch, aside))
  if (is_in_parts(brief$source)) check_fits_memory(brief$source, columns_of_page(brief), whole_asked_by(brief))
  work_sections(open_page(brief, aside), watch)
}

# With all entries in hand if there is room for them, for those who want to look at single ones.
work_brief_at_once <- function(brief, watch = NULL, aside = FALSE) {
  if (!fits_at_once(brief)) return(work_brief(brief, watch, aside))
  work_sections(open_page(brief, aside), watch)
}

# A source that keeps states, and no entries, draws up its page by itself.
own_way_to_work <- function(brief) if (!is_brief(brief$source)) room_of("source", brief$source$opened_as)$drawn

fits_at_once <- function(brief) {
  if (!is.null(own_way_to_work(brief))) return(FALSE)
  !is_in_parts(brief$source) || bytes_of_columns(brief$source, columns_of_page(brief)) <= memory_allowed() / 3
}
