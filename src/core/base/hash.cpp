#include "base/hash.h"

#include <chrono>
#include <random>

namespace idle {

namespace {

HashSeed fresh_seed() {
  std::uint64_t bits[2];
  try {
    std::random_device device;
    for (auto& word : bits) word = static_cast<std::uint64_t>(device()) << 32 | device();
  } catch (...) {  // no source of chance: the clock and where the memory lies
    const auto now = std::chrono::steady_clock::now().time_since_epoch().count();
    bits[0] = static_cast<std::uint64_t>(now) * 0x9E3779B97F4A7C15ull;
    bits[1] = reinterpret_cast<std::uintptr_t>(&bits) ^ bits[0] << 7;
  }
  return {bits[0], bits[1] | 1};
}

}  // namespace

HashSeed hash_seed() {
  static const HashSeed seed = fresh_seed();
  return seed;
}

}  // namespace idle
