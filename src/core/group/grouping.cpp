#include "group/grouping.h"

#include <numeric>
#include <stdexcept>

#include "column/sortable.h"
#include "group/grouper.h"
#include "sort/radix.h"

namespace idle {

namespace {

constexpr std::size_t most_rows = INT32_MAX;  // rows are numbered in 32 bits

}  // namespace

const std::int32_t* Groups::numbers(std::size_t begin, std::size_t n, std::int32_t* scratch) const {
  const std::int32_t* found = scratch;
  if (numbers_.size() > 0) {
    found = numbers_.data() + begin;
  } else if (codes_are_places_) {
    found = digits_[0].view.as<std::int32_t>() + begin;
  } else {
    slots(begin, n, scratch);
  }
  if (number_of_slot_.empty()) return found;
  const std::int32_t* map = number_of_slot_.data();
  for (std::size_t i = 0; i < n; ++i) scratch[i] = map[found[i]];
  return scratch;
}

Groups Grouper::run() {
  if (keys_.empty()) {
    if (rows_ > 0) groups_.first_.push_back(0);
  } else if (!try_known() && !try_sorted() && !try_direct()) {
    hash();
  }
  if (groups_.place_of_group_.empty()) {
    groups_.places_ = groups_.first_.size();
    groups_.place_of_group_.resize(groups_.places_);
    std::iota(groups_.place_of_group_.begin(), groups_.place_of_group_.end(), 0);
  }
  if (groups_.first_.empty()) groups_.counted_.clear();  // slots that were made for no rows are no places
  return std::move(groups_);
}

// One key of codes whose first rows are known needs no pass over the rows.
bool Grouper::try_known() {
  const ColumnView& key = keys_[0];
  if (keys_.size() != 1 || key.first == nullptr || key.first_missing >= 0) return false;
  if (static_cast<std::size_t>(key.levels) > rows_ / 4) return false;
  groups_.method_ = Method::direct;
  groups_.digits_.push_back({key, 0, 1, 0, false});
  groups_.codes_are_places_ = true;
  const auto n = static_cast<std::size_t>(key.levels);
  groups_.places_ = n + 1;
  groups_.first_.resize(n);
  groups_.place_of_group_.resize(n);
  for (std::size_t code = 0; code < n; ++code) {
    const std::size_t group = key.rank == nullptr ? code : key.rank[code];
    groups_.first_[group] = key.first[code];
    groups_.place_of_group_[group] = static_cast<std::int32_t>(code) + 1;
  }
  return true;
}

// Brings the groups into key order; the old number of each new group comes back.
std::vector<std::int32_t> Grouper::sort_groups() {
  auto& first = groups_.first_;
  if (keys_.size() == 1 && keys_[0].rank != nullptr) return sort_by_rank();
  Buffer<Item> items(first.size()), spare(first.size());
  for (std::size_t g = 0; g < first.size(); ++g) items[g].row = static_cast<std::int32_t>(g);
  for (std::size_t k = keys_.size(); k-- > 0;) {
    for (std::size_t g = 0; g < first.size(); ++g) {
      items[g].key = sortable(keys_[k], first[items[g].row]);
    }
    sort_items(items, spare);
  }
  std::vector<std::int32_t> was(first.size());
  std::vector<std::int64_t> sorted(first.size());
  for (std::size_t g = 0; g < first.size(); ++g) {
    was[g] = items[g].row;
    sorted[g] = first[was[g]];
  }
  first = std::move(sorted);
  return was;
}

// One key of ranked codes: each group's place is known.
std::vector<std::int32_t> Grouper::sort_by_rank() {
  auto& first = groups_.first_;
  std::vector<std::int32_t> group_at(static_cast<std::size_t>(keys_[0].levels) + 1, -1);
  const auto* codes = keys_[0].as<std::int32_t>();
  for (std::size_t g = 0; g < first.size(); ++g) {
    const std::int32_t code = codes[first[g]];
    group_at[is_missing(code) ? keys_[0].levels : keys_[0].rank[code - 1]] =
        static_cast<std::int32_t>(g);
  }
  std::vector<std::int32_t> was;
  std::vector<std::int64_t> sorted;
  for (const std::int32_t g : group_at) {
    if (g < 0) continue;
    was.push_back(g);
    sorted.push_back(first[g]);
  }
  first = std::move(sorted);
  return was;
}

Groups group_rows(const std::vector<ColumnView>& keys, std::size_t rows, const Work& work) {
  if (rows > most_rows) throw std::length_error("a table of more than 2,147,483,647 rows");
  for (const auto& key : keys) check_reach(key, rows);
  return Grouper(keys, rows, work).run();
}

}  // namespace idle
