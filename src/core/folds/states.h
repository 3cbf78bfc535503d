// A summary kept beyond the rows that it was made of: states that grow, merge, are saved as bytes and read again.
// Groups go by number here, and keep it when there are more of them.
#pragma once
#include <string>
#include <string_view>
#include <vector>

#include "folds/summary.h"

namespace idle {

struct States {
  Summary summary;
  std::vector<std::vector<std::string>> folds;  // by feed, their names

  std::size_t size() const { return summary.entries.size(); }
};

// The states of the groups of some rows, in key order.
States states_of(const Groups& groups, const std::vector<Feed>& feeds, const Work& work);

// Takes others in, of the same feeds: their group g goes to to[g]. There are `groups` of them afterwards.
void take_in(States& states, const States& others, const std::vector<std::int32_t>& to, std::size_t groups);

// The states of coarser groups.
States gathered(const States& states, const std::vector<std::int32_t>& to, std::size_t groups);

// See the core's README for the form. Reading throws BadState where the bytes are not such states.
std::string saved(const States& states);
States loaded(std::string_view bytes);

}  // namespace idle
