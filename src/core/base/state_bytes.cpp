#include "base/state_bytes.h"

#include <algorithm>

namespace idle {

namespace {

constexpr char mark[] = "IDLS";
constexpr std::size_t head = 24;  // mark, version, length, checksum

std::uint64_t mixed(std::uint64_t hash, std::uint64_t word) {
  hash = (hash ^ word) * 0x9FB21C651E98DF25ull;
  return hash ^ hash >> 32;
}

std::uint64_t word_at(const char* bytes) {
  std::uint64_t word = 0;
  StateReader(std::string_view(bytes, 8)).get_all(&word, 1);
  return word;
}

}  // namespace

void StateWriter::turn(char* bytes, std::size_t n, std::size_t width) {
  for (std::size_t i = 0; i < n; ++i) std::reverse(bytes + i * width, bytes + (i + 1) * width);
}

std::string StateReader::get_text() {
  const auto n = get<std::uint32_t>();
  need(n, 1);
  std::string text(rest_.substr(0, n));
  rest_.remove_prefix(n);
  return text;
}

// Four chains side by side, since each step waits for the one before it.
std::uint64_t checksum(std::string_view bytes) {
  std::uint64_t chain[4] = {1, 2, 3, 4};
  std::size_t at = 0;
  for (; at + 32 <= bytes.size(); at += 32) {
    for (std::size_t k = 0; k < 4; ++k) chain[k] = mixed(chain[k], word_at(bytes.data() + at + 8 * k));
  }
  std::uint64_t hash = bytes.size();
  for (const std::uint64_t one : chain) hash = mixed(hash, one);
  for (; at < bytes.size(); at += 8) {
    char last[8] = {};
    std::memcpy(last, bytes.data() + at, std::min<std::size_t>(8, bytes.size() - at));
    hash = mixed(hash, word_at(last));
  }
  return hash;
}

std::string sealed_state(std::string bytes, std::uint32_t version) {
  StateWriter writer;
  writer.put_all(mark, 4);
  writer.put(version);
  writer.put(static_cast<std::uint64_t>(bytes.size()));
  writer.put(checksum(bytes) ^ version);
  bytes.insert(0, writer.bytes());
  return bytes;
}

std::string_view opened_state(std::string_view sealed, std::uint32_t newest) {
  StateReader reader(sealed);
  char found[4];
  reader.get_all(found, 4);
  if (std::memcmp(found, mark, 4) != 0) throw BadState("it does not begin as a state does");
  const auto version = reader.get<std::uint32_t>();
  if (version == 0 || version > newest) {
    throw BadState("it is of version " + std::to_string(version) + ", and this one knows those up to " +
                   std::to_string(newest));
  }
  const auto length = reader.get<std::uint64_t>(), sum = reader.get<std::uint64_t>();
  const std::string_view bytes = sealed.substr(head);
  if (bytes.size() != length) throw BadState("it is not as long as it says");
  if ((checksum(bytes) ^ version) != sum) throw BadState("its checksum is not that of its bytes");
  return bytes;
}

}  // namespace idle
