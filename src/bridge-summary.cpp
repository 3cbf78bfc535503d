// Folds over the groups.
#include <numeric>

#include "bridge-summary.h"
#include "core/column/fingerprint.h"
#include "core/column/standouts.h"
#include "core/folds/summary.h"

namespace {

using bridge::Places;
constexpr std::size_t slice = 8192;

SEXP counts_of(const idle::Counts& counts, const Places& places) {
  Rcpp::Shield<SEXP> out(bridge::fresh_results(places.size()));
  double* count = REAL(out);
  for (std::size_t g = 0; g < places.size(); ++g) {
    count[g] = counts.empty() ? 0 : static_cast<double>(counts[places[g]]);
  }
  return out;
}

// What a fold answers for the groups at `places`.
SEXP answers_of(const idle::Fold& fold, const std::string& answer, const idle::Counts& filled,
                const Places& places) {
  const idle::Storage storage = fold.storage(answer);
  const bool codes = storage == idle::Storage::int32;
  const std::size_t n = places.size();
  Rcpp::Shield<SEXP> out(codes ? bridge::fresh_codes(n) : bridge::fresh_results(n));
  void* to = codes ? static_cast<void*>(INTEGER(out)) : static_cast<void*>(REAL(out));
  bridge::with_work([&](const idle::Work& work) {
    idle::run_parallel(
        work, idle::workers_for(work, 16 * n), n, slice,
        [&](int, std::size_t begin, std::size_t end) {
          const auto found = fold.finish(answer, filled, idle::Places(places).part(begin, end));
          if (codes) {
            std::copy(found.codes.begin(), found.codes.end(), static_cast<int*>(to) + begin);
          } else if (storage == idle::Storage::int64) {
            std::copy(found.wholes.begin(), found.wholes.end(),
                      static_cast<std::int64_t*>(to) + begin);
          } else {
            std::copy(found.numbers.begin(), found.numbers.end(), static_cast<double*>(to) + begin);
          }
        });
    return 0;
  });
  if (storage == idle::Storage::int64) Rf_setAttrib(out, R_ClassSymbol, Rf_mkString("integer64"));
  return out;
}

bool wants_print(const Rcpp::List& wish) {
  return wish.containsElementNamed("print") && Rcpp::as<bool>(wish["print"]);
}

// What each fold answers, by the name of the answer.
Rcpp::List answers_of(const idle::FeedResult& result, const Rcpp::List& folds, const Places& places) {
  Rcpp::List answers;
  for (R_xlen_t k = 0; k < folds.size(); ++k) {
    for (const auto& answer : Rcpp::as<std::vector<std::string>>(folds[k])) {
      answers.push_back(answers_of(*result.folds[k], answer, result.filled, places), answer);
    }
  }
  return answers;
}

Rcpp::List report_of(const idle::FeedResult& result, const Rcpp::List& wish, const Places& places) {
  const bool counted = Rcpp::as<bool>(wish["counted"]);
  const double missing = std::accumulate(result.missing.begin(), result.missing.end(), 0.0);
  return Rcpp::List::create(
      Rcpp::_["print"] = wants_print(wish) ? idle::fingerprint_text(result.print) : std::string(),
      Rcpp::_["filled"] = counts_of(result.filled, counted ? places : Places()),
      Rcpp::_["missing"] = counts_of(result.missing, counted ? places : Places()),
      Rcpp::_["all_missing"] = missing, Rcpp::_["unknown"] = static_cast<double>(result.unknown),
      Rcpp::_["no_number"] = static_cast<double>(result.no_number),
      Rcpp::_["answers"] = answers_of(result, wish["folds"], places));
}

// Where the groups of a finer summary go, by their places; `to` counts from 1.
std::vector<std::int32_t> targets(const Rcpp::IntegerVector& to, const Places& places,
                                  std::size_t n_places) {
  std::vector<std::int32_t> target(n_places, -1);
  for (R_xlen_t g = 0; g < to.size(); ++g) {
    if (to[g] != NA_INTEGER) target[places[g]] = to[g] - 1;
  }
  return target;
}

}  // namespace

