// Grouping of rows by key vectors.
#include <memory>

#include "bridge.h"
#include "core/column/fingerprint.h"
#include "core/match/value_keys.h"

using bridge::HeldGroups;

// [[Rcpp::export(rng = false)]]
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
// [[Rcpp::export(rng = false)]]
void core_release_groups(SEXP groups) { Rcpp::XPtr<HeldGroups>(groups)->groups = idle::Groups(); }

// The number of groups, the first row of each (from 1) and how they were found.
// [[Rcpp::export(rng = false)]]
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
// [[Rcpp::export(rng = false)]]
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
// [[Rcpp::export(rng = false)]]
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

// A number from 1 to `buckets` for each row, the same for the same keys whatever vectors they stand in.
// [[Rcpp::export(rng = false)]]
Rcpp::IntegerVector core_buckets_of(Rcpp::List keys, double rows, int buckets) {
  std::vector<idle::ColumnView> views;
  for (const SEXP key : keys) views.push_back(bridge::view_of(key));
  std::vector<std::vector<std::uint64_t>> of_text(views.size());
  for (std::size_t k = 0; k < views.size(); ++k) {
    if (!bridge::is_text(keys[k])) continue;
    for (const auto& text : bridge::texts_of(Rcpp::Environment(Rcpp::RObject(keys[k]).attr("pool"))["texts"])) of_text[k].push_back(idle::text_print(text));
  }
  Rcpp::IntegerVector out(static_cast<R_xlen_t>(rows));
  for (R_xlen_t i = 0; i < out.size(); ++i) {
    std::uint64_t hash = 0;
    for (std::size_t k = 0; k < views.size(); ++k) {
      const auto row = static_cast<std::size_t>(i);
      const bool text = bridge::is_text(keys[k]) && !idle::is_missing_at(views[k], row);
      const std::uint64_t value =
          text ? of_text[k][static_cast<std::size_t>(views[k].as<std::int32_t>()[row]) - 1]
               : idle::as_stored(views[k], [row](const auto* x) { return idle::value_key(x[row]); });
      hash = (hash ^ value) * 0x9FB21C651E98DF25ull;
      hash ^= hash >> 29;
    }
    out[i] = static_cast<int>(hash % static_cast<std::uint64_t>(buckets)) + 1;
  }
  return out;
}
