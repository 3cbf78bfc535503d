#include "arranged.h"

#include <algorithm>
#include <atomic>
#include <limits>
#include <memory>

#include "dense_ids.h"
#include "encode.h"

namespace idle {

double between(double low, double high, double part) {
  if (part == 0 || low == high) return low;
  if (part == 0.5)
    return low / 2 + high / 2 == (low + high) / 2 ? (low + high) / 2 : low / 2 + high / 2;
  return low + part * (high - low);
}

namespace {

constexpr std::size_t slice = 8192;

bool is_wanted(const Wanted& wanted, std::size_t row) {
  if (wanted.condition != nullptr && wanted.condition[row] != 1) return false;
  return !is_missing_at(wanted.values, row);
}

template <typename Item>
struct Arranged {
  std::vector<std::size_t> start;  // of each place, and the end
  Buffer<Item> items;
};

// How many items of each place every worker has, then where its first one goes.
template <typename Each>
std::vector<std::vector<std::size_t>> starts_of(const Groups& groups, int workers, const Each& each,
                                                std::vector<std::size_t>& start) {
  std::vector<std::vector<std::size_t>> at(workers, std::vector<std::size_t>(groups.places(), 0));
  each([&](int w, std::size_t, std::int32_t place) { ++at[w][place]; });
  std::size_t next = 0;
  start.resize(groups.places() + 1);
  for (std::size_t p = 0; p < groups.places(); ++p) {
    start[p] = next;
    for (auto& counts : at) {
      const std::size_t here = counts[p];
      counts[p] = next;
      next += here;
    }
  }
  start[groups.places()] = next;
  return at;
}

// Brings item_of(row) of all wanted rows together by place; within a place rows keep their order.
template <typename Item, typename ItemOf>
Arranged<Item> arrange(const Groups& groups, const Wanted& wanted, const Work& work,
                       const ItemOf& item_of) {
  const std::size_t rows = groups.rows();
  const int workers = groups.places() > rows / 4 ? 1 : workers_for(work, rows);
  const auto each = [&](const auto& visit) {
    run_parallel(work, workers, rows, slice, [&](int w, std::size_t begin, std::size_t end) {
      std::int32_t scratch[slice];
      const std::int32_t* places = groups.numbers(begin, end - begin, scratch);
      if (wanted.condition == nullptr && wanted.values.storage == Storage::float64) {
        const double* x = wanted.values.as<double>();
        for (std::size_t row = begin; row < end; ++row) {
          if (!(x[row] != x[row] && is_missing(x[row]))) visit(w, row, places[row - begin]);
        }
        return;
      }
      for (std::size_t row = begin; row < end; ++row) {
        if (is_wanted(wanted, row)) visit(w, row, places[row - begin]);
      }
    });
  };
  Arranged<Item> result;
  auto at = starts_of(groups, workers, each, result.start);
  result.items = Buffer<Item>(result.start.back());
  Item* items = result.items.data();
  each([&](int w, std::size_t row, std::int32_t place) { items[at[w][place]++] = item_of(row); });
  return result;
}

// Works every place by itself. Places are handed out one by one, since groups differ in size.
template <typename Item, typename Body>
void each_place(Arranged<Item>& arranged, const Work& work, const Body& body) {
  run_in_turn(work, workers_for(work, arranged.items.size()), arranged.start.size() - 1,
              [&](int, std::size_t p) {
                Item* items = arranged.items.data();
                body(p, items + arranged.start[p], items + arranged.start[p + 1]);
              });
}

double number_at(const ColumnView& view, std::size_t row) {
  if (view.storage == Storage::float64) return view.as<double>()[row];
  if (view.storage == Storage::int64) return static_cast<double>(view.as<std::int64_t>()[row]);
  return view.as<std::int32_t>()[row];
}

// Narrows long runs down to the values near the wanted places: they are counted into buckets that
// rise with the value, and only the buckets of the two places are kept, at the front.
struct Narrowed {
  double* end;
  std::size_t before;  // values below those that are kept
};

Narrowed narrowed(double* begin, double* end, double least, double greatest, std::size_t below) {
  constexpr std::size_t buckets = 1024;
  const double scale = (buckets - 1) / (greatest - least);
  if (!(scale > 0 && std::isfinite(scale) && std::isfinite(greatest - least))) return {end, 0};
  const auto bucket_of = [&](double x) { return static_cast<std::int32_t>((x - least) * scale); };
  std::size_t counts[buckets] = {};
  for (const double* x = begin; x < end; ++x) ++counts[bucket_of(*x)];
  std::size_t before = 0;
  std::int32_t first = 0;
  while (before + counts[first] <= below) before += counts[first++];
  std::int32_t last = first;
  for (std::size_t upto = before + counts[first]; upto <= below + 1 && last + 1 < 1024;) {
    upto += counts[++last];
  }
  double* kept = begin;
  for (const double* x = begin; x < end; ++x) {
    const std::int32_t bucket = bucket_of(*x);
    *kept = *x;
    kept += bucket >= first && bucket <= last;
  }
  return {kept, before};
}

double quantile_of(double* begin, double* end, double p) {
  const auto n = static_cast<std::size_t>(end - begin);
  if (n == 0) return missing_number();
  double least = *begin, greatest = *begin;
  bool odd = false;
  for (const double* x = begin; x < end; ++x) {
    odd = odd || *x != *x;
    least = *x < least ? *x : least;
    greatest = *x > greatest ? *x : greatest;
  }
  if (odd) return std::numeric_limits<double>::quiet_NaN();
  const double place = p * static_cast<double>(n - 1);
  auto below = static_cast<std::size_t>(std::floor(place + 4e-16 * static_cast<double>(n)));
  const double part = std::max(0.0, place - static_cast<double>(below));
  const bool alone = part == 0 || below + 1 == n;
  if (n > 4096) {
    const Narrowed near = narrowed(begin, end, least, greatest, below);
    end = near.end;
    below -= near.before;
  }
  std::nth_element(begin, begin + below, end);
  if (alone) return begin[below];
  return between(begin[below], *std::min_element(begin + below + 1, end), part);
}

// A number of each value that is small enough to mark it off in a table, or 0 values if there is no
// such number.
struct Marks {
  std::int64_t base = 0;
  std::size_t values = 0;
};

Marks marks_of(const ColumnView& view, const Work& work) {
  if (view.storage != Storage::int32) return {};
  if (view.levels > 0) return {1, static_cast<std::size_t>(view.levels)};
  const auto* x = view.as<std::int32_t>();
  std::vector<std::pair<std::int32_t, std::int32_t>> ends(workers_for(work, view.size),
                                                          {INT32_MAX, INT32_MIN});
  run_parallel(work, static_cast<int>(ends.size()), view.size, slice,
               [&](int w, std::size_t begin, std::size_t end) {
                 for (std::size_t i = begin; i < end; ++i) {
                   if (is_missing(x[i])) continue;
                   ends[w].first = std::min(ends[w].first, x[i]);
                   ends[w].second = std::max(ends[w].second, x[i]);
                 }
               });
  std::int64_t low = INT32_MAX, high = INT32_MIN;
  for (const auto& part : ends) {
    low = std::min<std::int64_t>(low, part.first);
    high = std::max<std::int64_t>(high, part.second);
  }
  return high < low ? Marks{0, 1} : Marks{low, static_cast<std::size_t>(high - low + 1)};
}

// One bit for each pair of place and value; each worker has a table of its own.
std::vector<std::int64_t> count_marks(const Groups& groups, const Wanted& wanted,
                                      const Marks& marks, const Work& work) {
  const std::size_t words = (marks.values + 63) / 64, all = words * groups.places();
  const int workers = workers_for(work, groups.rows());
  std::vector<std::vector<std::uint64_t>> tables(workers, std::vector<std::uint64_t>(all, 0));
  const auto* x = wanted.values.as<std::int32_t>();
  run_parallel(work, workers, groups.rows(), slice, [&](int w, std::size_t begin, std::size_t end) {
    std::int32_t scratch[slice];
    const std::int32_t* places = groups.numbers(begin, end - begin, scratch);
    std::uint64_t* table = tables[w].data();
    for (std::size_t row = begin; row < end; ++row) {
      if (!is_wanted(wanted, row)) continue;
      const auto value = static_cast<std::size_t>(x[row] - marks.base);
      table[places[row - begin] * words + value / 64] |= std::uint64_t{1} << value % 64;
    }
  });
  std::vector<std::int64_t> counts(groups.places(), 0);
  for (std::size_t i = 0; i < all; ++i) {
    std::uint64_t word = 0;
    for (const auto& table : tables) word |= table[i];
    counts[i / words] += __builtin_popcountll(word);
  }
  return counts;
}

struct Keyed {
  std::uint64_t key;
  std::int64_t row;
};

bool by_key(const Keyed& a, const Keyed& b) {
  return a.key != b.key ? a.key < b.key : a.row < b.row;
}

}  // namespace

std::vector<double> quantiles(const Groups& groups, const Wanted& wanted, double p,
                              const Work& work) {
  auto arranged = arrange<double>(groups, wanted, work,
                                  [&](std::size_t row) { return number_at(wanted.values, row); });
  std::vector<double> results(groups.places());
  each_place(arranged, work, [&](std::size_t place, double* begin, double* end) {
    results[place] = quantile_of(begin, end, p);
  });
  return results;
}

std::vector<std::int64_t> count_distinct(const Groups& groups, const Wanted& wanted,
                                         const Work& work) {
  const Marks marks = marks_of(wanted.values, work);
  const std::size_t limit = std::max<std::size_t>(1 << 20, 16 * groups.rows());
  if (marks.values > 0 && marks.values <= limit / std::max<std::size_t>(1, groups.places())) {
    return count_marks(groups, wanted, marks, work);
  }
  auto arranged = arrange<std::uint64_t>(
      groups, wanted, work, [&](std::size_t row) { return sortable(wanted.values, row); });
  std::vector<std::int64_t> counts(groups.places(), 0);
  each_place(arranged, work, [&](std::size_t place, std::uint64_t* begin, std::uint64_t* end) {
    std::sort(begin, end);
    counts[place] = std::unique(begin, end) - begin;
  });
  return counts;
}

Modes modes(const Groups& groups, const Wanted& wanted, const Work& work) {
  auto arranged = arrange<Keyed>(groups, wanted, work, [&](std::size_t row) {
    return Keyed{sortable(wanted.values, row), static_cast<std::int64_t>(row)};
  });
  Modes result;
  result.rows.assign(groups.places(), -1);
  std::atomic<std::int64_t> tied{0};
  each_place(arranged, work, [&](std::size_t place, Keyed* begin, Keyed* end) {
    std::sort(begin, end, by_key);
    std::ptrdiff_t longest = 0;
    bool tie = false;
    for (Keyed* at = begin; at < end;) {
      Keyed* stop = std::find_if(at, end, [&](const Keyed& k) { return k.key != at->key; });
      tie = stop - at > longest ? false : tie || stop - at == longest;
      if (stop - at > longest) {
        longest = stop - at;
        result.rows[place] = at->row;
      }
      at = stop;
    }
    if (tie) ++tied;
  });
  result.tied = tied;
  return result;
}

std::vector<std::int64_t> nth_rows(const Groups& groups, const Wanted& wanted,
                                   const std::int32_t* along, std::int64_t n, const Work& work) {
  auto arranged = arrange<Keyed>(groups, wanted, work, [&](std::size_t row) {
    const auto place = along == nullptr ? 0u : static_cast<std::uint32_t>(along[row]);
    return Keyed{place, static_cast<std::int64_t>(row)};
  });
  std::vector<std::int64_t> rows(groups.places(), -1);
  each_place(arranged, work, [&](std::size_t place, Keyed* begin, Keyed* end) {
    if (n < 1 || end - begin < n) return;
    std::nth_element(begin, begin + (n - 1), end, by_key);
    rows[place] = begin[n - 1].row;
  });
  return rows;
}

}  // namespace idle
