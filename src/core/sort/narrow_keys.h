// Sort keys in half a word, where every value of a column fits: whole numbers, codes, dates, and
// numbers with few decimals.
#pragma once
#include <cstdint>

#include "sort/order.h"

namespace idle {

// Values times `scale` are whole numbers; 0: the column does not fit.
class CompactKey {
 public:
  CompactKey() = default;
  // Looks at a sample only; keys() tells when a value does not fit after all.
  CompactKey(const OrderKey& key, std::size_t rows);
  bool possible() const { return scale_ != 0; }
  // Keys of rows begin to begin + n; equal, and ordered, as the values are. False: some do not fit.
  bool keys(std::size_t begin, std::size_t n, std::uint32_t* out) const;
  // Whether keys can be turned back into whole numbers.
  bool is_whole() const { return scale_ == 1 && key_.view.rank == nullptr && !key_.descending; }
  static std::int64_t whole_of(std::uint32_t key) { return static_cast<std::int64_t>(key) + base; }
  static bool is_missing_key(std::uint32_t key) { return key == UINT32_MAX; }
  // Missing values and values that are no number.
  static bool is_odd_key(std::uint32_t key) { return key >= UINT32_MAX - 1; }
  const void* column() const { return key_.view.data; }

 private:
  static constexpr std::int64_t base = -INT64_C(0x7FFFFFFF);
  bool number_keys(const double* x, std::size_t n, std::uint32_t* out) const;
  void whole_keys(std::size_t begin, std::size_t n, std::uint32_t* out) const;
  OrderKey key_;
  double scale_ = 0;
};

}  // namespace idle
