// Arrangements, frames and moving figures against sorting and working each frame by itself.
#include <algorithm>
#include <cmath>
#include <doctest/doctest.h>
#include <numeric>

#include "column/calendar.h"
#include "exact/wide_sum.h"
#include "group/rows_in_order.h"
#include "helpers.h"
#include "window/neighbours.h"
#include "window/ranks.h"
#include "window/slide.h"

using namespace idle;

namespace {

struct Table {
  std::vector<std::int32_t> group;
  std::vector<double> key, value;
  std::vector<std::int32_t> second;
};

// Keys with ties and gaps: `kind` 0 whole numbers, 1 cents, 2 any doubles.
Table random_rows(std::size_t n, int groups, int kind, std::mt19937_64& random) {
  Table table;
  for (std::size_t i = 0; i < n; ++i) {
    table.group.push_back(static_cast<std::int32_t>(random() % groups));
    const double x = static_cast<double>(static_cast<std::int64_t>(random() % 2000)) - 1000;
    table.key.push_back(random() % 20 == 0 ? missing_number()
                        : kind == 0        ? x
                        : kind == 1        ? x / 100
                                           : std::ldexp(x, static_cast<int>(random() % 80) - 40));
    table.second.push_back(static_cast<std::int32_t>(random() % 5));
    table.value.push_back(std::round(static_cast<double>(random() % 100000)) / 100);
  }
  return table;
}

bool before(const std::vector<OrderKey>& keys, std::size_t a, std::size_t b) {
  for (const OrderKey& key : keys) {
    const std::uint64_t x = sort_key(key, a), y = sort_key(key, b);
    if (x != y) return x < y;
  }
  return false;
}

}  // namespace

TEST_CASE("rows are arranged as a stable sort of each group has them") {
  std::mt19937_64 random(5);
  for (const std::size_t n : {0, 1, 50, 3000, 70000, 150000}) {
    for (const int groups : {1, 7, 900}) {
      for (int kind = 0; kind < 3; ++kind) {
        const Table table = random_rows(n, groups, kind, random);
        const Work work = with_threads(2);
        std::vector<OrderKey> keys{{view(table.key), kind == 1}};
        if (random() % 2) keys.push_back({view(table.second), true});
        const std::vector<ColumnView> by_group{view(table.group)};
        const Groups by = group_rows(by_group, n, work);
        const RowsInOrder arranged = arrange_rows(by, keys, work);
        std::vector<char> seen(n, 0);
        std::size_t wrong = 0;
        for (std::size_t g = 0; g < arranged.groups(); ++g) {
          for (std::size_t at = arranged.begin(g); at < arranged.end(g); ++at) {
            const std::size_t row = arranged.row(at);
            wrong += seen[row]++;
            if (at == arranged.begin(g)) continue;
            const std::size_t last = arranged.row(at - 1);
            const bool tie = !before(keys, last, row) && !before(keys, row, last);
            wrong += table.group[row] != table.group[last] || before(keys, row, last) ||
                     (tie && row < last) || tie != arranged.ties_with_last(at);
          }
        }
        CHECK(wrong == 0);
        CHECK(std::count(seen.begin(), seen.end(), 1) == static_cast<std::ptrdiff_t>(n));
        if (n > 0) CHECK(arranged.begin(0) == 0);
      }
    }
  }
}

