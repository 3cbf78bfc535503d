# What is asked of the desk and waits its turn: one queue for all tabs, each of which takes its own in the order
# asked. A margin stands behind all else, so that it is never what others wait for.

put_in_queue <- function(tabs, tab, asked) {
  if (is.list(asked)) tabs$waiting <- c(tabs$waiting, list(list(tab = tab, asked = asked)))
}

# Taken out of the queue; NULL if nothing of the tab waits.
next_in_queue <- function(tabs, tab) {
  own <- which(of_tab(tabs, tab))
  if (length(own) == 0) return(NULL)
  margins <- vapply(tabs$waiting[own], function(each) is_margin(each$asked), TRUE)
  at <- own[order(margins)[1]]
  asked <- tabs$waiting[[at]]$asked
  tabs$waiting <- tabs$waiting[-at]
  asked
}

# What waits when a stop is wished for is not begun.
stop_in_queue <- function(tabs, tab) {
  for (at in which(of_tab(tabs, tab))) tabs$waiting[[at]]$asked$stopped <- TRUE
}

leave_queue <- function(tabs, tab) tabs$waiting <- tabs$waiting[!of_tab(tabs, tab)]

of_tab <- function(tabs, tab) vapply(tabs$waiting, function(each) identical(each$tab, tab), TRUE)

# Whether anything but a margin waits, of whichever tab.
act_waits <- function(tabs) !all(vapply(tabs$waiting, function(each) is_margin(each$asked), TRUE))

is_margin <- function(asked) identical(asked$`do`, "margin")
