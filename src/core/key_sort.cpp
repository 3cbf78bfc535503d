#include "key_sort.h"

#include <algorithm>

#include "compact.h"
#include "grouping.h"
#include "order.h"
#include "run_sort.h"

namespace idle {

namespace {

constexpr std::size_t slice = 8192;
constexpr int most_bits = 11;  // of a digit: so many places are written to at once

struct Span {
  std::uint32_t least = UINT32_MAX, greatest = 0;
  bool fits = true;
};

// A key's values counted from the least; values that are no number and missing ones come last.
class Digit {
 public:
  Digit(const ColumnView& view, const CompactKey& key, std::size_t rows, const Work& work)
      : key_(key) {
    if (view.levels > 0) {
      span_.least = 0x7FFFFFFFu + (view.rank == nullptr ? 1 : 0);
      span_.greatest = span_.least + static_cast<std::uint32_t>(view.levels) - 1;
      return;
    }
    const int workers = workers_for(work, rows);
    std::vector<Span> spans(workers);
    run_parallel(work, workers, rows, slice, [&](int w, std::size_t begin, std::size_t end) {
      std::uint32_t keys[slice];
      Span& span = spans[w];
      if (!span.fits || !key_.keys(begin, end - begin, keys)) {
        span.fits = false;
        return;
      }
      for (std::size_t i = 0; i < end - begin; ++i) {
        if (CompactKey::is_odd_key(keys[i])) continue;
        span.least = std::min(span.least, keys[i]);
        span.greatest = std::max(span.greatest, keys[i]);
      }
    });
    for (const Span& span : spans) {
      span_.fits = span_.fits && span.fits;
      span_.least = std::min(span_.least, span.least);
      span_.greatest = std::max(span_.greatest, span.greatest);
    }
    if (span_.least > span_.greatest) span_.least = span_.greatest = 0;
  }
  bool fits() const { return span_.fits; }
  std::uint64_t width() const { return std::uint64_t{span_.greatest} - span_.least + 3; }
  // Puts this digit behind those that `slots` has.
  void append(std::size_t begin, std::size_t n, std::uint32_t* slots) const {
    std::uint32_t keys[slice];
    key_.keys(begin, n, keys);
    const auto width = static_cast<std::uint32_t>(this->width());
    for (std::size_t i = 0; i < n; ++i) {
      const std::uint32_t key = CompactKey::is_odd_key(keys[i]) ? width - 1 - (UINT32_MAX - keys[i])
                                                                : keys[i] - span_.least;
      slots[i] = slots[i] * width + key;
    }
  }

 private:
  CompactKey key_;
  Span span_;
};

// All keys in half a word each row; false where they do not fit.
bool pack(const std::vector<ColumnView>& keys, Buffer<Packed>& items, std::uint64_t& values,
          const Work& work) {
  const std::size_t rows = items.size();
  std::vector<Digit> digits;
  values = 1;
  for (const ColumnView& key : keys) {
    const CompactKey compact({key, false}, rows);
    if (!compact.possible()) return false;
    digits.emplace_back(key, compact, rows, work);
    if (!digits.back().fits() || digits.back().width() > UINT32_MAX / values) return false;
    values *= digits.back().width();
  }
  run_parallel(work, workers_for(work, rows), rows, slice,
               [&](int, std::size_t begin, std::size_t end) {
                 std::uint32_t slots[slice] = {};
                 for (const Digit& digit : digits) digit.append(begin, end - begin, slots);
                 for (std::size_t i = begin; i < end; ++i) {
                   items[i] = {slots[i - begin], static_cast<std::int32_t>(i)};
                 }
               });
  return true;
}

// One pass: each worker counts its share, then moves it to where its digits belong.
void counting_pass(const Buffer<Packed>& from, Buffer<Packed>& to, int shift, int bits,
                   const Work& work) {
  const std::size_t digit_values = std::size_t{1} << bits;
  const std::size_t rows = from.size();
  const int workers = workers_for(work, rows);
  std::vector<std::vector<std::size_t>> at(workers, std::vector<std::size_t>(digit_values, 0));
  const auto digit = [&](const Packed& item) { return item.key >> shift & (digit_values - 1); };
  run_parallel(work, workers, rows, slice, [&](int w, std::size_t begin, std::size_t end) {
    for (std::size_t i = begin; i < end; ++i) ++at[w][digit(from[i])];
  });
  std::size_t next = 0;
  for (std::size_t value = 0; value < digit_values; ++value) {
    for (auto& counts : at) {
      const std::size_t here = counts[value];
      counts[value] = next;
      next += here;
    }
  }
  run_parallel(work, workers, rows, slice, [&](int w, std::size_t begin, std::size_t end) {
    for (std::size_t i = begin; i < end; ++i) to[at[w][digit(from[i])]++] = from[i];
  });
}

SortedRows runs_of(const Buffer<Packed>& items, const Work& work) {
  const std::size_t rows = items.size();
  SortedRows sorted;
  sorted.order = Buffer<std::int32_t>(rows);
  const int workers = workers_for(work, rows);
  std::vector<std::vector<std::size_t>> starts(workers);
  run_parallel(work, workers, rows, slice, [&](int w, std::size_t begin, std::size_t end) {
    for (std::size_t i = begin; i < end; ++i) {
      sorted.order[i] = items[i].row;
      if (i == 0 || items[i].key != items[i - 1].key) starts[w].push_back(i);
    }
  });
  for (const auto& part : starts) {
    sorted.starts.insert(sorted.starts.end(), part.begin(), part.end());
  }
  sorted.starts.push_back(rows);
  return sorted;
}

SortedRows key_by_key(const std::vector<ColumnView>& keys, std::size_t rows, const Work& work) {
  std::vector<OrderKey> by;
  for (const ColumnView& key : keys) by.push_back({key, false});
  SortedRows sorted;
  sorted.order = order_rows(by, rows, work);
  const auto differ = [&](std::size_t a, std::size_t b) {
    return std::any_of(keys.begin(), keys.end(),
                       [&](const ColumnView& key) { return sortable(key, a) != sortable(key, b); });
  };
  for (std::size_t i = 0; i < rows; ++i) {
    if (i == 0 || differ(sorted.order[i - 1], sorted.order[i])) sorted.starts.push_back(i);
  }
  sorted.starts.push_back(rows);
  return sorted;
}

}  // namespace

SortedRows sort_by_keys(const std::vector<ColumnView>& keys, std::size_t rows, const Work& work) {
  Buffer<Packed> items(rows);
  std::uint64_t values;
  if (rows == 0 || !pack(keys, items, values, work)) return key_by_key(keys, rows, work);
  Buffer<Packed> spare(values > 1 ? rows : 0);
  const int width = values > 1 ? 64 - __builtin_clzll(values - 1) : 0;
  const int passes = (width + most_bits - 1) / most_bits;
  const int bits = passes > 0 ? (width + passes - 1) / passes : 0;
  for (int pass = 0; pass < passes; ++pass) {
    counting_pass(items, spare, pass * bits, bits, work);
    std::swap(items, spare);
  }
  return runs_of(items, work);
}

}  // namespace idle
