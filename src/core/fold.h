// A fold takes the values of many groups at once, chunk by chunk, and gives one answer a group. Two
// folds over different rows merge into what one fold over all rows would be.
#pragma once
#include <cstdint>
#include <memory>
#include <string>
#include <vector>

#include "buffer.h"
#include "columns.h"
#include "runs.h"
#include "scan.h"
#include "target.h"

namespace idle {

// Values that are filled in, with the group of each; `first_row` numbers the chunk's rows, `rows`
// (if not null) says which of them the values come from.
struct Chunk {
  const std::int32_t* groups;
  const void* values;
  const double* weights;
  std::size_t n;
  std::size_t first_row;
  const std::int32_t* rows;
  Scan scan;                   // of values that are doubles
  const Runs* runs = nullptr;  // the same doubles by group, where that is worth it

  std::int64_t row(std::size_t i) const {
    return static_cast<std::int64_t>(first_row) + (rows ? rows[i] : static_cast<std::int32_t>(i));
  }
};

// The answers of groups 0, 1, ... in the vector of their storage.
// From so many groups on, states are fetched that many rows ahead of their turn.
constexpr std::size_t far_groups = 20000;
constexpr std::size_t fetch_ahead = 24;

// Counts by group.
using Counts = HugeVector<std::int64_t>;

struct Answers {
  Storage storage = Storage::float64;
  std::vector<double> numbers;
  std::vector<std::int32_t> codes;
  std::vector<std::int64_t> wholes;
  // The answers at some places.
  Answers at(const std::vector<std::int32_t>& places) const;
};

class Fold {
 public:
  virtual ~Fold() = default;
  virtual void add(const Chunk& chunk) = 0;
  // Whether doubles brought together by group are worked faster.
  virtual bool likes_runs() const { return false; }
  // `later` has seen the rows after this fold's; `to` says where its groups go.
  virtual void merge(const Fold& later, Target to) = 0;
  // An empty fold of the same values over so many groups.
  virtual std::unique_ptr<Fold> fresh(std::size_t groups) const = 0;
  // `filled` is the number of values that each group has had.
  virtual Answers finish(const std::string& answer, const Counts& filled) const = 0;
  // Whether the size of the state depends on the number of groups alone.
  virtual bool bounded() const { return true; }
};

// Knows: "total" (sum, mean), "extremes" (min, max), "spread" (var, sd, var_pop, sd_pop),
// "weighted" (mean), "edge" (first, last).
std::unique_ptr<Fold> make_fold(const std::string& name, const ColumnView& values,
                                const double* weights, const std::int32_t* along,
                                std::size_t groups);

}  // namespace idle
