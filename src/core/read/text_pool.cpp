#include "read/text_pool.h"

#include <algorithm>
#include <cstring>
#include <limits>
#include <stdexcept>

#include "base/hash.h"

namespace idle {

namespace {

constexpr std::size_t smallest_block = std::size_t{1} << 12, largest_block = std::size_t{1} << 20;

std::uint64_t eight(const char* p) {
  std::uint64_t word;
  std::memcpy(&word, p, 8);
  return word;
}

// One to seven bytes; with their number known, no two texts give the same word.
std::uint64_t short_word(const char* p, std::size_t n) {
  if (n >= 4) {
    std::uint32_t front, back;
    std::memcpy(&front, p, 4);
    std::memcpy(&back, p + n - 4, 4);
    return front | static_cast<std::uint64_t>(back) << 32;
  }
  const auto byte = [p](std::size_t i) { return static_cast<std::uint64_t>(static_cast<unsigned char>(p[i])); };
  return byte(0) | byte(n / 2) << 8 | byte(n - 1) << 16;
}

std::uint64_t hash_of(std::string_view text) {
  static const HashSeed seed = hash_seed();
  const char* p = text.data();
  std::size_t left = text.size();
  std::uint64_t hash = left;
  for (; left >= 8; left -= 8, p += 8) hash = seed.mixed(hash ^ eight(p));
  return seed.mixed(hash ^ (left > 0 ? short_word(p, left) : 0));
}

}  // namespace

std::string_view TextPool::kept(std::string_view text) {
  if (text.size() > room_) {
    const std::size_t usual = std::min(largest_block, std::max(smallest_block, 2 * texts_.size() * 8));
    room_ = std::max(usual, text.size());
    blocks_.emplace_back(new char[room_]);
    next_ = blocks_.back().get();
  }
  if (!text.empty()) std::memcpy(next_, text.data(), text.size());
  const std::string_view own(next_, text.size());
  next_ += text.size();
  room_ -= text.size();
  return own;
}

void TextPool::grow() {
  std::vector<Slot> slots(std::max<std::size_t>(64, slots_.size() * 2));
  const std::size_t mask = slots.size() - 1;
  for (std::size_t i = 0; i < texts_.size(); ++i) {
    std::size_t at = texts_[i].hash & mask;
    while (slots[at].number != 0) at = (at + 1) & mask;
    slots[at] = {static_cast<std::uint32_t>(texts_[i].hash >> 32), static_cast<std::int32_t>(i + 1)};
  }
  slots_.swap(slots);
}

std::int32_t TextPool::number(std::string_view text, std::uint64_t hash, std::int64_t row, bool copy) {
  if (2 * (texts_.size() + 1) > slots_.size()) grow();
  const std::size_t mask = slots_.size() - 1;
  const auto tag = static_cast<std::uint32_t>(hash >> 32);
  std::size_t at = hash & mask;
  for (; slots_[at].number != 0; at = (at + 1) & mask) {
    if (slots_[at].tag != tag) continue;
    const std::string_view there = texts_[static_cast<std::size_t>(slots_[at].number) - 1].bytes;
    if (there == text) return slots_[at].number;
  }
  if (texts_.size() >= static_cast<std::size_t>(std::numeric_limits<std::int32_t>::max())) {
    throw std::length_error("more different texts than can be numbered");
  }
  texts_.push_back({copy ? kept(text) : text, hash, row});
  slots_[at] = {tag, static_cast<std::int32_t>(texts_.size())};
  return slots_[at].number;
}

std::int32_t TextPool::number(std::string_view text, std::int64_t row, bool copy) {
  return number(text, hash_of(text), row, copy);
}

}  // namespace idle
