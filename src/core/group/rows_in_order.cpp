#include "group/rows_in_order.h"

#include <algorithm>
#include <atomic>

#include "base/partition.h"

namespace idle {

namespace {

constexpr std::size_t slice = 8192;
constexpr std::size_t samples = 4096;

}  // namespace

std::size_t RowsInOrder::tied_rows(const Work& work) const {
  std::atomic<std::size_t> tied{0};
  run_parallel(work, workers_for(work, rows_), groups(), 1,
               [&](int, std::size_t from, std::size_t to) {
                 std::size_t count = 0;
                 for (std::size_t g = from; g < to; ++g) {
                   bool with_last = false;
                   for (std::size_t at = begin(g); at < end(g); ++at) {
                     const bool with_next = at + 1 < end(g) && ties_with_last(at + 1);
                     count += with_last || with_next;
                     with_last = with_next;
                   }
                 }
                 tied += count;
               });
  return tied;
}

std::size_t RowsInOrder::first_gap(std::size_t group) const {
  std::size_t at = end(group);
  if (first_key_.data == nullptr) return at;
  while (at > begin(group) && is_missing_at(first_key_, row(at - 1))) --at;
  return at;
}

bool RowsInOrder::wholes_of(const void* column, std::size_t begin, std::size_t n,
                            std::int64_t missing, std::int64_t* out) const {
  if (form_ != Form::packed || column != compact_.column() || !compact_.is_whole()) return false;
  for (std::size_t k = 0; k < n; ++k) {
    const std::uint32_t key = packed_[begin + k].key;
    out[k] = CompactKey::is_odd_key(key) ? missing : CompactKey::whole_of(key);
  }
  return true;
}

class Arranger {
 public:
  Arranger(const Groups& groups, const std::vector<OrderKey>& keys, const Work& work)
      : groups_(groups), keys_(keys), work_(work), rows_(groups.rows()) {
    workers_ = groups.places() > rows_ / 4 ? 1 : workers_for(work, rows_);
    result_.rows_ = rows_;
    if (!keys.empty()) result_.first_key_ = keys[0].view;
  }

  RowsInOrder run() {
    if (in_place()) return std::move(result_);
    choose_cuts();
    if (keys_.size() == 1) result_.compact_ = CompactKey(keys_[0], rows_);
    if (result_.compact_.possible() && arrange_packed()) return std::move(result_);
    arrange_wide();
    return std::move(result_);
  }

 private:
  std::size_t places() const { return groups_.places(); }

  // Rows that stand by group and in order within it, whatever the order of the groups.
  bool in_place() {
    const int workers = workers_for(work_, rows_);
    std::vector<std::vector<std::size_t>> borders(workers);
    std::atomic<bool> broken{false};
    result_.tied_.assign(rows_, 0);
    run_parallel(work_, workers, rows_, slice, [&](int w, std::size_t begin, std::size_t end) {
      if (broken) return;
      const std::size_t from = begin == 0 ? 0 : begin - 1;
      std::int32_t scratch[slice + 1];
      const std::int32_t* place = groups_.numbers(from, end - from, scratch);
      for (std::size_t i = from + 1; i < end; ++i) {
        if (place[i - from] != place[i - from - 1]) {
          borders[w].push_back(i);
        } else if (!keys_.empty()) {
          const int order = compare(i - 1, i);
          if (order > 0) {
            broken = true;
            return;
          }
          result_.tied_[i] = order == 0;
        }
      }
      if (borders[w].size() > places()) broken = true;
    });
    return !broken && take_starts(borders);
  }

  // A group that starts twice does not stand together.
  bool take_starts(const std::vector<std::vector<std::size_t>>& borders) {
    std::vector<std::size_t> start{0};
    for (const auto& part : borders) start.insert(start.end(), part.begin(), part.end());
    if (start.size() > places() + 1) return false;
    std::vector<char> seen(places(), 0);
    for (const std::size_t row : start) {
      if (rows_ == 0) break;
      std::int32_t scratch;
      char& known = seen[*groups_.numbers(row, 1, &scratch)];
      if (known) return false;
      known = 1;
    }
    if (rows_ > 0) start.push_back(rows_);
    result_.start_ = std::move(start);
    result_.form_ = RowsInOrder::Form::in_place;
    return true;
  }

