#include "fingerprint.h"

namespace idle {

namespace {

constexpr std::size_t block = 8192;
constexpr std::uint64_t odd_a = 0x9FB21C651E98DF25ull, odd_b = 0xD6E8FEB86659FD93ull;

std::uint64_t mix(std::uint64_t x) {
  x = (x ^ x >> 32) * odd_b;
  x = (x ^ x >> 29) * odd_a;
  return x ^ x >> 32;
}

// Four lanes, so that one multiplication need not wait for the last.
template <typename WordAt>
std::uint64_t block_print(std::size_t n, const WordAt& word_at) {
  std::uint64_t lane[4] = {odd_a, odd_b, odd_a ^ odd_b, odd_a + odd_b};
  std::size_t i = 0;
  for (; i + 4 <= n; i += 4) {
    for (int k = 0; k < 4; ++k) {
      const std::uint64_t x = (lane[k] ^ word_at(i + k)) * odd_a;
      lane[k] = x ^ x >> 31;
    }
  }
  for (; i < n; ++i) lane[0] = mix(lane[0] ^ word_at(i));
  return mix(mix(mix(lane[0]) ^ lane[1]) ^ mix(mix(lane[2]) ^ lane[3]) ^ n);
}

template <typename WordAt>
std::uint64_t column_print(std::size_t rows, const WordAt& word_at, const Work& work) {
  std::vector<std::uint64_t> blocks((rows + block - 1) / block);
  run_parallel(work, workers_for(work, rows), blocks.size(), 8,
               [&](int, std::size_t begin, std::size_t end) {
                 for (std::size_t b = begin; b < end; ++b) {
                   const std::size_t at = b * block, n = std::min(block, rows - at);
                   blocks[b] = block_print(n, [&](std::size_t i) { return word_at(at + i); });
                 }
               });
  return block_print(blocks.size(), [&](std::size_t i) { return blocks[i]; }) ^ mix(rows);
}

std::uint64_t text_print(std::string_view text) {
  std::uint64_t print = odd_b ^ text.size();
  for (std::size_t at = 0; at < text.size(); at += 8) {
    std::uint64_t word = 0;
    std::memcpy(&word, text.data() + at, std::min<std::size_t>(8, text.size() - at));
    print = mix(print ^ word);
  }
  return print;
}

}  // namespace

std::uint64_t fingerprint(const ColumnView& column, const Work& work) {
  const auto* bytes = static_cast<const char*>(column.data);
  const std::size_t size = column.size * column.width(), words = size / 8;
  const std::uint64_t print = column_print(
      words,
      [bytes](std::size_t i) {
        std::uint64_t word;
        std::memcpy(&word, bytes + 8 * i, 8);
        return word;
      },
      work);
  return size % 8 == 0 ? print : mix(print ^ text_print({bytes + 8 * words, size % 8}));
}

std::uint64_t fingerprint(const ColumnView& codes, const std::vector<std::string_view>& pool,
                          const Work& work) {
  std::uint64_t print = fingerprint(codes, work);
  for (const auto text : pool) print = mix(print ^ text_print(text));
  return print;
}

std::string fingerprint_text(std::uint64_t print) {
  std::string text(16, '0');
  for (int i = 15; i >= 0; --i, print >>= 4) text[i] = "0123456789abcdef"[print & 15];
  return text;
}

}  // namespace idle
