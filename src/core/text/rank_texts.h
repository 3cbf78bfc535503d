// Texts in the order of their bytes, which in UTF-8 is code point order.
#pragma once
#include <cstdint>
#include <functional>
#include <string_view>
#include <vector>

namespace idle {

// The first eight bytes as a number that sorts as the text does.
std::uint64_t head_of(std::string_view text);

// The place (from 0) of each text, by the heads of all; a text itself is asked for only if another
// has the same head.
std::vector<std::int32_t> rank_texts(const std::vector<std::uint64_t>& heads,
                                     const std::function<std::string_view(std::size_t)>& text);

}  // namespace idle
