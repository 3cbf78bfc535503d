#include "text/join_texts.h"

namespace idle {

Joined join_texts(const std::int32_t* groups, const std::int32_t* codes, std::size_t n,
                  const std::vector<std::string_view>& pool, std::string_view separator,
                  std::size_t n_groups) {
  Joined joined{std::vector<std::string>(n_groups), std::vector<char>(n_groups, 0)};
  std::vector<std::size_t> length(n_groups, 0);
  for (std::size_t i = 0; i < n; ++i) {
    length[groups[i] - 1] += pool[codes[i] - 1].size() + separator.size();
  }
  for (std::size_t g = 0; g < n_groups; ++g) joined.texts[g].reserve(length[g]);
  for (std::size_t i = 0; i < n; ++i) {
    const std::size_t group = groups[i] - 1;
    std::string& text = joined.texts[group];
    if (joined.any[group]) text.append(separator);
    joined.any[group] = 1;
    text.append(pool[codes[i] - 1]);
  }
  return joined;
}

}  // namespace idle
