// Every moving figure, rank and neighbour against working each row by itself, on random small tables: ties, gaps,
// odd values, conditions, weights, dates with days missing, frames of every shape, few groups and many.
#include <algorithm>
#include <cmath>
#include <doctest/doctest.h>
#include <map>

#include "column/calendar.h"
#include "helpers.h"
#include "window/neighbours.h"
#include "window/ranks.h"
#include "window/slide.h"

using namespace idle;

namespace {

__extension__ typedef __int128 Whole;
__extension__ typedef __float128 Long;

// Values are whole numbers of 2^unit, so that the oracle adds them up in whole numbers.
struct Case {
  std::vector<std::int32_t> group, met, day;
  std::vector<double> key, value, weight;
  std::vector<std::int64_t> whole;
  int unit;
  std::size_t size() const { return group.size(); }
};

constexpr std::int64_t odd_mark = INT64_MAX;

Case random_case(std::mt19937_64& random) {
  Case c;
  const std::size_t n = random() % 60;
  const int groups = 1 + static_cast<int>(random() % 4), bits = 1 + static_cast<int>(random() % 40);
  const int units[] = {0, -3, -40, 60, -1060, -1074, 900};
  c.unit = units[random() % 7];
  const bool odd = random() % 4 == 0, gaps = random() % 2 == 0, ordered = random() % 3 == 0;
  std::int32_t last = -400;
  for (std::size_t i = 0; i < n; ++i) {
    c.group.push_back(static_cast<std::int32_t>(random() % groups));
    c.met.push_back(random() % 7 == 0 ? missing_int32 : random() % 4 == 0 ? 0 : 1);
    last += static_cast<std::int32_t>(random() % 40 == 0 ? 300 : random() % 4);
    const bool undated = random() % 12 == 0;
    c.day.push_back(undated && !ordered ? missing_int32
                    : ordered           ? last
                                        : static_cast<std::int32_t>(random() % 70) - 30);
    c.key.push_back(random() % 9 == 0 ? missing_number() : static_cast<double>(random() % 12) - 4);
    const auto size = static_cast<std::int64_t>(random() >> (63 - bits));
    const std::int64_t signed_size = random() % 2 ? size : -size;
    const bool gone = gaps && random() % 5 == 0;
    c.whole.push_back(gone ? missing_int64 : signed_size);
    c.value.push_back(gone ? missing_number() : std::ldexp(static_cast<double>(signed_size), c.unit));
    if (odd && random() % 9 == 0) {
      const double odd_values[] = {INFINITY, -INFINITY, std::numeric_limits<double>::quiet_NaN()};
      c.value.back() = odd_values[random() % 3];
      c.whole.back() = odd_mark;
    }
    c.weight.push_back(gaps && random() % 9 == 0 ? missing_number() : static_cast<double>(random() % 9) / 4);
  }
  return c;
}

Reach random_reach(std::mt19937_64& random, bool behind) {
  Reach reach;
  switch (random() % 5) {
    case 0: reach.unit = Reach::Unit::end; break;
    case 1: reach.unit = Reach::Unit::days; break;
    case 2: reach.unit = Reach::Unit::months; break;
    default: reach.unit = Reach::Unit::rows;
  }
  reach.n = static_cast<std::int64_t>(random() % 9) - (random() % 6 == 0 ? 4 : 0);
  reach.short_of = behind && by_calendar({reach, {}, false}) && random() % 2;
  return reach;
}

Frame random_frame(std::mt19937_64& random) {
  for (;;) {
    Frame frame{random_reach(random, true), random_reach(random, false), random() % 4 == 0};
    const auto dated = [](const Reach& r) { return r.unit == Reach::Unit::days || r.unit == Reach::Unit::months; };
    const auto rows = [](const Reach& r) { return r.unit == Reach::Unit::rows; };
    if (dated(frame.behind) && rows(frame.ahead)) frame.ahead = {Reach::Unit::days, 0, false};
    if (dated(frame.ahead) && rows(frame.behind)) frame.behind = {Reach::Unit::days, 0, false};
    if (by_calendar(frame)) frame.together = false;
    const bool ends = frame.behind.unit == Reach::Unit::end || frame.ahead.unit == Reach::Unit::end;
    if (ends && (frame.behind.n < 0 || frame.ahead.n < 0)) continue;
    if (frame.behind.n + frame.ahead.n >= 0) return frame;
  }
}

// The rows of each group in its order, as a stable sort has them.
std::vector<std::vector<int>> in_order(const Case& c, bool by_day) {
  std::map<std::int32_t, std::vector<int>> rows;
  for (std::size_t i = 0; i < c.size(); ++i) rows[c.group[i]].push_back(static_cast<int>(i));
  std::vector<std::vector<int>> all;
  for (auto& group : rows) {
    std::stable_sort(group.second.begin(), group.second.end(), [&](int a, int b) {
      if (by_day) return (is_missing(c.day[a]) ? INT32_MAX : c.day[a]) < (is_missing(c.day[b]) ? INT32_MAX : c.day[b]);
      if (is_missing(c.key[a]) || is_missing(c.key[b])) return !is_missing(c.key[a]);
      return c.key[a] < c.key[b];
    });
    // Missing keys come last, in the order of entry.
    std::stable_partition(group.second.begin(), group.second.end(), [&](int row) {
      return by_day ? !is_missing(c.day[row]) : !is_missing(c.key[row]);
    });
    std::stable_sort(std::find_if(group.second.begin(), group.second.end(), [&](int row) {
      return by_day ? is_missing(c.day[row]) : is_missing(c.key[row]);
    }), group.second.end());
    all.push_back(group.second);
  }
  return all;
}

bool ties(const Case& c, bool by_day, int a, int b) {
  if (by_day) return c.day[a] == c.day[b];
  return c.key[a] == c.key[b] || (is_missing(c.key[a]) && is_missing(c.key[b]));
}

struct Seen {
  std::vector<int> rows;
  bool full = false;
};

std::int64_t oracle_reach(std::int64_t day, const Reach& reach, int side) {
  if (reach.unit != Reach::Unit::months) return day + side * (reach.n - (reach.short_of ? 1 : 0));
  std::int64_t year = 1970, month = 0, left = day;  // by going through the months one by one
  const auto length = [](std::int64_t y, std::int64_t m) {
    const bool leap = (y % 4 == 0 && y % 100 != 0) || y % 400 == 0;
    const int days[] = {31, leap ? 29 : 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31};
    return static_cast<std::int64_t>(days[m]);
  };
  const auto step = [&](int by) {
    month += by;
    if (month == 12) month = 0, ++year;
    if (month == -1) month = 11, --year;
  };
  while (left < 0) step(-1), left += length(year, month);
  while (left >= length(year, month)) left -= length(year, month), step(1);
  std::int64_t first = day - left;
  for (std::int64_t k = 0; k < std::abs(reach.n); ++k) {
    if ((side > 0) == (reach.n > 0)) {
      first += length(year, month), step(1);
    } else {
      step(-1), first -= length(year, month);
    }
  }
  const std::int64_t there = first + std::min(left, length(year, month) - 1);
  return reach.short_of ? there - side : there;
}

Seen calendar_frame(const Case& c, const std::vector<int>& rows, int at, const Frame& frame) {
  Seen seen;
  const std::int32_t day = c.day[rows[at]];
  if (is_missing(day)) return seen;
  std::int64_t first = INT64_MAX, last = INT64_MIN;
  for (const int row : rows) {
    if (is_missing(c.day[row])) continue;
    first = std::min<std::int64_t>(first, c.day[row]);
    last = std::max<std::int64_t>(last, c.day[row]);
  }
  const std::int64_t from = frame.behind.unit == Reach::Unit::end ? first : oracle_reach(day, frame.behind, -1);
  const std::int64_t to = frame.ahead.unit == Reach::Unit::end ? last : oracle_reach(day, frame.ahead, 1);
  for (const int row : rows) {
    if (!is_missing(c.day[row]) && c.day[row] >= from && c.day[row] <= to) seen.rows.push_back(row);
  }
  seen.full = from >= first && (to <= last || frame.ahead.n == 0);
  return seen;
}

Seen row_frame(const Case& c, const std::vector<int>& rows, int at, const Frame& frame, bool by_day) {
  const int m = static_cast<int>(rows.size());
  int from = at, to = at;
  if (frame.together) {
    while (from > 0 && ties(c, by_day, rows[from - 1], rows[at])) --from;
    while (to + 1 < m && ties(c, by_day, rows[to + 1], rows[at])) ++to;
  }
  Seen seen;
  const bool start = frame.behind.unit == Reach::Unit::end, end = frame.ahead.unit == Reach::Unit::end;
  const int low = start ? 0 : from - static_cast<int>(frame.behind.n);
  int high = end ? m - 1 : to + static_cast<int>(frame.ahead.n);
  seen.full = low >= 0 && high < m;
  high = std::min(high, m - 1);
  if (frame.together && high >= 0) {
    while (high + 1 < m && ties(c, by_day, rows[high + 1], rows[high])) ++high;
  }
  for (int k = std::max(low, 0); k <= high; ++k) seen.rows.push_back(rows[k]);
  return seen;
}

struct Values {
  std::vector<double> x;      // those that are taken, in order
  std::vector<Whole> wholes;  // the same as whole numbers
  std::vector<double> weights;
  std::vector<int> rows;
  bool odd = false;
};

Values taken(const Case& c, const std::vector<int>& rows, bool condition, bool weighted) {
  Values v;
  for (const int row : rows) {
    if (condition && c.met[row] != 1) continue;
    if (is_missing(c.value[row]) || (weighted && is_missing(c.weight[row]))) continue;
    v.x.push_back(c.value[row]);
    v.wholes.push_back(c.whole[row]);
    v.weights.push_back(c.weight[row]);
    v.rows.push_back(row);
    v.odd = v.odd || c.whole[row] == odd_mark;
  }
  return v;
}

double odd_sum(const std::vector<double>& x) {
  double sum = 0;
  for (const double value : x) sum += std::isfinite(value) ? 0 : value;
  return sum;
}

double scaled(Long x, int unit) {
  for (; unit > 0; --unit) x *= 2;
  for (; unit < 0; ++unit) x /= 2;
  return static_cast<double>(x) + 0.0;  // a zero has no sign
}

double oracle_spread(const Values& v, int less, bool root, int unit) {
  const auto n = static_cast<Whole>(v.x.size());
  if (n <= less) return missing_number();
  if (v.odd) return NAN;
  Whole sum = 0, squares = 0;
  for (const Whole x : v.wholes) sum += x, squares += x * x;
  const Long variance = static_cast<Long>(n * squares - sum * sum) / static_cast<Long>(n * (n - less));
  const double rounded = scaled(variance, 2 * unit);
  return root ? std::sqrt(rounded) : rounded;
}

double oracle_quantile(Values v, double p) {
  for (const double x : v.x) if (std::isnan(x)) return NAN;
  std::sort(v.x.begin(), v.x.end());
  const double place = p * static_cast<double>(v.x.size() - 1);
  const auto below = static_cast<std::size_t>(place + 1e-12);
  const double part = std::max(0.0, place - static_cast<double>(below));
  if (part < 1e-12 || v.x[below] == v.x[below + 1]) return v.x[below];
  if (part == 0.5) return (v.x[below] + v.x[below + 1]) / 2;
  if (std::isinf(v.x[below]) || std::isinf(v.x[below + 1])) return v.x[below] * (1 - part) + v.x[below + 1] * part;
  return v.x[below] + part * (v.x[below + 1] - v.x[below]);
}

double oracle_figure(const std::string& name, const Case& c, const Values& v, double p) {
  const auto n = static_cast<Whole>(v.x.size());
  if (n == 0) return missing_number();
  if (name == "sum" || name == "mean") {
    if (v.odd) return odd_sum(v.x);
    Whole sum = 0;
    for (const Whole x : v.wholes) sum += x;
    return scaled(static_cast<Long>(sum) / static_cast<Long>(name == "sum" ? Whole{1} : n), c.unit);
  }
  if (name == "min" || name == "max") {
    for (const double x : v.x) if (std::isnan(x)) return NAN;
    return (name == "min" ? *std::min_element(v.x.begin(), v.x.end()) : *std::max_element(v.x.begin(), v.x.end())) + 0.0;
  }
  if (name == "quantile") return oracle_quantile(v, p);
  if (name == "weighted_mean") {
    double odd = 0;
    Whole weights = 0, products = 0;
    for (std::size_t i = 0; i < v.x.size(); ++i) {
      const auto quarter = static_cast<Whole>(4 * v.weights[i]);
      if (!std::isfinite(v.x[i])) {
        odd += v.x[i] * v.weights[i];
      } else {
        products += quarter * v.wholes[i];
      }
      weights += quarter;
    }
    if (odd != 0 && (weights != 0 || std::isnan(odd))) return odd;
    if (weights == 0) return missing_number();
    return scaled(static_cast<Long>(products) / static_cast<Long>(weights), c.unit);
  }
  return oracle_spread(v, name == "var" || name == "sd" ? 1 : 0, name[0] == 's', c.unit);
}

bool same(double a, double b) {
  if (is_missing(a) || is_missing(b)) return is_missing(a) && is_missing(b);
  return (a == b && std::signbit(a) == std::signbit(b)) || (std::isnan(a) && std::isnan(b));
}

// Percentiles between two values may round otherwise in the last place.
bool nearly(double a, double b) {
  return same(a, b) || std::fabs(a - b) <= 4e-16 * std::max(std::fabs(a), std::fabs(b));
}

RowsInOrder arranged_by(const Case& c, const Groups& groups, bool by_day, const Work& work) {
  static std::vector<OrderKey> keys;
  keys = {by_day ? OrderKey{view(c.day), false} : OrderKey{view(c.key), false}};
  if (by_day) keys[0].view.kind = Kind::date;
  return arrange_rows(groups, keys, work);
}

std::int32_t oracle_row(const std::string& name, const Values& v, std::int64_t n) {
  if (name == "nth") {
    const auto size = static_cast<std::int64_t>(v.rows.size());
    const std::int64_t at = n > 0 ? n - 1 : size + n;
    return at >= 0 && at < size ? v.rows[static_cast<std::size_t>(at)] + 1 : missing_int32;
  }
  return missing_int32;
}

}  // namespace

