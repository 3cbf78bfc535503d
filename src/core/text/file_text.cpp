#include "text/file_text.h"

#include <cstdint>
#include <cstdio>
#include <cstring>
#include <memory>
#include <vector>

#include "text/encode.h"

namespace idle {

namespace {

constexpr std::size_t piece = std::size_t{1} << 20;

// Bytes up to the first that is not ASCII.
std::size_t ascii_length(const char* text, std::size_t n) {
  std::size_t at = 0;
  for (std::uint64_t word; at + 8 <= n; at += 8) {
    std::memcpy(&word, text + at, 8);
    if (word & 0x8080808080808080ull) break;
  }
  while (at < n && static_cast<unsigned char>(text[at]) < 0x80) ++at;
  return at;
}

// Where the last sequence begins that may go on in the next piece.
std::size_t whole_length(const char* text, std::size_t n) {
  std::size_t back = 1;
  while (back <= 3 && back <= n && (static_cast<unsigned char>(text[n - back]) & 0xC0) == 0x80) {
    ++back;
  }
  if (back > n || back > 4) return n;
  const auto lead = static_cast<unsigned char>(text[n - back]);
  const std::size_t wanted = lead >= 0xF0 ? 4 : lead >= 0xE0 ? 3 : lead >= 0xC0 ? 2 : 1;
  return wanted > back ? n - back : n;
}

}  // namespace

bool file_is_utf8(const std::string& path) {
  const std::unique_ptr<FILE, int (*)(FILE*)> file(std::fopen(path.c_str(), "rb"), &std::fclose);
  if (!file) return false;
  std::vector<char> text(piece + 8);
  std::size_t kept = 0;
  for (;;) {
    const std::size_t got = std::fread(text.data() + kept, 1, piece, file.get());
    const std::size_t n = kept + got;
    if (got == 0) return kept == 0;
    const std::size_t whole = whole_length(text.data(), n),
                      plain = ascii_length(text.data(), whole);
    if (!is_valid_utf8({text.data() + plain, whole - plain})) return false;
    kept = n - whole;
    std::memmove(text.data(), text.data() + whole, kept);
  }
}

}  // namespace idle
