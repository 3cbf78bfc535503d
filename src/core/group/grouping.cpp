#include "group/grouping.h"

#include <algorithm>
#include <numeric>
#include <stdexcept>

#include "base/dense_ids.h"
#include "base/vectorise.h"
#include "column/sortable.h"
#include "sort/radix.h"
#include "text/encode.h"

namespace idle {

namespace {

constexpr std::size_t slice = 8192;
constexpr std::size_t most_rows = INT32_MAX;  // rows are numbered in 32 bits

struct Range {
  std::int64_t low = INT64_MAX, high = INT64_MIN;
  bool whole = true;
  void take(std::int64_t x) {
    low = std::min(low, x);
    high = std::max(high, x);
  }
};

// The missing value is the least of all, so it never is the greatest.
IDLE_WIDE void ends_of(const std::int32_t* x, std::size_t n, std::int32_t& least,
                       std::int32_t& greatest) {
  constexpr std::size_t lanes = 32;
  std::int32_t low[lanes], high[lanes];
  std::fill(low, low + lanes, INT32_MAX);
  std::fill(high, high + lanes, INT32_MIN);
  const auto take = [&](std::size_t i, std::size_t k) {
    const std::int32_t filled = x[i] == missing_int32 ? INT32_MAX : x[i];
    low[k] = filled < low[k] ? filled : low[k];
    high[k] = x[i] > high[k] ? x[i] : high[k];
  };
  std::size_t i = 0;
  for (; i + lanes <= n; i += lanes) {
    for (std::size_t k = 0; k < lanes; ++k) take(i + k, k);
  }
  for (; i < n; ++i) take(i, 0);
  least = *std::min_element(low, low + lanes);
  greatest = *std::max_element(high, high + lanes);
}

// Least and greatest value of a slice of whole numbers, however they are stored.
Range range_of(const ColumnView& view, std::size_t begin, std::size_t end) {
  Range range;
  if (view.storage == Storage::int32) {
    std::int32_t low, high;
    ends_of(view.as<std::int32_t>() + begin, end - begin, low, high);
    if (high != INT32_MIN) {
      range.take(low);
      range.take(high);
    }
    return range;
  }
  if (view.storage == Storage::int64) return Range{0, 0, false};
  const auto* x = view.as<double>();
  for (std::size_t i = begin; i < end && range.whole; ++i) {
    if (is_missing(x[i])) continue;
    range.whole = x[i] >= -2e9 && x[i] <= 2e9 && x[i] == static_cast<std::int32_t>(x[i]);
    if (range.whole) range.take(static_cast<std::int32_t>(x[i]));
  }
  return range;
}

Range range_of(const ColumnView& view, std::size_t rows, const Work& work) {
  const int workers = workers_for(work, rows);
  std::vector<Range> parts(workers);
  run_parallel(work, workers, rows, slice, [&](int w, std::size_t begin, std::size_t end) {
    if (!parts[w].whole) return;
    const Range part = range_of(view, begin, end);
    parts[w].whole = part.whole;
    parts[w].low = std::min(parts[w].low, part.low);
    parts[w].high = std::max(parts[w].high, part.high);
  });
  Range range;
  for (const Range& part : parts) {
    range.whole = range.whole && part.whole;
    range.low = std::min(range.low, part.low);
    range.high = std::max(range.high, part.high);
  }
  return range;
}

template <typename T>
IDLE_WIDE void add_digit(const T* x, std::size_t n, T gap, std::int32_t gap_digit,
                         std::int32_t base, std::int32_t stride, std::int32_t* out) {
  for (std::size_t i = 0; i < n; ++i) {
    const std::int32_t digit = x[i] == gap ? gap_digit : static_cast<std::int32_t>(x[i]) - base;
    out[i] += stride * digit;
  }
}

}  // namespace

void Groups::slots(std::size_t begin, std::size_t n, std::int32_t* out) const {
  std::fill(out, out + n, 0);
  for (const Digit& digit : digits_) {
    const auto stride = static_cast<std::int32_t>(digit.stride);
    if (!digit.from_number) {
      add_digit(digit.view.as<std::int32_t>() + begin, n, missing_int32, digit.missing, digit.base,
                stride, out);
      continue;
    }
    const auto* x = digit.view.as<double>() + begin;
    for (std::size_t i = 0; i < n; ++i) {
      const std::int32_t d =
          is_missing(x[i]) ? digit.missing : static_cast<std::int32_t>(x[i]) - digit.base;
      out[i] += stride * d;
    }
  }
}

const std::int32_t* Groups::numbers(std::size_t begin, std::size_t n, std::int32_t* scratch) const {
  const std::int32_t* found = scratch;
  if (numbers_.size() > 0) {
    found = numbers_.data() + begin;
  } else if (codes_are_places_) {
    found = digits_[0].view.as<std::int32_t>() + begin;
  } else {
    slots(begin, n, scratch);
  }
  if (number_of_slot_.empty()) return found;
  const std::int32_t* map = number_of_slot_.data();
  for (std::size_t i = 0; i < n; ++i) scratch[i] = map[found[i]];
  return scratch;
}

class Grouper {
 public:
  Grouper(const std::vector<ColumnView>& keys, std::size_t rows, const Work& work)
      : keys_(keys), rows_(rows), work_(work), workers_(workers_for(work, rows)) {
    groups_.rows_ = rows;
  }

