#include "text/rank_texts.h"

#include <algorithm>

#include "base/parallel.h"
#include "sort/radix.h"

namespace idle {

namespace {

constexpr int bytes = 8;
constexpr std::size_t few_texts = 1024;  // so few are sorted by their heads as they are

std::size_t byte_of(std::uint64_t head, int byte) { return head >> (8 * byte) & 0xFF; }

// Numbers that sort as heads do and leave no room for bytes that do not occur; so they are short,
// and soon sorted.
class Squeeze {
 public:
  explicit Squeeze(const std::vector<std::uint64_t>& heads) {
    for (const std::uint64_t head : heads) {
      for (int b = 0; b < bytes; ++b) weight_[b][byte_of(head, b)] = 1;
    }
    std::uint64_t stride = 1;
    for (auto& weights : weight_) {
      std::uint64_t values = 0;
      for (std::uint64_t& weight : weights) weight = weight == 0 ? 0 : stride * values++;
      stride *= values;
    }
  }
  std::uint64_t operator()(std::uint64_t head) const {
    std::uint64_t squeezed = 0;
    for (int b = 0; b < bytes; ++b) squeezed += weight_[b][byte_of(head, b)];
    return squeezed;
  }

 private:
  std::uint64_t weight_[bytes][256] = {};
};

}  // namespace

std::uint64_t head_of(std::string_view text) {
  std::uint64_t head = 0;
  for (std::size_t i = 0; i < bytes; ++i) {
    head = head << 8 | (i < text.size() ? static_cast<unsigned char>(text[i]) : 0u);
  }
  return head;
}

std::vector<std::int32_t> rank_texts(const std::vector<std::uint64_t>& heads,
                                     const std::function<std::string_view(std::size_t)>& text) {
  Buffer<Item> items(heads.size()), spare(heads.size());
  for (std::size_t i = 0; i < heads.size(); ++i) {
    items[i] = {heads[i], static_cast<std::int32_t>(i)};
  }
  if (items.size() >= few_texts) {
    const Squeeze squeeze(heads);
    for (std::size_t i = 0; i < items.size(); ++i) items[i].key = squeeze(items[i].key);
  }
  sort_items(items, spare);
  for (std::size_t at = 0; at < items.size();) {
    std::size_t end = at + 1;
    while (end < items.size() && items[end].key == items[at].key) ++end;
    if (end - at > 1) {
      std::sort(items.data() + at, items.data() + end,
                asking([&](const Item& a, const Item& b) { return text(a.row) < text(b.row); }));
    }
    at = end;
  }
  std::vector<std::int32_t> rank(heads.size());
  for (std::size_t i = 0; i < items.size(); ++i) {
    rank[items[i].row] = static_cast<std::int32_t>(i);
  }
  return rank;
}

}  // namespace idle
