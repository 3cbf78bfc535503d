// A hash table that numbers different 64-bit keys 0, 1, 2, ... in order of first appearance. The hash
// is seeded anew by each process, so that no file can be written whose keys all share a slot.
#pragma once
#include <cstddef>
#include <cstdint>
#include <vector>

#include "base/buffer.h"
#include "base/hash.h"

namespace idle {

class DenseIds {
 public:
  explicit DenseIds(std::size_t expected = 512) {
    std::size_t slots = 1024;
    while (slots < expected * 2) slots *= 2;
    resize(slots);
  }

  std::int32_t id_of(std::uint64_t key) {
    std::size_t at = slot_of(key);
    while (slots_[at].id >= 0) {
      if (slots_[at].key == key) return slots_[at].id;
      at = (at + 1) & mask_;
    }
    return insert(at, key);
  }

  // The id of a key that may not be there: -1.
  std::int32_t find(std::uint64_t key) const {
    std::size_t at = slot_of(key);
    while (slots_[at].id >= 0) {
      if (slots_[at].key == key) return slots_[at].id;
      at = (at + 1) & mask_;
    }
    return -1;
  }

  // The ids of some keys that may not be there; `out` gets -1 for those.
  template <typename KeyAt, typename Out>
  void find_all(std::size_t n, const KeyAt& key_at, const Out& out) const {
    in_batches(n, key_at, [&](std::size_t i, std::uint64_t key) { out(i, find(key)); });
  }

  // Numbers a batch; in large tables the slots are fetched ahead of their use.
  template <typename KeyAt>
  void number(std::size_t n, const KeyAt& key_at, std::int32_t* out) {
    if (mask_ < prefetch_from) {
      const Slot* slots = slots_.data();
      const HashSeed seed = seed_;
      int shift = shift_;
      for (std::size_t i = 0; i < n; ++i) {
        const std::uint64_t key = key_at(i);
        const Slot& slot = slots[seed.mixed(key) >> shift];
        if (slot.key == key && slot.id >= 0) {
          out[i] = slot.id;
          continue;
        }
        out[i] = id_of(key);
        slots = slots_.data();
        shift = shift_;
      }
      return;
    }
    in_batches(n, key_at, [&](std::size_t i, std::uint64_t key) { out[i] = id_of(key); });
  }

  const std::vector<std::uint64_t>& keys() const { return keys_; }
  std::int32_t size() const { return static_cast<std::int32_t>(keys_.size()); }

 private:
  struct Slot {
    std::uint64_t key;
    std::int32_t id;
  };
  static constexpr std::size_t prefetch_from = 1 << 13;

  // Calls each(i, key) once the slots of a batch have been asked for.
  template <typename KeyAt, typename Each>
  void in_batches(std::size_t n, const KeyAt& key_at, const Each& each) const {
    constexpr std::size_t batch = 64;
    std::uint64_t keys[batch];
    for (std::size_t at = 0; at < n; at += batch) {
      const std::size_t m = n - at < batch ? n - at : batch;
      for (std::size_t i = 0; i < m; ++i) {
        keys[i] = key_at(at + i);
        __builtin_prefetch(&slots_[slot_of(keys[i])]);
      }
      for (std::size_t i = 0; i < m; ++i) each(at + i, keys[i]);
    }
  }

  std::size_t slot_of(std::uint64_t key) const { return seed_.mixed(key) >> shift_; }

  std::int32_t insert(std::size_t at, std::uint64_t key) {
    const std::int32_t id = size();
    slots_[at] = {key, id};
    keys_.push_back(key);
    if (keys_.size() * 2 > slots_.size()) resize(slots_.size() * 2);
    return id;
  }

  void resize(std::size_t slots) {
    slots_.assign(slots, Slot{0, -1});
    mask_ = slots - 1;
    shift_ = 64;
    for (std::size_t s = slots; s > 1; s /= 2) --shift_;
    for (std::size_t i = 0; i < keys_.size(); ++i) {
      std::size_t at = slot_of(keys_[i]);
      while (slots_[at].id >= 0) at = (at + 1) & mask_;
      slots_[at] = {keys_[i], static_cast<std::int32_t>(i)};
    }
  }

  HugeVector<Slot> slots_;
  std::vector<std::uint64_t> keys_;
  std::size_t mask_ = 0;
  int shift_ = 64;
  HashSeed seed_ = hash_seed();
};

}  // namespace idle
