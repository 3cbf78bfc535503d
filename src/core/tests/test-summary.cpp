// Folds over groups against plain loops; threads must not show; the second route must agree.
#include <atomic>
#include <chrono>
#include <cmath>
#include <cstring>
#include <doctest/doctest.h>
#include <thread>

#include "column/fingerprint.h"
#include "column/gather.h"
#include "column/standouts.h"
#include "exact/wide_sum.h"
#include "folds/summary.h"
#include "helpers.h"
#include "route/digit_sum.h"
#include "route/second_route.h"
#include "sort/order.h"

using namespace idle;

namespace {

constexpr std::size_t many = 150000;

struct Table {
  std::vector<std::int32_t> key, whole, met;
  std::vector<double> amount, weight;
  std::vector<std::int64_t> big;

  Table() : amount(random_amounts(many, 1)) {
    std::mt19937_64 random(9);
    for (std::size_t i = 0; i < many; ++i) {
      key.push_back(static_cast<std::int32_t>(random() % 40));
      whole.push_back(random() % 30 == 0 ? missing_int32 : static_cast<std::int32_t>(random()));
      met.push_back(random() % 15 == 0 ? missing_int32 : static_cast<std::int32_t>(random() % 2));
      big.push_back(random() % 30 == 0 ? missing_int64
                                       : static_cast<std::int64_t>(random() % 1000000) - 500000);
      weight.push_back(static_cast<double>(random() % 9) / 4);
      if (random() % 25 == 0) amount[i] = missing_number();
    }
  }
};

std::vector<double> answers(const Table& table, const Feed& feed, const char* answer, int threads) {
  const Groups groups = group_rows({view(table.key)}, many, with_threads(threads));
  const Summary summary = summarise(groups, {feed}, with_threads(threads));
  const auto& result = summary.feeds[0];
  return result.folds[0]->finish(answer, result.filled, groups.place_of_group()).numbers;
}

}  // namespace

TEST_CASE("the same bits with 1, 2 and 7 threads") {
  const Table table;
  Feed feed;
  feed.values = view(table.amount);
  for (const auto& wish : std::vector<std::pair<const char*, const char*>>{
           {"total", "sum"}, {"total", "mean"}, {"spread", "sd"}, {"extremes", "min"}}) {
    feed.folds = {wish.first};
    const auto one = answers(table, feed, wish.second, 1);
    CHECK(one == answers(table, feed, wish.second, 2));
    CHECK(one == answers(table, feed, wish.second, 7));
  }
}

TEST_CASE("folds and the second route agree to the bit") {
  const Table table;
  Feed feed;
  feed.values = view(table.amount);
  feed.condition = table.met.data();
  const Route route = second_route({view(table.key)}, many,
                                   {{view(table.amount), table.met.data()}}, with_threads(2));
  feed.folds = {"total"};
  CHECK(answers(table, feed, "sum", 2) == route.columns[0].sum);
  CHECK(answers(table, feed, "mean", 2) == route.columns[0].mean);
  feed.folds = {"extremes"};
  CHECK(answers(table, feed, "min", 2) == route.columns[0].least);
  CHECK(answers(table, feed, "max", 2) == route.columns[0].greatest);
}

TEST_CASE("counts say what was missing, not met, or not known") {
  const Table table;
  Feed feed;
  feed.values = view(table.whole);
  feed.condition = table.met.data();
  feed.folds = {"total"};
  const Groups groups = group_rows({view(table.key)}, many, with_threads(2));
  const Summary summary = summarise(groups, {feed}, with_threads(2));
  std::vector<std::int64_t> filled(40, 0), missing(40, 0), entries(40, 0), sum(40, 0);
  std::int64_t unknown = 0;
  for (std::size_t i = 0; i < many; ++i) {
    const auto g = table.key[i];
    ++entries[g];
    unknown += is_missing(table.met[i]);
    if (table.met[i] != 1) continue;
    ++(is_missing(table.whole[i]) ? missing : filled)[g];
    if (!is_missing(table.whole[i])) sum[g] += table.whole[i];
  }
  const auto& result = summary.feeds[0];
  const auto sums = result.folds[0]->finish("whole_sum", result.filled, groups.place_of_group());
  CHECK(result.unknown == unknown);
  for (std::size_t g = 0; g < 40; ++g) {
    const auto place = groups.place_of_group()[g];
    CHECK(summary.entries[place] == entries[g]);
    CHECK(result.filled[place] == filled[g]);
    CHECK(result.missing[place] == missing[g]);
    CHECK(sums.wholes[place] == sum[g]);
  }
}