idle::Feed bridge::feed_of(const Rcpp::List& wish) {
  idle::Feed feed;
  const SEXP values = wish["values"], weights = wish["weights"], along = wish["along"];
  if (!Rf_isNull(values)) feed.values = bridge::view_of(values);
  if (!Rf_isNull(weights)) feed.weights = bridge::view_of(weights);
  if (!Rf_isNull(along)) feed.along = INTEGER_RO(along);
  feed.condition = bridge::condition_of(wish["condition"]);
  const Rcpp::List folds = wish["folds"];
  feed.print = wants_print(wish);
  if (folds.size() > 0) feed.folds = Rcpp::as<std::vector<std::string>>(folds.names());
  return feed;
}

Rcpp::List bridge::summary_list(const idle::Summary& summary, const Rcpp::List& feeds,
                                const Places& places, const Rcpp::List& levels) {
  Rcpp::List results(feeds.size());
  for (R_xlen_t f = 0; f < feeds.size(); ++f)
    results[f] = report_of(summary.feeds[f], feeds[f], places);
  return Rcpp::List::create(Rcpp::_["entries"] = counts_of(summary.entries, places),
                            Rcpp::_["feeds"] = results, Rcpp::_["levels"] = levels);
}

// Each feed is a list of values, condition, weights, along, folds (fold name = its answers) and
// counted, whether the counts by group are wanted; print, if the fingerprint of the values is
// wanted on the way. Each level is a list of `from` (the level that it gathers; 0: the groups
// themselves), `to` (the group of this level for each of those) and `size`.
// [[Rcpp::export(rng = false)]]
Rcpp::List core_summarise(SEXP groups, Rcpp::List feeds, Rcpp::List levels) {
  const auto& held = Rcpp::XPtr<bridge::HeldGroups>(groups)->groups;
  std::vector<idle::Feed> wishes;
  for (const SEXP feed : feeds) wishes.push_back(bridge::feed_of(feed));
  std::vector<idle::Summary> summaries;
  summaries.push_back(bridge::with_work(
      [&](const idle::Work& work) { return idle::summarise(held, wishes, work); }));
  std::vector<Places> places{held.place_of_group()};
  Rcpp::List coarser(levels.size());
  for (R_xlen_t k = 0; k < levels.size(); ++k) {
    const Rcpp::List level = levels[k];
    const auto from = Rcpp::as<std::size_t>(level["from"]);
    const auto size = Rcpp::as<std::size_t>(level["size"]);
    const auto to = targets(level["to"], places[from], summaries[from].entries.size());
    summaries.push_back(idle::coarser(summaries[from], to, size));
    places.emplace_back(size);
    std::iota(places.back().begin(), places.back().end(), 0);
    coarser[k] = bridge::summary_list(summaries.back(), feeds, places.back(), {});
  }
  return bridge::summary_list(summaries[0], feeds, places[0], coarser);
}

// What stands out in a column of numbers; rows count from 1, and 0 is none.
// [[Rcpp::export(rng = false)]]
Rcpp::List core_weigh(SEXP values) {
  const idle::ColumnView view = bridge::view_of(values);
  const auto found = bridge::with_work(
      [&](const idle::Work& work) { return idle::weigh(view.as<double>(), view.size, work); });
  return Rcpp::List::create(Rcpp::_["above"] = static_cast<double>(found.above),
                            Rcpp::_["below"] = static_cast<double>(found.below),
                            Rcpp::_["size"] = found.size, Rcpp::_["largest"] = found.largest,
                            Rcpp::_["first_above"] = static_cast<double>(found.first_above + 1),
                            Rcpp::_["first_below"] = static_cast<double>(found.first_below + 1),
                            Rcpp::_["first_largest"] = static_cast<double>(found.first_largest + 1),
                            Rcpp::_["endless"] = found.endless);
}

// The rows of values below zero, or above it; they count from 1.
// [[Rcpp::export(rng = false)]]
Rcpp::NumericVector core_rows_of_sign(SEXP values, bool below) {
  const idle::ColumnView view = bridge::view_of(values);
  const auto rows = idle::rows_of_sign(view.as<double>(), view.size, below);
  Rcpp::NumericVector out(rows.begin(), rows.end());
  for (double& row : out) ++row;
  return out;
}
