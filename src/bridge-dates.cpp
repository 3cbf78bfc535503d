// Parts of dates.
#include "bridge.h"
#include "core/column/calendar.h"

// [[Rcpp::export(rng = false)]]
SEXP core_date_part(Rcpp::NumericVector days, std::string part, int starts) {
  const std::size_t n = days.size();
  Rcpp::Shield<SEXP> out(bridge::fresh_codes(n));
  bridge::with_work([&](const idle::Work& work) {
    idle::date_part(days.begin(), n, part, starts, INTEGER(out), work);
    return 0;
  });
  return out;
}
