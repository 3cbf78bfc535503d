#include "column/fingerprint.h"

#include <algorithm>

#include "base/fetch_ahead.h"
#include "base/vectorise.h"

namespace idle {

namespace {

constexpr std::uint64_t odd_a = 0x9FB21C651E98DF25ull, odd_b = 0xD6E8FEB86659FD93ull;

std::uint64_t mix(std::uint64_t x) {
  x = (x ^ x >> 32) * odd_b;
  x = (x ^ x >> 29) * odd_a;
  return x ^ x >> 32;
}

// Sixteen lanes, so that a step need not wait for the last, and multiplications by 32-bit numbers
// only, of which wide vectors do several at once. Each step stirs its lane, so order matters.
constexpr std::size_t lanes = 16;
constexpr std::uint64_t factor_low = 0x9E3779B1, factor_high = 0x85EBCA77;

void stir_plain(const std::uint64_t* words, std::size_t steps, std::uint64_t* lane) {
  for (std::size_t s = 0; s < steps; ++s) {
    for (std::size_t k = 0; k < lanes; ++k) {
      const std::uint64_t x = lane[k] ^ words[s * lanes + k];
      const std::uint64_t product = (x & 0xFFFFFFFFull) * factor_low;
      lane[k] = (x >> 32) * factor_high + (product << 31 | product >> 33);
    }
  }
}

#ifdef IDLE_AVX2
// The same by hand: left to itself the compiler does one lane after the other.
__attribute__((target("avx2"))) void stir_wide(const std::uint64_t* words, std::size_t steps,
                                               std::uint64_t* lane) {
  __m256i at[lanes / 4];
  std::memcpy(at, lane, sizeof at);
  const __m256i low_by = _mm256_set1_epi64x(factor_low);
  const __m256i high_by = _mm256_set1_epi64x(factor_high);
  for (std::size_t s = 0; s < steps; ++s) {
    fetch_ahead(words + s * lanes);
    fetch_ahead(words + s * lanes + lanes / 2);
    for (std::size_t k = 0; k < lanes / 4; ++k) {
      const auto* from = reinterpret_cast<const __m256i*>(words + s * lanes + 4 * k);
      const __m256i x = _mm256_xor_si256(at[k], _mm256_loadu_si256(from));
      const __m256i low = _mm256_mul_epu32(x, low_by);
      const __m256i high = _mm256_mul_epu32(_mm256_srli_epi64(x, 32), high_by);
      const __m256i turned =
          _mm256_or_si256(_mm256_slli_epi64(low, 31), _mm256_srli_epi64(low, 33));
      at[k] = _mm256_add_epi64(high, turned);
    }
  }
  std::memcpy(lane, at, sizeof at);
}
#endif

void stir(const std::uint64_t* words, std::size_t steps, std::uint64_t* lane) {
#ifdef IDLE_AVX2
  if (has_avx2()) return stir_wide(words, steps, lane);
#endif
  stir_plain(words, steps, lane);
}

}  // namespace

std::uint64_t block_print(const void* values, std::size_t words) {
  const auto* bytes = static_cast<const char*>(values);
  std::uint64_t lane[lanes], word[lanes];
  for (std::size_t k = 0; k < lanes; ++k) lane[k] = mix(odd_a + k);
  const std::size_t steps = words / lanes;
  const bool aligned = reinterpret_cast<std::uintptr_t>(bytes) % alignof(std::uint64_t) == 0;
  for (std::size_t s = 0; s < (aligned ? 0 : steps); ++s) {
    std::memcpy(word, bytes + 8 * lanes * s, sizeof word);
    stir(word, 1, lane);
  }
  if (aligned) stir(reinterpret_cast<const std::uint64_t*>(bytes), steps, lane);
  std::uint64_t print = words;
  for (const std::uint64_t part : lane) print = mix(print ^ part);
  for (std::size_t i = steps * lanes; i < words; ++i) {
    std::memcpy(word, bytes + 8 * i, 8);
    print = mix(print ^ word[0]);
  }
  return print;
}

std::uint64_t print_of_blocks(const std::vector<std::uint64_t>& blocks, std::size_t values) {
  std::uint64_t print = mix(values);
  for (const std::uint64_t part : blocks) print = mix(print ^ part);
  return print;
}

namespace {

std::uint64_t memory_print(const char* bytes, std::size_t words, const Work& work) {
  std::vector<std::uint64_t> blocks((words + print_block - 1) / print_block);
  run_parallel(work, workers_for(work, words), blocks.size(), 8,
               [&](int, std::size_t begin, std::size_t end) {
                 for (std::size_t b = begin; b < end; ++b) {
                   const std::size_t at = b * print_block;
                   blocks[b] = block_print(bytes + 8 * at, std::min(print_block, words - at));
                 }
               });
  return print_of_blocks(blocks, words);
}

}  // namespace

std::uint64_t text_print(std::string_view text) {
  std::uint64_t print = odd_b ^ text.size();
  for (std::size_t at = 0; at < text.size(); at += 8) {
    std::uint64_t word = 0;
    std::memcpy(&word, text.data() + at, std::min<std::size_t>(8, text.size() - at));
    print = mix(print ^ word);
  }
  return print;
}

std::uint64_t fingerprint(const ColumnView& column, const Work& work) {
  const auto* bytes = static_cast<const char*>(column.data);
  const std::size_t size = column.size * column.width(), words = size / 8;
  const std::uint64_t print = memory_print(bytes, words, work);
  return size % 8 == 0 ? print : mix(print ^ text_print({bytes + 8 * words, size % 8}));
}

std::uint64_t fingerprint(const ColumnView& codes, const std::vector<std::uint64_t>& pool,
                          const Work& work) {
  std::uint64_t print = fingerprint(codes, work);
  for (const std::uint64_t text : pool) print = mix(print ^ text);
  return print;
}

std::string fingerprint_text(std::uint64_t print) {
  std::string text(16, '0');
  for (int i = 15; i >= 0; --i, print >>= 4) text[i] = "0123456789abcdef"[print & 15];
  return text;
}

}  // namespace idle
