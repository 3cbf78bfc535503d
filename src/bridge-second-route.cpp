// Figures recomputed for checks.
#include "bridge.h"
#include "core/route/second_route.h"

namespace {

template <typename T>
SEXP as_numbers(const std::vector<T>& x, double add = 0) {
  Rcpp::Shield<SEXP> out(bridge::fresh_results(x.size()));
  double* to = REAL(out);
  for (std::size_t i = 0; i < x.size(); ++i) to[i] = static_cast<double>(x[i]) + add;
  return out;
}

// Where the rests of sums belong, and what they are.
SEXP rest_lines(const std::vector<idle::RouteRest>& rests) {
  std::vector<double> lines;
  for (const auto& rest : rests) lines.push_back(static_cast<double>(rest.line));
  return as_numbers(lines, 1);
}

SEXP rest_values(const std::vector<idle::RouteRest>& rests) {
  std::vector<double> values;
  for (const auto& rest : rests) values.push_back(rest.value);
  return as_numbers(values);
}

}  // namespace

// Each column is a list of values and condition; perhaps rests, whether what rounded sums leave over is asked for, and
// times, how many values each row stands for. Rows and lines count from 1.
// [[Rcpp::export(rng = false)]]
Rcpp::List core_second_route(Rcpp::List keys, double rows, Rcpp::List columns) {
  std::vector<idle::ColumnView> views;
  for (const SEXP key : keys) views.push_back(bridge::view_of(key));
  std::vector<idle::RouteColumn> wishes;
  for (const Rcpp::List column : columns) {
    const SEXP values = column["values"];
    wishes.push_back({Rf_isNull(values) ? idle::ColumnView{} : bridge::view_of(values),
                      bridge::condition_of(column["condition"])});
    if (column.containsElementNamed("rests")) wishes.back().rests = true;
    if (column.containsElementNamed("times")) wishes.back().times = REAL(column["times"]);
  }
  const auto route = bridge::with_work([&](const idle::Work& work) {
    return idle::second_route(views, static_cast<std::size_t>(rows), wishes, work);
  });
  Rcpp::List figures(columns.size());
  for (R_xlen_t c = 0; c < columns.size(); ++c) {
    const idle::RouteFigures& f = route.columns[c];
    figures[c] =
        Rcpp::List::create(Rcpp::_["filled"] = as_numbers(f.filled), Rcpp::_["sum"] = as_numbers(f.sum),
                           Rcpp::_["mean"] = as_numbers(f.mean), Rcpp::_["min"] = as_numbers(f.least),
                           Rcpp::_["max"] = as_numbers(f.greatest), Rcpp::_["rest_line"] = rest_lines(f.rests),
                           Rcpp::_["rest"] = rest_values(f.rests));
  }
  return Rcpp::List::create(Rcpp::_["first"] = as_numbers(route.first, 1),
                            Rcpp::_["entries"] = as_numbers(route.entries),
                            Rcpp::_["columns"] = figures);
}
