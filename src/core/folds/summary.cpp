#include "folds/summary.h"

#include <algorithm>

#include "base/fetch_ahead.h"
#include "base/vectorise.h"
#include "column/fingerprint.h"

namespace idle {

namespace {

constexpr std::size_t block = print_block;

// One worker's state, and the scratch in which a block is thinned out.
struct Worker {
  Summary summary;
  std::int32_t numbers[block], groups[block], rows[block];
  std::uint64_t values[block];
  double weights[block];
  BlockByGroup runs;
};

Summary empty_summary(std::size_t groups, const std::vector<Feed>& feeds) {
  Summary summary;
  summary.entries.assign(groups, 0);
  for (const Feed& feed : feeds) {
    FeedResult result;
    result.groups = groups;
    if (feed.condition != nullptr) result.unmet.assign(groups, 0);
    const auto* weights = feed.weights.data ? feed.weights.as<double>() : nullptr;
    for (const std::string& name : feed.folds) {
      result.folds.push_back(make_fold(name, {feed.values, weights, feed.along, groups}));
    }
    summary.feeds.push_back(std::move(result));
  }
  return summary;
}

bool value_missing(const ColumnView& view, std::size_t row) {
  return view.data != nullptr && is_missing_at(view, row);
}

// Whether a block can not be folded as it stands; doubles are scanned on the way.
bool has_gaps(const ColumnView& view, std::size_t begin, std::size_t n, BlockFacts& scan) {
  if (view.data == nullptr) return false;
  if (view.storage != Storage::float64) return may_have_gaps(view, begin, n);
  scan = facts_of(view.as<double>() + begin, n);
  return scan.has_nan;
}

// Counts why a row is passed over; true if its value is to be folded.
bool takes(const Feed& feed, FeedResult& result, std::size_t row, std::int32_t group) {
  if (feed.condition != nullptr && feed.condition[row] != 1) {
    ++result.unmet[group];
    if (is_missing(feed.condition[row])) ++result.unknown;
    return false;
  }
  if (value_missing(feed.values, row) || value_missing(feed.weights, row)) {
    if (result.missing.empty()) result.missing.assign(result.groups, 0);
    ++result.missing[group];
    return false;
  }
  if (feed.values.data && feed.values.storage == Storage::float64 &&
      std::isnan(feed.values.as<double>()[row])) {
    ++result.no_number;
  }
  return true;
}

Chunk thinned(const Feed& feed, FeedResult& result, Worker& worker, const std::int32_t* numbers,
              std::size_t begin, std::size_t n) {
  std::size_t kept = 0;
  auto* narrow = reinterpret_cast<std::int32_t*>(worker.values);
  for (std::size_t i = 0; i < n; ++i) {
    const std::size_t row = begin + i;
    if (!takes(feed, result, row, numbers[i])) continue;
    worker.groups[kept] = numbers[i];
    worker.rows[kept] = static_cast<std::int32_t>(i);
    if (feed.values.data == nullptr) {
    } else if (feed.values.storage == Storage::int32) {
      narrow[kept] = feed.values.as<std::int32_t>()[row];
    } else {
      std::memcpy(&worker.values[kept], feed.values.at(row), 8);
    }
    if (feed.weights.data) worker.weights[kept] = feed.weights.as<double>()[row];
    ++kept;
  }
  return {worker.groups,
          worker.values,
          feed.weights.data ? worker.weights : nullptr,
          kept,
          begin,
          worker.rows,
          {}};
}

void bring_together(const Feed& feed, const FeedResult& result, Worker& worker, Chunk& chunk) {
  if (feed.values.data == nullptr || feed.values.storage != Storage::float64) return;
  if (chunk.scan.has_nan || result.groups < 2 || !BlockByGroup::worth(chunk.n, result.groups)) return;
  bool wanted = false;
  for (const auto& fold : result.folds) wanted = wanted || fold->likes_groups_together();
  if (!wanted) return;
  worker.runs.part(chunk.groups, static_cast<const double*>(chunk.values), chunk.n, result.groups);
  chunk.runs = &worker.runs;
}

// Whether all rows of the block have been brought together by group.
bool fold_block(const Feed& feed, FeedResult& result, Worker& worker, const std::int32_t* numbers,
                std::size_t begin, std::size_t n) {
  Chunk chunk;
  BlockFacts scan, unused;
  if (feed.condition || has_gaps(feed.values, begin, n, scan) ||
      has_gaps(feed.weights, begin, n, unused)) {
    chunk = thinned(feed, result, worker, numbers, begin, n);
    if (feed.values.data && feed.values.storage == Storage::float64) {
      chunk.scan = facts_of(static_cast<const double*>(chunk.values), chunk.n);
    }
  } else {
    chunk = {numbers,
             feed.values.data ? feed.values.at(begin) : nullptr,
             feed.weights.data ? feed.weights.as<double>() + begin : nullptr,
             n,
             begin,
             nullptr,
             scan};
  }
  bring_together(feed, result, worker, chunk);
  for (const auto& fold : result.folds) fold->add(chunk);
  return chunk.runs != nullptr && chunk.n == n;
}

void add_counts(Counts& counts, const Counts& more, MergeMap to) {
  to.each(more, [&](std::int64_t n, std::size_t g) { counts[g] += n; });
}

// Few counts stand in four copies, so that rows next to each other do not wait for the same one.
constexpr std::size_t few_groups = 1024, copies = 4;

void count_few(Counts& entries, const std::int32_t* numbers, std::size_t n) {
  const std::size_t places = entries.size() / copies;
  std::int64_t* count = entries.data();
  std::size_t i = 0;
  for (; i + copies <= n; i += copies) {
    if (i % 16 == 0) fetch_ahead(numbers + i);
    ++count[numbers[i]];
    ++count[places + numbers[i + 1]];
    ++count[2 * places + numbers[i + 2]];
    ++count[3 * places + numbers[i + 3]];
  }
  for (; i < n; ++i) ++count[numbers[i]];
}

void join_copies(Counts& entries, std::size_t places) {
  for (std::size_t k = places; k < entries.size(); ++k) entries[k % places] += entries[k];
  entries.resize(places);
}

// In long tables each count is fetched some rows ahead of its turn.
void count_rows(Counts& entries, const std::int32_t* numbers, std::size_t n, std::size_t places) {
  if (entries.size() > places) return count_few(entries, numbers, n);
  std::size_t i = 0;
  for (; i + rows_ahead < n; ++i) {
    __builtin_prefetch(&entries[numbers[i + rows_ahead]], 1);
    ++entries[numbers[i]];
  }
  for (; i < n; ++i) ++entries[numbers[i]];
}

void count_runs(Counts& entries, const BlockByGroup& runs) {
  runs.each([&](std::size_t group, const double*, std::size_t n) {
    entries[group] += static_cast<std::int64_t>(n);
  });
}

// The prints of the blocks of those columns whose fingerprint is wanted.
using Prints = std::vector<std::vector<std::uint64_t>>;

Prints empty_prints(const std::vector<Feed>& feeds, std::size_t blocks) {
  Prints prints;
  for (const Feed& feed : feeds) prints.emplace_back(feed.print ? blocks : 0);
  return prints;
}

// All feeds of a block; `places` (if any) are those whose rows are to be counted on the way.
void fold_rows(const std::vector<Feed>& feeds, Worker& worker, const std::int32_t* numbers,
               Share rows, std::size_t places, Prints& prints) {
  const std::size_t n = rows.end - rows.begin;
  Counts& entries = worker.summary.entries;
  bool counted = places == 0;
  for (std::size_t f = 0; f < feeds.size(); ++f) {
    const bool parted =
        fold_block(feeds[f], worker.summary.feeds[f], worker, numbers, rows.begin, n);
    if (feeds[f].print) {
      prints[f][rows.begin / block] = block_print(feeds[f].values.at(rows.begin), n);
    }
    if (parted && !counted) {
      count_runs(entries, worker.runs);
      counted = true;
    }
  }
  if (!counted) count_rows(entries, numbers, n, places);
}

}  // namespace

namespace {

bool has_values(const FeedResult& feed) {
  return std::any_of(feed.filled.begin(), feed.filled.end(), [](std::int64_t n) { return n != 0; });
}

// A column without a value has no kind yet: its folds take that of the first which has some.
void merge_folds(FeedResult& feed, const FeedResult& later, MergeMap to) {
  for (std::size_t k = 0; k < feed.folds.size(); ++k) {
    if (feed.folds[k]->form() != later.folds[k]->form()) {
      if (!has_values(later)) continue;
      if (has_values(feed)) throw BadState("the values of a figure are of unlike kinds");
      feed.folds[k] = later.folds[k]->fresh(feed.groups);
    }
    feed.folds[k]->merge(*later.folds[k], to);
  }
}

}  // namespace

void merge(Summary& all, const Summary& later, MergeMap to) {
  add_counts(all.entries, later.entries, to);
  for (std::size_t f = 0; f < all.feeds.size(); ++f) {
    FeedResult& feed = all.feeds[f];
    const FeedResult& more = later.feeds[f];
    if (feed.missing.empty() && !more.missing.empty()) feed.missing.assign(feed.groups, 0);
    if (feed.unmet.empty() && !more.unmet.empty()) feed.unmet.assign(feed.groups, 0);
    add_counts(feed.missing, more.missing, to);
    add_counts(feed.unmet, more.unmet, to);
    feed.unknown += more.unknown;
    feed.no_number += more.no_number;
    merge_folds(feed, more, to);
  }
}

void count_filled(Summary& summary) {
  for (FeedResult& feed : summary.feeds) {
    feed.filled = summary.entries;
    for (std::size_t g = 0; g < feed.filled.size(); ++g) {
      feed.filled[g] -=
          (feed.missing.empty() ? 0 : feed.missing[g]) + (feed.unmet.empty() ? 0 : feed.unmet[g]);
    }
  }
}

Summary coarser(const Summary& finer, const std::vector<std::int32_t>& to, std::size_t groups) {
  Summary summary;
  summary.entries.assign(groups, 0);
  for (const FeedResult& from : finer.feeds) {
    FeedResult result;
    result.groups = groups;
    if (!from.unmet.empty()) result.unmet.assign(groups, 0);
    for (const auto& fold : from.folds) result.folds.push_back(fold->fresh(groups));
    summary.feeds.push_back(std::move(result));
  }
  merge(summary, finer, MergeMap(to.data()));
  count_filled(summary);
  return summary;
}

Summary summarise(const Groups& groups, const std::vector<Feed>& feeds, const Work& work) {
  const std::size_t rows = groups.rows();
  for (const auto& feed : feeds) {
    for (const ColumnView* column : {&feed.values, &feed.weights}) {
      if (column->data != nullptr) check_reach(*column, rows);
    }
  }
  const bool counted = !groups.counted().empty();
  // Copies of many groups cost more than a second worker brings.
  const bool many = groups.places() > rows / 4;
  const int workers = many ? 1 : workers_for(work, rows);
  std::vector<std::unique_ptr<Worker>> states;
  for (int w = 0; w < workers; ++w) {
    states.emplace_back(new Worker);  // its blocks are not cleared
    states[w]->summary = empty_summary(groups.places(), feeds);
    if (groups.places() <= few_groups)
      states[w]->summary.entries.assign(copies * groups.places(), 0);
  }
  const std::size_t blocks = counted && feeds.empty() ? 0 : (rows + block - 1) / block;
  Prints prints = empty_prints(feeds, blocks);
  run_parallel(work, workers, blocks, 1, [&](int w, std::size_t at, std::size_t) {
    const std::size_t begin = at * block, end = std::min(rows, begin + block);
    Worker& worker = *states[w];
    const std::int32_t* numbers = groups.numbers(begin, end - begin, worker.numbers);
    fold_rows(feeds, worker, numbers, {begin, end}, counted ? 0 : groups.places(), prints);
  });
  for (const auto& state : states) join_copies(state->summary.entries, groups.places());
  Summary all = std::move(states[0]->summary);
  for (int w = 1; w < workers; ++w) merge(all, states[w]->summary);
  if (counted) all.entries.assign(groups.counted().begin(), groups.counted().end());
  count_filled(all);
  for (std::size_t f = 0; f < feeds.size(); ++f) {
    if (feeds[f].print) all.feeds[f].print = print_of_blocks(prints[f], rows);
  }
  return all;
}

}  // namespace idle