TEST_CASE("spread and weighted mean against long double") {
  const Table table;
  Feed feed;
  feed.values = view(table.big);
  feed.folds = {"spread"};
  const auto variances = answers(table, feed, "var", 2);
  Feed weighted;
  weighted.values = view(table.amount);
  weighted.weights = view(table.weight);
  weighted.folds = {"weighted"};
  const auto means = answers(table, weighted, "weighted_mean", 2);
  for (int g = 0; g < 40; g += 7) {
    long double n = 0, sum = 0, squares = 0, products = 0, weights = 0;
    for (std::size_t i = 0; i < many; ++i) {
      if (table.key[i] != g) continue;
      if (!is_missing(table.big[i])) {
        n += 1;
        sum += table.big[i];
        squares += static_cast<long double>(table.big[i]) * table.big[i];
      }
      if (is_missing(table.amount[i])) continue;
      products += static_cast<long double>(table.amount[i]) * table.weight[i];
      weights += table.weight[i];
    }
    const double expected = static_cast<double>((squares - sum * sum / n) / (n - 1));
    CHECK(variances[g] == doctest::Approx(expected).epsilon(1e-14));
    CHECK(means[g] == doctest::Approx(static_cast<double>(products / weights)).epsilon(1e-14));
  }
}

TEST_CASE("a sum beyond 64 bits is an error, never a wrong number") {
  const std::vector<std::int64_t> x = {INT64_MAX, INT64_MAX};
  Feed feed;
  feed.values = view(x);
  feed.folds = {"total"};
  const Summary summary = summarise(group_rows({}, 2, with_threads(1)), {feed}, with_threads(1));
  const auto& result = summary.feeds[0];
  const std::vector<std::int32_t> only{0};
  CHECK(result.folds[0]->finish("sum", result.filled, only).numbers[0] == 0x1p64);
  CHECK_THROWS_AS(result.folds[0]->finish("whole_sum", result.filled, only), std::overflow_error);
}

TEST_CASE("work stops when it is told to, and fails when its body does") {
  Work work = with_threads(2);
  work.keep_going = [](double) { return false; };
  const auto slow = [](int, std::size_t, std::size_t) {
    std::this_thread::sleep_for(std::chrono::milliseconds(1));
  };
  CHECK_THROWS_AS(run_parallel(work, 2, 100000, 1, slow), Interrupted);
  CHECK_THROWS_AS(run_parallel(work, 1, 100000, 1, slow), Interrupted);
  CHECK_THROWS_AS(
      run_parallel(work, 2, 10, 1, [](int, std::size_t, std::size_t) { throw std::bad_alloc(); }),
      std::bad_alloc);
}

TEST_CASE("a fingerprint sees a change and no thread") {
  auto x = random_amounts(many, 3);
  const auto print = fingerprint(view(x), with_threads(1));
  CHECK(print == fingerprint(view(x), with_threads(3)));
  std::swap(x[5], x[100]);
  CHECK(print != fingerprint(view(x), with_threads(1)));
  std::vector<std::int32_t> codes = {1, 2, 1};
  const auto text =
      fingerprint(view(codes, 2), {text_print("a"), text_print("b")}, with_threads(1));
  CHECK(text != fingerprint(view(codes, 2), {text_print("a"), text_print("c")}, with_threads(1)));
  codes[2] = 2;
  CHECK(text != fingerprint(view(codes, 2), {text_print("a"), text_print("b")}, with_threads(1)));
}

TEST_CASE("picked rows: one that is missing or not there gives a missing value") {
  const std::vector<double> x = {1.5, 2.5, 3.5};
  const std::vector<std::int32_t> rows = {3, missing_int32, 1, 0, -1, 4, 2147483647};
  std::vector<double> out(rows.size());
  gather(view(x), rows.data(), rows.size(), out.data(), with_threads(1));
  CHECK(out[0] == 3.5);
  CHECK(out[2] == 1.5);
  std::vector<double> found(rows.size());
  look_up(rows.data(), rows.size(), x.data(), x.size(), missing_number(), found.data(),
          with_threads(1));
  CHECK(found[0] == 3.5);
  CHECK(found[2] == 1.5);
  for (const std::size_t at : {1, 3, 4, 5, 6}) {
    CHECK(is_missing(out[at]));
    CHECK(is_missing(found[at]));
  }
  CHECK(count_codes(rows.data(), rows.size(), 3, with_threads(1)) ==
        std::vector<std::int64_t>{1, 0, 1});
}

TEST_CASE("codes are counted on any number of threads, missing ones not") {
  std::vector<std::int32_t> codes(300000);
  std::vector<std::int64_t> expected(7, 0);
  for (std::size_t i = 0; i < codes.size(); ++i) {
    codes[i] = i % 11 == 3 ? missing_int32 : static_cast<std::int32_t>(i * i % 7 + 1);
    if (!is_missing(codes[i])) ++expected[codes[i] - 1];
  }
  for (const int threads : {1, 2, 5}) {
    CHECK(count_codes(codes.data(), codes.size(), 7, with_threads(threads)) == expected);
  }
  CHECK(count_codes(codes.data(), 0, 7, with_threads(1)) == std::vector<std::int64_t>(7, 0));
}

TEST_CASE("rows of a sign, without zeros, missing values and what is no number") {
  const std::vector<double> x = {0.0, -0.0, 1.5, missing_number(), -2, std::nan(""),
                                 -std::numeric_limits<double>::infinity(), 4};
  CHECK(rows_of_sign(x.data(), x.size(), true) == std::vector<std::int64_t>{4, 6});
  CHECK(rows_of_sign(x.data(), x.size(), false) == std::vector<std::int64_t>{2, 7});
}

