// Exact sums against sums of unlimited width, and against values known by construction.
#include <algorithm>
#include <cmath>
#include <doctest/doctest.h>

#include "exact/exact_products.h"
#include "exact/exact_sum.h"
#include "helpers.h"

using namespace idle;

namespace {

double exact_sum(const std::vector<double>& x) {
  ExactSums sums(1, ExactSums::unit_for(x.data(), x.size()));
  const std::vector<std::int32_t> groups(x.size(), 0);
  for (std::size_t at = 0; at < x.size(); at += ExactSums::block) {
    const std::size_t n = std::min(ExactSums::block, x.size() - at);
    sums.add(groups.data(), x.data() + at, n, facts_of(x.data() + at, n));
  }
  return sums.sum(0);
}

double wide_sum(const std::vector<double>& x) {
  WideSum sum;
  for (const double value : x) sum.add(value);
  return round_ratio(sum.value(), WideSum::lowest);
}

}  // namespace

TEST_CASE("sums known by construction") {
  CHECK(exact_sum({1e308, 1e308, -1e308, -1e308}) == 0);
  CHECK(exact_sum({1e16, 1, -1e16}) == 1);
  CHECK(exact_sum({1e308, 1, 1e-308, -1e308, -1}) == 1e-308);
  CHECK(exact_sum(std::vector<double>(1000000, 0.01)) == doctest::Approx(10000).epsilon(1e-15));
  CHECK(exact_sum({4.9406564584124654e-324, 4.9406564584124654e-324}) == 9.8813129168249309e-324);
  CHECK(exact_sum({2.2250738585072014e-308, -1e-310}) == 2.2250738585072014e-308 - 1e-310);
  CHECK(exact_sum({1.7976931348623157e308, 1.7976931348623157e308}) == INFINITY);
  CHECK(exact_sum({1, std::ldexp(1, -53)}) == 1);                      // half: to even
  CHECK(exact_sum({1, std::ldexp(1, -53), std::ldexp(1, -106)}) > 1);  // just over half
  CHECK(exact_sum({1 + std::ldexp(1, -52), std::ldexp(1, -53)}) == 1 + std::ldexp(1, -51));
  CHECK_FALSE(std::signbit(exact_sum({-0.0, -0.0})));
  CHECK(exact_sum({INFINITY, 1}) == INFINITY);
  CHECK(std::isnan(exact_sum({INFINITY, -INFINITY})));
  CHECK(std::isnan(exact_sum({NAN, 1})));
}

TEST_CASE("hostile sums agree with a sum of unlimited width, in any order") {
  std::mt19937_64 random(3);
  for (int round = 0; round < 40; ++round) {
    std::vector<double> x(1 + random() % 20000);
    const int spread = round * 25 + 1;
    for (auto& value : x) {
      const double fraction = static_cast<double>(static_cast<std::int64_t>(random())) * 0x1p-63;
      value = std::ldexp(fraction, static_cast<int>(random() % spread) - spread / 2);
    }
    const double sum = exact_sum(x);
    CHECK(sum == wide_sum(x));
    std::shuffle(x.begin(), x.end(), random);
    CHECK(sum == exact_sum(x));
  }
}

TEST_CASE("sums and means by group are exact from the smallest denormal to the largest double, also saved and merged") {
  std::mt19937_64 random(41);
  int wrong = 0;
  const std::uint64_t step = rounds(5) < 5 ? 3 : 1;
  for (std::uint64_t top = 0; top < 2047; top += step) {
    const std::size_t groups = 1 + random() % 30, n = groups * (1 + random() % 20);
    const std::uint64_t spread = 1 + random() % (random() % 2 ? 8 : 90);
    std::vector<double> x(n);
    std::vector<std::int32_t> group(n);
    for (std::size_t i = 0; i < n; ++i) {
      const std::uint64_t field = top - std::min(top, random() % spread);
      x[i] = random() % 15 == 0 ? 0.0 : number_of((random() & 1) << 63 | field << 52 | random() >> 12);
      group[i] = static_cast<std::int32_t>(random() % groups);
    }
    const auto summed = [&](std::size_t from, std::size_t to) {
      ExactSums sums(groups, ExactSums::unit_for(x.data() + from, to - from));
      if (to > from) sums.add(group.data() + from, x.data() + from, to - from, facts_of(x.data() + from, to - from));
      return sums;
    };
    ExactSums whole = summed(0, n), merged = summed(0, n / 3);
    StateWriter writer;
    summed(n / 3, n).save(writer);
    const std::string bytes = writer.take();
    StateReader reader(bytes);
    merged.merge(ExactSums::load(reader, groups));
    for (std::size_t g = 0; g < groups; ++g) {
      WideSum truth;
      std::int64_t count = 0;
      for (std::size_t i = 0; i < n; ++i) {
        if (group[i] == static_cast<std::int32_t>(g)) truth.add(x[i]), ++count;
      }
      if (count == 0) continue;
      const double sum = round_ratio(truth.value(), WideSum::lowest);
      const double mean = round_ratio(truth.value(), WideSum::lowest, static_cast<std::uint64_t>(count), 1);
      wrong += whole.sum(g) != sum || merged.sum(g) != sum || whole.mean(g, count) != mean || merged.mean(g, count) != mean;
    }
  }
  CHECK(wrong == 0);
}

