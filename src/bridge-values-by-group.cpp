// Figures that need all values of a group.
#include "bridge.h"
#include "core/group/values_by_group.h"

namespace {

template <typename T>
Rcpp::NumericVector picked(const std::vector<T>& by_place, const idle::Groups& groups, double add,
                           bool rows) {
  Rcpp::NumericVector out(groups.size());
  for (std::size_t g = 0; g < groups.size(); ++g) {
    const T x = by_place[groups.place_of_group()[g]];
    out[g] = rows && x < 0 ? NA_REAL : static_cast<double>(x) + add;
  }
  return out;
}

const idle::Groups& groups_of(SEXP groups) {
  return Rcpp::XPtr<bridge::HeldGroups>(groups)->groups;
}

idle::Wanted wanted_of(SEXP values, SEXP condition) {
  return {bridge::view_of(values), bridge::condition_of(condition)};
}

}  // namespace

// [[Rcpp::export(rng = false)]]
Rcpp::NumericVector core_quantiles(SEXP groups, SEXP values, SEXP condition, double p) {
  const auto results = bridge::with_work([&](const idle::Work& work) {
    return idle::quantiles(groups_of(groups), wanted_of(values, condition), p, work);
  });
  return picked(results, groups_of(groups), 0, false);
}

// [[Rcpp::export(rng = false)]]
Rcpp::NumericVector core_count_distinct(SEXP groups, SEXP values, SEXP condition) {
  const auto results = bridge::with_work([&](const idle::Work& work) {
    return idle::count_distinct(groups_of(groups), wanted_of(values, condition), work);
  });
  return picked(results, groups_of(groups), 0, false);
}

// Rows count from 1; `tied` is the number of groups with several most frequent values.
// [[Rcpp::export(rng = false)]]
Rcpp::List core_modes(SEXP groups, SEXP values, SEXP condition) {
  const auto results = bridge::with_work([&](const idle::Work& work) {
    return idle::modes(groups_of(groups), wanted_of(values, condition), work);
  });
  return Rcpp::List::create(Rcpp::_["rows"] = picked(results.rows, groups_of(groups), 1, true),
                            Rcpp::_["tied"] = static_cast<double>(results.tied));
}

// [[Rcpp::export(rng = false)]]
Rcpp::NumericVector core_nth_rows(SEXP groups, SEXP values, SEXP condition, SEXP along, double n) {
  const auto results = bridge::with_work([&](const idle::Work& work) {
    return idle::nth_rows(groups_of(groups), wanted_of(values, condition),
                          Rf_isNull(along) ? nullptr : INTEGER_RO(along),
                          static_cast<std::int64_t>(n), work);
  });
  return picked(results, groups_of(groups), 1, true);
}