TEST_CASE("finer groups merge into what the coarser ones are alone, to the bit") {
  Table table;
  for (std::size_t i = 0; i < many; i += 97)
    table.amount[i] = (i % 2 ? 1e300 : -1e-300) * (i + 1.0);
  table.amount[5] = std::numeric_limits<double>::infinity();
  std::vector<std::int32_t> coarse_key(many), to;
  for (std::size_t i = 0; i < many; ++i) coarse_key[i] = table.key[i] % 7;
  const auto groups = group_rows({view(table.key)}, many, with_threads(2));
  const auto coarse = group_rows({view(coarse_key)}, many, with_threads(2));
  std::vector<std::int32_t> target(groups.places(), -1);
  for (std::size_t g = 0; g < groups.size(); ++g) {
    target[groups.place_of_group()[g]] = coarse_key[groups.first()[g]];
  }
  Feed amounts, wholes;
  amounts.values = view(table.amount);
  amounts.weights = view(table.weight);
  amounts.condition = table.met.data();
  amounts.folds = {"total", "spread", "extremes", "weighted", "edge"};
  wholes.values = view(table.big);
  wholes.folds = {"total", "spread", "extremes", "edge"};
  const auto merged = coarser(summarise(groups, {amounts, wholes}, with_threads(2)), target, 7);
  const auto alone = summarise(coarse, {amounts, wholes}, with_threads(2));
  const std::vector<std::vector<std::vector<const char*>>> asked = {
      {{"sum", "mean"}, {"var"}, {"min", "max"}, {"weighted_mean"}, {"first", "last"}},
      {{"whole_sum", "mean"}, {"sd"}, {"min", "max"}, {"first", "last"}}};
  std::vector<std::int32_t> all(7);
  std::iota(all.begin(), all.end(), 0);
  for (std::size_t f = 0; f < 2; ++f) {
    for (std::size_t k = 0; k < asked[f].size(); ++k) {
      for (const char* answer : asked[f][k]) {
        const auto here = merged.feeds[f].folds[k]->finish(answer, merged.feeds[f].filled, all);
        const auto there =
            alone.feeds[f].folds[k]->finish(answer, alone.feeds[f].filled, coarse.place_of_group());
        CHECK(here.wholes == there.wholes);
        REQUIRE(here.numbers.size() == there.numbers.size());
        for (std::size_t g = 0; g < here.numbers.size(); ++g) {
          CHECK(std::memcmp(&here.numbers[g], &there.numbers[g], sizeof(double)) == 0);
        }
      }
    }
  }
}

TEST_CASE("keys side by side and keys that do not fit part rows alike") {
  const Table table;
  for (const int kind : {0, 1, 2}) {
    std::vector<double> extra(table.amount);
    if (kind == 1) extra[3] = 1e-300;
    std::vector<ColumnView> keys = {view(table.key), view(table.met)};
    if (kind < 2) keys.push_back(view(extra));
    const auto groups = group_rows(keys, many, with_threads(2));
    const Route route = second_route(keys, many, {{view(table.whole)}, {}}, with_threads(2));
    REQUIRE(route.first.size() == groups.size());
    std::vector<std::int64_t> first(route.first), expected(groups.first());
    std::sort(first.begin(), first.end());
    std::sort(expected.begin(), expected.end());
    CHECK(first == expected);
    CHECK(std::accumulate(route.entries.begin(), route.entries.end(), std::int64_t{0}) ==
          static_cast<std::int64_t>(many));
    CHECK(route.columns[1].filled == route.entries);
    double sum = 0, whole = 0;
    for (const double part : route.columns[0].sum) sum += is_missing(part) ? 0 : part;
    for (const auto x : table.whole) whole += is_missing(x) ? 0 : static_cast<double>(x);
    CHECK(sum == doctest::Approx(whole));
  }
}

TEST_CASE("a run's sum is that of unlimited width, and what stands out is found") {
  std::mt19937_64 random(5);
  DigitSum sum;
  WideSum wide;
  for (int round = 0; round < 40; ++round) {
    for (int i = 0; i < 3000; ++i) {
      std::uint64_t bits = random();
      if (round % 2 == 0) bits = (bits & ~(UINT64_C(0x7F) << 56)) | UINT64_C(0x40) << 56;
      double x;
      std::memcpy(&x, &bits, sizeof x);
      if (x - x != 0) continue;
      sum.add(x);
      wide.add(x);
    }
    const double mean = sum.divided(3), expected = round_ratio(wide.value(), WideSum::lowest, 3, 1);
    CHECK(std::memcmp(&mean, &expected, sizeof mean) == 0);
    sum.clear();
    wide = WideSum();
  }
  const std::vector<double> x = {0, 3, missing_number(), -5, 2};
  const Weights found = weigh(x.data(), x.size(), with_threads(2));
  CHECK(found.above == 2);
  CHECK(found.below == 1);
  CHECK(found.first_above == 1);
  CHECK(found.first_below == 3);
  CHECK(found.first_largest == 3);
  CHECK(found.size == 10);
}
