// What is wrong in a delimited file, and where.
#pragma once
#include <cstddef>
#include <cstdint>
#include <string>

namespace idle {

struct Trouble {
  enum class What { none, ragged, after_quote, unclosed_quote, nul, lone_return, lone_feed, bad_text, huge };
  What what = What::none;
  std::size_t offset = 0;   // the byte, or where its record begins
  std::int64_t record = 0;  // from 0; blank lines are none
  std::size_t column = 0;   // from 0; of a ragged record: how many cells it has
  std::string text;         // what stands there, shortened

  explicit operator bool() const { return what != What::none; }
  // Of two troubles, the one that comes first in the file.
  void or_earlier(const Trouble& other) {
    if (other && (!*this || other.record < record)) *this = other;
  }
};

const char* name_of(Trouble::What what);

}  // namespace idle