  int compare(std::size_t a, std::size_t b) const {
    for (const OrderKey& key : keys_) {
      const std::uint64_t x = sort_key(key, a), y = sort_key(key, b);
      if (x != y) return x < y ? -1 : 1;
    }
    return 0;
  }

  // Where groups are few, each is cut by the values of the first key, so that the parts are small
  // enough to be sorted in the cache and by several threads.
  void choose_cuts() {
    if (keys_.empty() || rows_ < 65536 || places() > 32) return;
    std::vector<std::uint64_t> seen;
    for (std::size_t i = 0; i < samples; ++i) {
      seen.push_back(sort_key(keys_[0], rows_ / samples * i));
    }
    std::sort(seen.begin(), seen.end());
    constexpr std::size_t parts = 128;
    for (std::size_t k = 1; k < parts; ++k) cuts_.push_back(seen[samples / parts * k]);
    cuts_.erase(std::unique(cuts_.begin(), cuts_.end()), cuts_.end());
  }

  // Rows of equal first keys always share a bucket.
  std::size_t bucket_of(std::int32_t place, std::size_t row) const {
    if (cuts_.empty()) return static_cast<std::size_t>(place);
    const std::uint64_t key = sort_key(keys_[0], row);
    const auto part = std::upper_bound(cuts_.begin(), cuts_.end(), key) - cuts_.begin();
    return static_cast<std::size_t>(place) * (cuts_.size() + 1) + static_cast<std::size_t>(part);
  }

  // Calls visit(worker, begin, end, places) for slices of rows.
  template <typename Visit>
  void each_slice(const Visit& visit) {
    run_parallel(work_, workers_, rows_, slice, [&](int w, std::size_t begin, std::size_t end) {
      std::int32_t scratch[slice];
      visit(w, begin, end, groups_.numbers(begin, end - begin, scratch));
    });
  }

  // Counts the rows of each bucket by worker, then says where each worker's first one goes; `look`
  // sees each slice on the way.
  template <typename Look>
  void count_buckets(const Look& look) {
    const std::size_t buckets = places() * (cuts_.size() + 1);
    at_.assign(workers_, std::vector<std::size_t>(buckets, 0));
    each_slice([&](int w, std::size_t begin, std::size_t end, const std::int32_t* place) {
      look(begin, end);
      for (std::size_t row = begin; row < end; ++row) ++at_[w][bucket_of(place[row - begin], row)];
    });
    starts_ = starts_of_buckets(at_, buckets);
  }

  template <typename Any, typename Body>
  void each_bucket(const Body& body) {
    const int workers = workers_for(work_, rows_);
    std::vector<std::vector<Any>> spare(workers);
    run_in_turn(work_, workers, starts_.size() - 1, [&](int w, std::size_t b) {
      if (starts_[b] < starts_[b + 1]) body(b, spare[w]);
    });
  }