TEST_CASE("moving figures are those of each frame by itself, whatever the frame") {
  std::mt19937_64 random(41);
  const char* names[] = {"sum", "mean", "min", "max", "quantile", "var", "sd", "var_pop", "sd_pop", "weighted_mean"};
  std::map<std::string, int> wrong;
  for (std::size_t round = 0; round < rounds(6000); ++round) {
    const Case c = random_case(random);
    const Frame frame = random_frame(random);
    const bool by_day = by_calendar(frame) || random() % 2, partial = random() % 2, condition = random() % 3 == 0;
    const Work work;
    const std::vector<ColumnView> by{view(c.group)};
    const Groups groups = group_rows(by, c.size(), work);
    const RowsInOrder arranged = arranged_by(c, groups, by_day, work);
    const auto order = in_order(c, by_day);
    const double parts[] = {0, 0.25, 0.5, 0.9, 1};
    MovingFigure figure;
    figure.values = view(c.value);
    figure.p = parts[random() % 5];
    figure.n = static_cast<std::int64_t>(random() % 6) - 3;
    if (figure.n >= 0) ++figure.n;
    figure.condition = condition ? c.met.data() : nullptr;
    const ColumnView days = view(c.day);
    const auto frames = [&](const auto& check) {
      for (const auto& rows : order) {
        for (std::size_t at = 0; at < rows.size(); ++at) {
          const auto place = static_cast<int>(at);
          Seen seen = by_calendar(frame) ? calendar_frame(c, rows, place, frame) : row_frame(c, rows, place, frame, by_day);
          const bool none = by_calendar(frame) && is_missing(c.day[rows[at]]);
          check(rows[at], seen, !none && (partial || seen.full));
        }
      }
    };
    for (const char* name : names) {
      figure.name = name;
      const bool weighted = figure.name == "weighted_mean";
      figure.weights = weighted ? view(c.weight) : ColumnView();
      std::vector<double> found(c.size());
      const FrameFacts facts = slide(arranged, frame, days, figure, partial, found.data(), work);
      std::int64_t incomplete = 0;
      frames([&](int row, const Seen& seen, bool shown) {
        const Values v = taken(c, seen.rows, condition, weighted);
        const double expected = shown ? oracle_figure(name, c, v, figure.p) : missing_number();
        incomplete += !seen.full && !(by_calendar(frame) && is_missing(c.day[row]));
        wrong[name] += !(figure.name == "quantile" ? nearly(found[row], expected) : same(found[row], expected));
      });
      if (!by_calendar(frame)) wrong["incomplete"] += facts.incomplete != incomplete;
    }
    figure.weights = ColumnView();
    for (const char* name : {"count", "missing", "distinct", "nth", "mode"}) {
      figure.name = name;
      std::vector<std::int32_t> found(c.size());
      slide(arranged, frame, days, figure, partial, found.data(), work);
      frames([&](int row, const Seen& seen, bool shown) {
        const Values v = taken(c, seen.rows, condition, false);
        std::int32_t expected = missing_int32;
        if (!shown) {
          wrong[name] += found[row] != missing_int32;
          return;
        }
        if (figure.name == "count") expected = static_cast<std::int32_t>(v.x.size());
        if (figure.name == "nth") expected = oracle_row(name, v, figure.n);
        if (figure.name == "missing") {
          expected = 0;
          for (const int other : seen.rows) expected += (!condition || c.met[other] == 1) && is_missing(c.value[other]);
        }
        std::map<std::uint64_t, int> times;
        for (const double x : v.x) ++times[std::isnan(x) ? 0 : bits_of(x + 0.0) + 1];
        if (figure.name == "distinct") expected = static_cast<std::int32_t>(times.size());
        if (figure.name == "mode") {
          if (v.x.empty() || v.odd) return;
          int most = 0;
          for (const auto& one : times) most = std::max(most, one.second);
          double least = INFINITY;
          for (const double x : v.x) if (times[bits_of(x + 0.0) + 1] == most) least = std::min(least, x);
          wrong[name] += found[row] == missing_int32 || c.value[found[row] - 1] != least;
          return;
        }
        wrong[name] += found[row] != expected;
      });
    }
  }
  for (const auto& one : wrong) {
    INFO(one.first);
    CHECK(one.second == 0);
  }
}

