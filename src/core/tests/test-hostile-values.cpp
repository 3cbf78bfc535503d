// Values that are unlike each other: infinities beside the largest numbers, exponents from end to
// end, groups that each hold both ends. Every way of summing must agree with sums of any width.
#include <algorithm>
#include <cmath>
#include <doctest/doctest.h>
#include <limits>
#include <numeric>

#include "exact/exact_sum.h"
#include "exact/long_total.h"
#include "exact/wide_sum.h"
#include "folds/summary.h"
#include "group/rows_in_order.h"
#include "helpers.h"
#include "window/slide.h"

using namespace idle;

namespace {

// Kinds of hostile columns: 0 near the largest, 1 from end to end, 2 amounts with a few odd ones.
std::vector<double> hostile(std::size_t n, int kind, bool endless, std::mt19937_64& random) {
  std::vector<double> x(n);
  for (auto& value : x) {
    const double part = static_cast<double>(static_cast<std::int64_t>(random())) * 0x1p-63;
    const int spread = static_cast<int>(random() % 2090);
    value = kind == 0   ? part * 1.7e308
            : kind == 1 ? std::ldexp(part, spread - 1070)
                        : std::round(part * 1e5) / 100;
    if (kind == 2 && random() % 50 == 0) value = random() % 2 ? 1e-200 : 1e300;
    if (endless && random() % 30 == 0) value = random() % 2 ? INFINITY : -INFINITY;
    if (random() % 40 == 0) value = missing_number();
  }
  return x;
}

struct Slow {
  WideSum sum, squares;
  std::int64_t n = 0, plus = 0, minus = 0;
  void add(double x) {
    if (is_missing(x)) return;
    ++n;
    if (std::isinf(x)) {
      ++(x > 0 ? plus : minus);
      return;
    }
    const Parts parts = parts_of(bits_of(x));
    sum.add(x);
    squares.add(static_cast<int128>(parts.mantissa) * parts.mantissa, 2 * parts.exponent);
  }
  double special() const {
    return plus && minus ? std::numeric_limits<double>::quiet_NaN() : plus ? INFINITY : -INFINITY;
  }
  double ratio(std::uint64_t by) const {
    if (n == 0) return missing_number();
    return plus || minus ? special() : round_ratio(sum.value(), WideSum::lowest, by);
  }
  double variance() const {
    if (n < 2) return missing_number();
    if (plus || minus) return std::numeric_limits<double>::quiet_NaN();
    const BigInteger total = sum.value(), all = squares.value().shifted_up(-WideSum::lowest);
    return round_ratio(all * BigInteger(n) - total * total, 2 * WideSum::lowest, n, n - 1);
  }
};

bool same(double a, double b) {
  if (a != a || b != b) return a != a && b != b && is_missing(a) == is_missing(b);
  return a == b;
}

}  // namespace

TEST_CASE("an infinity is never taken for a number") {
  const double most = std::numeric_limits<double>::max();
  const std::vector<std::vector<double>> columns = {
      {1e308, INFINITY, -INFINITY}, {INFINITY, -1e308}, {most, INFINITY}, {1e307, 5e306, -INFINITY}};
  const double sums[] = {NAN, INFINITY, INFINITY, -INFINITY};
  for (std::size_t k = 0; k < columns.size(); ++k) {
    const std::vector<double>& x = columns[k];
    ExactSums total(1, ExactSums::unit_for(x.data(), x.size()));
    const std::vector<std::int32_t> groups(x.size(), 0);
    total.add(groups.data(), x.data(), x.size(), facts_of(x.data(), x.size()));
    CHECK(same(total.sum(0), sums[k]));
    CHECK(same(total.mean(0, 2), sums[k]));
  }
}

