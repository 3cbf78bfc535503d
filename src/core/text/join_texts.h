// The texts of each group joined into one.
#pragma once
#include <cstdint>
#include <string>
#include <string_view>
#include <vector>

namespace idle {

struct Joined {
  std::vector<std::string> texts;  // by group
  std::vector<char> any;           // whether a group has a text at all
};

// Rows go by their group and code, both counted from 1; within a group they keep their order.
Joined join_texts(const std::int32_t* groups, const std::int32_t* codes, std::size_t n,
                  const std::vector<std::string_view>& pool, std::string_view separator,
                  std::size_t n_groups);

}  // namespace idle
