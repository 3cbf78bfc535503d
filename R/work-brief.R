# A brief worked through, all at once or part by part.

work_brief <- function(brief, watch = NULL, aside = FALSE) {
  own <- own_way_to_work(brief)
  if (!is.null(own)) return(own(brief, watch))
  if (is_worked_in_parts(brief)) return(work_brief_in_parts(brief, watch, aside))
  if (is_in_parts(brief$source) && !fits_at_once(brief)) {
    by <- columns_to_part_by(brief)
    if (!is.null(by)) return(work_brief_by_groups(brief, by, watch, aside))
    check_fits_memory(brief$source, columns_looked_at(brief), whole_asked_by(brief))
  }
  work_sections(open_page(brief, aside), watch)
}

# What is drawn up is the page of the brief, whatever order its entries were worked in.
work_brief_by_groups <- function(brief, by, watch, aside) {
  grouped <- brief_by_groups(brief, by)
  drawn <- work_brief_in_parts(grouped, watch, aside)
  drawn$brief <- brief
  drawn$entries$source <- brief$source
  drawn$by_groups <- grouped$source
  add_note(drawn, sprintf(
    "Entries were put together by %s on disk, since all of them do not fit the memory allowed.", both(tick(by))
  ), "told")
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
  !is_in_parts(brief$source) || bytes_of_columns(brief$source, columns_looked_at(brief)) <= memory_allowed() / 3
}