  Groups run() {
    if (keys_.empty()) {
      if (rows_ > 0) groups_.first_.push_back(0);
    } else if (!try_known() && !try_sorted() && !try_direct()) {
      hash();
    }
    if (groups_.place_of_group_.empty()) {
      groups_.places_ = groups_.first_.size();
      groups_.place_of_group_.resize(groups_.places_);
      std::iota(groups_.place_of_group_.begin(), groups_.place_of_group_.end(), 0);
    }
    return std::move(groups_);
  }

 private:
  using Slots = std::vector<std::int32_t>;
  static constexpr std::size_t most_slots_each = std::size_t{1} << 20;

  // One key of codes whose first rows are known needs no pass over the rows.
  bool try_known() {
    const ColumnView& key = keys_[0];
    if (keys_.size() != 1 || key.first == nullptr || key.first_missing >= 0) return false;
    if (static_cast<std::size_t>(key.levels) > rows_ / 4) return false;
    groups_.method_ = Method::direct;
    groups_.digits_.push_back({key, 0, 1, 0, false});
    groups_.codes_are_places_ = true;
    const auto n = static_cast<std::size_t>(key.levels);
    groups_.places_ = n + 1;
    groups_.first_.resize(n);
    groups_.place_of_group_.resize(n);
    for (std::size_t code = 0; code < n; ++code) {
      const std::size_t group = key.rank == nullptr ? code : key.rank[code];
      groups_.first_[group] = key.first[code];
      groups_.place_of_group_[group] = static_cast<std::int32_t>(code) + 1;
    }
    return true;
  }

  // Rows that already stand in key order need only their borders marked.
  bool try_sorted() {
    if (rows_ == 0 || keys_.size() > 4 || compare(0, rows_ - 1) > 0) return false;
    const std::size_t step = std::max<std::size_t>(1, rows_ / 512);
    for (std::size_t i = step; i < rows_; i += step) {
      if (compare(i - step, i) > 0) return false;
    }
    std::vector<std::vector<std::int64_t>> borders(workers_);
    std::vector<char> broken(workers_, 0);
    run_parallel(work_, workers_, rows_, slice, [&](int w, std::size_t begin, std::size_t end) {
      for (std::size_t i = std::max<std::size_t>(begin, 1); i < end && !broken[w]; ++i) {
        const int order = compare(i - 1, i);
        if (order > 0) broken[w] = 1;
        if (order < 0) borders[w].push_back(static_cast<std::int64_t>(i));
      }
    });
    if (std::count(broken.begin(), broken.end(), 0) < workers_) return false;
    groups_.first_.push_back(0);
    for (const auto& part : borders) {
      groups_.first_.insert(groups_.first_.end(), part.begin(), part.end());
    }
    number_runs();
    return true;
  }

  void number_runs() {
    groups_.method_ = Method::sorted;
    groups_.numbers_ = Buffer<std::int32_t>(rows_);
    const auto& first = groups_.first_;
    run_parallel(work_, workers_, rows_, slice, [&](int, std::size_t begin, std::size_t end) {
      auto at = std::upper_bound(first.begin(), first.end(), static_cast<std::int64_t>(begin));
      auto number = static_cast<std::int32_t>(at - first.begin()) - 1;
      for (std::size_t i = begin; i < end; ++i) {
        if (at != first.end() && *at == static_cast<std::int64_t>(i)) {
          ++number;
          ++at;
        }
        groups_.numbers_[i] = number;
      }
    });
  }

  int compare(std::size_t a, std::size_t b) const {
    for (const ColumnView& key : keys_) {
      const std::uint64_t x = sortable(key, a), y = sortable(key, b);
      if (x != y) return x < y ? -1 : 1;
    }
    return 0;
  }

