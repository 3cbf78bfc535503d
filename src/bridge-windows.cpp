// Windows: arranged rows, ranks, moving figures, neighbours.
#include <memory>

#include "bridge.h"
#include "core/group/rows_in_order.h"
#include "core/window/neighbours.h"
#include "core/window/ranks.h"
#include "core/window/slide.h"

namespace {

const idle::RowsInOrder& arrangement_of(SEXP x) { return *Rcpp::XPtr<idle::RowsInOrder>(x); }

constexpr auto farthest = static_cast<double>(idle::Reach::farthest);

idle::Reach reach_of(const Rcpp::List& x) {
  const std::string unit = x["unit"];
  idle::Reach reach;
  reach.unit = unit == "end"      ? idle::Reach::Unit::end
               : unit == "days"   ? idle::Reach::Unit::days
               : unit == "months" ? idle::Reach::Unit::months
                                  : idle::Reach::Unit::rows;
  reach.n = idle::whole_within(Rcpp::as<double>(x["n"]), -farthest, farthest, "how far a frame reaches");
  reach.short_of = Rcpp::as<bool>(x["short_of"]);
  return reach;
}

idle::Frame frame_of(const Rcpp::List& x) {
  return {reach_of(x["behind"]), reach_of(x["ahead"]), Rcpp::as<bool>(x["together"])};
}

idle::ColumnView view_or_none(SEXP x) {
  return Rf_isNull(x) ? idle::ColumnView() : bridge::view_of(x);
}

SEXP fresh(idle::Storage storage, std::size_t n) {
  return storage == idle::Storage::int32 ? bridge::fresh_codes(n) : bridge::fresh_results(n);
}

void* memory_of(SEXP x) {
  return TYPEOF(x) == INTSXP ? static_cast<void*>(INTEGER(x)) : static_cast<void*>(REAL(x));
}

SEXP rows_vector(const idle::RowsInOrder& arrangement) {
  return bridge::fresh_integers(arrangement.rows());
}

}  // namespace

// Rows brought into order within their groups.
// [[Rcpp::export(rng = false)]]
SEXP core_arrange(SEXP groups, Rcpp::List keys, Rcpp::LogicalVector descending) {
  std::vector<idle::OrderKey> by;
  for (R_xlen_t k = 0; k < keys.size(); ++k) {
    by.push_back({bridge::view_of(keys[k]), descending[k] == TRUE});
  }
  auto held = std::make_unique<idle::RowsInOrder>(bridge::with_work([&](const idle::Work& work) {
    return idle::arrange_rows(Rcpp::XPtr<bridge::HeldGroups>(groups)->groups, by, work);
  }));
  // The groups and the keys live as long as the arrangement.
  return Rcpp::XPtr<idle::RowsInOrder>(held.release(), true, R_NilValue,
                                       Rcpp::List::create(groups, keys));
}

// How many rows tie with another one in the order.
// [[Rcpp::export(rng = false)]]
double core_tied_rows(SEXP arrangement) {
  const auto& rows = arrangement_of(arrangement);
  return static_cast<double>(
      bridge::with_work([&](const idle::Work& work) { return rows.tied_rows(work); }));
}

// Whether nothing had to be sorted.
// [[Rcpp::export(rng = false)]]
bool core_sorted_already(SEXP arrangement) { return arrangement_of(arrangement).sorted_already(); }

// [[Rcpp::export(rng = false)]]
Rcpp::List core_rank(SEXP arrangement, std::string what, double tiles) {
  const auto& rows = arrangement_of(arrangement);
  const bool doubles = what == "percent_rank" || what == "cume_dist";
  Rcpp::Shield<SEXP> out(
      fresh(doubles ? idle::Storage::float64 : idle::Storage::int32, rows.rows()));
  void* to = memory_of(out);
  const std::int64_t number = idle::whole_within(tiles, 1, farthest, "the number of tiles");
  const auto unplaced = bridge::with_work([&](const idle::Work& work) {
    return idle::rank_rows(rows, what, number, to, work);
  });
  return Rcpp::List::create(Rcpp::_["values"] = static_cast<SEXP>(out),
                            Rcpp::_["unplaced"] = static_cast<double>(unplaced));
}

