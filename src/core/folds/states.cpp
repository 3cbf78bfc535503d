#include "folds/states.h"

#include <algorithm>
#include <stdexcept>

namespace idle {

namespace {

constexpr std::uint32_t version = 1;
constexpr std::int64_t most_rows = INT64_C(1) << 60;

void grow(Summary& summary, std::size_t groups) {
  summary.entries.resize(groups, 0);
  for (FeedResult& feed : summary.feeds) {
    feed.groups = groups;
    feed.filled.resize(groups, 0);
    if (!feed.missing.empty()) feed.missing.resize(groups, 0);
    if (!feed.unmet.empty()) feed.unmet.resize(groups, 0);
    for (const auto& fold : feed.folds) fold->grow(groups);
  }
}

// Counts in as few bytes as the largest of them needs; none: there are none.
void put_counts(StateWriter& to, const Counts& counts) {
  const std::int64_t largest = counts.empty() ? 0 : *std::max_element(counts.begin(), counts.end());
  const std::uint8_t width = counts.empty() ? 0 : largest <= UINT32_MAX ? 4 : 8;
  to.put(width);
  if (width == 8) to.put_all(counts.data(), counts.size());
  if (width != 4) return;
  const std::vector<std::uint32_t> narrow(counts.begin(), counts.end());
  to.put_all(narrow.data(), narrow.size());
}

Counts counts_from(StateReader& from, std::size_t groups, bool owed) {
  const auto width = from.get<std::uint8_t>();
  if (width != 4 && width != 8 && (width != 0 || (owed && groups > 0))) throw BadState("its counts are of no known form");
  Counts counts;
  if (width == 0) return counts;
  from.need(groups, width);
  if (width == 4) {
    std::vector<std::uint32_t> narrow(groups);
    from.get_all(narrow.data(), groups);
    counts.assign(narrow.begin(), narrow.end());
  } else {
    counts.resize(groups);
    from.get_all(counts.data(), groups);
  }
  for (const std::int64_t n : counts) {
    if (n < 0 || n > most_rows) throw BadState("a count in it is out of its range");
  }
  return counts;
}

void load_feed(StateReader& from, States& states, std::size_t groups) {
  FeedResult feed;
  feed.groups = groups;
  feed.filled = counts_from(from, groups, true);
  feed.missing = counts_from(from, groups, false);
  feed.unmet = counts_from(from, groups, false);
  for (std::size_t g = 0; g < groups; ++g) {
    const auto of = [g](const Counts& counts) { return counts.empty() ? 0 : counts[g]; };
    const std::int64_t filled = states.summary.entries[g] - of(feed.missing) - of(feed.unmet);
    if (filled < 0 || feed.filled[g] != filled) throw BadState("its counts do not add up");
  }
  feed.unknown = from.get_within<std::int64_t>(0, most_rows);
  feed.no_number = from.get_within<std::int64_t>(0, most_rows);
  std::vector<std::string> names;
  const auto folds = from.get_within<std::uint32_t>(0, 64);
  for (std::uint32_t k = 0; k < folds; ++k) {
    names.push_back(from.get_text());
    feed.folds.push_back(load_fold(names.back(), from, groups));
  }
  states.summary.feeds.push_back(std::move(feed));
  states.folds.push_back(std::move(names));
}

}  // namespace

States gathered(const States& states, const std::vector<std::int32_t>& to, std::size_t groups) {
  if (to.size() != states.size()) throw std::invalid_argument("each group has to be said where it goes");
  return {coarser(states.summary, to, groups), states.folds};
}

States states_of(const Groups& groups, const std::vector<Feed>& feeds, const Work& work) {
  States states{summarise(groups, feeds, work), {}};
  for (const Feed& feed : feeds) states.folds.push_back(feed.folds);
  std::vector<std::int32_t> number(groups.places(), -1);
  bool in_order = groups.places() == groups.size();
  for (std::size_t g = 0; g < groups.size(); ++g) {
    number[groups.place_of_group()[g]] = static_cast<std::int32_t>(g);
    in_order = in_order && groups.place_of_group()[g] == static_cast<std::int32_t>(g);
  }
  return in_order ? std::move(states) : gathered(states, number, groups.size());
}

void take_in(States& states, const States& others, const std::vector<std::int32_t>& to, std::size_t groups) {
  if (to.size() != others.size()) throw std::invalid_argument("each group has to be said where it goes");
  if (others.folds != states.folds) throw BadState("the states are not of the same figures");
  if (groups > states.size()) grow(states.summary, groups);
  merge(states.summary, others.summary, MergeMap(to.data()));
  count_filled(states.summary);
}

std::string saved(const States& states) {
  StateWriter to;
  to.put(static_cast<std::uint64_t>(states.size()));
  put_counts(to, states.summary.entries);
  to.put(static_cast<std::uint32_t>(states.summary.feeds.size()));
  for (std::size_t f = 0; f < states.summary.feeds.size(); ++f) {
    const FeedResult& feed = states.summary.feeds[f];
    put_counts(to, feed.filled);
    put_counts(to, feed.missing);
    put_counts(to, feed.unmet);
    to.put(feed.unknown);
    to.put(feed.no_number);
    to.put(static_cast<std::uint32_t>(feed.folds.size()));
    for (std::size_t k = 0; k < feed.folds.size(); ++k) {
      to.put_text(states.folds[f][k]);
      feed.folds[k]->save(to);
    }
  }
  return sealed_state(to.take(), version);
}

States loaded(std::string_view bytes) {
  StateReader from(opened_state(bytes, version));
  States states;
  const auto groups = from.get<std::uint64_t>();
  if (groups > INT32_MAX) throw BadState("it has more groups than can be numbered");
  from.need(groups, 4);
  states.summary.entries = counts_from(from, groups, true);
  const auto feeds = from.get_within<std::uint32_t>(0, 100000);
  for (std::uint32_t f = 0; f < feeds; ++f) load_feed(from, states, groups);
  from.end();
  return states;
}

}  // namespace idle