  // False if a key does not fit after all.
  bool arrange_packed() {
    const CompactKey& compact = result_.compact_;
    std::atomic<bool> fit{true};
    count_buckets([&](std::size_t begin, std::size_t end) {
      std::uint32_t keys[slice];
      if (fit && !compact.keys(begin, end - begin, keys)) fit = false;
    });
    if (!fit) return false;
    result_.packed_ = Buffer<Packed>(rows_);
    Packed* items = result_.packed_.data();
    const bool local = cuts_.empty();
    Buffer<std::int32_t> by_row(local ? rows_ : 0);
    if (local) {
      result_.first_places_ = at_;
      result_.groups_ = &groups_;
    }
    constexpr std::size_t ahead = 16;  // rows of a group whose places are fetched before their turn
    each_slice([&](int w, std::size_t begin, std::size_t end, const std::int32_t* place) {
      std::uint32_t keys[slice];
      compact.keys(begin, end - begin, keys);
      std::size_t* at = at_[w].data();
      for (std::size_t row = begin; row < end; ++row) {
        const std::size_t bucket = bucket_of(place[row - begin], row);
        const std::size_t to = at[bucket]++;
        const auto number = static_cast<std::int32_t>(row);
        __builtin_prefetch(items + to + ahead, 1);
        items[to] = {keys[row - begin],
                     local ? static_cast<std::int32_t>(to - starts_[bucket]) : number};
        if (local) by_row[to] = number;
      }
    });
    if (local) result_.local_ = Buffer<std::int32_t>(rows_);
    each_bucket<Packed>([&](std::size_t bucket, std::vector<Packed>& spare) {
      const std::size_t start = starts_[bucket], n = starts_[bucket + 1] - start;
      sort_run(items + start, n, spare);
      for (std::size_t k = start; local && k < start + n; ++k) {
        result_.local_[k] = items[k].row;
        items[k].row = by_row[start + items[k].row];
      }
    });
    result_.form_ = RowsInOrder::Form::packed;
    note_starts();
    return true;
  }

  void arrange_wide() {
    if (at_.empty() || result_.compact_.possible()) count_buckets([](std::size_t, std::size_t) {});
    items_ = Buffer<Item>(rows_);
    const OrderKey* last = keys_.empty() ? nullptr : &keys_.back();
    each_slice([&](int w, std::size_t begin, std::size_t end, const std::int32_t* place) {
      for (std::size_t row = begin; row < end; ++row) {
        items_[at_[w][bucket_of(place[row - begin], row)]++] = {last ? sort_key(*last, row) : 0,
                                                                static_cast<std::int32_t>(row)};
      }
    });
    result_.order_ = Buffer<std::int32_t>(rows_);
    result_.tied_.assign(rows_, 0);
    each_bucket<Item>([&](std::size_t bucket, std::vector<Item>& spare) {
      sort_wide(items_.data() + starts_[bucket], starts_[bucket + 1] - starts_[bucket],
                starts_[bucket], spare);
    });
    items_ = Buffer<Item>();
    note_starts();
  }

  void sort_wide(Item* items, std::size_t n, std::size_t begin, std::vector<Item>& spare) {
    for (std::size_t k = keys_.size(); k-- > 0;) {
      if (k + 1 < keys_.size()) {
        for (std::size_t i = 0; i < n; ++i) items[i].key = sort_key(keys_[k], items[i].row);
      }
      sort_run(items, n, spare);
    }
    for (std::size_t i = 0; i < n; ++i) result_.order_[begin + i] = items[i].row;
    for (std::size_t i = 1; i < n && !keys_.empty(); ++i) {
      bool same = items[i].key == items[i - 1].key;
      for (std::size_t k = 1; same && k < keys_.size(); ++k) {
        same = sort_key(keys_[k], items[i].row) == sort_key(keys_[k], items[i - 1].row);
      }
      result_.tied_[begin + i] = same;
    }
  }

  void note_starts() {
    const std::size_t parts = cuts_.size() + 1;
    for (std::size_t p = 0; p < places(); ++p) {
      if (starts_[p * parts] < starts_[(p + 1) * parts]) {
        result_.start_.push_back(starts_[p * parts]);
      }
    }
    result_.start_.push_back(rows_);
  }

  const Groups& groups_;
  const std::vector<OrderKey>& keys_;
  const Work& work_;
  std::size_t rows_;
  int workers_;
  std::vector<std::uint64_t> cuts_;
  std::vector<std::size_t> starts_;
  std::vector<std::vector<std::size_t>> at_;
  Buffer<Item> items_;
  RowsInOrder result_;
};

RowsInOrder arrange_rows(const Groups& groups, const std::vector<OrderKey>& keys,
                         const Work& work) {
  return Arranger(groups, keys, work).run();
}

}  // namespace idle
