#include "group/values_by_group.h"

#include <algorithm>
#include <atomic>
#include <memory>

#include "base/fetch_ahead.h"
#include "base/partition.h"
#include "column/block_facts.h"
#include "column/sortable.h"
#include "exact/quantile.h"

namespace idle {

namespace {

constexpr std::size_t rows_a_turn = 8192;

bool is_wanted(const Wanted& wanted, std::size_t row) {
  if (wanted.condition != nullptr && wanted.condition[row] != 1) return false;
  return !is_missing_at(wanted.values, row);
}

template <typename Item>
struct Arranged {
  std::vector<std::size_t> start;  // of each place, and the end
  Buffer<Item> items;
};

// Calls visit(worker)(row, place) for all wanted rows.
template <typename Visit>
void each_wanted(const Groups& groups, const Wanted& wanted, int workers, const Work& work,
                 const Visit& visit) {
  run_parallel(work, workers, groups.rows(), rows_a_turn, [&](int w, std::size_t begin, std::size_t end) {
    std::int32_t scratch[rows_a_turn];
    const std::int32_t* places = groups.numbers(begin, end - begin, scratch);
    const auto take = visit(w);
    if (wanted.condition == nullptr && !may_have_gaps(wanted.values, begin, end - begin)) {
      for (std::size_t row = begin; row < end; ++row) {
        fetch_ahead(places + (row - begin));
        take(row, places[row - begin]);
      }
      return;
    }
    for (std::size_t row = begin; row < end; ++row) {
      if (is_wanted(wanted, row)) take(row, places[row - begin]);
    }
  });
}

// Brings item_of(row) of all wanted rows together by place; within a place rows keep their order.
template <typename Item, typename ItemOf>
Arranged<Item> arrange(const Groups& groups, const Wanted& wanted, const Work& work,
                       const ItemOf& item_of) {
  const std::size_t rows = groups.rows();
  const int workers = groups.places() > rows / 4 ? 1 : workers_for(work, rows);
  std::vector<std::vector<std::size_t>> at(workers, std::vector<std::size_t>(groups.places(), 0));
  each_wanted(groups, wanted, workers, work, [&](int w) {
    return [count = at[w].data()](std::size_t, std::int32_t place) { ++count[place]; };
  });
  Arranged<Item> result;
  result.start = starts_of_buckets(at, groups.places());
  result.items = Buffer<Item>(result.start.back());
  each_wanted(groups, wanted, workers, work, [&](int w) {
    return [to = at[w].data(), items = result.items.data(), item_of](
               std::size_t row, std::int32_t place) { items[to[place]++] = item_of(row); };
  });
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
  run_parallel(work, static_cast<int>(ends.size()), view.size, rows_a_turn,
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
  run_parallel(work, workers, groups.rows(), rows_a_turn, [&](int w, std::size_t begin, std::size_t end) {
    std::int32_t scratch[rows_a_turn];
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
  check_part(p);
  auto arranged = arrange<double>(groups, wanted, work, [values = wanted.values](std::size_t row) {
    return number_at(values, row);
  });
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
    std::sort(begin, end, asking(std::less<std::uint64_t>()));
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
    std::sort(begin, end, asking(by_key));
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