TEST_CASE("parts of a sum merge into the whole, whatever their units") {
  const auto x = random_amounts(5000, 7);
  std::vector<std::int32_t> groups(x.size());
  for (std::size_t i = 0; i < x.size(); ++i) groups[i] = static_cast<std::int32_t>(i % 3);
  ExactSums whole(3, -60), first(3, -60), second(3, -20);
  const BlockFacts scan = facts_of(x.data(), x.size());
  whole.add(groups.data(), x.data(), 5000, scan);
  first.add(groups.data(), x.data(), 2000, scan);
  second.add(groups.data() + 2000, x.data() + 2000, 3000, scan);
  first.merge(second);
  for (int g = 0; g < 3; ++g) CHECK(whole.sum(g) == first.sum(g));
}

TEST_CASE("totals of unlike units meet in the reach of the quick totals, for each of many groups") {
  std::mt19937_64 random(12);
  constexpr std::size_t n = 5000;
  for (const int apart : {-100, -60, -7, 0, 7, 60, 100}) {
    const auto part = [&](int unit) {
      std::vector<double> x(n);
      for (auto& value : x) value = std::ldexp(static_cast<double>(random() % 2000000) - 1e6, unit + 40);
      return x;
    };
    const std::vector<double> a = part(-80), b = part(-80 + apart);
    std::vector<std::int32_t> groups(n);
    for (std::size_t i = 0; i < n; ++i) groups[i] = static_cast<std::int32_t>(i);
    ExactSums sums(n, -80), later(n, -80 + apart);
    sums.add(groups.data(), a.data(), n, facts_of(a.data(), n));
    later.add(groups.data(), b.data(), n, facts_of(b.data(), n));
    sums.merge(later);
    int wrong = 0, aside = 0;
    for (std::size_t g = 0; g < n; ++g) {
      WideSum truth;
      truth.add(a[g]);
      truth.add(b[g]);
      wrong += sums.sum(g) != round_ratio(truth.value(), WideSum::lowest);
      aside += sums.odd(g) != nullptr;
    }
    CHECK(wrong == 0);
    CHECK(aside == 0);
  }
}

TEST_CASE("ratios are rounded once") {
  CHECK(round_ratio(static_cast<int128>(1), 0, 3) == 1.0 / 3);
  CHECK(round_ratio(static_cast<int128>(-2), 0, 3) == -2.0 / 3);
  CHECK(round_ratio(static_cast<int128>(1), 0, (std::uint64_t{1} << 50) + 1) ==
        1.0 / ((std::uint64_t{1} << 50) + 1));
  CHECK(round_ratio(BigInteger(1), -1074) == 4.9406564584124654e-324);
  CHECK(round_ratio(BigInteger(1), -1075) == 0);
  CHECK(round_ratio(BigInteger(3), -1076) == 4.9406564584124654e-324);
  CHECK(round_ratio(BigInteger(1), 1024) == INFINITY);
  CHECK(round_quotient(BigInteger(22), BigInteger(-7)) == -22.0 / 7);
  std::mt19937_64 random(5);
  for (int i = 0; i < 2000; ++i) {
    const auto a = static_cast<std::int64_t>(random() >> (random() % 50 + 11));
    const auto b = static_cast<std::int64_t>(random() >> (random() % 50 + 13)) + 1;
    const double expected = static_cast<double>(a) / static_cast<double>(b);
    CHECK(round_ratio(static_cast<int128>(a), 0, b) == expected);
    CHECK(round_ratio(BigInteger(a), 0, b, 1) == expected);
    CHECK(round_quotient(BigInteger(a), BigInteger(b)) == expected);
  }
}

