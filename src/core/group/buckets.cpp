#include "group/buckets.h"

#include <algorithm>
#include <cstring>

#include "base/partition.h"

namespace idle {

namespace {

constexpr int most_high_bits = 9;  // so many places are written to at once
constexpr int fewest_row_bits = 7;  // a bucket of fewer rows takes longer than it saves
constexpr int most_counted_bits = 12;

template <typename T>
void carry(const T* values, std::size_t n, std::uint64_t* out) {
  for (std::size_t i = 0; i < n; ++i) {
    out[i] = 0;
    std::memcpy(&out[i], &values[i], sizeof(T));
  }
}

// How many upper bits of a slot tell its bucket, at the most.
int high_bits(std::size_t rows) {
  int bits = 0;
  while (bits < most_high_bits && (rows >> (bits + fewest_row_bits)) > 0) ++bits;
  return bits;
}

void carry(const ColumnView& view, std::size_t begin, std::size_t n, std::uint64_t* out) {
  if (view.data == nullptr) {
    std::fill(out, out + n, 0);
  } else if (view.width() == 8) {
    carry(view.as<std::uint64_t>() + begin, n, out);
  } else {
    carry(view.as<std::uint32_t>() + begin, n, out);
  }
}

}  // namespace

Buckets part_by_slot(const KeySlots& slots, const ColumnView& carried, std::size_t rows,
                     const Work& work) {
  constexpr std::size_t slice = KeySlots::most;
  const int width = slots.size() > 1 ? 64 - __builtin_clzll(slots.size() - 1) : 0;
  Buckets parted;
  parted.low_bits = std::max(0, width - high_bits(rows));
  const int low = parted.low_bits;
  const std::size_t buckets = rows == 0 ? 0 : ((slots.size() - 1) >> low) + 1;
  const int workers = workers_for(work, rows);
  Buffer<std::uint32_t> slot_of_row(rows);
  std::vector<std::vector<std::size_t>> at(workers, std::vector<std::size_t>(buckets, 0));
  run_parallel(work, workers, rows, slice, [&](int w, std::size_t begin, std::size_t end) {
    std::uint32_t* slot = slot_of_row.data() + begin;
    slots.slots(begin, end - begin, slot);
    std::size_t* count = at[w].data();
    for (std::size_t i = 0; i < end - begin; ++i) ++count[slot[i] >> low];
  });
  parted.starts = starts_of_buckets(at, buckets);
  parted.rows = Buffer<BucketRow>(rows);
  run_parallel(work, workers, rows, slice, [&](int w, std::size_t begin, std::size_t end) {
    const std::uint32_t* slot = slot_of_row.data() + begin;
    std::uint64_t value[slice];
    std::size_t* place = at[w].data();
    carry(carried, begin, end - begin, value);
    for (std::size_t i = 0; i < end - begin; ++i) {
      parted.rows[place[slot[i] >> low]++] = {slot[i], static_cast<std::int32_t>(begin + i),
                                              value[i]};
    }
  });
  return parted;
}

void BucketOrder::sort(const BucketRow* rows, std::size_t n, int low_bits) {
  order_.resize(low_bits == 0 ? 0 : n);
  starts_.clear();
  if (low_bits > most_counted_bits) {
    by_comparing(rows, n);
  } else if (low_bits > 0) {
    by_counting(rows, n, low_bits);
  } else if (n > 0) {
    starts_.push_back(0);
  }
  starts_.push_back(n);
}

void BucketOrder::by_counting(const BucketRow* rows, std::size_t n, int low_bits) {
  const std::uint32_t mask = (1u << low_bits) - 1;
  at_.assign(std::size_t{mask} + 2, 0);
  for (std::size_t i = 0; i < n; ++i) ++at_[(rows[i].slot & mask) + 1];
  for (std::size_t d = 0; d <= mask; ++d) {
    if (at_[d + 1] > 0) starts_.push_back(at_[d]);
    at_[d + 1] += at_[d];
  }
  for (std::size_t i = 0; i < n; ++i) {
    order_[at_[rows[i].slot & mask]++] = static_cast<std::uint32_t>(i);
  }
}

void BucketOrder::by_comparing(const BucketRow* rows, std::size_t n) {
  items_.resize(n);
  for (std::size_t i = 0; i < n; ++i) items_[i] = std::uint64_t{rows[i].slot} << 32 | i;
  std::sort(items_.begin(), items_.end());
  for (std::size_t i = 0; i < n; ++i) {
    order_[i] = static_cast<std::uint32_t>(items_[i]);
    if (i == 0 || items_[i] >> 32 != items_[i - 1] >> 32) starts_.push_back(i);
  }
}

}  // namespace idle
