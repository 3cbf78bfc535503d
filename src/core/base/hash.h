// A hash of 64-bit keys that nobody outside the process can foresee.
#pragma once
#include <cstdint>

#include "base/int128.h"

namespace idle {

struct HashSeed {
  std::uint64_t mask, factor;  // the factor is odd

  // Both halves of a long product, so that every bit of the key reaches the topmost ones.
  std::uint64_t mixed(std::uint64_t key) const {
    const uint128 product = static_cast<uint128>(key ^ mask) * factor;
    const auto folded = static_cast<std::uint64_t>(product) ^ static_cast<std::uint64_t>(product >> 64);
    return folded * 0x9E3779B97F4A7C15ull;
  }
};

// The same for the whole life of a process.
HashSeed hash_seed();

}  // namespace idle
