// Moving counts of different values, and the most frequent one.
#include <algorithm>

#include "column/sortable.h"
#include "group/grouping.h"
#include "window/slide_local.h"

namespace idle {

namespace {

// Values numbered in their order within the group, and where each first stands.
struct Numbered {
  std::vector<std::int32_t> number;
  std::vector<std::int32_t> first;
};

Numbered number_values(const LocalRows& rows) {
  std::vector<std::uint64_t> key(rows.size);
  for (std::size_t at = 0; at < rows.size; ++at) {
    key[at] = sortable(rows.figure->values, rows.row(at));
  }
  std::vector<std::int32_t> order;
  for (std::size_t at = 0; at < rows.size; ++at) {
    if (rows.takes(at)) order.push_back(static_cast<std::int32_t>(at));
  }
  std::stable_sort(order.begin(), order.end(),
                   asking([&](std::int32_t a, std::int32_t b) { return key[a] < key[b]; }));
  Numbered result;
  result.number.resize(rows.size);
  for (std::size_t k = 0; k < order.size(); ++k) {
    if (k == 0 || key[order[k]] != key[order[k - 1]]) result.first.push_back(order[k]);
    result.number[order[k]] = static_cast<std::int32_t>(result.first.size()) - 1;
  }
  return result;
}

class Different {
 public:
  explicit Different(const Numbered& values)
      : number_(values.number.data()), counts_(values.first.size(), 0) {}
  void add(std::size_t at) { different_ += counts_[number_[at]]++ == 0; }
  void remove(std::size_t at) { different_ -= --counts_[number_[at]] == 0; }
  std::int32_t value(std::size_t, std::int64_t) const { return different_; }

 private:
  const std::int32_t* number_;
  std::vector<std::int32_t> counts_;
  std::int32_t different_ = 0;
};

// Counts in a tree whose nodes know the greatest count below them.
class MostFrequent {
 public:
  MostFrequent(const Numbered& values, const LocalRows& rows) : values_(values), rows_(rows) {
    while (leaves_ < values.first.size()) leaves_ *= 2;
    counts_.assign(2 * leaves_, 0);
  }
  void add(std::size_t at) { change(values_.number[at], 1); }
  void remove(std::size_t at) { change(values_.number[at], -1); }
  // The row of the smallest of the most frequent values.
  std::int32_t value(std::size_t, std::int64_t) const {
    std::size_t node = 1;
    while (node < leaves_) node = 2 * node + (counts_[2 * node] < counts_[node] ? 1 : 0);
    return static_cast<std::int32_t>(rows_.row(values_.first[node - leaves_])) + 1;
  }

 private:
  void change(std::int32_t number, std::int32_t by) {
    std::size_t node = leaves_ + number;
    counts_[node] += by;
    for (node /= 2; node > 0; node /= 2) {
      counts_[node] = std::max(counts_[2 * node], counts_[2 * node + 1]);
    }
  }
  const Numbered& values_;
  const LocalRows& rows_;
  std::size_t leaves_ = 1;
  std::vector<std::int32_t> counts_;
};

void slide_distinct(const LocalRows& rows, void* out) {
  auto* answers = static_cast<std::int32_t*>(out);

  const Numbered values = number_values(rows);
  Different slider(values);
  move_over(rows, slider, answers);
  for (std::size_t at = 0; at < rows.size; ++at) {
    if (rows.shown(at) && rows.filled(at) == 0) answers[at] = 0;
  }
}

void slide_modes(const LocalRows& rows, void* out) {
  auto* answers = static_cast<std::int32_t*>(out);

  const Numbered values = number_values(rows);
  MostFrequent slider(values, rows);
  move_over(rows, slider, answers);
}

const RegisteredMoving distinct({"distinct"}, {Storage::int32, false, true, slide_distinct});
const RegisteredMoving modes({"mode"}, {Storage::int32, false, true, slide_modes});

}  // namespace

}  // namespace idle
