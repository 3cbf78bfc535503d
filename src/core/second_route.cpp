#include "second_route.h"

#include <algorithm>
#include <limits>

#include "grouping.h"
#include "wide_sum.h"

namespace idle {

namespace {

constexpr double infinity = std::numeric_limits<double>::infinity();

bool read_value(const ColumnView& view, std::size_t row, double& x) {
  if (view.storage == Storage::float64) {
    x = view.as<double>()[row];
    return !is_missing(x);
  }
  if (view.storage == Storage::int64) {
    x = static_cast<double>(view.as<std::int64_t>()[row]);
    return !is_missing(view.as<std::int64_t>()[row]);
  }
  x = view.as<std::int32_t>()[row];
  return !is_missing(view.as<std::int32_t>()[row]);
}

struct Run {
  WideSum total;
  std::int64_t filled = 0;
  double specials = 0, least = infinity, greatest = -infinity;

  void take(const ColumnView& view, std::size_t row) {
    double x;
    if (!read_value(view, row, x)) return;
    ++filled;
    least = x < least || x != x ? x : least;
    greatest = x > greatest || x != x ? x : greatest;
    if (view.storage == Storage::int64) {
      total.add(static_cast<int128>(view.as<std::int64_t>()[row]), 0);
    } else if (x - x == 0) {
      total.add(x);
    } else {
      specials += x;
    }
  }

  void report(RouteFigures& figures) const {
    const bool none = filled == 0, special = specials != 0;
    const auto exact = [&](std::int64_t n) {
      return special ? specials : round_ratio(total.value(), WideSum::lowest, n, 1);
    };
    figures.filled.push_back(filled);
    figures.sum.push_back(none ? missing_number() : exact(1));
    figures.mean.push_back(none ? missing_number() : exact(filled));
    figures.least.push_back(none ? missing_number() : least);
    figures.greatest.push_back(none ? missing_number() : greatest);
  }
};

bool same_keys(const std::vector<ColumnView>& keys, std::size_t a, std::size_t b) {
  return std::all_of(keys.begin(), keys.end(),
                     [&](const ColumnView& key) { return sortable(key, a) == sortable(key, b); });
}

RouteFigures along_runs(const RouteColumn& column, const Buffer<std::int32_t>& order,
                        const Route& route) {
  RouteFigures figures;
  std::size_t at = 0;
  for (const std::int64_t entries : route.entries) {
    Run run;
    for (const std::size_t end = at + entries; at < end; ++at) {
      const std::size_t row = order[at];
      if (column.condition == nullptr || column.condition[row] == 1) run.take(column.values, row);
    }
    run.report(figures);
  }
  return figures;
}

}  // namespace

Route second_route(const std::vector<ColumnView>& keys, std::size_t rows,
                   const std::vector<RouteColumn>& columns, const Work& work) {
  std::vector<OrderKey> by;
  for (const ColumnView& key : keys) by.push_back({key, false});
  const Buffer<std::int32_t> order = order_rows(by, rows, work);
  Route route;
  for (std::size_t i = 0; i < rows; ++i) {
    if (i == 0 || !same_keys(keys, order[i - 1], order[i])) {
      route.first.push_back(order[i]);
      route.entries.push_back(0);
    }
    ++route.entries.back();
  }
  for (const RouteColumn& column : columns) {
    route.columns.push_back(along_runs(column, order, route));
  }
  return route;
}

}  // namespace idle
