// Sorting of rows.
#include "bridge.h"
#include "core/sort/order.h"

// The rows in order, from 1.
// [[Rcpp::export(rng = false)]]
SEXP core_order(Rcpp::List keys, Rcpp::LogicalVector descending, double rows) {
  std::vector<idle::OrderKey> by;
  for (R_xlen_t k = 0; k < keys.size(); ++k) {
    by.push_back({bridge::view_of(keys[k]), descending[k] == TRUE});
  }
  const auto n = static_cast<std::size_t>(rows);
  const auto order =
      bridge::with_work([&](const idle::Work& work) { return idle::order_rows(by, n, work); });
  Rcpp::Shield<SEXP> out(bridge::fresh_codes(n));
  for (std::size_t i = 0; i < n; ++i) INTEGER(out)[i] = order[i] + 1;
  return out;
}

// The place of each row, from 0; rows with equal keys share one. `order` counts from 1.
// [[Rcpp::export(rng = false)]]
SEXP core_places(Rcpp::List keys, Rcpp::IntegerVector order) {
  std::vector<idle::OrderKey> by;
  for (const SEXP key : keys) by.push_back({bridge::view_of(key), false});
  const Rcpp::IntegerVector from_zero = order - 1;
  Rcpp::Shield<SEXP> out(bridge::fresh_codes(order.size()));
  idle::places_of(by, from_zero.begin(), order.size(), INTEGER(out));
  return out;
}
