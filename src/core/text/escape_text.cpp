#include "text/escape_text.h"

#include <cstdint>
#include <cstdio>

namespace idle {

namespace {

struct Point {
  std::uint32_t value;
  std::size_t bytes;
  bool valid;
};

// The code point at the start of some bytes; of invalid ones the first byte alone.
Point point_at(std::string_view text) {
  const auto byte = [&](std::size_t i) { return static_cast<unsigned char>(text[i]); };
  const unsigned char lead = byte(0);
  if (lead < 0x80) return {lead, 1, true};
  const std::size_t bytes = lead >= 0xF0 ? 4 : lead >= 0xE0 ? 3 : 2;
  if (lead < 0xC2 || lead > 0xF4 || text.size() < bytes) return {lead, 1, false};
  std::uint32_t value = lead & (0xFF >> (bytes + 1));
  for (std::size_t i = 1; i < bytes; ++i) {
    if ((byte(i) & 0xC0) != 0x80) return {lead, 1, false};
    value = value << 6 | (byte(i) & 0x3F);
  }
  constexpr std::uint32_t least[] = {0, 0, 0x80, 0x800, 0x10000};
  const bool surrogate = value >= 0xD800 && value <= 0xDFFF;
  if (value < least[bytes] || surrogate || value > 0x10FFFF) return {lead, 1, false};
  return {value, bytes, true};
}

bool within(std::uint32_t x, std::uint32_t low, std::uint32_t high) { return x >= low && x <= high; }

bool is_unfit(std::uint32_t x) {
  if (x < 0x20 || within(x, 0x7F, 0x9F)) return true;
  if (x < 0x61C) return x == 0xAD;
  return x == 0x61C || x == 0x180E || x == 0x200B || within(x, 0x200E, 0x200F) ||
         within(x, 0x2028, 0x202E) || within(x, 0x2060, 0x206F) || x == 0xFEFF ||
         within(x, 0xFFF9, 0xFFFB) || within(x, 0xFDD0, 0xFDEF) || (x & 0xFFFE) == 0xFFFE ||
         within(x, 0xE0000, 0xE007F);
}

std::string written_out(const Point& point) {
  if (point.valid && point.value == '\n') return "\\n";
  if (point.valid && point.value == '\t') return "\\t";
  if (point.valid && point.value == '\r') return "\\r";
  char out[16];
  const char* form = !point.valid || point.value < 0x100 ? "\\x%02x"
                     : point.value < 0x10000             ? "\\u%04x"
                                                         : "\\U%08x";
  std::snprintf(out, sizeof out, form, static_cast<unsigned>(point.value));
  return out;
}

}  // namespace

bool is_plain_text(std::string_view text) {
  for (std::size_t at = 0; at < text.size();) {
    const auto byte = static_cast<unsigned char>(text[at]);
    if (byte >= 0x20 && byte < 0x7F) {
      ++at;
      continue;
    }
    const Point point = point_at(text.substr(at));
    if (!point.valid || is_unfit(point.value)) return false;
    at += point.bytes;
  }
  return true;
}

std::string escape_text(std::string_view text) {
  std::string out;
  for (std::size_t at = 0; at < text.size();) {
    const Point point = point_at(text.substr(at));
    if (point.valid && !is_unfit(point.value)) {
      out.append(text, at, point.bytes);
    } else {
      out += written_out(point);
    }
    at += point.bytes;
  }
  return out;
}

}  // namespace idle
