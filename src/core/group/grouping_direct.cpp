// Grouping by direct addressing: of few possible combinations, the keys themselves say the place in
// a table.
#include <algorithm>
#include <cmath>
#include <numeric>

#include "base/vectorise.h"
#include "column/sortable.h"
#include "group/grouper.h"

namespace idle {

namespace {

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
  run_parallel(work, workers, rows, Grouper::slice, [&](int w, std::size_t begin, std::size_t end) {
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

// Few possible combinations: the keys themselves say the place in a table.
bool Grouper::try_direct() {
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
void Grouper::fill_slots(std::size_t slots) {
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
void Grouper::fill_shared_slots(std::size_t slots) {
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

void Grouper::fill_share(const Share& share, std::int32_t* count,
                         std::int32_t* first) const {
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
std::vector<std::int32_t> Grouper::put_in_order(const Slots& first_of_slot) {
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
std::vector<std::int32_t> Grouper::slots_in_order() const {
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
void Grouper::set_places(const std::vector<std::int32_t>& slot_of_group, std::size_t slots,
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

}  // namespace idle