  // Few possible combinations: the keys themselves say the place in a table.
  bool try_direct() {
    const auto limit = static_cast<std::int64_t>(
        std::min<std::size_t>(std::size_t{1} << 24, std::max<std::size_t>(rows_, 4096)));
    std::int64_t slots = 1;
    std::vector<Groups::Digit> digits;
    for (const ColumnView& key : keys_) {
      Groups::Digit digit{key, 1, 1, key.levels, false};
      if (key.levels == 0) {
        const Range range = range_of(key, rows_, work_);
        const bool empty = range.high < range.low;
        if (!range.whole || (!empty && range.high - range.low >= limit)) return false;
        digit.base = empty ? 0 : static_cast<std::int32_t>(range.low);
        digit.missing = empty ? 0 : static_cast<std::int32_t>(range.high - range.low + 1);
        digit.from_number = key.storage == Storage::float64;
      }
      const std::int64_t size = static_cast<std::int64_t>(digit.missing) + 1;
      if (slots > limit / size) return false;
      slots *= size;
      digits.push_back(digit);
    }
    std::int64_t stride = 1;
    for (std::size_t k = digits.size(); k-- > 0;) {
      digits[k].stride = stride;
      stride *= digits[k].missing + 1;
    }
    groups_.digits_ = std::move(digits);
    fill_slots(static_cast<std::size_t>(slots));
    return true;
  }

  // Counts the rows of each slot; a slot that is counted for the first time has its first row.
  void fill_slots(std::size_t slots) {
    groups_.method_ = Method::direct;
    if (keys_.size() > 1) groups_.numbers_ = Buffer<std::int32_t>(rows_);
    if (slots > most_slots_each && workers_ > 1) return fill_shared_slots(slots);
    std::vector<Slots> counts(workers_, Slots(slots, 0)), first(workers_, Slots(slots, -1));
    run_parallel(work_, workers_, rows_, slice, [&](int w, std::size_t begin, std::size_t end) {
      std::int32_t scratch[slice];
      std::int32_t* place = keys_.size() > 1 ? groups_.numbers_.data() + begin : scratch;
      groups_.slots(begin, end - begin, place);
      std::int32_t* count = counts[w].data();
      for (std::size_t i = 0; i < end - begin; ++i) {
        if (count[place[i]]++ == 0) first[w][place[i]] = static_cast<std::int32_t>(begin + i);
      }
    });
    for (int w = 1; w < workers_; ++w) {
      for (std::size_t slot = 0; slot < slots; ++slot) {
        if (first[0][slot] < 0) first[0][slot] = first[w][slot];
      }
    }
    set_places(put_in_order(first[0]), slots, counts);
  }

  // Of very many slots there is one table, of which each worker fills a share, going through all rows.
  void fill_shared_slots(std::size_t slots) {
    if (keys_.size() > 1) {
      run_parallel(work_, workers_, rows_, slice, [&](int, std::size_t begin, std::size_t end) {
        groups_.slots(begin, end - begin, groups_.numbers_.data() + begin);
      });
    }
    std::vector<Slots> counts(1, Slots(slots, 0));
    Slots first(slots, -1);
    run_parallel(work_, workers_, static_cast<std::size_t>(workers_), 1,
                 [&](int, std::size_t from, std::size_t) {
                   const Share share = share_of(slots, workers_, static_cast<int>(from));
                   fill_share(share, counts[0].data(), first.data());
                 });
    set_places(put_in_order(first), slots, counts);
  }

  void fill_share(const Share& share, std::int32_t* count, std::int32_t* first) const {
    const auto low = static_cast<std::uint32_t>(share.begin);
    const auto size = static_cast<std::uint32_t>(share.end - share.begin);
    std::int32_t scratch[slice];
    for (std::size_t begin = 0; begin < rows_; begin += slice) {
      if (begin % (128 * slice) == 0) check_stop();
      const std::size_t n = std::min(slice, rows_ - begin);
      const std::int32_t* place = scratch;
      if (keys_.size() > 1) {
        place = groups_.numbers_.data() + begin;
      } else {
        groups_.slots(begin, n, scratch);
      }
      for (std::size_t i = 0; i < n; ++i) {
        if (static_cast<std::uint32_t>(place[i]) - low >= size) continue;
        if (count[place[i]]++ == 0) first[place[i]] = static_cast<std::int32_t>(begin + i);
      }
    }
  }