TEST_CASE("ranks, tiles and neighbours are those found by counting") {
  std::mt19937_64 random(42);
  int wrong = 0;
  for (std::size_t round = 0; round < rounds(6000); ++round) {
    const Case c = random_case(random);
    const Work work;
    const std::vector<ColumnView> by{view(c.group)};
    const Groups groups = group_rows(by, c.size(), work);
    const bool by_day = random() % 2;
    const RowsInOrder arranged = arranged_by(c, groups, by_day, work);
    const auto tiles = static_cast<std::int64_t>(1 + random() % 7);
    const auto away = static_cast<std::int64_t>(random() % 9) - 4;
    const std::size_t n = c.size();
    std::map<std::string, std::vector<std::int32_t>> place;
    std::map<std::string, std::vector<double>> part;
    std::int64_t unplaced = 0;
    for (const char* what : {"row_number", "rank", "dense_rank", "ntile"}) {
      place[what].resize(n);
      const auto none = rank_rows(arranged, what, tiles, place[what].data(), work);
      if (std::string(what) == "rank") unplaced = none;
    }
    for (const char* what : {"percent_rank", "cume_dist"}) {
      part[what].resize(n);
      rank_rows(arranged, what, 1, part[what].data(), work);
    }
    std::vector<std::int32_t> there(n), skipping(n), carried(n);
    const ColumnView values = view(c.value);
    rows_away(arranged, away, nullptr, there.data(), work);
    rows_away(arranged, away, &values, skipping.data(), work);
    rows_carried(arranged, values, carried.data(), work);
    for (const auto& rows : in_order(c, by_day)) {
      const auto m = static_cast<int>(rows.size());
      const auto gone = [&](int row) { return by_day ? is_missing(c.day[row]) : is_missing(c.key[row]); };
      int placed = 0;
      for (const int row : rows) placed += !gone(row);
      std::int32_t last = missing_int32;
      for (int at = 0; at < m; ++at) {
        const int row = rows[at];
        if (!is_missing(c.value[row])) last = row + 1;
        wrong += carried[row] != last || place["row_number"][row] != at + 1;
        wrong += there[row] != (at - away >= 0 && at - away < m ? rows[at - away] + 1 : missing_int32);
        std::vector<int> filled;
        for (int k = 0; k < m; ++k) {
          const bool side = away > 0 ? k < at : k > at;
          if (side && !is_missing(c.value[rows[k]])) filled.push_back(rows[k]);
        }
        const auto far = static_cast<std::size_t>(std::abs(away));
        const std::int32_t expected = away == 0 ? row + 1
                                      : far > filled.size() ? missing_int32
                                      : (away > 0 ? filled[filled.size() - far] : filled[far - 1]) + 1;
        wrong += skipping[row] != expected;
        if (gone(row)) {
          --unplaced;
          wrong += place["rank"][row] != missing_int32 || place["ntile"][row] != missing_int32 ||
                   !is_missing(part["cume_dist"][row]) || !is_missing(part["percent_rank"][row]);
          continue;
        }
        int before = 0, upto = 0, different = 0;
        for (int k = 0; k < placed; ++k) {
          const bool tie = ties(c, by_day, rows[k], row);
          before += k < at && !tie;
          upto += k <= at || tie;
          different += k < at && !tie && (k == 0 || !ties(c, by_day, rows[k], rows[k - 1]));
        }
        int tile = 0;
        for (std::int64_t k = 0, sum = 0; sum <= at; ++k) sum += placed / tiles + (k < placed % tiles), ++tile;
        wrong += place["rank"][row] != before + 1 || place["dense_rank"][row] != different + 1 ||
                 place["ntile"][row] != tile;
        wrong += part["percent_rank"][row] != (placed == 1 ? 0.0 : static_cast<double>(before) / (placed - 1)) ||
                 part["cume_dist"][row] != static_cast<double>(upto) / placed;
      }
    }
    wrong += unplaced != 0;
  }
  CHECK(wrong == 0);
}

