// States that are made of parts, merged in any order, saved and read again give what all rows at once give.
#include <algorithm>
#include <cmath>
#include <doctest/doctest.h>
#include <filesystem>
#include <numeric>

#include "base/spill.h"
#include "folds/states.h"
#include "group/values_by_group.h"
#include "helpers.h"

using namespace idle;

namespace {

// Values of every size, some missing, some no numbers, and keys of which each part has only some.
struct Rows {
  std::vector<std::int32_t> key, whole, met, rank, code;
  std::vector<double> amount, wild, weight;
  std::vector<std::int64_t> big;
};

Rows rows_of(std::size_t n, unsigned seed, bool odd) {
  std::mt19937_64 random(seed);
  Rows rows;
  const int size = static_cast<int>(random() % 12) - 6;
  for (std::size_t i = 0; i < n; ++i) {
    const bool gone = random() % 11 == 0;
    rows.key.push_back(static_cast<std::int32_t>(random() % (5 + seed % 40)));
    rows.whole.push_back(gone ? missing_int32 : static_cast<std::int32_t>(random() % 60) - 30);
    rows.met.push_back(random() % 9 == 0 ? missing_int32 : static_cast<std::int32_t>(random() % 2));
    rows.code.push_back(gone ? missing_int32 : static_cast<std::int32_t>(1 + random() % 7));
    rows.big.push_back(gone ? missing_int64 : static_cast<std::int64_t>(random() >> 20));
    rows.amount.push_back(gone ? missing_number() : std::ldexp(static_cast<double>(random() % 5000) / 100 - 20, size));
    rows.weight.push_back(static_cast<double>(random() % 9) / 4);
    double x = std::ldexp(static_cast<double>(random()) / 1e19 - 0.5, static_cast<int>(random() % 600) - 300);
    if (odd && random() % 40 == 0) x = std::numeric_limits<double>::quiet_NaN();
    if (odd && random() % 40 == 0) x = std::numeric_limits<double>::infinity();
    rows.wild.push_back(x);
  }
  rows.rank = {0, 1, 2, 3, 4, 5, 6};
  return rows;
}

std::vector<Feed> feeds_of(const Rows& rows) {
  const auto feed = [](ColumnView values, std::vector<std::string> folds, const std::int32_t* condition = nullptr) {
    Feed one;
    one.values = values;
    one.folds = std::move(folds);
    one.condition = condition;
    return one;
  };
  ColumnView texts = view(rows.code, 7);
  texts.rank = rows.rank.data();
  std::vector<Feed> feeds = {feed(view(rows.amount), {"total", "spread", "extremes", "counted"}),
                             feed(view(rows.wild), {"total", "spread", "counted"}, rows.met.data()),
                             feed(view(rows.whole), {"total", "spread", "extremes", "counted"}),
                             feed(view(rows.big), {"total", "extremes", "counted"}, rows.met.data()),
                             feed(texts, {"counted"}), feed(view(rows.amount), {"weighted"})};
  feeds.back().weights = view(rows.weight);
  return feeds;
}

const std::vector<std::vector<std::string>> answers_of_fold(const std::string& fold) {
  if (fold == "total") return {{"sum", "mean"}};
  if (fold == "spread") return {{"var", "sd", "var_pop", "sd_pop"}};
  if (fold == "extremes") return {{"min", "max"}};
  if (fold == "weighted") return {{"weighted_mean"}};
  return {{"quantile:0x1p-1", "quantile:0.9", "distinct", "mode", "mode_ties", "least", "greatest"}};
}

std::vector<std::int32_t> in_turn(std::size_t n) {
  std::vector<std::int32_t> all(n);
  std::iota(all.begin(), all.end(), 0);
  return all;
}

// All answers as bits, groups in the order of `at`.
std::vector<std::uint64_t> answers(const States& states, const std::vector<std::int32_t>& at) {
  std::vector<std::uint64_t> found;
  for (std::size_t f = 0; f < states.summary.feeds.size(); ++f) {
    const FeedResult& feed = states.summary.feeds[f];
    for (std::size_t k = 0; k < feed.folds.size(); ++k) {
      const auto names = answers_of_fold(states.folds[f][k]);
      for (const std::string& name : names[0]) {
        const Answers some = feed.folds[k]->finish(name, feed.filled, at);
        for (const double x : some.numbers) found.push_back(std::isnan(x) && !is_missing(x) ? 1 : bits_of(x));
        for (const auto x : some.codes) found.push_back(static_cast<std::uint64_t>(x));
        for (const auto x : some.wholes) found.push_back(static_cast<std::uint64_t>(x));
      }
    }
    for (const std::int32_t g : at) {
      const auto group = static_cast<std::size_t>(g);
      found.push_back(static_cast<std::uint64_t>(feed.filled[group]));
      found.push_back(feed.missing.empty() ? 0 : static_cast<std::uint64_t>(feed.missing[group]));
      found.push_back(static_cast<std::uint64_t>(states.summary.entries[group]));
    }
    found.push_back(static_cast<std::uint64_t>(feed.unknown));
  }
  return found;
}

struct Part {
  States states;
  std::vector<std::int32_t> keys;
};

Part part_of(const Rows& rows) {
  const Groups groups = group_rows({view(rows.key)}, rows.key.size(), with_threads(2));
  Part part{states_of(groups, feeds_of(rows), with_threads(2)), {}};
  for (const auto row : groups.first()) part.keys.push_back(rows.key[static_cast<std::size_t>(row)]);
  return part;
}

// Takes a part in, and groups that are new behind those that there are.
void take_part(Part& all, const Part& part) {
  std::vector<std::int32_t> to;
  for (const auto key : part.keys) {
    auto at = std::find(all.keys.begin(), all.keys.end(), key);
    if (at == all.keys.end()) at = all.keys.insert(all.keys.end(), key);
    to.push_back(static_cast<std::int32_t>(at - all.keys.begin()));
  }
  take_in(all.states, part.states, to, all.keys.size());
}

std::vector<std::int32_t> in_key_order(const Part& part) {
  auto at = in_turn(part.keys.size());
  std::sort(at.begin(), at.end(), [&](int a, int b) {
    return part.keys[static_cast<std::size_t>(a)] < part.keys[static_cast<std::size_t>(b)];
  });
  return at;
}

template <typename T>
void append(std::vector<T>& to, const std::vector<T>& from) {
  to.insert(to.end(), from.begin(), from.end());
}

Rows all_rows(const std::vector<Rows>& parts) {
  Rows all;
  for (const Rows& part : parts) {
    append(all.key, part.key);
    append(all.whole, part.whole);
    append(all.met, part.met);
    append(all.code, part.code);
    append(all.amount, part.amount);
    append(all.wild, part.wild);
    append(all.weight, part.weight);
    append(all.big, part.big);
  }
  all.rank = parts[0].rank;
  return all;
}

struct Spilling {
  explicit Spilling(std::size_t bytes) { set_spill({std::filesystem::temp_directory_path().string(), bytes}); }
  ~Spilling() { set_spill({}); }
};

}  // namespace

