// Grouping against an ordered map, by every method, with one and more threads.
#include <algorithm>
#include <array>
#include <doctest/doctest.h>
#include <map>
#include <string>

#include "column/sortable.h"
#include "helpers.h"
#include "sort/order.h"
#include "text/encode.h"
#include "text/rank_texts.h"

using namespace idle;

namespace {

using Tuple = std::vector<std::uint64_t>;

// What grouping must give: numbers by the order of the keys, and the first row of each.
void check_groups(const std::vector<ColumnView>& keys, std::size_t rows, Method method) {
  std::map<Tuple, std::int32_t> expected;
  std::vector<const std::int32_t*> number_of;
  for (std::size_t i = 0; i < rows; ++i) {
    Tuple own;
    for (const auto& key : keys) own.push_back(sortable(key, i));
    number_of.push_back(&expected.emplace(std::move(own), 0).first->second);
  }
  std::int32_t next = 0;
  for (auto& entry : expected) entry.second = next++;
  for (const int threads : {1, 2, 7}) {
    const Groups groups = group_rows(keys, rows, with_threads(threads));
    REQUIRE(groups.size() == expected.size());
    CHECK(groups.method() == method);
    const auto numbers = numbers_of(groups);
    std::vector<std::int64_t> first(expected.size(), -1);
    bool all_right = true;
    for (std::size_t i = 0; i < rows; ++i) {
      all_right = all_right && numbers[i] == *number_of[i];
      if (first[numbers[i]] < 0) first[numbers[i]] = static_cast<std::int64_t>(i);
    }
    CHECK(all_right);
    CHECK(first == groups.first());
  }
}

constexpr std::size_t many = 200000;

}  // namespace

TEST_CASE("whole numbers in a small range are addressed directly") {
  std::mt19937 random(1);
  std::vector<std::int32_t> a(many), b(many);
  std::vector<double> days(many);
  for (std::size_t i = 0; i < many; ++i) {
    a[i] = random() % 20 == 0 ? missing_int32 : static_cast<std::int32_t>(random() % 37) - 11;
    b[i] = static_cast<std::int32_t>(random() % 5);
    days[i] = random() % 9 == 0 ? missing_number() : 19000 + random() % 400;
  }
  check_groups({view(a)}, many, Method::direct);
  check_groups({view(a), view(b)}, many, Method::direct);
  check_groups({view(days), view(b)}, many, Method::direct);
}

TEST_CASE("wide keys are hashed, with missing and odd values apart") {
  std::mt19937_64 random(2);
  std::vector<double> x(many);
  std::vector<std::int64_t> w(many);
  for (std::size_t i = 0; i < many; ++i) {
    x[i] = static_cast<double>(random() % 50000) / 7;
    w[i] = static_cast<std::int64_t>(random() % 3) * INT64_C(4000000000000000000) - 1;
  }
  x[7] = missing_number();
  x[8] = NAN;
  x[9] = -0.0;
  x[10] = 0.0;
  x[11] = INFINITY;
  w[12] = missing_int64;
  w[13] = INT64_MAX;
  check_groups({view(x)}, many, Method::hashed);
  check_groups({view(w), view(x)}, many, Method::hashed);
}

TEST_CASE("sorted rows are only gone through") {
  std::vector<std::int32_t> a(many);
  std::vector<double> b(many);
  for (std::size_t i = 0; i < many; ++i) {
    a[i] = static_cast<std::int32_t>(i / 1000);
    b[i] = i % 1000 > 990 ? missing_number() : static_cast<double>(i % 1000 / 10) / 8;
  }
  check_groups({view(a), view(b)}, many, Method::sorted);
}

TEST_CASE("no keys, no rows, one row") {
  CHECK(group_rows({}, 5, with_threads(1)).size() == 1);
  CHECK(group_rows({}, 0, with_threads(1)).size() == 0);
  const std::vector<double> none, one = {3};
  CHECK(group_rows({view(none)}, 0, with_threads(2)).size() == 0);
  CHECK(group_rows({view(one)}, 1, with_threads(2)).size() == 1);
}

TEST_CASE("text is coded by identity in order of first appearance") {
  std::mt19937 random(4);
  std::vector<std::array<char, 8>> pool(50000);
  const char gap = 0;
  // The same number of texts throughout, or another in the first rows than in the rest.
  const std::size_t all = pool.size(), head = 70000;
  for (const auto& different :
       {std::pair<std::size_t, std::size_t>{3, 3}, {700, 700}, {all, all}, {3, all}, {all, 3}}) {
    std::vector<const void*> cells(many);
    for (std::size_t i = 0; i < many; ++i) {
      const std::size_t n = i < head ? different.first : different.second;
      cells[i] = random() % 50 == 0 ? &gap : pool[random() % n].data();
    }
    std::map<const void*, std::int32_t> expected;
    std::int32_t next = 0;
    for (const int threads : {1, 2, 7}) {
      std::vector<std::int32_t> codes(many);
      const auto found = encode_text(cells.data(), many, &gap, codes.data(), with_threads(threads));
      bool all_right = true;
      for (std::size_t i = 0; i < many; ++i) {
        const auto entry = expected.emplace(cells[i], cells[i] == &gap ? missing_int32 : next + 1);
        if (entry.second && cells[i] != &gap) ++next;
        all_right = all_right && codes[i] == entry.first->second;
      }
      CHECK(all_right);
      CHECK(static_cast<std::int32_t>(found.distinct.size()) == next);
      CHECK(cells[found.first_missing] == &gap);
      for (std::size_t k = 0; k < found.distinct.size(); k += 997) {
        CHECK(cells[found.first[k]] == found.distinct[k]);
        CHECK(codes[found.first[k]] == static_cast<std::int32_t>(k) + 1);
      }
    }
  }
}

