// Turns values into dense codes, numbered in order of first appearance.
#pragma once
#include <cstdint>
#include <string_view>
#include <vector>

#include "base/parallel.h"

namespace idle {

struct TextCodes {
  std::vector<const void*> distinct;  // in order of first appearance
  std::vector<std::int64_t> first;    // the first row of each
  std::int64_t first_missing = -1;    // -1: no text is missing
};

// Text is told apart by identity (the same pointer is the same text). Codes start at 1; missing
// text gets missing_int32.
TextCodes encode_text(const void* const* cells, std::size_t n, const void* missing,
                      std::int32_t* codes, const Work& work);

// Codes of 64-bit keys, from 0. Returns the different keys in order of first appearance.
std::vector<std::uint64_t> encode_keys(const std::uint64_t* keys, std::size_t n,
                                       std::int32_t* codes, const Work& work);

// Replaces each code (1-based, missing stays) by `recode[code - 1]`.
void recode(std::int32_t* codes, std::size_t n, const std::vector<std::int32_t>& recode,
            const Work& work);

// The first row whose text (told apart by identity) is not the one that its code stands for; n if there
// is none. `rows`, from 1, say which cells the codes are of; null: all in turn.
std::size_t first_unlike(const void* const* cells, const std::int32_t* rows,
                         const std::int32_t* codes, std::size_t n, const void* const* texts,
                         const void* missing, const Work& work);

bool is_valid_utf8(std::string_view text);

}  // namespace idle