TEST_CASE("ratios of every width and divisor are those of long division") {
  std::mt19937_64 random(6);
  int wrong = 0;
  for (int i = 0; i < 200000; ++i) {
    auto value = static_cast<int128>(static_cast<uint128>(random()) << 64 | random()) >> (8 + random() % 120);
    if (i % 3 == 0) value = (value >> 40) * (int128{1} << 40);  // a rest of nothing
    if (i % 5 == 0) value = (value >> 54) * (int128{1} << 54) + (int128{1} << 53);  // in the middle between two doubles
    const std::uint64_t divisor = i % 2 ? 1 + random() % 300 : 1 + (random() >> (4 + random() % 60));
    const int exponent = static_cast<int>(random() % 1600) - 900;
    wrong += round_ratio(value, exponent, divisor) != round_ratio(BigInteger(value), exponent, divisor, 1);
  }
  CHECK(wrong == 0);
}

TEST_CASE("products and squares agree with whole-number arithmetic") {
  std::mt19937_64 random(11);
  const std::int32_t group = 0;
  ExactProducts products(1, -80), squares(1, -80);
  BigInteger expected, expected_squares;
  for (int i = 0; i < 3000; ++i) {
    const auto a = static_cast<std::int64_t>(random() >> (11 + random() % 40)) - 4000;
    const auto b = static_cast<std::int64_t>(random() >> (11 + random() % 40)) - 1000;
    products.add(0, std::ldexp(a, -20), std::ldexp(b, -20));
    const double x = std::ldexp(a, -20);
    squares.add_squares(&group, &x, 1, facts_of(&x, 1), nullptr);
    expected = expected + BigInteger(a) * BigInteger(b);
    expected_squares = expected_squares + BigInteger(a) * BigInteger(a);
  }
  const int up = -40 - WideSum::lowest;
  CHECK((products.total(0) - expected.shifted_up(up)).is_zero());
  CHECK((squares.total(0) - expected_squares.shifted_up(up)).is_zero());
  ExactProducts far(1, 0);
  const std::vector<std::int32_t> groups(4, 0);
  const std::vector<double> x = {1e200, 1e-200, NAN, INFINITY};
  far.add_squares(groups.data(), x.data(), 4, facts_of(x.data(), 4), nullptr);
  const BigInteger both = far.total(0);
  far.add(0, -1e200, 1e200);
  CHECK((both - far.total(0)).bit_length() > 3000);
}

TEST_CASE("squares worked by runs are the squares of each value") {
  std::mt19937_64 random(8);
  for (int round = 0; round < 60; ++round) {
    const std::size_t groups = 2 + random() % 40;
    const std::size_t n = std::min<std::size_t>(16 * groups + random() % 7000, ExactSums::block);
    const int centre = static_cast<int>(random() % 1800) - 900, spread = 1 + round % 30;
    std::vector<double> x(n);
    std::vector<std::int32_t> group(n);
    for (std::size_t i = 0; i < n; ++i) {
      const double fraction = 1 + static_cast<double>(random() >> 11) * 0x1p-53;
      x[i] = std::ldexp(random() % 2 ? fraction : -fraction,
                        centre + static_cast<int>(random() % spread));
      group[i] = static_cast<std::int32_t>(random() % groups);
    }
    BlockByGroup runs;
    runs.part(group.data(), x.data(), n, groups);
    const int unit = 2 * ExactSums::unit_for(x.data(), n);
    ExactProducts by_runs(groups, unit), by_value(groups, unit);
    by_runs.add_squares(group.data(), x.data(), n, facts_of(x.data(), n), &runs);
    for (std::size_t i = 0; i < n; ++i) by_value.add(group[i], x[i], x[i]);
    for (std::size_t g = 0; g < groups; ++g) {
      const BigInteger rest = by_runs.total(g) - by_value.total(g);
      CHECK(rest.is_zero());
    }
  }
}

TEST_CASE("a quotient does not change when both sides grow by a factor") {
  std::mt19937_64 random(8);
  const auto any = [&](int words) {
    std::vector<std::uint32_t> digits;
    for (int i = 0; i < words; ++i) digits.push_back(static_cast<std::uint32_t>(random() | 1));
    return BigInteger::of_digits(digits, random() % 2 == 0);
  };
  for (int round = 0; round < 3000; ++round) {
    const BigInteger a = any(1 + random() % 9), b = any(1 + random() % 9),
                     c = any(1 + random() % 5);
    const double quotient = round_quotient(a, b);
    CHECK(round_quotient(a * c, b * c) == quotient);
    CHECK(round_quotient(a.shifted_up(37), b.shifted_up(37)) == quotient);
    CHECK(round_quotient(b * a, b) == round_ratio(a, 0, 1, 1));
  }
}