TEST_CASE("sums, means and variances by group and in frames, for hostile values of every kind") {
  std::mt19937_64 random(11);
  for (int kind = 0; kind < 3; ++kind) {
    for (const bool endless : {false, true}) {
      for (const int n_groups : {1, 40, 1500}) {
        const std::size_t n = 1500;
        const std::vector<double> x = hostile(n, kind, endless, random);
        std::vector<std::int32_t> key(n), along(n);
        for (auto& one : key) one = static_cast<std::int32_t>(random() % n_groups);
        std::iota(along.begin(), along.end(), 0);
        const Work work = with_threads(2);
        const std::vector<ColumnView> by_key{view(key)};
        const Groups groups = group_rows(by_key, n, work);
        const auto number = numbers_of(groups);
        Feed feed;
        feed.values = view(x);
        feed.folds = {"total", "spread"};
        const Summary found = summarise(groups, {feed}, work);
        std::vector<Slow> slow(groups.size());
        for (std::size_t i = 0; i < n; ++i) slow[number[i]].add(x[i]);
        const auto& filled = found.feeds[0].filled;
        const auto& places = groups.place_of_group();
        const auto answer = [&](int fold, const char* name) {
          return found.feeds[0].folds[fold]->finish(name, filled, places).numbers;
        };
        const auto sums = answer(0, "sum"), means = answer(0, "mean"), vars = answer(1, "var");
        std::size_t wrong = 0;
        for (std::size_t g = 0; g < groups.size(); ++g) {
          wrong += !same(sums[g], slow[g].ratio(1)) || !same(means[g], slow[g].ratio(slow[g].n)) ||
                   !same(vars[g], slow[g].variance());
        }
        CHECK(wrong == 0);

        const std::vector<OrderKey> keys{{view(along), false}};
        const RowsInOrder arranged = arrange_rows(groups, keys, work);
        for (const std::int64_t width : {1, 7, 90}) {
          Frame frame;
          frame.behind.n = width - 1;
          std::vector<double> moving[3];
          const char* names[3] = {"sum", "mean", "var"};
          for (int k = 0; k < 3; ++k) {
            MovingFigure figure;
            figure.name = names[k];
            figure.values = view(x);
            moving[k].resize(n);
            slide(arranged, frame, ColumnView(), figure, true, moving[k].data(), work);
          }
          wrong = 0;
          for (std::size_t g = 0; g < arranged.groups(); ++g) {
            for (std::size_t at = arranged.begin(g); at < arranged.end(g); at += 3) {
              Slow one;
              const std::size_t back = std::min<std::size_t>(at - arranged.begin(g), width - 1);
              for (std::size_t i = at - back; i <= at; ++i) one.add(x[arranged.row(i)]);
              const std::size_t row = arranged.row(at);
              wrong += !same(moving[0][row], one.ratio(1)) ||
                       !same(moving[1][row], one.ratio(std::max<std::int64_t>(1, one.n))) ||
                       !same(moving[2][row], one.variance());
            }
          }
          CHECK(wrong == 0);
        }
      }
    }
  }
}

TEST_CASE("many groups that hold both ends keep to their memory and to the truth") {
  const std::size_t groups = 5000;
  ExactSums sums(groups, -42), other(groups, -42);
  for (std::size_t g = 0; g < groups; ++g) {
    for (ExactSums* part : {&sums, &other}) {
      for (const double x : {1e15, 1e-15, -1e15, 3e30}) {
        const auto group = static_cast<std::int32_t>(g);
        part->add(&group, &x, 1, facts_of(&x, 1));
      }
    }
  }
  sums.merge(other);
  std::size_t kept_aside = 0, wrong = 0;
  for (std::size_t g = 0; g < groups; ++g) {
    kept_aside += sums.odd(g) != nullptr;
    WideSum slow;
    for (const double x : {1e-15, 3e30, 1e-15, 3e30}) slow.add(x);
    wrong += sums.sum(g) != round_ratio(slow.value(), WideSum::lowest);
  }
  CHECK(wrong == 0);
  CHECK(kept_aside < 2500);
}

TEST_CASE("division by a kept divisor, and rounding, agree with whole numbers of any size") {
  std::mt19937_64 random(12);
  for (int round = 0; round < 20000; ++round) {
    Divider by;
    by.set(std::max<std::uint64_t>(1, random() >> random() % 64));
    std::uint64_t rest = random() % by.divisor();
    const std::uint64_t word = random() >> random() % 64;
    const uint128 whole = static_cast<uint128>(rest) << 64 | word;
    const std::uint64_t quotient = by.divide(rest, word);
    CHECK(quotient == static_cast<std::uint64_t>(whole / by.divisor()));
    CHECK(rest == static_cast<std::uint64_t>(whole % by.divisor()));

    LongTotal total(1400);
    WideSum wide;
    for (int k = 0; k < 3; ++k) {
      const auto part = static_cast<int128>(random() >> random() % 64) * (random() % 2 ? 1 : -1);
      const int shift = static_cast<int>(random() % 1200);
      total.add(part, shift);
      wide.add(part, shift - 1900);
    }
    const auto divisor = 1 + random() % 1000000;
    LongNumber size;
    total.magnitude(size);
    by.set(divisor);
    const int exponent = static_cast<int>(random() % 1000) - 2100;
    const double here = (total.negative() ? -1 : 1) * rounded(size, exponent, by);
    CHECK(here == round_ratio(wide.value(), exponent - 276, divisor));
  }
}
