#include "ranks.h"

#include <atomic>
#include <stdexcept>

namespace idle {

namespace {

enum class What { row_number, rank, dense_rank, ntile, percent_rank, cume_dist };

What what_of(const std::string& name) {
  if (name == "row_number") return What::row_number;
  if (name == "rank") return What::rank;
  if (name == "dense_rank") return What::dense_rank;
  if (name == "ntile") return What::ntile;
  if (name == "percent_rank") return What::percent_rank;
  if (name == "cume_dist") return What::cume_dist;
  throw std::invalid_argument("no ranking is called " + name);
}

// The tile of a place from 0 among n: sizes differ by one at most, the larger tiles come first.
std::int64_t tile_of(std::int64_t place, std::int64_t n, std::int64_t tiles) {
  const std::int64_t size = n / tiles, larger = n % tiles;
  const std::int64_t in_larger = larger * (size + 1);
  return place < in_larger ? place / (size + 1) + 1 : larger + (place - in_larger) / size + 1;
}

class GroupRanks {
 public:
  GroupRanks(const Arrangement& arrangement, What what, std::int64_t tiles, void* out)
      : arrangement_(arrangement), what_(what), tiles_(tiles), out_(out) {}

  // Returns how many rows have no place.
  std::int64_t work(std::size_t group) {
    const std::size_t begin = arrangement_.begin(group), end = arrangement_.end(group);
    const std::size_t placed = what_ == What::row_number ? end : arrangement_.first_gap(group);
    const auto n = static_cast<std::int64_t>(placed - begin);
    std::int64_t rank = 0, dense = 0;
    std::size_t peers = begin;
    for (std::size_t at = begin; at < placed; ++at) {
      if (at + 16 < placed) fetch(at + 16);
      const auto number = static_cast<std::int64_t>(at - begin) + 1;
      if (at == begin || !arrangement_.ties_with_last(at)) {
        rank = number;
        ++dense;
      }
      if (what_ == What::cume_dist) {
        if (peers <= at) peers = at + 1;
        while (peers < placed && arrangement_.ties_with_last(peers)) ++peers;
        put(at, static_cast<double>(peers - begin) / static_cast<double>(n));
      } else if (what_ == What::percent_rank) {
        put(at, n == 1 ? 0.0 : static_cast<double>(rank - 1) / static_cast<double>(n - 1));
      } else {
        put(at, what_ == What::rank         ? rank
                : what_ == What::dense_rank ? dense
                : what_ == What::ntile      ? tile_of(number - 1, n, tiles_)
                                            : number);
      }
    }
    for (std::size_t at = placed; at < end; ++at) put_none(at);
    return static_cast<std::int64_t>(end - placed);
  }

 private:
  bool doubles() const { return what_ == What::percent_rank || what_ == What::cume_dist; }
  void fetch(std::size_t at) const {
    const std::size_t row = arrangement_.row(at);
    __builtin_prefetch(static_cast<char*>(out_) + row * (doubles() ? 8 : 4), 1);
  }
  void put(std::size_t at, double x) { static_cast<double*>(out_)[arrangement_.row(at)] = x; }
  void put(std::size_t at, std::int64_t x) {
    static_cast<std::int32_t*>(out_)[arrangement_.row(at)] = static_cast<std::int32_t>(x);
  }
  void put_none(std::size_t at) {
    if (doubles()) return put(at, missing_number());
    static_cast<std::int32_t*>(out_)[arrangement_.row(at)] = missing_int32;
  }
  const Arrangement& arrangement_;
  What what_;
  std::int64_t tiles_;
  void* out_;
};

}  // namespace

std::int64_t rank_rows(const Arrangement& arrangement, const std::string& what, std::int64_t tiles,
                       void* out, const Work& work) {
  GroupRanks ranks(arrangement, what_of(what), tiles, out);
  std::atomic<std::size_t> next{0};
  std::atomic<std::int64_t> unplaced{0};
  const std::size_t groups = arrangement.groups(), batch = groups > 100000 ? 1024 : 1;
  const int workers = workers_for(work, arrangement.rows());
  run_parallel(work, workers, workers * ((groups + batch - 1) / batch), 1,
               [&](int, std::size_t, std::size_t) {
                 const std::size_t from = next.fetch_add(batch);
                 for (std::size_t g = from; g < std::min(groups, from + batch); ++g) {
                   unplaced += ranks.work(g);
                 }
               });
  return unplaced;
}

}  // namespace idle
