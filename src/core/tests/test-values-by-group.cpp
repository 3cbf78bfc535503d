// Figures of all values of a group against sorting each group by itself.
#include <algorithm>
#include <doctest/doctest.h>
#include <map>
#include <set>

#include "exact/quantile.h"
#include "group/values_by_group.h"
#include "helpers.h"

using namespace idle;

namespace {

constexpr std::size_t many = 120000;

struct Sample {
  std::vector<std::int32_t> key, met, code;
  std::vector<double> x;

  explicit Sample(int shape) {
    std::mt19937_64 random(shape);
    for (std::size_t i = 0; i < many; ++i) {
      key.push_back(static_cast<std::int32_t>(random() % (shape == 2 ? 30000 : 5)));
      met.push_back(random() % 9 == 0 ? missing_int32
                                      : static_cast<std::int32_t>(random() % 3 > 0));
      code.push_back(random() % 20 == 0 ? missing_int32
                                        : static_cast<std::int32_t>(random() % 700));
      const double spread = shape == 0 ? 1 : shape == 1 ? std::exp2(random() % 600) : 0.25;
      x.push_back(spread * static_cast<double>(random() % 4000) - 500);
      if (random() % 30 == 0) x[i] = missing_number();
    }
    if (shape == 1) x[3] = INFINITY;
  }

  template <typename T>
  std::map<std::int32_t, std::vector<std::pair<T, std::int64_t>>> split(
      const std::vector<T>& values) const {
    std::map<std::int32_t, std::vector<std::pair<T, std::int64_t>>> groups;
    for (std::size_t i = 0; i < many; ++i) {
      auto& group = groups[key[i]];
      if (met[i] == 1 && !is_missing(values[i])) group.emplace_back(values[i], i);
    }
    return groups;
  }
};

}  // namespace

TEST_CASE("percentiles are those of sorted values, for any shape and number of groups") {
  for (const int shape : {0, 1, 2}) {
    const Sample sample(shape);
    auto sorted = sample.split(sample.x);
    for (auto& group : sorted) std::sort(group.second.begin(), group.second.end());
    const Groups groups = group_rows({view(sample.key)}, many, with_threads(2));
    for (const double p : {0.0, 0.1, 0.5, 0.75, 0.999, 1.0}) {
      for (const int threads : {1, 3}) {
        const auto got =
            quantiles(groups, {view(sample.x), sample.met.data()}, p, with_threads(threads));
        std::size_t g = 0, wrong = 0;
        for (const auto& group : sorted) {
          const double value = got[groups.place_of_group()[g++]];
          const auto& v = group.second;
          if (v.empty()) {
            wrong += !is_missing(value);
            continue;
          }
          const double place = p * static_cast<double>(v.size() - 1);
          const auto low = static_cast<std::size_t>(place);
          const double above = v[std::min(low + 1, v.size() - 1)].first, at = v[low].first;
          const double part = place - static_cast<double>(low);
          const double expected = part == 0 || at == above ? at : at + part * (above - at);
          wrong +=
              !(value == expected || std::fabs(value - expected) <= 1e-12 * std::fabs(expected));
        }
        CHECK(wrong == 0);
      }
    }
  }
}

TEST_CASE("different values, modes and n-th rows") {
  for (const int shape : {0, 2}) {
    const Sample sample(shape);
    auto split = sample.split(sample.code);
    const Groups groups = group_rows({view(sample.key)}, many, with_threads(2));
    const Wanted wanted{view(sample.code), sample.met.data()};
    const auto distinct = count_distinct(groups, wanted, with_threads(2));
    const Modes mode = modes(groups, wanted, with_threads(2));
    const auto third = nth_rows(groups, wanted, nullptr, 3, with_threads(2));
    std::size_t g = 0, wrong = 0;
    std::int64_t tied = 0;
    for (const auto& group : split) {
      const auto place = groups.place_of_group()[g++];
      std::map<std::int32_t, int> often;
      for (const auto& value : group.second) ++often[value.first];
      wrong += distinct[place] != static_cast<std::int64_t>(often.size());
      wrong += third[place] != (group.second.size() < 3 ? -1 : group.second[2].second);
      int most = 0, ties = 0;
      for (const auto& value : often) most = std::max(most, value.second);
      std::int64_t best = -1;
      for (const auto& value : often) {
        if (value.second != most) continue;
        if (best < 0) best = value.first;
        ++ties;
      }
      tied += ties > 1;
      wrong += mode.rows[place] < 0 ? best >= 0 : sample.code[mode.rows[place]] != best;
    }
    CHECK(wrong == 0);
    CHECK(mode.tied == tied);
  }
}

TEST_CASE("values in too wide a range to be marked off are counted all the same") {
  std::vector<std::int32_t> wide;
  std::vector<std::int64_t> big;
  std::mt19937_64 random(8);
  for (std::size_t i = 0; i < many; ++i) {
    wide.push_back(static_cast<std::int32_t>(random()));
    big.push_back(static_cast<std::int64_t>(random() % 1000) * INT64_C(1000000000000));
  }
  const Groups one = group_rows({}, many, with_threads(2));
  const auto work = with_threads(2);
  CHECK(count_distinct(one, {view(wide)}, work)[0] ==
        static_cast<std::int64_t>(std::set<std::int32_t>(wide.begin(), wide.end()).size()));
  CHECK(count_distinct(one, {view(big)}, work)[0] ==
        static_cast<std::int64_t>(std::set<std::int64_t>(big.begin(), big.end()).size()));
}

TEST_CASE("percentiles of long runs, however they lie") {
  const auto amounts = random_amounts(50000, 8);
  for (const std::size_t n : {8191u, 8192u, 50000u}) {
    for (int shape = 0; shape < 6; ++shape) {
      std::vector<double> x(amounts.begin(), amounts.begin() + static_cast<std::ptrdiff_t>(n));
      if (shape == 1) std::sort(x.begin(), x.end());
      if (shape == 2) std::sort(x.rbegin(), x.rend());
      for (std::size_t i = 0; i < n; ++i) {
        if (shape == 3) x[i] = static_cast<double>(i % 3);
        if (shape == 4) x[i] = static_cast<double>(i % (n / 2048)) + x[i] / 1e6;
        if (shape == 5 && i % 5 == 0) x[i] = i % 2 == 0 ? INFINITY : -INFINITY;
      }
      std::vector<double> sorted = x;
      std::sort(sorted.begin(), sorted.end());
      for (const double p : {0.0, 0.0001, 0.25, 0.5, 0.9, 0.9999, 1.0}) {
        const double place = p * static_cast<double>(n - 1);
        const auto below = static_cast<std::size_t>(place + 4e-16 * static_cast<double>(n));
        const double part = std::max(0.0, place - static_cast<double>(below));
        const double expected = between(sorted[below], sorted[std::min(below + 1, n - 1)], part);
        std::vector<double> scratch = x;
        const double found = quantile_of(scratch.data(), scratch.data() + n, p);
        CHECK((found == expected || (std::isnan(found) && std::isnan(expected))));
      }
    }
  }
  std::vector<double> odd = amounts;
  odd[49999] = NAN;
  CHECK(std::isnan(quantile_of(odd.data(), odd.data() + odd.size(), 0.5)));
}
