#include "sort/sort_span.h"

#include <algorithm>
#include <array>

#include "base/parallel.h"

namespace idle {

namespace {

constexpr std::size_t few = 24;

template <typename Any>
void insertion_sort(Any* items, std::size_t n) {
  for (std::size_t i = 1; i < n; ++i) {
    const Any item = items[i];
    std::size_t at = i;
    for (; at > 0 && items[at - 1].key > item.key; --at) items[at] = items[at - 1];
    items[at] = item;
  }
}

// The span of the keys, or that they are in order already.
struct Span {
  std::uint64_t least, greatest;
  bool sorted;
};

template <typename Any>
Span span_of(const Any* items, std::size_t n) {
  std::size_t sorted = 1;
  while (sorted < n && items[sorted - 1].key <= items[sorted].key) ++sorted;
  if (sorted == n) return {items[0].key, items[n - 1].key, true};
  auto least = items[0].key, greatest = least;
  for (std::size_t i = 1; i < n; ++i) {
    least = std::min(least, items[i].key);
    greatest = std::max(greatest, items[i].key);
  }
  return {least, greatest, false};
}

template <int bits, typename Any>
void radix_pass(const Any* from, Any* to, std::size_t n, std::uint64_t least, int shift) {
  constexpr std::size_t values = std::size_t{1} << bits;
  std::array<std::uint32_t, values> at{};
  for (std::size_t i = 0; i < n; ++i) ++at[(from[i].key - least) >> shift & (values - 1)];
  std::uint32_t next = 0;
  for (auto& count : at) {
    const std::uint32_t here = count;
    count = next;
    next += here;
  }
  for (std::size_t i = 0; i < n; ++i) {
    to[at[(from[i].key - least) >> shift & (values - 1)]++] = from[i];
  }
}

// Two passes over the topmost bits that differ; `shift` is what is left below them.
template <int bits, typename Any>
int two_passes(Any* items, Any* spare, std::size_t n, std::uint64_t least, int width) {
  if (width <= bits) {
    radix_pass<bits>(items, spare, n, least, 0);
    std::copy(spare, spare + n, items);
    return 0;
  }
  const int shift = std::max(0, width - 2 * bits);
  radix_pass<bits>(items, spare, n, least, shift);
  radix_pass<bits>(spare, items, n, least, shift + bits);
  return shift;
}

// Keys that agree in the bits looked at stand together after two passes; those runs are sorted by
// the bits that are left.
template <typename Any>
void sort_any(Any* items, std::size_t n, std::vector<Any>& spare) {
  if (n <= few) return insertion_sort(items, n);
  const Span span = span_of(items, n);
  if (span.sorted) return;
  if (n > 4096) check_stop();
  if (spare.size() < n) spare.resize(n);
  const int width = 64 - __builtin_clzll(span.greatest - span.least);
  const int shift = n < 4096 ? two_passes<8>(items, spare.data(), n, span.least, width)
                             : two_passes<11>(items, spare.data(), n, span.least, width);
  if (shift == 0) return;
  for (std::size_t at = 0; at < n;) {
    const std::uint64_t head = (items[at].key - span.least) >> shift;
    std::size_t end = at + 1;
    while (end < n && (items[end].key - span.least) >> shift == head) ++end;
    if (end - at > 1) sort_any(items + at, end - at, spare);
    at = end;
  }
}

}  // namespace

void sort_run(Item* items, std::size_t n, std::vector<Item>& spare) { sort_any(items, n, spare); }
void sort_run(Packed* items, std::size_t n, std::vector<Packed>& spare) {
  sort_any(items, n, spare);
}

}  // namespace idle