TEST_CASE("what lies beyond all ranges is refused, and even frames near 2^31 rows do not wrap round") {
  const EvenFrames wide(INT32_MAX, INT32_MAX, INT32_MAX, false, false), narrow(INT32_MAX, 3, 3, false, false);
  CHECK(wide.low(INT32_MAX - 1) == 0);
  CHECK(wide.high(INT32_MAX - 1) == INT32_MAX);
  CHECK(wide.width() == 2 * std::int64_t{INT32_MAX} + 1);
  CHECK(narrow.high(INT32_MAX - 2) == INT32_MAX);
  CHECK(narrow.low(INT32_MAX - 2) == INT32_MAX - 5);
  CHECK_FALSE(narrow.full(INT32_MAX - 3));
  CHECK(narrow.full(INT32_MAX - 4));
  const EvenFrames beside(10, -4, 6, false, false);
  CHECK(beside.low(1) == 5);
  CHECK(beside.high(1) == 8);
  const std::vector<double> x{1, 2, 3};
  const Work work;
  const Groups whole = group_rows({}, 3, work);
  const RowsInOrder arranged = arrange_rows(whole, {{view(x), false}}, work);
  std::vector<double> out(3);
  std::vector<std::int32_t> places(3);
  MovingFigure figure;
  figure.name = "quantile";
  figure.values = view(x);
  for (const double p : {-0.1, 1.1, static_cast<double>(NAN)}) {
    figure.p = p;
    CHECK_THROWS_AS(slide(arranged, Frame(), ColumnView(), figure, true, out.data(), work), std::invalid_argument);
  }
  figure.p = 0.5;
  Frame far;
  far.behind = {Reach::Unit::months, INT64_MAX, false};
  CHECK_THROWS_AS(slide(arranged, far, view(x), figure, true, out.data(), work), std::invalid_argument);
  CHECK_THROWS_AS(rows_earlier(arranged, view(x), far.behind, places.data(), work), std::invalid_argument);
  figure.name = "shift";
  figure.n = INT64_MIN;
  CHECK_THROWS_AS(slide(arranged, Frame(), ColumnView(), figure, true, out.data(), work), std::invalid_argument);
  for (const std::int64_t tiles : {std::int64_t{0}, std::int64_t{-1}, INT64_MIN}) {
    CHECK_THROWS_AS(rank_rows(arranged, "ntile", tiles, places.data(), work), std::invalid_argument);
  }
  for (const double step : {-1.0, 0.5, 1e300, static_cast<double>(INFINITY)}) {
    CHECK_THROWS_AS(number_runs(arranged, view(x), step, true, places.data(), work), std::invalid_argument);
  }
  CHECK_THROWS_AS(months_later(INT64_MAX, 1), std::invalid_argument);
  CHECK_THROWS_AS(months_later(0, INT64_MAX), std::invalid_argument);
}
