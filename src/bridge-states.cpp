// States: summaries that are kept beyond the rows that they were made of.
#include <memory>
#include <numeric>

#include "bridge-summary.h"
#include "core/base/spill.h"
#include "core/folds/states.h"

namespace {

using Held = Rcpp::XPtr<idle::States>;

SEXP held(idle::States states) { return Held(new idle::States(std::move(states)), true); }

// Where groups go, from 0; `to` counts from 1, and NA goes nowhere.
std::vector<std::int32_t> places_of(const Rcpp::IntegerVector& to) {
  std::vector<std::int32_t> places(to.begin(), to.end());
  for (auto& place : places) place = place == NA_INTEGER ? -1 : place - 1;
  return places;
}

}  // namespace

// Values beyond so many bytes for one figure go to files in a folder; an empty name: they stay in memory.
// [[Rcpp::export(rng = false)]]
void core_set_spill(std::string folder, double bytes) {
  idle::set_spill({folder, static_cast<std::size_t>(bytes)});
}

// [[Rcpp::export(rng = false)]]
double core_bytes_spilled() { return static_cast<double>(idle::bytes_spilled()); }

// The bytes that are free where a folder lies.
// [[Rcpp::export(rng = false)]]
double core_free_space(std::string folder) { return static_cast<double>(idle::free_space(folder)); }

// The states of groups, in their order. Feeds are those of core_summarise().
// [[Rcpp::export(rng = false)]]
SEXP core_states(SEXP groups, Rcpp::List feeds) {
  const auto& rows = Rcpp::XPtr<bridge::HeldGroups>(groups)->groups;
  std::vector<idle::Feed> wishes;
  for (const SEXP feed : feeds) wishes.push_back(bridge::feed_of(feed));
  return held(bridge::with_work([&](const idle::Work& work) { return idle::states_of(rows, wishes, work); }));
}

// [[Rcpp::export(rng = false)]]
double core_states_size(SEXP states) { return static_cast<double>(Held(states)->size()); }

// Takes other states in; their group g goes to to[g], from 1. There are `size` groups afterwards.
// [[Rcpp::export(rng = false)]]
void core_states_take_in(SEXP states, SEXP others, Rcpp::IntegerVector to, double size) {
  bridge::with_work([&](const idle::Work&) {
    idle::take_in(*Held(states), *Held(others), places_of(to), static_cast<std::size_t>(size));
    return 0;
  });
}

// The states of coarser groups: group g goes to to[g], from 1, or nowhere.
// [[Rcpp::export(rng = false)]]
SEXP core_states_gather(SEXP states, Rcpp::IntegerVector to, double size) {
  return held(bridge::with_work([&](const idle::Work&) {
    return idle::gathered(*Held(states), places_of(to), static_cast<std::size_t>(size));
  }));
}

// Codes of a feed's values become other codes: code k becomes codes[k].
// [[Rcpp::export(rng = false)]]
void core_states_recode(SEXP states, int feed, Rcpp::IntegerVector codes) {
  const std::vector<std::int32_t> other(codes.begin(), codes.end());
  bridge::with_work([&](const idle::Work&) {
    for (const auto& fold : Held(states)->summary.feeds[static_cast<std::size_t>(feed) - 1].folds) fold->recode(other);
    return 0;
  });
}

// The same list as that of core_summarise(), for groups in the order of `at`, from 1.
// [[Rcpp::export(rng = false)]]
Rcpp::List core_states_finish(SEXP states, Rcpp::List feeds, Rcpp::IntegerVector at) {
  return bridge::summary_list(Held(states)->summary, feeds, places_of(at), {});
}

// [[Rcpp::export(rng = false)]]
Rcpp::RawVector core_states_save(SEXP states) {
  const std::string bytes = bridge::with_work([&](const idle::Work&) { return idle::saved(*Held(states)); });
  Rcpp::RawVector out(Rcpp::no_init(static_cast<R_xlen_t>(bytes.size())));
  std::copy(bytes.begin(), bytes.end(), out.begin());
  return out;
}

// [[Rcpp::export(rng = false)]]
SEXP core_states_load(Rcpp::RawVector bytes) {
  const std::string_view view(reinterpret_cast<const char*>(RAW(bytes)), static_cast<std::size_t>(bytes.size()));
  return held(bridge::with_work([&](const idle::Work&) { return idle::loaded(view); }));
}
