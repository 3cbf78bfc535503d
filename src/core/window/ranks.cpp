#include "window/ranks.h"

#include <atomic>
#include <stdexcept>

#include "window/frames.h"

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
  GroupRanks(const RowsInOrder& arrangement, What what, std::int64_t tiles, void* out,
             std::int32_t* staged)
      : arrangement_(arrangement), what_(what), tiles_(tiles), out_(out), staged_(staged) {}

  // Returns how many rows have no place.
  std::int64_t work(std::size_t group) {
    const std::size_t begin = arrangement_.begin(group), end = arrangement_.end(group);
    begin_ = begin;
    if (doubles()) {
      numbers_.resize(end - begin);
    } else {
      wholes_.resize(end - begin);
    }
    const std::size_t placed = what_ == What::row_number ? end : arrangement_.first_gap(group);
    const auto n = static_cast<std::int64_t>(placed - begin);
    std::int64_t rank = 0, dense = 0;
    std::size_t peers = begin;
    for (std::size_t at = begin; at < placed; ++at) {
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
    if (doubles()) {
      arrangement_.give_out(begin, end - begin, numbers_.data(), static_cast<double*>(out_));
    } else {
      give_wholes(begin, end);
    }
    return static_cast<std::int64_t>(end - placed);
  }

 private:
  bool doubles() const { return what_ == What::percent_rank || what_ == What::cume_dist; }
  void give_wholes(std::size_t begin, std::size_t end) {
    if (staged_ == nullptr) {
      return arrangement_.give_out(begin, end - begin, wholes_.data(),
                                   static_cast<std::int32_t*>(out_));
    }
    const std::int32_t* local = arrangement_.local(begin);
    for (std::size_t k = 0; k < end - begin; ++k) staged_[begin + local[k]] = wholes_[k];
  }
  void put(std::size_t at, double x) { numbers_[at - begin_] = x; }
  void put(std::size_t at, std::int64_t x) { wholes_[at - begin_] = static_cast<std::int32_t>(x); }
  void put_none(std::size_t at) {
    if (doubles()) return put(at, missing_number());
    wholes_[at - begin_] = missing_int32;
  }
  const RowsInOrder& arrangement_;
  What what_;
  std::int64_t tiles_;
  void* out_;
  std::int32_t* staged_;
  std::size_t begin_ = 0;
  std::vector<double> numbers_;
  std::vector<std::int32_t> wholes_;
};

}  // namespace

std::int64_t rank_rows(const RowsInOrder& arrangement, const std::string& what, std::int64_t tiles,
                       void* out, const Work& work) {
  need_within(tiles, 1, Reach::farthest, "the number of tiles");
  const int workers = workers_for(work, arrangement.rows());
  const bool by_stage = arrangement.can_stage() && what != "percent_rank" && what != "cume_dist";
  Buffer<std::int32_t> stage(by_stage ? arrangement.rows() : 0);
  std::int32_t* staged = by_stage ? stage.data() : nullptr;
  std::vector<GroupRanks> ranks(workers,
                                GroupRanks(arrangement, what_of(what), tiles, out, staged));
  std::atomic<std::int64_t> unplaced{0};
  run_in_turn(work, workers, arrangement.groups(),
              [&](int w, std::size_t g) { unplaced += ranks[w].work(g); });
  if (by_stage) arrangement.unstage(staged, static_cast<std::int32_t*>(out), work);
  return unplaced;
}

}  // namespace idle
