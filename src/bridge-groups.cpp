// Grouping of rows by key vectors.
#include <memory>

#include "bridge.h"

using bridge::HeldGroups;

// [[Rcpp::export]]
SEXP core_group(Rcpp::List keys, double rows) {
  std::vector<idle::ColumnView> views;
  for (const SEXP key : keys) views.push_back(bridge::view_of(key));
  auto held = std::make_unique<HeldGroups>();
  held->keys = keys;
  held->groups = bridge::with_work([&](const idle::Work& work) {
    return idle::group_rows(views, static_cast<std::size_t>(rows), work);
  });
  return Rcpp::XPtr<HeldGroups>(held.release(), true);
}

// Gives back the memory of groups that nobody will read again.
// [[Rcpp::export]]
void core_release_groups(SEXP groups) { Rcpp::XPtr<HeldGroups>(groups)->groups = idle::Groups(); }

// The number of groups, the first row of each (from 1) and how they were found.
// [[Rcpp::export]]
Rcpp::List core_group_facts(SEXP groups) {
  const auto& held = Rcpp::XPtr<HeldGroups>(groups)->groups;
  static const char* const methods[] = {"whole", "direct", "hashed", "sorted"};
  Rcpp::Shield<SEXP> first(bridge::fresh_codes(held.size()));
  int* row = INTEGER(first);
  for (std::size_t g = 0; g < held.size(); ++g) row[g] = static_cast<int>(held.first()[g] + 1);
  return Rcpp::List::create(Rcpp::_["size"] = static_cast<double>(held.size()),
                            Rcpp::_["rows"] = static_cast<double>(held.rows()),
                            Rcpp::_["first"] = static_cast<SEXP>(first),
                            Rcpp::_["method"] = methods[static_cast<int>(held.method())]);
}

// The group of each row, from 1.
// [[Rcpp::export]]
SEXP core_group_numbers(SEXP groups) {
  const auto& held = Rcpp::XPtr<HeldGroups>(groups)->groups;
  Rcpp::Shield<SEXP> out(bridge::fresh_codes(held.rows()));
  int* number = INTEGER(out);
  constexpr std::size_t slice = 8192;
  std::vector<int> group_of_place(held.places(), 0);
  for (std::size_t g = 0; g < held.size(); ++g) {
    group_of_place[held.place_of_group()[g]] = static_cast<int>(g) + 1;
  }
  bridge::with_work([&](const idle::Work& work) {
    idle::run_parallel(work, idle::workers_for(work, held.rows()), held.rows(), slice,
                       [&](int, std::size_t begin, std::size_t end) {
                         std::int32_t scratch[slice];
                         const auto* from = held.numbers(begin, end - begin, scratch);
                         for (std::size_t i = begin; i < end; ++i) {
                           number[i] = group_of_place[from[i - begin]];
                         }
                       });
    return 0;
  });
  return out;
}

// The group of some rows, both from 1.
// [[Rcpp::export]]
Rcpp::IntegerVector core_group_of(SEXP groups, Rcpp::NumericVector rows) {
  const auto& held = Rcpp::XPtr<HeldGroups>(groups)->groups;
  std::vector<int> group_of_place(held.places(), 0);
  for (std::size_t g = 0; g < held.size(); ++g) {
    group_of_place[held.place_of_group()[g]] = static_cast<int>(g) + 1;
  }
  Rcpp::IntegerVector out(rows.size());
  for (R_xlen_t i = 0; i < rows.size(); ++i) {
    std::int32_t scratch[1];
    out[i] = group_of_place[*held.numbers(static_cast<std::size_t>(rows[i]) - 1, 1, scratch)];
  }
  return out;
}
