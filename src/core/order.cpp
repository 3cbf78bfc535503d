#include "order.h"

#include <algorithm>
#include <numeric>

#include "grouping.h"

namespace idle {

namespace {

constexpr int digit_bits = 11;
constexpr std::size_t digits = (64 + digit_bits - 1) / digit_bits;
constexpr std::size_t values = std::size_t{1} << digit_bits;
constexpr std::size_t slice = 65536;

struct Item {
  std::uint64_t key;
  std::int32_t row;
};

std::uint64_t key_of(const OrderKey& key, std::size_t row) {
  const std::uint64_t k = sortable(key.view, row);
  const std::uint64_t ends = key.view.storage == Storage::float64 ? 2 : 1;
  const std::uint64_t last = ~std::uint64_t{0};
  return key.descending && k <= last - ends ? last - ends - k : k;
}

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

void sort_items(Buffer<Item>& items, Buffer<Item>& spare) {
  const std::size_t n = items.size();
  bool sorted = true;
  for (std::size_t i = 1; i < n && sorted; ++i) sorted = items[i - 1].key <= items[i].key;
  if (sorted) return;
  std::vector<std::vector<std::size_t>> counts(digits, std::vector<std::size_t>(values, 0));
  for (std::size_t i = 0; i < n; ++i) {
    for (std::size_t d = 0; d < digits; ++d) ++counts[d][digit_of(items[i].key, d)];
  }
  for (std::size_t d = 0; d < digits; ++d) {
    if (pass(items, spare, d, counts[d])) std::swap(items, spare);
  }
}

}  // namespace

Buffer<std::int32_t> order_rows(const std::vector<OrderKey>& keys, std::size_t rows,
                                const Work& work) {
  Buffer<std::int32_t> order(rows);
  std::iota(order.data(), order.data() + rows, 0);
  if (rows < 2) return order;
  Buffer<Item> items(rows), spare(rows);
  for (std::size_t k = keys.size(); k-- > 0;) {
    run_parallel(work, workers_for(work, rows), rows, slice,
                 [&](int, std::size_t begin, std::size_t end) {
                   for (std::size_t i = begin; i < end; ++i) {
                     items[i] = {key_of(keys[k], order[i]), order[i]};
                   }
                 });
    sort_items(items, spare);
    for (std::size_t i = 0; i < rows; ++i) order[i] = items[i].row;
  }
  return order;
}

void places_of(const std::vector<OrderKey>& keys, const std::int32_t* order, std::size_t rows,
               std::int32_t* places) {
  std::int32_t place = 0;
  for (std::size_t i = 0; i < rows; ++i) {
    const bool same = i > 0 && std::all_of(keys.begin(), keys.end(), [&](const OrderKey& key) {
                        return sortable(key.view, order[i]) == sortable(key.view, order[i - 1]);
                      });
    if (i > 0 && !same) ++place;
    places[order[i]] = place;
  }
}

}  // namespace idle