TEST_CASE("states of parts, merged in any order, are those of all rows at once") {
  std::mt19937 random(5);
  for (unsigned round = 0; round < rounds(60); ++round) {
    std::vector<Rows> parts;
    for (unsigned k = 0; k < 1 + round % 9; ++k) parts.push_back(rows_of(random() % 900, 100 * round + k, round % 3 == 0));
    const Part whole = part_of(all_rows(parts));
    std::vector<std::size_t> order(parts.size());
    std::iota(order.begin(), order.end(), 0);
    std::shuffle(order.begin(), order.end(), random);
    Part merged = part_of(rows_of(0, 1, false));
    for (const auto k : order) {
      Part part = part_of(parts[k]);
      if (k % 2 == 0) part.states = loaded(saved(part.states));
      take_part(merged, part);
    }
    CHECK(answers(merged.states, in_key_order(merged)) == answers(whole.states, in_key_order(whole)));
    const States again = loaded(saved(merged.states));
    CHECK(answers(again, in_key_order(merged)) == answers(whole.states, in_key_order(whole)));
    const std::vector<std::int32_t> together(whole.keys.size(), 0);
    const States one = gathered(whole.states, together, 1);
    const States other = gathered(merged.states, std::vector<std::int32_t>(merged.keys.size(), 0), 1);
    CHECK(answers(one, {0}) == answers(other, {0}));
  }
}