// A moving figure of each row's frame, and what was seen of the frames.
// [[Rcpp::export(rng = false)]]
Rcpp::List core_slide(SEXP arrangement, Rcpp::List frame, SEXP days, Rcpp::List figure,
                      bool partial) {
  const auto& rows = arrangement_of(arrangement);
  idle::MovingFigure moving;
  moving.name = Rcpp::as<std::string>(figure["name"]);
  moving.p = Rcpp::as<double>(figure["p"]);
  moving.n = idle::whole_within(Rcpp::as<double>(figure["n"]), -farthest, farthest, "how far a value is looked for");
  moving.values = view_or_none(figure["values"]);
  moving.condition = bridge::condition_of(figure["condition"]);
  moving.weights = view_or_none(figure["weights"]);
  const idle::Storage storage = idle::answer_storage(moving);
  Rcpp::Shield<SEXP> out(fresh(storage, rows.rows()));
  void* to = memory_of(out);
  const idle::Frame around = frame_of(frame);
  const idle::ColumnView dates = view_or_none(days);
  const auto facts = bridge::with_work([&](const idle::Work& work) {
    return idle::slide(rows, around, dates, moving, partial, to, work);
  });
  if (storage == idle::Storage::int64) Rf_setAttrib(out, R_ClassSymbol, Rf_mkString("integer64"));
  return Rcpp::List::create(Rcpp::_["values"] = static_cast<SEXP>(out),
                            Rcpp::_["incomplete"] = static_cast<double>(facts.incomplete),
                            Rcpp::_["undated"] = static_cast<double>(facts.undated),
                            Rcpp::_["wide"] = static_cast<double>(facts.wide),
                            Rcpp::_["widest"] = static_cast<double>(facts.widest),
                            Rcpp::_["gappy"] = static_cast<double>(facts.gappy),
                            Rcpp::_["steps"] = static_cast<double>(facts.steps),
                            Rcpp::_["same_day"] = static_cast<double>(facts.same_day),
                            Rcpp::_["next_day"] = static_cast<double>(facts.next_day));
}

// The rows in arranged order (from 1), and each one's frame as positions in it.
// [[Rcpp::export(rng = false)]]
Rcpp::List core_frames(SEXP arrangement, Rcpp::List frame, SEXP days) {
  const auto& rows = arrangement_of(arrangement);
  const idle::Frame around = frame_of(frame);
  const idle::ColumnView dates = view_or_none(days);
  Rcpp::IntegerVector order(rows.rows()), low(rows.rows()), high(rows.rows());
  Rcpp::LogicalVector full(rows.rows());
  idle::Bounds bounds;
  idle::FrameFacts facts;
  for (std::size_t g = 0; g < rows.groups(); ++g) {
    idle::frames_of(rows, g, around, dates, bounds, facts);
    const std::size_t begin = rows.begin(g);
    for (std::size_t at = begin; at < rows.end(g); ++at) {
      order[at] = static_cast<int>(rows.row(at)) + 1;
      low[at] = static_cast<int>(begin) + bounds.low(at - begin) + 1;
      high[at] = static_cast<int>(begin) + bounds.high(at - begin);
      full[at] = bounds.full(at - begin);
    }
  }
  return Rcpp::List::create(Rcpp::_["order"] = order, Rcpp::_["low"] = low, Rcpp::_["high"] = high,
                            Rcpp::_["full"] = full,
                            Rcpp::_["incomplete"] = static_cast<double>(facts.incomplete));
}

// The rows (from 1) at some places before each row.
// [[Rcpp::export(rng = false)]]
SEXP core_rows_away(SEXP arrangement, double n, SEXP skip) {
  const auto& rows = arrangement_of(arrangement);
  Rcpp::Shield<SEXP> out(rows_vector(rows));
  const idle::ColumnView values = view_or_none(skip);
  const std::int64_t places = idle::whole_within(n, -farthest, farthest, "how far a row is looked for");
  bridge::with_work([&](const idle::Work& work) {
    idle::rows_away(rows, places, Rf_isNull(skip) ? nullptr : &values,
                    INTEGER(out), work);
    return 0;
  });
  return out;
}

// [[Rcpp::export(rng = false)]]
SEXP core_rows_carried(SEXP arrangement, SEXP values) {
  const auto& rows = arrangement_of(arrangement);
  Rcpp::Shield<SEXP> out(rows_vector(rows));
  const idle::ColumnView view = bridge::view_of(values);
  bridge::with_work([&](const idle::Work& work) {
    idle::rows_carried(rows, view, INTEGER(out), work);
    return 0;
  });
  return out;
}

// [[Rcpp::export(rng = false)]]
Rcpp::List core_rows_earlier(SEXP arrangement, SEXP days, Rcpp::List span) {
  const auto& rows = arrangement_of(arrangement);
  Rcpp::Shield<SEXP> out(rows_vector(rows));
  const idle::ColumnView dates = bridge::view_of(days);
  const idle::Reach reach = reach_of(span);
  const auto several = bridge::with_work([&](const idle::Work& work) {
    return idle::rows_earlier(rows, dates, reach, INTEGER(out), work);
  });
  return Rcpp::List::create(Rcpp::_["rows"] = static_cast<SEXP>(out),
                            Rcpp::_["several"] = static_cast<double>(several));
}

// [[Rcpp::export(rng = false)]]
SEXP core_number_runs(SEXP arrangement, SEXP values, double step, bool months) {
  const auto& rows = arrangement_of(arrangement);
  Rcpp::Shield<SEXP> out(rows_vector(rows));
  const idle::ColumnView view = bridge::view_of(values);
  bridge::with_work([&](const idle::Work& work) {
    idle::number_runs(rows, view, step, months, INTEGER(out), work);
    return 0;
  });
  return out;
}
