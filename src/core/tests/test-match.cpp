// Rows with the same keys in two tables, and rows alike in one, against plain loops.
#include <algorithm>
#include <doctest/doctest.h>
#include <map>
#include <string>
#include <unordered_map>

#include "helpers.h"
#include "match/copies.h"
#include "match/partners.h"

using namespace idle;

namespace {

// A value as text, empty where it meets nothing.
template <typename T>
std::string text_of(T x) {
  if (is_missing(x) || std::isnan(static_cast<double>(x))) return "";
  return std::to_string(static_cast<double>(x) + 0.0);
}

std::string text_at(const ColumnView& column, std::size_t row) {
  return as_stored(column, [row](const auto* x) { return text_of(x[row]); });
}

std::string key_at(const std::vector<ColumnView>& columns, std::size_t row) {
  std::string all;
  for (const ColumnView& column : columns) {
    const std::string text = text_at(column, row);
    if (text.empty()) return "";
    all += text + "|";
  }
  return all;
}

struct Sides {
  std::vector<ColumnView> here, there;
};

// What meets what, by the texts of keys.
struct Expected {
  std::vector<std::vector<std::int32_t>> partners;
  std::vector<std::int32_t> first, counts, alone, pair_here, pair_there;
  HugeVector<std::uint8_t> used;
};

Expected expected_of(const Sides& sides, std::size_t rows_here, std::size_t rows_there,
                     const std::vector<std::int32_t>& order) {
  std::unordered_map<std::string, std::vector<std::int32_t>> by_key;
  for (const auto row : order) {
    const std::string key = key_at(sides.there, row);
    if (!key.empty()) by_key[key].push_back(row);
  }
  Expected all;
  all.used.assign(rows_there, 0);
  for (std::size_t row = 0; row < rows_here; ++row) {
    const std::string key = key_at(sides.here, row);
    const auto found = key.empty() ? by_key.end() : by_key.find(key);
    const bool is_alone = found == by_key.end();
    all.partners.push_back(is_alone ? std::vector<std::int32_t>() : found->second);
    const auto& partners = all.partners.back();
    all.first.push_back(is_alone ? missing_int32 : partners[0] + 1);
    all.counts.push_back(static_cast<std::int32_t>(partners.size()));
    if (is_alone) all.alone.push_back(static_cast<std::int32_t>(row));
    const std::size_t from = all.pair_here.size(), n = std::max<std::size_t>(1, partners.size());
    all.pair_here.resize(from + n, static_cast<std::int32_t>(row) + 1);
    all.pair_there.resize(from + n, missing_int32);
    for (std::size_t k = 0; k < partners.size(); ++k) {
      all.pair_there[from + k] = partners[k] + 1;
      all.used[partners[k]] = 1;
    }
  }
  return all;
}

void check_partners(const Sides& sides, std::size_t rows_here, std::size_t rows_there,
                    const std::vector<std::int32_t>& order, const std::vector<int>& with = {1, 2, 7}) {
  const Expected expected = expected_of(sides, rows_here, rows_there, order);
  std::vector<KeyPair> keys;
  for (std::size_t k = 0; k < sides.here.size(); ++k) keys.push_back({sides.here[k], sides.there[k], {}});
  for (const int threads : with) {
    const Partners partners(keys, rows_here, rows_there, order, with_threads(threads));
    std::vector<std::int32_t> first(rows_here), counts(rows_here);
    const Meeting met = partners.meet(first.data(), with_threads(threads));
    partners.counts(counts.data(), with_threads(threads));
    bool right = true;
    for (std::size_t row = 0; row < rows_here; ++row) {
      const std::int32_t id = partners.id(row);
      const auto& own = expected.partners[row];
      right = right && (id < 0) == own.empty();
      if (id < 0 || own.empty()) continue;
      right = right && partners.count(id) == static_cast<std::int32_t>(own.size()) &&
              std::equal(own.begin(), own.end(), partners.partners(id));
    }
    CHECK(right);
    CHECK(first == expected.first);
    CHECK(counts == expected.counts);
    CHECK(met.alone == expected.alone);
    CHECK(met.used == expected.used);
    const std::size_t pairs = expected.pair_here.size();
    REQUIRE(met.pairs + static_cast<std::int64_t>(expected.alone.size()) == static_cast<std::int64_t>(pairs));
    std::vector<std::int32_t> got_here(pairs), got_there(pairs);
    partners.pairs(got_here.data(), got_there.data());
    CHECK(got_here == expected.pair_here);
    CHECK(got_there == expected.pair_there);
  }
}

std::vector<std::int32_t> all_rows(std::size_t n) {
  std::vector<std::int32_t> rows(n);
  for (std::size_t i = 0; i < n; ++i) rows[i] = static_cast<std::int32_t>(i);
  return rows;
}

std::vector<std::int32_t> wholes(std::size_t n, int different, unsigned seed) {
  std::mt19937 random(seed);
  std::vector<std::int32_t> x(n);
  for (auto& value : x) value = random() % 15 == 0 ? missing_int32 : static_cast<std::int32_t>(random() % different) - 3;
  return x;
}

std::vector<double> numbers(std::size_t n, int different, double step, unsigned seed) {
  std::mt19937 random(seed);
  std::vector<double> x(n);
  for (auto& value : x) {
    const auto roll = random() % 40;
    value = roll == 0 ? missing_number() : roll == 1 ? NAN : roll == 2 ? -0.0 : (random() % different) * step;
  }
  return x;
}

}  // namespace

