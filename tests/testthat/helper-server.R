# A database server of our own for the length of a test, to hold answers against: PostgreSQL on a socket
# in a temporary folder, reached by its own client.

server_program <- function(name) {
  found <- Sys.which(name)
  if (!nzchar(found)) found <- utils::tail(sort(Sys.glob(file.path("/usr/lib/postgresql/*/bin", name))), 1)
  if (length(found)) unname(found) else ""
}

has_server <- function() all(nzchar(vapply(c("initdb", "pg_ctl", "psql"), server_program, "")))

# The server does not run as root, and so neither does what is done with it.
as_server_user <- function(command, args, ...) {
  if (Sys.info()[["user"]] == "root") {
    args <- c("-u", "postgres", "--", command, args)
    command <- "runuser"
  }
  system2(command, args, ...)
}

# What every server begins with is made once, and copied for the others; it goes when R ends.
first_files <- new.env()
first_files$path <- tempfile("server-", "/tmp")
reg.finalizer(first_files, function(files) unlink(files$path, recursive = TRUE), onexit = TRUE)

server_files <- function(data, make) {
  copied <- dir.exists(first_files$path) && system2("cp", c("-a", first_files$path, data)) == 0
  if (copied) return(invisible())
  make()
  copy <- tempfile("server-", "/tmp")
  system2("cp", c("-a", data, copy))
  # Whoever comes second with it has made it for nothing.
  if (!suppressWarnings(file.rename(copy, first_files$path))) unlink(copy, recursive = TRUE)
}

local_server <- function(env = parent.frame()) {
  folder <- tempfile("server-", "/tmp")
  dir.create(folder)
  if (Sys.info()[["user"]] == "root") system2("chown", c("postgres", folder))
  data <- file.path(folder, "data")
  quiet <- function(command, args) {
    status <- as_server_user(command, args, stdout = FALSE, stderr = FALSE)
    if (status != 0) stop("the server could not be set up: ", basename(command))
  }
  server_files(data, function() {
    quiet(server_program("initdb"), c("-D", data, "-U", "postgres", "-A", "trust", "--locale=C.UTF-8", "-E", "UTF8"))
  })
  writeLines(sprintf(c("unix_socket_directories = '%s'", "listen_addresses = '' # %s", "fsync = off # %s"), folder),
    settings <- file.path(folder, "settings")
  )
  as_server_user("sh", c("-c", shQuote(sprintf("cat %s >> %s/postgresql.conf", settings, data))))
  control <- server_program("pg_ctl")
  quiet(control, c("-D", data, "-w", "-t", 300, "-l", file.path(folder, "log"), "start"))
  withr::defer(
    {
      as_server_user(control, c("-D", data, "-m", "immediate", "stop"), stdout = FALSE, stderr = FALSE)
      unlink(folder, recursive = TRUE)
    },
    envir = env
  )
  folder
}

# Runs statements in one session; each of `queries` gives a table of texts, missing values as NA.
ask_server <- function(folder, before, queries) {
  script <- file.path(folder, "script.sql")
  answers <- file.path(folder, sprintf("answer-%d.csv", seq_along(queries)))
  writeLines(enc2utf8(c(
    "set client_encoding = 'UTF8'; set datestyle = 'ISO'; set extra_float_digits = 3; set timezone = 'UTC';", before,
    sprintf("\\copy (%s) to '%s' csv header null '~'", gsub("\\s+", " ", queries), answers)
  )), script, useBytes = TRUE)
  if (Sys.info()[["user"]] == "root") system2("chown", c("postgres", script))
  said <- suppressWarnings(as_server_user(
    server_program("psql"), c("-X", "-q", "-h", folder, "-U", "postgres", "-f", script), stdout = TRUE, stderr = TRUE
  ))
  wrong <- grep("ERROR", said, value = TRUE)
  if (length(wrong)) stop("the server says: ", wrong[1])
  lapply(answers, function(path) {
    readr::read_csv(path, col_types = readr::cols(.default = "c"), na = "~", show_col_types = FALSE, progress = FALSE)
  })
}

# A data frame as a table of the server.
server_table <- function(name, table, folder) {
  types <- vapply(table, function(x) {
    if (inherits(x, "integer64")) return("bigint")
    if (inherits(x, "Date")) return("date")
    switch(typeof(x), integer = "integer", double = "numeric", logical = "boolean", "text collate \"C\"")
  }, "")
  path <- file.path(folder, paste0(name, ".csv"))
  readr::write_csv(table, path, na = "~", progress = FALSE)
  c(
    sprintf("create table %s (%s);", name, paste(names(table), types, collapse = ", ")),
    sprintf("\\copy %s from '%s' csv header null '~'", name, path)
  )
}

# A connection to a server of its own, through R, for the length of a test; skips where there is none.
local_connection <- function(env = parent.frame()) {
  skip_if_not_installed("RPostgres")
  skip_if_not(has_server())
  withr::local_timezone("UTC", .local_envir = env)
  server <- local_server(env)
  connection <- DBI::dbConnect(RPostgres::Postgres(), host = server, user = "postgres", timezone_out = "UTC")
  withr::defer(DBI::dbDisconnect(connection), envir = env)
  connection
}

