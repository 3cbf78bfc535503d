connection <- DBI::dbConnect(RSQLite::SQLite(), ":memory:")
DBI::dbWriteTable(connection, "tolls", transform(as.data.frame(tolls), passed_on = as.character(passed_on)))
query <- "
  SELECT reach, sum(toll) AS receipts, count(toll) AS paid,
         rank() OVER (ORDER BY sum(toll) DESC) AS place
  FROM tolls
  WHERE lock NOT LIKE 'tarn%'
  GROUP BY reach
  ORDER BY place"
cat("> cat(query)", query, "\n", sep = "")
cat("> page <- read_select(query, tolls = tolls)\n\n")
page <- read_select(query, tolls = ledger(as.data.frame(tolls), name = "tolls"))
shown(page)
shown(tie_out(page, against = connection))
shown(as_sql(page, connection))
