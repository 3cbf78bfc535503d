# control: totals that are known from elsewhere (a bank statement, last month's report), which the
# page's figures must meet. They are looked at when the statement is tied out.

room("control", "section",
  place = 12, read = read_items,
  option = list(takes = "FIGURE=TOTAL,...", does = "totals known from elsewhere", example = "receipts = 197389.75"),
  clause = clause("totals from elsewhere ...", "It is to meet", function(seen) {
    lapply(seen$measures, function(name) {
      phrase(paste(name, "{v}"), quote(.v), called = name, v = blank("number", default = 0, any = TRUE))
    })
  }, named = "needed"),
  check = function(items, ctx) {
    if (ctx$grain != "lines") stop_in(
      ctx, "no_lines", "a control total is of a figure, and the brief has no lines.",
      "Add lines = c(...) and figures = c(...)."
    )
    plain <- vapply(items, function(item) nzchar(item$name), TRUE)
    parts <- lapply(items[!plain], totals_part, ctx = ctx)
    whole <- lapply(items[plain], function(item) {
      list(name = item$name, node = check_total(item$name, item$expr, item$values, ctx))
    })
    c(if (length(whole)) list(list(totals = whole, conditions = list())), parts)
  },
  leaves = function(checked, ctx) ctx,
  work = function(drawn, checked) drawn,
  words = function(checked) {
    sprintf("Control totals: %s", both(unlist(lapply(checked, function(part) {
      paste0(vapply(part$totals, function(total) {
        sprintf("%s %s", total$name, if (total$node$type == "value") exact_text(total$node$value) else
          node_label(total$node))
      }, ""), where_words(part))
    }))))
  },
  in_sql = NULL, aside = NULL,
  owes = function(drawn, checked) lapply(checked, check_control, drawn = drawn)
)

totals_part <- function(item, ctx) {
  if (!rlang::is_call(item$expr, "totals")) stop_in(
    ctx, "bad_argument", sprintf("`%s` is no control total.", expr_text(item$expr)),
    "Write control = c(receipts = 197408.25), or totals(receipts = 42789.50, reach == \"Upper\") for some lines."
  )
  parts <- capture_parts(item)
  named <- vapply(parts, function(part) nzchar(part$name), TRUE)
  if (!any(named)) stop_in(
    ctx, "bad_argument", "totals() needs a figure: totals(receipts = 42789.50, reach == \"Upper\")."
  )
  keys <- ctx
  keys$columns <- ctx$columns[ctx$keys]
  keys$entries <- NULL
  list(
    totals = lapply(parts[named], function(part) {
      list(name = part$name, node = check_total(part$name, part$expr, part$values, ctx))
    }),
    conditions = check_conditions(parts[!named], keys)
  )
}

check_total <- function(name, expr, values, ctx) {
  if (!name %in% ctx$figure_names) stop_in(
    ctx, "unknown_column", sprintf("there is no figure `%s` to hold against a total.", name),
    meant(name, ctx$figure_names, "figures"), column = name
  )
  if (!kind_fits(ctx$columns[[name]], "number")) stop_in(
    ctx, "wrong_kind", sprintf("the figure `%s` is %s, and a control total is of a number.", name,
      a_kind(ctx$columns[[name]]))
  )
  node <- check_node(expr, values, ctx)
  if (is_constant(node)) node <- folded_constant(node)
  fits <- node$type == "given" || node$type == "value" && is.numeric(node$value) && !is.na(node$value)
  if (!fits) stop_in(
    ctx, "bad_argument", sprintf("the control total of `%s` is one number, and %s is none.", name, node_text(node))
  )
  node
}

# The figures of some lines together, from their entries, against what was given.
check_control <- function(drawn, part) {
  lines <- own_lines(drawn$lines)
  if (length(part$conditions)) {
    met <- all_met(part$conditions, lines_table(drawn))
    lines <- intersect(lines, which(met))
  }
  found <- figures_together(drawn, lines)
  wanted <- vapply(part$totals, function(total) total_given(total), 1)
  names <- vapply(part$totals, `[[`, "", "name")
  here <- vapply(names, function(name) as_plain_number(found[[name]])[1], 1)
  slack <- vapply(names, control_slack, 1, drawn = drawn, found = found)
  ties <- within_bound(here, wanted, slack) %in% TRUE
  text <- ifelse(ties, sprintf("%s is %s", names, texts_of_numbers(wanted)), ifelse(
    is.na(here), sprintf("%s is missing here, and %s was given", names, texts_of_numbers(wanted)), sprintf(
      "%s is %s here, %s %s than the %s given", names, texts_of_numbers(here), texts_of_numbers(abs(here - wanted)),
      ifelse(here > wanted, "more", "less"), texts_of_numbers(wanted)
    )
  ))
  a_check("control", all(ties), sprintf(
    "Control: %s%s%s.", if (all(ties)) "as given, " else "", both(text), where_words(part)
  ), if (!all(ties)) data.frame(
    figure = names[!ties], page = here[!ties], given = wanted[!ties], difference = (here - wanted)[!ties]
  ))
}

