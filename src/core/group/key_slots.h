// The keys of each row as one number: side by side, digit after digit, where they fit half a word;
// else the number of the row's run in key order. Equal keys have equal slots.
#pragma once
#include <cstdint>
#include <vector>

#include "base/buffer.h"
#include "base/parallel.h"
#include "column/column.h"
#include "sort/narrow_keys.h"

namespace idle {

class KeySlots {
 public:
  KeySlots(const std::vector<ColumnView>& keys, std::size_t rows, const Work& work);
  // All slots are below this; at most 2^32.
  std::uint64_t size() const { return size_; }
  static constexpr std::size_t most = 8192;  // rows at a time
  void slots(std::size_t begin, std::size_t n, std::uint32_t* out) const;

 private:
  // A key's values counted from the least; values that are no number and missing ones come last.
  struct Digit {
    CompactKey key;
    const std::int32_t* wholes = nullptr;  // of a key of whole numbers or codes
    std::uint32_t least = UINT32_MAX, greatest = 0;
    bool fits = true;
    std::uint64_t width() const { return std::uint64_t{greatest} - least + 3; }
  };
  static Digit digit_of(const ColumnView& view, const CompactKey& key, std::size_t rows,
                        const Work& work);
  bool side_by_side(const std::vector<ColumnView>& keys, std::size_t rows, const Work& work);
  void number_runs(const std::vector<ColumnView>& keys, std::size_t rows, const Work& work);

  std::vector<Digit> digits_;
  Buffer<std::uint32_t> runs_;
  std::uint64_t size_ = 1;
};

}  // namespace idle
