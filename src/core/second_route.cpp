#include "second_route.h"

#include <limits>

#include "key_sort.h"
#include "run_sum.h"

namespace idle {

namespace {

constexpr double infinity = std::numeric_limits<double>::infinity();

// What is known of a run of rows after its values have been taken one by one.
template <typename T>
class RunFacts {
 public:
  void take(T value) {
    if (is_missing(value)) return;
    ++filled_;
    const auto x = static_cast<double>(value);
    least_ = x < least_ || x != x ? x : least_;
    greatest_ = x > greatest_ || x != x ? x : greatest_;
    add(value);
  }
  void report(std::size_t run, RouteFigures& figures) {
    const bool none = filled_ == 0;
    figures.filled[run] = filled_;
    figures.sum[run] = none ? missing_number() : exact(1);
    figures.mean[run] = none ? missing_number() : exact(filled_);
    figures.least[run] = none ? missing_number() : least_;
    figures.greatest[run] = none ? missing_number() : greatest_;
    filled_ = 0;
    specials_ = 0;
    least_ = infinity;
    greatest_ = -infinity;
    whole_ = 0;
    sum_.clear();
  }

 private:
  void add(double x) {
    if (x - x == 0) {
      sum_.add(x);
    } else {
      specials_ += x;
    }
  }
  void add(std::int32_t x) { whole_ += x; }
  void add(std::int64_t x) { whole_ += x; }
  double exact(std::int64_t n) {
    if (specials_ != 0) return specials_;
    if (std::is_same<T, double>::value) return sum_.divided(n);
    return round_ratio(whole_, 0, static_cast<std::uint64_t>(n));
  }

  RunSum sum_;
  int128 whole_ = 0;
  std::int64_t filled_ = 0;
  double specials_ = 0, least_ = infinity, greatest_ = -infinity;
};

RouteFigures room_for(std::size_t runs) {
  RouteFigures figures;
  figures.filled.resize(runs);
  for (auto* numbers : {&figures.sum, &figures.mean, &figures.least, &figures.greatest}) {
    numbers->resize(runs);
  }
  return figures;
}

template <typename T>
RouteFigures along_runs(const RouteColumn& column, const SortedRows& sorted, const Work& work) {
  constexpr std::size_t ahead = 16;
  const std::size_t runs = sorted.starts.size() - 1, rows = sorted.order.size();
  RouteFigures figures = room_for(runs);
  const T* values = column.values.as<T>();
  const int workers = workers_for(work, rows);
  std::vector<RunFacts<T>> facts(workers);
  run_in_turn(work, workers, runs, [&](int w, std::size_t run) {
    for (std::size_t at = sorted.starts[run]; at < sorted.starts[run + 1]; ++at) {
      if (at + ahead < rows) __builtin_prefetch(&values[sorted.order[at + ahead]]);
      const std::size_t row = sorted.order[at];
      if (column.condition == nullptr || column.condition[row] == 1) facts[w].take(values[row]);
    }
    facts[w].report(run, figures);
  });
  return figures;
}

// No values: the rows that meet the condition are counted.
RouteFigures count_runs(const RouteColumn& column, const SortedRows& sorted) {
  RouteFigures figures;
  for (std::size_t run = 0; run + 1 < sorted.starts.size(); ++run) {
    std::int64_t met = sorted.starts[run + 1] - sorted.starts[run];
    if (column.condition != nullptr) {
      met = 0;
      for (std::size_t at = sorted.starts[run]; at < sorted.starts[run + 1]; ++at) {
        met += column.condition[sorted.order[at]] == 1;
      }
    }
    figures.filled.push_back(met);
  }
  return figures;
}

}  // namespace

Route second_route(const std::vector<ColumnView>& keys, std::size_t rows,
                   const std::vector<RouteColumn>& columns, const Work& work) {
  const SortedRows sorted = sort_by_keys(keys, rows, work);
  Route route;
  for (std::size_t run = 0; run + 1 < sorted.starts.size(); ++run) {
    route.first.push_back(sorted.order[sorted.starts[run]]);
    route.entries.push_back(sorted.starts[run + 1] - sorted.starts[run]);
  }
  for (const RouteColumn& column : columns) {
    if (column.values.data == nullptr) {
      route.columns.push_back(count_runs(column, sorted));
    } else if (column.values.storage == Storage::float64) {
      route.columns.push_back(along_runs<double>(column, sorted, work));
    } else if (column.values.storage == Storage::int32) {
      route.columns.push_back(along_runs<std::int32_t>(column, sorted, work));
    } else {
      route.columns.push_back(along_runs<std::int64_t>(column, sorted, work));
    }
  }
  return route;
}

}  // namespace idle