TEST_CASE("counted values give what the values themselves do") {
  for (unsigned seed = 1; seed < 12; ++seed) {
    const Rows rows = rows_of(5000, seed, seed % 4 == 0);
    const Groups groups = group_rows({view(rows.key)}, rows.key.size(), with_threads(1));
    const States states = states_of(groups, feeds_of(rows), with_threads(1));
    const auto check = [&](std::size_t f, const Wanted& wanted) {
      const FeedResult& feed = states.summary.feeds[f];
      const auto& fold = *feed.folds.back();
      const auto at = in_turn(groups.size());
      const auto medians = quantiles(groups, wanted, 0.5, with_threads(1));
      const auto distinct = count_distinct(groups, wanted, with_threads(1));
      const auto found = fold.finish("quantile:0x1p-1", feed.filled, at).numbers;
      const auto counts = fold.finish("distinct", feed.filled, at).numbers;
      for (std::size_t g = 0; g < groups.size(); ++g) {
        const auto place = static_cast<std::size_t>(groups.place_of_group()[g]);
        CHECK((bits_of(found[g]) == bits_of(medians[place]) || (std::isnan(found[g]) && std::isnan(medians[place]))));
        CHECK(static_cast<std::int64_t>(counts[g]) == distinct[place]);
      }
    };
    check(0, {view(rows.amount), nullptr});
    check(1, {view(rows.wild), rows.met.data()});
    check(2, {view(rows.whole), nullptr});
    check(3, {view(rows.big), rows.met.data()});
  }
}

TEST_CASE("values put by in files give what those in memory give") {
  std::vector<Rows> parts;
  for (unsigned k = 0; k < 6; ++k) parts.push_back(rows_of(60000, 40 * k + 39, false));
  const Part whole = part_of(all_rows(parts));
  const std::size_t before = bytes_spilled();
  const Spilling spilling(1 << 20);
  Part merged = part_of(parts[3]);
  for (const std::size_t k : {0, 5, 1, 4, 2}) take_part(merged, part_of(parts[k]));
  CHECK(answers(merged.states, in_key_order(merged)) == answers(whole.states, in_key_order(whole)));
  CHECK(bytes_spilled() > before);
  set_spill({"/no/such/folder", 1});
  CHECK_THROWS_AS(part_of(all_rows(parts)), CannotSpill);
}

TEST_CASE("codes can be changed for others") {
  const Rows rows = rows_of(3000, 3, false);
  Part part = part_of(rows);
  Rows turned = rows;
  for (auto& code : turned.code) code = is_missing(code) ? code : 8 - code;
  Part other = part_of(turned);
  for (const auto& fold : other.states.summary.feeds[4].folds) fold->recode({7, 6, 5, 4, 3, 2, 1});
  CHECK(answers(part.states, in_key_order(part)) == answers(other.states, in_key_order(other)));
}

TEST_CASE("a part without rows is kept, read again and taken in like any other") {
  for (const bool codes : {false, true}) {
    const Rows none = rows_of(0, 3, true);
    const std::vector<std::int32_t> code;
    const Groups groups = group_rows({codes ? view(code, 0) : view(none.key)}, 0, with_threads(2));
    CHECK(groups.size() == 0);
    CHECK(groups.places() == 0);
    Part empty{states_of(groups, feeds_of(none), with_threads(2)), {}};
    empty.states = loaded(saved(empty.states));
    CHECK(empty.states.size() == 0);
    const Part part = part_of(rows_of(50, 4, true));
    const auto wanted = answers(part.states, in_key_order(part));
    take_part(empty, part);
    CHECK(answers(empty.states, in_key_order(empty)) == wanted);
    take_part(empty, {loaded(saved(states_of(groups, feeds_of(none), with_threads(2)))), {}});
    CHECK(answers(empty.states, in_key_order(empty)) == wanted);
  }
}

