#include "route/second_route.h"

#include <algorithm>
#include <cstring>
#include <limits>

#include "group/buckets.h"
#include "route/digit_sum.h"

namespace idle {

namespace {

constexpr double infinity = std::numeric_limits<double>::infinity();

// What is known of a run of rows after its values have been taken one by one.
template <typename T>
class RunFacts {
 public:
  void take_all(const T* values, std::size_t n) {
    if (!take_plain(values, n)) {
      for (std::size_t i = 0; i < n; ++i) take(values[i]);
    }
  }
  void take(T value) {
    if (is_missing(value)) return;
    ++filled_;
    const auto x = static_cast<double>(value);
    least_ = x < least_ || x != x ? x : least_;
    greatest_ = x > greatest_ || x != x ? x : greatest_;
    add(value);
  }
  // `times` is the number of values that the run's rows stand for, if that is not their own.
  void report(RouteFigures& figures, bool rests, std::int64_t times) {
    const bool none = filled_ == 0;
    if (times >= 0) filled_ = times;
    figures.filled.push_back(filled_);
    figures.sum.push_back(none ? missing_number() : exact(1));
    figures.mean.push_back(none || filled_ == 0 ? missing_number() : exact(filled_));
    if (rests && !none && specials_ == 0) give_rests(figures);
    figures.least.push_back(none ? missing_number() : least_);
    figures.greatest.push_back(none ? missing_number() : greatest_);
    filled_ = 0;
    specials_ = 0;
    least_ = infinity;
    greatest_ = -infinity;
    whole_ = 0;
    sum_.clear();
  }

 private:
  // Doubles all of which are finite can be taken at once.
  bool take_plain(const double* x, std::size_t n) {
    double odd = 0, least = least_, greatest = greatest_;
    for (std::size_t i = 0; i < n; ++i) {
      odd += x[i] - x[i];
      least = x[i] < least ? x[i] : least;
      greatest = x[i] > greatest ? x[i] : greatest;
    }
    if (odd != 0) return false;
    filled_ += static_cast<std::int64_t>(n);
    least_ = least;
    greatest_ = greatest;
    sum_.add_all(x, n);
    return true;
  }
  template <typename U>
  bool take_plain(const U*, std::size_t) {
    return false;
  }
  void add(double x) {
    if (x - x == 0) {
      sum_.add(x);
    } else {
      specials_ += x;
    }
  }
  // The sum without what has been told of it, rounded again and again, until nothing is left.
  void give_rests(RouteFigures& figures) {
    constexpr int most = 80;
    const auto line = static_cast<std::int64_t>(figures.filled.size()) - 1;
    double told = figures.sum.back();
    for (int k = 0; k < most && told != 0 && told - told == 0; ++k) {
      if (std::is_same<T, double>::value) {
        sum_.add(-told);
      } else {
        whole_ -= static_cast<int128>(told);
      }
      told = exact(1);
      if (told != 0) figures.rests.push_back({line, told});
    }
  }
  void add(std::int32_t x) { whole_ += x; }
  void add(std::int64_t x) { whole_ += x; }
  double exact(std::int64_t n) {
    if (specials_ != 0) return specials_;
    if (std::is_same<T, double>::value) return sum_.divided(n);
    return round_ratio(whole_, 0, static_cast<std::uint64_t>(n));
  }

  DigitSum sum_;
  int128 whole_ = 0;
  std::int64_t filled_ = 0;
  double specials_ = 0, least_ = infinity, greatest_ = -infinity;
};

// The rows of one bucket in the order of their runs.
struct Rows {
  const BucketRow* rows;
  const std::vector<std::uint32_t>& order;
  const std::vector<std::size_t>& starts;  // of each run; the last is the number of rows

