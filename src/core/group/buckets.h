// Rows parted by the upper bits of their slots, so that a bucket fits the cache; each row carries
// one value along, which saves looking it up afar.
#pragma once
#include <cstdint>
#include <vector>

#include "group/key_slots.h"

namespace idle {

struct BucketRow {
  std::uint32_t slot;
  std::int32_t row;
  std::uint64_t value;  // the bits of the carried value
};

struct Buckets {
  Buffer<BucketRow> rows;           // bucket after bucket, each in the order of entry
  std::vector<std::size_t> starts;  // of each bucket; the last is the number of rows
  int low_bits = 0;                 // bits of a slot that a bucket does not settle
};

// `carried` may have no data.
Buckets part_by_slot(const KeySlots& slots, const ColumnView& carried, std::size_t rows,
                     const Work& work);

// A bucket's rows by slot, ties in the order of entry.
class BucketOrder {
 public:
  void sort(const BucketRow* rows, std::size_t n, int low_bits);
  // Empty: as they stand.
  const std::vector<std::uint32_t>& order() const { return order_; }
  // Of each run of equal slots; the last is the number of rows.
  const std::vector<std::size_t>& starts() const { return starts_; }

 private:
  void by_counting(const BucketRow* rows, std::size_t n, int low_bits);
  void by_comparing(const BucketRow* rows, std::size_t n);
  std::vector<std::uint32_t> order_, at_;
  std::vector<std::size_t> starts_;
  std::vector<std::uint64_t> items_;
};

}  // namespace idle