TEST_CASE("partners are the rows with the same keys, for every kind and pair of kinds") {
  for (const int different : {1, 40, 5000}) {
    // Where all keys are one, each row pairs with each.
    const std::size_t fewer = different == 1 ? 10 : 1, here = 20000 / fewer, there = 3000 / fewer;
    const auto a = wholes(here, different, 1), b = wholes(there, different, 2);
    const auto x = numbers(here, different, 1, 3), y = numbers(there, different, 1, 4);
    const auto p = numbers(here, different, 0.37e9, 5), q = numbers(there, different, 0.37e9, 6);
    const auto f = numbers(here, different, 0.25, 7), g = numbers(there, different, 0.25, 8);
    std::vector<std::int64_t> big_here(here), big_there(there);
    for (std::size_t i = 0; i < here; ++i) big_here[i] = a[i] == missing_int32 ? missing_int64 : a[i] * (1ll << 40);
    for (std::size_t i = 0; i < there; ++i) big_there[i] = b[i] == missing_int32 ? missing_int64 : b[i] * (1ll << 40);
    const std::vector<std::pair<ColumnView, ColumnView>> pairs = {
        {view(a), view(b)}, {view(x), view(y)}, {view(p), view(q)}, {view(a), view(y)}, {view(x), view(b)},
        {view(a), view(q)}, {view(f), view(g)}, {view(a), view(g)}, {view(f), view(b)}, {view(big_here), view(big_there)}};
    for (const auto& one : pairs) {
      check_partners({{one.first}, {one.second}}, here, there, all_rows(there));
      for (const auto& other : pairs) {
        check_partners({{one.first, other.first}, {one.second, other.second}}, rounds(4000) / fewer,
                       rounds(1500) / fewer, all_rows(rounds(1500) / fewer), {2});
      }
    }
  }
}

TEST_CASE("many wide keys are numbered anew on the way, and no keys make everybody a partner") {
  const std::size_t here = 3000, there = 2000;
  std::vector<std::vector<double>> left, right;
  Sides sides;
  for (unsigned k = 0; k < 9; ++k) {
    left.push_back(numbers(here, 2, 1e17 + k, 10 + k));
    right.push_back(numbers(there, 2, 1e17 + k, 30 + k));
  }
  // Keys so far apart that their numbers are not side by side in one word.
  std::vector<std::vector<double>> apart_here, apart_there;
  for (unsigned k = 0; k < 6; ++k) {
    apart_here.push_back(std::vector<double>(here));
    apart_there.push_back(std::vector<double>(there));
    for (std::size_t i = 0; i < here; ++i) apart_here[k][i] = static_cast<double>(i % 1999) * 1e9 + k;
    for (std::size_t i = 0; i < there; ++i) apart_there[k][i] = static_cast<double>(i) * 1e9 + k;
  }
  for (unsigned k = 0; k < 9; ++k) {
    sides.here.push_back(view(left[k]));
    sides.there.push_back(view(right[k]));
  }
  check_partners(sides, here, there, all_rows(there));
  Sides apart;
  for (unsigned k = 0; k < 6; ++k) {
    apart.here.push_back(view(apart_here[k]));
    apart.there.push_back(view(apart_there[k]));
  }
  check_partners(apart, here, there, all_rows(there));
  const Partners everybody({}, 5, 3, all_rows(3), with_threads(1));
  CHECK(everybody.count(everybody.id(4)) == 3);
  const Partners nobody({{view(left[0]), view(right[0]), {}}}, here, 0, {}, with_threads(2));
  CHECK(nobody.id(17) == -1);
}