TEST_CASE("texts rank by code point, and bad bytes are seen") {
  const std::vector<std::string_view> texts{"b", "a", "\xC3\xA9", "B", "", "abcdefghi", "abcdefgh"};
  std::vector<std::uint64_t> heads;
  for (const auto text : texts) heads.push_back(head_of(text));
  CHECK(rank_texts(heads, [&](std::size_t i) { return texts[i]; }) ==
        std::vector<std::int32_t>{5, 2, 6, 1, 0, 4, 3});
  for (const char* good : {"", "a", "\xC3\xA9", "\xE2\x82\xAC", "\xF0\x9F\x9A\xA2"}) {
    CHECK(is_valid_utf8(good));
  }
  for (const char* bad : {"\xE9", "\xC0\x80", "\xED\xA0\x80", "\xE2\x82", "\xF5\x80\x80\x80"}) {
    CHECK_FALSE(is_valid_utf8(bad));
  }
}

TEST_CASE("few and many texts and numbers stand in order, however much they share") {
  std::mt19937 random(8);
  for (const std::size_t n : {2u, 25u, 1023u, 1024u, 5000u}) {
    std::vector<std::string> texts(n);
    std::vector<std::uint64_t> heads(n);
    std::vector<double> x(n);
    std::vector<std::int32_t> by_text(n), by_number(n), rank(n);
    for (std::size_t i = 0; i < n; ++i) {
      while (texts[i].size() < random() % 12) texts[i] += "ab\xC3\xA9"[random() % 4];
      texts[i] += std::to_string(i);
      heads[i] = head_of(texts[i]);
      x[i] = std::ldexp(static_cast<double>(random() % 50) - 25, static_cast<int>(random() % 60));
      by_text[i] = by_number[i] = static_cast<std::int32_t>(i);
    }
    std::sort(by_text.begin(), by_text.end(), [&](int a, int b) { return texts[a] < texts[b]; });
    for (std::size_t i = 0; i < n; ++i) rank[by_text[i]] = static_cast<std::int32_t>(i);
    CHECK(rank_texts(heads, [&](std::size_t i) { return std::string_view(texts[i]); }) == rank);
    std::stable_sort(by_number.begin(), by_number.end(), [&](int a, int b) { return x[a] < x[b]; });
    const auto order = order_rows({{view(x), false}}, n, with_threads(2));
    CHECK(std::equal(by_number.begin(), by_number.end(), order.data()));
  }
}

TEST_CASE("sorting is stable, by several keys, missing last both ways") {
  std::mt19937 random(6);
  const std::size_t n = 70000;
  std::vector<double> x(n);
  std::vector<std::int32_t> y(n);
  for (std::size_t i = 0; i < n; ++i) {
    x[i] = random() % 11 == 0 ? missing_number() : static_cast<double>(random() % 100) / 3 - 9;
    y[i] = random() % 11 == 0 ? missing_int32 : static_cast<std::int32_t>(random() % 10) - 5;
  }
  for (const bool down : {false, true}) {
    std::vector<std::int32_t> expected(n);
    for (std::size_t i = 0; i < n; ++i) expected[i] = static_cast<std::int32_t>(i);
    std::stable_sort(expected.begin(), expected.end(), [&](int a, int b) {
      if (y[a] != y[b]) {
        if (is_missing(y[a]) || is_missing(y[b])) return is_missing(y[b]);
        return down ? y[a] > y[b] : y[a] < y[b];
      }
      if (is_missing(x[a]) || is_missing(x[b])) return !is_missing(x[a]) && is_missing(x[b]);
      return x[a] < x[b];
    });
    const auto order = order_rows({{view(y), down}, {view(x), false}}, n, with_threads(2));
    CHECK(std::equal(expected.begin(), expected.end(), order.data()));
    // Rows that stand in order stay, and one that does not is found wherever it is.
    std::vector<double> u;
    std::vector<std::int32_t> v;
    for (const std::int32_t row : expected) {
      u.push_back(x[row]);
      v.push_back(y[row]);
    }
    for (const std::size_t moved : {n, n - 1, n / 2}) {
      if (moved < n) std::rotate(v.begin(), v.begin() + moved, v.begin() + moved + 1);
      if (moved < n) std::rotate(u.begin(), u.begin() + moved, u.begin() + moved + 1);
      const auto again = order_rows({{view(v), down}, {view(u), false}}, n, with_threads(2));
      const auto sorted = [&](std::size_t i) {
        return y[expected[i]] == v[again[i]] && bits_of(x[expected[i]]) == bits_of(u[again[i]]);
      };
      bool all = true;
      for (std::size_t i = 0; i < n; ++i) all = all && sorted(i) && (moved < n || again[i] == static_cast<std::int32_t>(i));
      CHECK(all);
    }
  }
}