total_given <- function(total) {
  value <- evaluate(total$node, NULL)
  if (length(value) == 1 && is.numeric(value) && !is.na(value)) return(as_plain_number(value))
  stop_idle(
    "bad_argument", sprintf(
      "The control total of `%s` is one number, and got %s.", total$name,
        if (length(value)) value_text(value) else "nothing"
    )
  )
}

# Decimal amounts are stored to the last place of a double, so their exact total may be off by half of
# that for each of them: the dust that 0.1 + 0.2 - 0.3 leaves.
control_slack <- function(name, drawn, found) {
  node <- Find(function(figure) figure$name == name, drawn$lines$figures)$node
  value <- abs(as_plain_number(found[[name]])[1])
  dust <- vapply(figures_in(node), function(figure) {
    x <- figure$args$x
    dust <- room_of("figure", figure$fn)$dust
    if (is.null(dust) || is.null(x) || x$kind != "double") return(0)
    all <- as_plain_number(evaluate_column(x, entries_table(drawn)))
    dust(sum(abs(all[is.finite(all)])) * .Machine$double.eps, sum(!is.na(all)))
  }, 1)
  sum(dust) + value * (if (is_exact(list(node = node))) .Machine$double.eps else 1e-9)
}

# A statement against figures from elsewhere, by name, or line by line.
check_against <- function(drawn, against) {
  if (is.atomic(against) && !is.character(against) || is.list(against) && !is.data.frame(against) && !any(
    startsWith(class(against), "idle_")
  )) {
    return(list(check_given_totals(drawn, as.list(against))))
  }
  statement <- statement_of(drawn)
  found <- compare_tables(statement, against, NULL, 0, c("the page", "what was given"))
  n <- if (is.null(found$cells)) 0 else nrow(found$cells)
  twice <- nrow(found$twice[[2]])
  wrong <- n + nrow(found$only_b) + twice
  text <- c(
    if (n > 0) is_differ(n), if (nrow(found$only_b)) sprintf(
      "%s in it and not on the page", is_are(nrow(found$only_b), "line")
    ), if (twice > 0) sprintf("%s in it twice", is_are(twice, "line"))
  )
  checks <- list(a_check("against", if (found$compared == 0 && wrong == 0) NA else wrong == 0, sprintf(
    "Against what was given: %s in lines matched by %s, %s.", count_of(found$compared, "cell"), both(found$keys),
    if (found$compared == 0 && wrong == 0) "so nothing was compared" else if (wrong == 0) "all equal" else both(text)
  ), if (n > 0) found$cells else if (wrong > 0) found$only_b))
  checks <- c(checks, check_their_totals(found), columns_not_compared(found))
  fresh <- found$only_a
  if (all(level_columns %in% names(fresh))) fresh <- fresh[fresh$line_kind == "line", , drop = FALSE]
  if (nrow(fresh) == 0) return(checks)
  new <- apply(fresh[found$keys[!found$keys %in% level_columns]], 1, paste, collapse = " ")
  c(checks, list(a_note("against", sprintf(
    "Against what was given: %s not there: %s.", is_are(nrow(fresh), "line"), listing(tick(new))
  ))))
}

# Its total lines, each against the page's own.
check_their_totals <- function(found) {
  of <- found$of_totals
  if (is.null(of)) return(NULL)
  list(a_check("against", if (is.null(of$cells)) if (of$compared > 0) TRUE else NA else FALSE, totals_in_words(of),
    of$cells))
}

# Columns of what was given that the page does not have.
columns_not_compared <- function(found) {
  more <- setdiff(found$only_columns[[2]], found$keys)
  if (length(more)) list(a_note("against", sprintf(
    "Against what was given: its %s %s not on the page and %s not compared.", listing(tick(more)),
    if (length(more) == 1) "is" else "are", if (length(more) == 1) "was" else "were"
  )))
}

check_given_totals <- function(drawn, totals) {
  known <- vapply(drawn$lines$figures, `[[`, "", "name")
  lost <- setdiff(rlang::names2(totals), known)
  if (length(lost)) stop_idle(
    "unknown_column", sprintf("The page has no figure `%s` to hold against a total.", lost[1]),
    meant(lost[1], known, "figures")
  )
  part <- list(conditions = list(), totals = unname(Map(
    function(name, value) list(name = name, node = list(type = "value", value = value)), names(totals), totals
  )))
  check_control(drawn, part)
}