  // Lists the first rows in key order; the slot of each group comes back.
  std::vector<std::int32_t> put_in_order(const Slots& first_of_slot) {
    const auto gaps = std::count(first_of_slot.begin(), first_of_slot.end(), -1);
    const std::size_t slots = first_of_slot.size(), filled = slots - gaps;
    std::vector<std::int32_t> slot_of_group, all;
    slot_of_group.reserve(filled);
    groups_.first_.reserve(filled);
    const bool few_gaps = slots <= 8 * filled;
    if (few_gaps) all = slots_in_order();
    for (std::size_t i = 0; i < slots; ++i) {
      const auto slot = few_gaps ? all[i] : static_cast<std::int32_t>(i);
      if (first_of_slot[slot] < 0) continue;
      groups_.first_.push_back(first_of_slot[slot]);
      slot_of_group.push_back(slot);
    }
    if (few_gaps) return slot_of_group;
    std::vector<std::int32_t> sorted;
    for (const std::int32_t was : sort_groups()) sorted.push_back(slot_of_group[was]);
    return sorted;
  }

  // All slots in the order of their keys, missing keys last.
  std::vector<std::int32_t> slots_in_order() const {
    std::vector<std::int32_t> slots{0};
    for (const auto& digit : groups_.digits_) {
      const bool codes = digit.view.levels > 0;
      std::vector<std::int32_t> ordered(static_cast<std::size_t>(digit.missing) + 1);
      std::iota(ordered.begin(), ordered.end(), 0);
      if (codes && digit.view.rank != nullptr) {
        for (std::int32_t code = 0; code < digit.view.levels; ++code) {
          ordered[digit.view.rank[code]] = code;
        }
      }
      std::vector<std::int32_t> longer;
      longer.reserve(slots.size() * ordered.size());
      for (const std::int32_t slot : slots) {
        for (const std::int32_t at : ordered) {
          longer.push_back(slot + at * static_cast<std::int32_t>(digit.stride));
        }
      }
      slots = std::move(longer);
    }
    return slots;
  }

  // Slots are places unless far too many of them are empty.
  void set_places(const std::vector<std::int32_t>& slot_of_group, std::size_t slots,
                  const std::vector<Slots>& counts) {
    const std::size_t n = slot_of_group.size();
    const bool dense = slots <= 4096 || slots <= 2 * n;
    groups_.places_ = dense ? slots : n;
    groups_.counted_.assign(groups_.places_, 0);
    groups_.place_of_group_.resize(n);
    if (!dense) groups_.number_of_slot_.assign(slots, 0);
    for (std::size_t g = 0; g < n; ++g) {
      const std::int32_t slot = slot_of_group[g];
      const std::int32_t place = dense ? slot : static_cast<std::int32_t>(g);
      groups_.place_of_group_[g] = place;
      if (!dense) groups_.number_of_slot_[slot] = place;
      for (const auto& count : counts) groups_.counted_[place] += count[slot];
    }
  }

  void hash() {
    groups_.method_ = Method::hashed;
    groups_.numbers_ = Buffer<std::int32_t>(rows_);
    std::vector<DenseIds> tables(workers_);
    std::vector<std::vector<std::int64_t>> first(workers_);
    for (std::size_t k = 0; k < keys_.size(); ++k) {
      for (auto& table : tables) table = DenseIds();
      for (auto& rows : first) rows.clear();
      number_shares(k, tables, first);
      join_shares(tables, first);
    }
    groups_.first_ = std::move(first[0]);
    renumber();
  }

  // Each worker numbers the pairs of (number so far, next key) in its share.
  void number_shares(std::size_t k, std::vector<DenseIds>& tables,
                     std::vector<std::vector<std::int64_t>>& first) {
    std::int32_t* numbers = groups_.numbers_.data();
    Buffer<std::int32_t> codes;
    if (k > 0) codes = codes_of(keys_[k]);
    run_parallel(work_, workers_, rows_, slice, [&](int w, std::size_t begin, std::size_t end) {
      const std::size_t n = end - begin;
      const auto key_at = [&](std::size_t i) {
        if (k == 0) return sortable(keys_[0], begin + i);
        return static_cast<std::uint64_t>(numbers[begin + i]) << 32 |
               static_cast<std::uint32_t>(codes[begin + i]);
      };
      std::int32_t out[slice];
      tables[w].number(n, key_at, out);
      for (std::size_t i = 0; i < n; ++i) {
        numbers[begin + i] = out[i];
        if (out[i] == static_cast<std::int32_t>(first[w].size())) {
          first[w].push_back(static_cast<std::int64_t>(begin + i));
        }
      }
    });
  }