  const BucketRow& operator[](std::size_t k) const { return rows[order.empty() ? k : order[k]]; }
};

template <typename T>
void along_runs(const RouteColumn& column, bool carried, const Rows& rows, RouteFigures& figures) {
  RunFacts<T> facts;
  T values[DigitSum::most_waiting];
  std::size_t n = 0;
  const auto take = [&] {
    facts.take_all(values, n);
    n = 0;
  };
  for (std::size_t run = 0; run + 1 < rows.starts.size(); ++run) {
    double times = column.times == nullptr ? -1 : 0;
    for (std::size_t k = rows.starts[run]; k < rows.starts[run + 1]; ++k) {
      const BucketRow& row = rows[k];
      if (column.times != nullptr) times += column.times[row.row];
      if (column.condition != nullptr && column.condition[row.row] != 1) continue;
      if (carried) {
        std::memcpy(&values[n], &row.value, sizeof(T));
      } else {
        values[n] = column.values.as<T>()[row.row];
      }
      if (++n == DigitSum::most_waiting) take();
    }
    take();
    facts.report(figures, column.rests, static_cast<std::int64_t>(times));
  }
}

// No values: the rows that meet the condition are counted.
void count_runs(const RouteColumn& column, const Rows& rows, RouteFigures& figures) {
  for (std::size_t run = 0; run + 1 < rows.starts.size(); ++run) {
    std::int64_t met = 0;
    if (column.condition == nullptr) met = rows.starts[run + 1] - rows.starts[run];
    for (std::size_t k = rows.starts[run]; column.condition != nullptr && k < rows.starts[run + 1];
         ++k) {
      met += column.condition[rows[k].row] == 1;
    }
    figures.filled.push_back(met);
  }
}

Route route_of(const Rows& rows, const std::vector<RouteColumn>& columns, std::size_t carried) {
  Route route;
  route.columns.resize(columns.size());
  for (std::size_t run = 0; run + 1 < rows.starts.size(); ++run) {
    route.first.push_back(rows[rows.starts[run]].row);
    route.entries.push_back(static_cast<std::int64_t>(rows.starts[run + 1] - rows.starts[run]));
  }
  for (std::size_t c = 0; c < columns.size(); ++c) {
    const RouteColumn& column = columns[c];
    if (column.values.data == nullptr) {
      count_runs(column, rows, route.columns[c]);
    } else if (column.values.storage == Storage::float64) {
      along_runs<double>(column, c == carried, rows, route.columns[c]);
    } else if (column.values.storage == Storage::int32) {
      along_runs<std::int32_t>(column, c == carried, rows, route.columns[c]);
    } else {
      along_runs<std::int64_t>(column, c == carried, rows, route.columns[c]);
    }
  }
  return route;
}

template <typename T>
void append(std::vector<T>& all, const std::vector<T>& part) {
  all.insert(all.end(), part.begin(), part.end());
}

void append(Route& all, const Route& part) {
  append(all.first, part.first);
  append(all.entries, part.entries);
  for (std::size_t c = 0; c < all.columns.size(); ++c) {
    RouteFigures& to = all.columns[c];
    const RouteFigures& from = part.columns[c];
    const auto before = static_cast<std::int64_t>(to.filled.size());
    for (const RouteRest& rest : from.rests) to.rests.push_back({before + rest.line, rest.value});
    append(to.filled, from.filled);
    append(to.sum, from.sum);
    append(to.mean, from.mean);
    append(to.least, from.least);
    append(to.greatest, from.greatest);
  }
}

}  // namespace

Route second_route(const std::vector<ColumnView>& keys, std::size_t rows,
                   const std::vector<RouteColumn>& columns, const Work& work) {
  for (const auto& key : keys) check_reach(key, rows);
  for (const auto& column : columns) {
    if (column.values.data != nullptr) check_reach(column.values, rows);
  }
  const KeySlots slots(keys, rows, work);
  const auto has_values = [](const RouteColumn& column) { return column.values.data != nullptr; };
  const std::size_t carried =
      std::find_if(columns.begin(), columns.end(), has_values) - columns.begin();
  const Buckets parted = part_by_slot(
      slots, carried < columns.size() ? columns[carried].values : ColumnView(), rows, work);
  const std::size_t buckets = parted.starts.size() - 1;
  const int workers = workers_for(work, rows);
  std::vector<Route> parts(buckets);
  std::vector<BucketOrder> orders(workers);
  run_in_turn(work, workers, buckets, [&](int w, std::size_t bucket) {
    const BucketRow* from = parted.rows.data() + parted.starts[bucket];
    const std::size_t n = parted.starts[bucket + 1] - parted.starts[bucket];
    orders[w].sort(from, n, parted.low_bits);
    parts[bucket] = route_of({from, orders[w].order(), orders[w].starts()}, columns, carried);
  });
  Route route;
  route.columns.resize(columns.size());
  for (const Route& part : parts) append(route, part);
  return route;
}

}  // namespace idle