TEST_CASE("moving figures are those of each frame, staged or not, for any width") {
  std::mt19937_64 random(6);
  for (const int groups : {1, 40}) {
    const std::size_t n = 90000;
    const Table table = random_rows(n, groups, 0, random);
    const Work work = with_threads(2);
    const std::vector<ColumnView> by_group{view(table.group)};
    const Groups by = group_rows(by_group, n, work);
    const std::vector<OrderKey> keys{{view(table.key), false}};
    const RowsInOrder arranged = arrange_rows(by, keys, work);
    CHECK(arranged.can_stage() == (groups == 40));
    for (const std::int64_t width : {3, 40, 700}) {
      Frame frame;
      frame.behind.n = width - 1;
      MovingFigure sum, median, least;
      sum.values = median.values = least.values = view(table.value);
      sum.name = "sum";
      median.name = "quantile";
      least.name = "min";
      std::vector<double> sums(n), medians(n), leasts(n);
      slide(arranged, frame, ColumnView(), sum, false, sums.data(), work);
      slide(arranged, frame, ColumnView(), median, true, medians.data(), work);
      const auto facts = slide(arranged, frame, ColumnView(), least, true, leasts.data(), work);
      CHECK(facts.incomplete == (width - 1) * static_cast<std::int64_t>(arranged.groups()));
      for (int sample = 0; sample < 300; ++sample) {
        const std::size_t g = random() % arranged.groups();
        const std::size_t at = arranged.begin(g) + random() % (arranged.end(g) - arranged.begin(g));
        const std::size_t from = at - std::min<std::size_t>(at - arranged.begin(g), width - 1);
        std::vector<double> x;
        std::int64_t cents = 0;
        for (std::size_t i = from; i <= at; ++i) {
          x.push_back(table.value[arranged.row(i)]);
          cents += std::llround(100 * x.back());
        }
        std::sort(x.begin(), x.end());
        const std::size_t row = arranged.row(at);
        if (x.size() < static_cast<std::size_t>(width)) {
          CHECK(is_missing(sums[row]));
        } else {
          CHECK(sums[row] == doctest::Approx(static_cast<double>(cents) / 100).epsilon(1e-14));
        }
        CHECK(leasts[row] == x[0]);
        CHECK(medians[row] == doctest::Approx((x[(x.size() - 1) / 2] + x[x.size() / 2]) / 2));
      }
    }
  }
}

TEST_CASE("a moving mean is rounded once, as the mean of a frame by itself") {
  std::mt19937_64 random(7);
  const std::size_t n = 4000;
  std::vector<double> x(n);
  std::vector<std::int32_t> along(n);
  std::iota(along.begin(), along.end(), 0);
  for (auto& value : x) {
    value = std::ldexp(static_cast<double>(random() >> 11), static_cast<int>(random() % 30) - 60);
    if (random() % 2) value = -value;
  }
  const Work work;
  const Groups whole = group_rows({}, n, work);
  const std::vector<OrderKey> keys{{view(along), false}};
  const RowsInOrder arranged = arrange_rows(whole, keys, work);
  CHECK(arranged.sorted_already());
  for (const std::int64_t width : {1, 3, 7, 100}) {
    Frame frame;
    frame.behind.n = width - 1;
    MovingFigure mean;
    mean.name = "mean";
    mean.values = view(x);
    std::vector<double> means(n);
    slide(arranged, frame, ColumnView(), mean, false, means.data(), work);
    for (std::size_t at = width - 1; at < n; at += 13) {
      WideSum sum;
      for (std::int64_t i = 0; i < width; ++i) sum.add(x[at - i]);
      CHECK(means[at] == round_ratio(sum.value(), WideSum::lowest, width));
    }
  }
}

TEST_CASE("months later: ends of months clamp, in every year") {
  const auto day = [](std::int64_t y, int m, int d) { return days_of({y, m, d}); };
  CHECK(months_later(day(2024, 1, 31), 1) == day(2024, 2, 29));
  CHECK(months_later(day(2025, 3, 31), -1) == day(2025, 2, 28));
  CHECK(months_later(day(1970, 1, 31), -14) == day(1968, 11, 30));
  CHECK(months_later(day(2024, 2, 29), 12) == day(2025, 2, 28));
  CHECK(months_later(day(-1, 12, 31), 2) == day(0, 2, 29));
  for (std::int64_t d = -800000; d < 800000; d += 997) CHECK(months_later(d, 0) == d);
}

TEST_CASE("tiles differ by one at most, larger first; ranks of gaps are missing") {
  const std::vector<double> x = {5, 3, missing_number(), 3, 9, 1, 7};
  const Work work;
  const Groups whole = group_rows({}, x.size(), work);
  const std::vector<OrderKey> keys{{view(x), false}};
  const RowsInOrder arranged = arrange_rows(whole, keys, work);
  std::vector<std::int32_t> tile(x.size()), rank(x.size());
  CHECK(rank_rows(arranged, "ntile", 4, tile.data(), work) == 1);
  CHECK(tile == std::vector<std::int32_t>{2, 1, missing_int32, 2, 4, 1, 3});
  rank_rows(arranged, "rank", 1, rank.data(), work);
  CHECK(rank == std::vector<std::int32_t>{4, 2, missing_int32, 2, 6, 1, 5});
}
