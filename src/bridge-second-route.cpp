// Figures recomputed for checks.
#include "bridge.h"
#include "core/route/second_route.h"

namespace {

template <typename T>
SEXP numbers(const std::vector<T>& x, double add = 0) {
  Rcpp::Shield<SEXP> out(bridge::fresh_results(x.size()));
  double* to = REAL(out);
  for (std::size_t i = 0; i < x.size(); ++i) to[i] = static_cast<double>(x[i]) + add;
  return out;
}

}  // namespace

// Each column is a list of values and condition. Rows count from 1.
// [[Rcpp::export]]
Rcpp::List core_second_route(Rcpp::List keys, double rows, Rcpp::List columns) {
  std::vector<idle::ColumnView> views;
  for (const SEXP key : keys) views.push_back(bridge::view_of(key));
  std::vector<idle::RouteColumn> wishes;
  for (const Rcpp::List column : columns) {
    const SEXP values = column["values"];
    wishes.push_back({Rf_isNull(values) ? idle::ColumnView{} : bridge::view_of(values),
                      bridge::condition_of(column["condition"])});
  }
  const auto route = bridge::with_work([&](const idle::Work& work) {
    return idle::second_route(views, static_cast<std::size_t>(rows), wishes, work);
  });
  Rcpp::List figures(columns.size());
  for (R_xlen_t c = 0; c < columns.size(); ++c) {
    const idle::RouteFigures& f = route.columns[c];
    figures[c] =
        Rcpp::List::create(Rcpp::_["filled"] = numbers(f.filled), Rcpp::_["sum"] = numbers(f.sum),
                           Rcpp::_["mean"] = numbers(f.mean), Rcpp::_["min"] = numbers(f.least),
                           Rcpp::_["max"] = numbers(f.greatest));
  }
  return Rcpp::List::create(Rcpp::_["first"] = numbers(route.first, 1),
                            Rcpp::_["entries"] = numbers(route.entries),
                            Rcpp::_["columns"] = figures);
}