TEST_CASE("codes of texts meet through the other side's codes") {
  const std::vector<std::int32_t> here = {1, 2, 3, missing_int32, 2}, there = {2, 1, missing_int32, 2};
  const Partners partners({{view(here, 3), view(there, 2), {2, 0, 1}}}, 5, 4, {3, 2, 1, 0}, with_threads(1));
  CHECK(partners.count(partners.id(0)) == 2);
  CHECK(partners.partners(partners.id(0))[0] == 3);
  CHECK(partners.id(1) == -1);
  CHECK(partners.partners(partners.id(2))[0] == 1);
  CHECK(partners.id(3) == -1);
  CHECK(partners.id_there(2) == -1);
}

TEST_CASE("the partner in force is the last that has begun") {
  const std::size_t here = 30000, there = 900;
  std::mt19937 random(7);
  for (const double step : {1.0, 0.25, 1e12}) {
    std::vector<std::int32_t> key = wholes(here, 20, 8), other = wholes(there, 20, 9);
    std::vector<double> day(here), since(there);
    for (auto& value : day) value = random() % 50 == 0 ? missing_number() : (random() % 400) * step;
    day[3] = NAN;
    day[4] = INFINITY;
    day[5] = -INFINITY;
    for (auto& value : since) value = (random() % 400) * step;
    std::vector<std::int32_t> order = all_rows(there);
    std::stable_sort(order.begin(), order.end(), [&](int a, int b) { return since[a] < since[b]; });
    const Partners partners({{view(key), view(other), {}}}, here, there, order, with_threads(2));
    std::vector<std::int32_t> found(here);
    const Meeting met = partners.in_force(view(day), view(since), found.data(), with_threads(2));
    HugeVector<std::uint8_t> used(there, 0);
    std::vector<std::int32_t> alone;
    bool right = true;
    for (std::size_t i = 0; i < here; ++i) {
      std::int32_t best = -1;
      for (const auto row : order) {
        if (key[i] != missing_int32 && other[row] == key[i] && since[row] <= day[i]) best = row;
      }
      right = right && (best < 0 ? found[i] == missing_int32 : found[i] == best + 1);
      if (best >= 0) used[best] = 1;
      if (best < 0) alone.push_back(static_cast<std::int32_t>(i));
    }
    CHECK(right);
    CHECK(met.used == used);
    CHECK(met.alone == alone);
  }
}

TEST_CASE("copies are rows like an earlier one in every column") {
  const std::size_t n = 60000;
  for (const int different : {2, 60, 100000}) {
    const auto a = wholes(n, different, 1);
    const auto b = numbers(n, 3, 0.1, 2);
    std::map<std::pair<std::int32_t, std::string>, std::int32_t> first;
    std::vector<std::int32_t> row, of;
    for (std::size_t i = 0; i < n; ++i) {
      const std::string text = is_missing(b[i]) ? "missing" : std::isnan(b[i]) ? "none" : std::to_string(b[i] + 0.0);
      const auto [at, is_new] = first.emplace(std::make_pair(a[i], text), static_cast<std::int32_t>(i));
      if (is_new) continue;
      row.push_back(static_cast<std::int32_t>(i));
      of.push_back(at->second);
    }
    for (const int threads : {1, 2, 7}) {
      const Copies found = copies_among({view(a), view(b)}, n, with_threads(threads));
      CHECK(found.row == row);
      CHECK(found.of == of);
    }
  }
  CHECK(copies_among({}, 4, with_threads(2)).row.size() == 3);
  CHECK(copies_among({view(std::vector<double>())}, 0, with_threads(2)).row.empty());
}
