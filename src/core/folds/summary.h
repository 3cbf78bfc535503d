// Many folds over one pass of the rows: each block of rows goes through all of them while it is in
// the cache.
#pragma once
#include <memory>
#include <string>
#include <vector>

#include "base/parallel.h"
#include "folds/fold.h"
#include "group/grouping.h"

namespace idle {

// A column, the condition under which its values count, and what is folded from them.
struct Feed {
  ColumnView values;                        // no data: the rows themselves are counted
  const std::int32_t* condition = nullptr;  // 1 met, 0 not met, missing_int32 unknown
  ColumnView weights;
  const std::int32_t* along = nullptr;
  std::vector<std::string> folds;
  bool print = false;  // whether the column's fingerprint is wanted; for 8 bytes a value
};

struct FeedResult {
  Counts filled;  // values folded, by group
  std::size_t groups = 0;
  Counts missing;              // values missing where the condition is met; empty: none
  Counts unmet;                // rows whose condition is not met
  std::int64_t unknown = 0;    // rows whose condition is missing
  std::int64_t no_number = 0;  // values that are no number
  std::vector<std::unique_ptr<Fold>> folds;
  std::uint64_t print = 0;  // if wanted
};

// All vectors go by the places of the groups (see Groups).
struct Summary {
  Counts entries;  // rows, by group
  std::vector<FeedResult> feeds;
};

// The summary over coarser groups, each of which gathers whole finer ones: group g goes to to[g],
// or below zero nowhere.
Summary coarser(const Summary& finer, const std::vector<std::int32_t>& to, std::size_t groups);

// Takes a summary of other rows in, whose groups go to those of this one; count_filled() comes after the last.
void merge(Summary& all, const Summary& later, MergeMap to = {});
void count_filled(Summary& summary);

Summary summarise(const Groups& groups, const std::vector<Feed>& feeds, const Work& work);

}  // namespace idle
