#include "sort/radix.h"

#include <utility>
#include <vector>

#include "base/parallel.h"
#include "sort/sort_span.h"

namespace idle {

namespace {

constexpr int digit_bits = 11;
constexpr std::size_t digits = (64 + digit_bits - 1) / digit_bits;
constexpr std::size_t values = std::size_t{1} << digit_bits;
constexpr std::size_t few_items = 1024;  // tables for all digits cost more than so few items

std::size_t digit_of(std::uint64_t key, std::size_t digit) {
  return key >> (digit * digit_bits) & (values - 1);
}

// One stable pass by one digit, unless all rows share it.
bool pass(const Buffer<Item>& from, Buffer<Item>& to, std::size_t digit,
          std::vector<std::size_t>& counts) {
  const std::size_t n = from.size();
  if (counts[digit_of(from[0].key, digit)] == n) return false;
  std::size_t at = 0;
  for (auto& count : counts) {
    const std::size_t here = count;
    count = at;
    at += here;
  }
  for (std::size_t i = 0; i < n; ++i) to[counts[digit_of(from[i].key, digit)]++] = from[i];
  return true;
}

}  // namespace

void sort_items(Buffer<Item>& items, Buffer<Item>& spare) {
  const std::size_t n = items.size();
  bool sorted = true;
  for (std::size_t i = 1; i < n && sorted; ++i) sorted = items[i - 1].key <= items[i].key;
  if (sorted) return;
  if (n < few_items) {
    std::vector<Item> room;
    return sort_run(items.data(), n, room);
  }
  std::vector<std::vector<std::size_t>> counts(digits, std::vector<std::size_t>(values, 0));
  for (std::size_t i = 0; i < n; ++i) {
    for (std::size_t d = 0; d < digits; ++d) ++counts[d][digit_of(items[i].key, d)];
  }
  for (std::size_t d = 0; d < digits; ++d) {
    check_stop();
    if (pass(items, spare, d, counts[d])) std::swap(items, spare);
  }
}

}  // namespace idle