  void join_shares(std::vector<DenseIds>& tables, std::vector<std::vector<std::int64_t>>& first) {
    if (workers_ == 1) return;
    std::vector<std::vector<std::int32_t>> maps(workers_);
    for (int w = 1; w < workers_; ++w) {
      maps[w].resize(first[w].size());
      const auto& keys = tables[w].keys();
      tables[0].number(
          keys.size(), [&](std::size_t i) { return keys[i]; }, maps[w].data());
      for (std::size_t i = 0; i < keys.size(); ++i) {
        if (maps[w][i] == static_cast<std::int32_t>(first[0].size())) {
          first[0].push_back(first[w][i]);
        }
      }
    }
    run_parallel(work_, workers_, rows_, slice, [&](int w, std::size_t begin, std::size_t end) {
      if (w == 0) return;
      std::int32_t* numbers = groups_.numbers_.data();
      for (std::size_t i = begin; i < end; ++i) numbers[i] = maps[w][numbers[i]];
    });
  }

  // Codes small enough to be paired with a group number.
  Buffer<std::int32_t> codes_of(const ColumnView& key) {
    Buffer<std::int32_t> codes(rows_);
    if (key.storage == Storage::int32) {
      std::memcpy(codes.data(), key.data, rows_ * sizeof(std::int32_t));
      return codes;
    }
    Buffer<std::uint64_t> wide(rows_);
    run_parallel(work_, workers_, rows_, slice, [&](int, std::size_t begin, std::size_t end) {
      for (std::size_t i = begin; i < end; ++i) wide[i] = sortable(key, i);
    });
    encode_keys(wide.data(), rows_, codes.data(), work_);
    return codes;
  }

  // Brings the groups into key order; the old number of each new group comes back.
  std::vector<std::int32_t> sort_groups() {
    auto& first = groups_.first_;
    if (keys_.size() == 1 && keys_[0].rank != nullptr) return sort_by_rank();
    Buffer<Item> items(first.size()), spare(first.size());
    for (std::size_t g = 0; g < first.size(); ++g) items[g].row = static_cast<std::int32_t>(g);
    for (std::size_t k = keys_.size(); k-- > 0;) {
      for (std::size_t g = 0; g < first.size(); ++g) {
        items[g].key = sortable(keys_[k], first[items[g].row]);
      }
      sort_items(items, spare);
    }
    std::vector<std::int32_t> was(first.size());
    std::vector<std::int64_t> sorted(first.size());
    for (std::size_t g = 0; g < first.size(); ++g) {
      was[g] = items[g].row;
      sorted[g] = first[was[g]];
    }
    first = std::move(sorted);
    return was;
  }

  // One key of ranked codes: each group's place is known.
  std::vector<std::int32_t> sort_by_rank() {
    auto& first = groups_.first_;
    std::vector<std::int32_t> group_at(static_cast<std::size_t>(keys_[0].levels) + 1, -1);
    const auto* codes = keys_[0].as<std::int32_t>();
    for (std::size_t g = 0; g < first.size(); ++g) {
      const std::int32_t code = codes[first[g]];
      group_at[is_missing(code) ? keys_[0].levels : keys_[0].rank[code - 1]] =
          static_cast<std::int32_t>(g);
    }
    std::vector<std::int32_t> was;
    std::vector<std::int64_t> sorted;
    for (const std::int32_t g : group_at) {
      if (g < 0) continue;
      was.push_back(g);
      sorted.push_back(first[g]);
    }
    first = std::move(sorted);
    return was;
  }

  void renumber() {
    const auto was = sort_groups();
    std::vector<std::int32_t> now(was.size());
    for (std::size_t g = 0; g < was.size(); ++g) now[was[g]] = static_cast<std::int32_t>(g);
    std::int32_t* numbers = groups_.numbers_.data();
    run_parallel(work_, workers_, rows_, slice, [&](int, std::size_t begin, std::size_t end) {
      for (std::size_t i = begin; i < end; ++i) numbers[i] = now[numbers[i]];
    });
  }

  const std::vector<ColumnView>& keys_;
  std::size_t rows_;
  const Work& work_;
  int workers_;
  Groups groups_;
};

Groups group_rows(const std::vector<ColumnView>& keys, std::size_t rows, const Work& work) {
  if (rows > most_rows) throw std::length_error("a table of more than 2,147,483,647 rows");
  return Grouper(keys, rows, work).run();
}

}  // namespace idle