TEST_CASE("a damaged state is an error and never more, tens of thousands of times") {
  std::mt19937_64 random(11);
  const std::string plain = saved(part_of(rows_of(9, 2, true)).states);
  std::size_t refused = 0, taken = 0;
  const std::size_t damaged = rounds(100000);
  for (std::size_t round = 0; round < damaged; ++round) {
    // Half of them have a checksum that fits, so that what stands behind it is looked at.
    std::string bytes = plain.substr(24);
    const std::size_t changes = 1 + random() % 4;
    for (std::size_t k = 0; k < changes; ++k) bytes[random() % bytes.size()] = static_cast<char>(random());
    if (random() % 10 == 0) bytes.resize(random() % bytes.size());
    std::string whole = round % 2 == 0 ? sealed_state(bytes, 1) : plain.substr(0, 24) + bytes;
    try {
      const States states = loaded(whole);
      if (++taken % 8 != 0) continue;  // what comes after reading takes much longer
      answers(states, in_turn(states.size()));
      States sum = loaded(plain);
      take_in(sum, states, in_turn(states.size()), std::max(sum.size(), states.size()));
      answers(sum, in_turn(sum.size()));
    } catch (const BadState&) {
      ++refused;
    } catch (const std::overflow_error&) {
    } catch (const std::invalid_argument&) {
    }
  }
  CHECK(refused + taken >= damaged);
  CHECK(refused > damaged / 2);
  std::string flipped = plain;
  for (std::size_t at = 0; at < plain.size(); at += 7) {
    flipped[at] = static_cast<char>(flipped[at] ^ 1 << at % 8);
    CHECK_THROWS_AS(loaded(flipped), BadState);
    flipped[at] = plain[at];
  }
  CHECK_THROWS_AS(loaded(""), BadState);
  CHECK_THROWS_AS(loaded(sealed_state(plain.substr(24), 99)), BadState);
}

namespace {

// A feed of one fold over values of one kind, or over none that is filled in.
struct Typed {
  std::vector<double> numbers{1.5, 2.5, -3, 2.5};
  std::vector<std::int32_t> wholes{1, 2, -3, 2}, codes{1, 2, 3, 2}, ranks{0, 1, 2};
  std::vector<std::int64_t> bigs{INT64_C(1) << 40, 2, -3, 2};
  std::vector<double> weights{1, 2, 1, 0.5};
  std::vector<std::int32_t> key{0, 1, 0, 1};

  ColumnView values(int kind) const {
    if (kind == 0) return view(numbers);
    if (kind == 1) return view(wholes);
    if (kind == 2) return view(bigs);
    ColumnView texts = view(codes, 3);
    texts.rank = ranks.data();
    return texts;
  }
  void clear() {
    std::fill(numbers.begin(), numbers.end(), missing_number());
    std::fill(wholes.begin(), wholes.end(), missing_int32);
    std::fill(codes.begin(), codes.end(), missing_int32);
    std::fill(bigs.begin(), bigs.end(), missing_int64);
  }
  States states(int kind, const std::string& fold) const {
    Feed feed;
    feed.values = values(kind);
    feed.folds = {fold};
    if (fold == "weighted") feed.weights = view(weights);
    const Groups groups = group_rows({view(key)}, key.size(), with_threads(1));
    return states_of(groups, {feed}, with_threads(1));
  }
};

bool fits(int kind, const std::string& fold) {
  if (fold == "counted") return true;
  if (fold == "weighted") return kind == 0;
  return kind != 3;
}

States merged(States first, const States& later) {
  take_in(first, later, {0, 1}, 2);
  return first;
}

}  // namespace

TEST_CASE("states of unlike kinds do not merge, and those without a value take the kind of the first that has one") {
  const Typed some;
  Typed none;
  none.clear();
  for (const char* fold : {"total", "spread", "extremes", "counted", "weighted"}) {
    for (int a = 0; a < 4; ++a) {
      for (int b = 0; b < 4; ++b) {
        if (!fits(a, fold) || !fits(b, fold)) continue;
        INFO(fold << ' ' << a << ' ' << b);
        const States here = some.states(a, fold), there = some.states(b, fold), blank = none.states(b, fold);
        if (a == b) {
          CHECK_NOTHROW(merged(some.states(a, fold), there));
        } else {
          CHECK_THROWS_AS(merged(some.states(a, fold), there), BadState);
          CHECK_THROWS_AS(merged(some.states(a, fold), loaded(saved(there))), BadState);
        }
        for (const bool kept : {false, true}) {
          const States later = merged(some.states(a, fold), kept ? loaded(saved(blank)) : none.states(b, fold));
          const States first = merged(kept ? loaded(saved(blank)) : none.states(b, fold), here);
          const auto whole = answers(merged(some.states(a, fold), none.states(a, fold)), {0, 1});
          CHECK(answers(later, {0, 1}) == whole);
          CHECK(answers(first, {0, 1}) == whole);
        }
      }
    }
  }
}
