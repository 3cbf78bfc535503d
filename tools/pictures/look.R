shown(look(tolls))
shown(words("window"))
