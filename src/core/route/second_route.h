// Figures worked out again, for checks: rows are sorted by their keys, and each run of equal keys
// is added up one value after another in a sum of unlimited width. Shares nothing with the folds.
#pragma once
#include <cstdint>
#include <vector>

#include "sort/order.h"

namespace idle {

struct RouteColumn {
  ColumnView values;
  const std::int32_t* condition = nullptr;
  bool rests = false;              // whether what the rounded sum leaves over is asked for
  const double* times = nullptr;   // how many values each row stands for; null: one
};

// A number that a rounded sum leaves over: the sum and its rests together are the true sum.
struct RouteRest {
  std::int64_t line;
  double value;
};

struct RouteFigures {
  std::vector<std::int64_t> filled;
  std::vector<double> sum, mean, least, greatest;
  std::vector<RouteRest> rests;
};

struct Route {
  std::vector<std::int64_t> first, entries;
  std::vector<RouteFigures> columns;
};

Route second_route(const std::vector<ColumnView>& keys, std::size_t rows,
                   const std::vector<RouteColumn>& columns, const Work& work);

}  // namespace idle
