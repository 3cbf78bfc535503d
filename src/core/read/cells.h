// Goes through the cells of records, by RFC 4180: a cell in quotes ends at a quote mark that is not doubled, and
// all others end at a separator or a line's end. A quote mark inside a cell without quotes is what it is.
#pragma once
#include <cstdint>
#include <cstring>
#include <string>
#include <string_view>

#include "read/trouble.h"

#if defined(__SSE2__) && defined(__GNUC__)
#include <emmintrin.h>
#define IDLE_SSE2
#endif

namespace idle {

struct Shape {
  char separator = ',';
  char line_end = '\n';   // '\n', also with '\r' before it; or '\r' alone
  bool blank_counts = false;  // a blank line is a record of one empty cell
};

struct Cell {
  std::string_view text;
  bool quoted;
};

// Finds the next byte that may end a cell without quotes: a separator, '\n', '\r' or NUL.
class EndFinder {
 public:
  explicit EndFinder(char separator) : separator_(separator) {
    for (const char c : {separator, '\n', '\r', '\0'}) special_[static_cast<unsigned char>(c)] = true;
  }
  bool is_end(char c) const { return special_[static_cast<unsigned char>(c)]; }
  void start() { window_ = nullptr; }

#ifdef IDLE_SSE2
  // 64 bytes are looked at together; so many may be read behind the text.
  const char* next(const char* p) {
    for (;;) {
      const std::size_t at = window_ == nullptr ? 64 : static_cast<std::size_t>(p - window_);
      if (at >= 64) {
        window_ = p;
        ends_ = ends_in(p);
        if (ends_ != 0) return p + __builtin_ctzll(ends_);
      } else if (const std::uint64_t left = ends_ >> at) {
        return p + __builtin_ctzll(left);
      }
      p = window_ + 64;
    }
  }

 private:
  std::uint64_t ends_in(const char* p) const {
    const __m128i separator = _mm_set1_epi8(separator_), feed = _mm_set1_epi8('\n'), back = _mm_set1_epi8('\r'),
                  zero = _mm_setzero_si128();
    std::uint64_t ends = 0;
    for (int k = 0; k < 4; ++k) {
      const __m128i bytes = _mm_loadu_si128(reinterpret_cast<const __m128i*>(p + 16 * k));
      const __m128i found = _mm_or_si128(_mm_or_si128(_mm_cmpeq_epi8(bytes, separator), _mm_cmpeq_epi8(bytes, feed)),
                                         _mm_or_si128(_mm_cmpeq_epi8(bytes, back), _mm_cmpeq_epi8(bytes, zero)));
      ends |= static_cast<std::uint64_t>(static_cast<unsigned>(_mm_movemask_epi8(found))) << (16 * k);
    }
    return ends;
  }
#else
  const char* next(const char* p) const {
    while (!is_end(*p)) ++p;
    return p;
  }

 private:
#endif
  char separator_;
  bool special_[256] = {};
  const char* window_ = nullptr;
  std::uint64_t ends_ = 0;
};

class CellWalk {
 public:
  explicit CellWalk(const Shape& shape) : shape_(shape), ends_(shape.separator) {}

  // `text` has n bytes, begins with a record, and has room behind it (see Scratch), where one byte is written. The handler has
  // cell(column, Cell) and record(cells), false from either stops the walk; trouble is told with offsets into the
  // text.
  template <typename Handler>
  Trouble walk(char* text, std::size_t n, Handler& handler) {
    text[n] = shape_.line_end;
    begin_ = text;
    end_ = text + n;
    ends_.start();
    std::int64_t record = 0;
    for (const char* p = text; p < end_;) {
      if (!shape_.blank_counts && is_blank(p)) continue;
      record_begin_ = static_cast<std::size_t>(p - text);
      std::size_t column = 0;
      for (bool more = true; more; ++column) {
        Cell cell;
        Trouble trouble = cell_at(p, cell, more);
        if (trouble) {
          trouble.record = record;
          trouble.column = column;
          return trouble;
        }
        if (!handler.cell(column, cell)) return {};
      }
      if (!handler.record(column)) return {};
      ++record;
    }
    return {};
  }

  // Where the record begins that was last gone through.
  std::size_t record_begin() const { return record_begin_; }

 private:
  bool is_blank(const char*& p) const {
    if (*p == shape_.line_end) return ++p, true;
    if (shape_.line_end == '\n' && *p == '\r' && p[1] == '\n') return p += 2, true;
    return false;
  }

  // Moves p behind the cell and what ends it.
  Trouble cell_at(const char*& p, Cell& cell, bool& more) {
    if (*p == '"' && p < end_) return quoted_at(p, cell, more);
    const char* const q = ends_.next(p);
    cell = {{p, static_cast<std::size_t>(q - p)}, false};
    p = q;
    return ended_at(p, more);
  }

  Trouble quoted_at(const char*& p, Cell& cell, bool& more) {
    const char *const open = p++, *from = p;
    bool doubled = false;
    for (;;) {
      const auto* q = static_cast<const char*>(std::memchr(p, '"', static_cast<std::size_t>(end_ - p)));
      if (q == nullptr) return trouble_at(Trouble::What::unclosed_quote, open);
      if (q[1] != '"' || q + 1 == end_) {
        cell = {{from, static_cast<std::size_t>(q - from)}, true};
        if (doubled) cell.text = kept_ = kept_ + std::string(p, q);
        p = q + 1;
        break;
      }
      if (!doubled) kept_.clear();
      kept_.append(doubled ? p : from, q + 1);
      doubled = true;
      p = q + 2;
    }
    if (std::memchr(cell.text.data(), '\0', cell.text.size()) != nullptr) return trouble_at(Trouble::What::nul, open);
    if (!ends_.is_end(*p)) return trouble_at(Trouble::What::after_quote, open);
    return ended_at(p, more);
  }

  Trouble ended_at(const char*& p, bool& more) const {
    if (p < end_ && *p == shape_.separator) return more = true, ++p, Trouble();
    more = false;
    if (p >= end_) return p = end_, Trouble();
    if (*p == shape_.line_end) return ++p, Trouble();
    if (shape_.line_end == '\n' && *p == '\r' && p[1] == '\n') return p += 2, Trouble();
    return trouble_at(*p == '\0'   ? Trouble::What::nul
                      : *p == '\r' ? Trouble::What::lone_return
                                   : Trouble::What::lone_feed,
                      p);
  }

  Trouble trouble_at(Trouble::What what, const char* p) const {
    Trouble trouble;
    trouble.what = what;
    trouble.offset = static_cast<std::size_t>(p - begin_);
    const auto left = static_cast<std::size_t>(end_ - p);
    trouble.text.assign(p, left < 40 ? left : 40);
    trouble.text.resize(std::strlen(trouble.text.c_str()));
    return trouble;
  }

  Shape shape_;
  EndFinder ends_;
  const char *begin_ = nullptr, *end_ = nullptr;
  std::size_t record_begin_ = 0;
  std::string kept_;  // a cell with its doubled quote marks made single
};

}  // namespace idle