# The same with MariaDB.
local_mariadb <- function(env = parent.frame()) {
  skip_if_not_installed("RMariaDB")
  skip_if(!nzchar(Sys.which("mariadbd")) || Sys.info()[["user"]] != "root", "no MariaDB")
  folder <- tempfile("mariadb-", "/tmp")
  dir.create(folder)
  system2("chown", c("mysql", folder))
  data <- file.path(folder, "data")
  status <- system2("mariadb-install-db", c("--user=mysql", paste0("--datadir=", data),
    "--auth-root-authentication-method=normal"), stdout = FALSE, stderr = FALSE)
  if (status != 0) skip("MariaDB could not be set up")
  socket <- file.path(folder, "socket")
  system2("mariadbd", c("--user=mysql", paste0("--datadir=", data), paste0("--socket=", socket), "--skip-networking",
    paste0("--pid-file=", folder, "/pid")), wait = FALSE, stdout = FALSE, stderr = FALSE)
  withr::defer({
    system2("mariadb-admin", c("-S", socket, "-u", "root", "shutdown"), stdout = FALSE, stderr = FALSE)
    unlink(folder, recursive = TRUE)
  }, envir = env)
  connection <- NULL
  until(function() {
    connection <<- tryCatch(DBI::dbConnect(RMariaDB::MariaDB(), unix.socket = socket, user = "root"),
      error = function(e) NULL)
    !is.null(connection)
  }, why = function() "MariaDB does not answer")
  DBI::dbExecute(connection, "CREATE DATABASE own CHARACTER SET utf8mb4")
  DBI::dbExecute(connection, "USE own")
  withr::defer(DBI::dbDisconnect(connection), envir = env)
  connection
}

# Tables in a database in memory.
lite <- function(..., env = parent.frame()) {
  skip_if_not_installed("RSQLite")
  connection <- DBI::dbConnect(RSQLite::SQLite(), ":memory:")
  withr::defer(DBI::dbDisconnect(connection), envir = env)
  tables <- list(...)
  for (name in names(tables)) DBI::dbWriteTable(connection, name, as.data.frame(tables[[name]]))
  connection
}

# Rows of two answers, to be compared as texts whatever their order; columns go by their place.
plainly <- function(x) {
  if (inherits(x, "integer64")) x <- as.double(x)
  if (inherits(x, c("Date", "POSIXct"))) return(as.character(as.Date(x)))
  if (is.numeric(x)) return(ifelse(is.na(x), NA, formatC(signif(x + 0, 10), digits = 10, format = "g")))
  as.character(x)
}

as_rows <- function(frame) sort(do.call(paste, c(unname(lapply(frame, plainly)), sep = " | ")))

# A query is drawn up here and asked of a database in memory: the same rows, also in the same order where it says one.
expect_same_query <- function(sql, connection, ..., ordered = FALSE) {
  here <- as.data.frame(draw_up(read_select(sql, ...)))
  here <- here[setdiff(names(here), if (!grepl("line_kind", sql)) c("line_kind", "summed_over"))]
  there <- DBI::dbGetQuery(connection, sql)
  rows <- function(frame) do.call(paste, c(unname(lapply(frame, plainly)), sep = " | "))
  order <- if (ordered) identity else sort
  expect_identical(order(rows(here)), order(rows(there)), label = sql)
}
dues_in_text <- function() transform(demo_table("dues"), paid_on = as.character(paid_on), slip = as.integer(slip))
berths_table <- function() data.frame(wharf = c("Alder", "Brook", "Elm", NA), berth = c(1L, 2L, 3L, 4L))

# What a tie-out says of both places; of most pages without its other checks.
check_of_source <- function(page, connection, whole) {
  if (!whole) return(idleledger:::checks_against_source(idleledger:::work_brief(page), connection)[[1]])
  Filter(function(check) check$check == "source", tie_out(page, against = connection)$checks)[[1]]
}

# Each page is drawn up here and worked there: every cell must agree within the bound that is stated.
expect_same_at <- function(connection, n, seed, tables, least_said) {
  set.seed(seed)
  said <- 0
  for (i in seq_len(n)) {
    if (i %% 20 == 1) list2env(tables(any_one(1, 7, 60, 250)), environment())
    text <- page_text()
    page <- tryCatch(eval(parse(text = text)), idle_error = function(e) NULL)
    if (is.null(page)) next
    nothing <- function(e) NULL
    source <- tryCatch(check_of_source(page, connection, i %% 5 == 0), idle_not_at_source = nothing,
      idle_no_group = nothing, idle_name_twice = nothing)
    if (is.null(source)) next
    said <- said + 1
    expect_identical(source$status, "ties", label = paste(text, source$sentence))
  }
  expect_gt(said / n, least_said)
}

tables_in_hand <- function(connection, size, ...) {
  tables <- tables_for_pages(size)
  put_tables(connection, tables, ...)
  Map(function(table, name) ledger(table, name = name), tables, names(tables))
}
