#include "match/copies.h"

#include <algorithm>
#include <atomic>

#include "base/buffer.h"
#include "base/hash.h"
#include "base/partition.h"
#include "match/value_keys.h"

namespace idle {

namespace {

constexpr std::size_t rows_a_turn = 8192;

struct HashedRow {
  std::uint64_t hash;
  std::int32_t row;
};

// One hash of all columns for each row of a turn.
void hash_rows(const std::vector<ColumnView>& columns, std::size_t begin, std::size_t n, std::uint64_t* hash) {
  const HashSeed seed = hash_seed();
  std::fill(hash, hash + n, 0);
  for (const ColumnView& column : columns) {
    as_stored(column, [&](const auto* x) {
      for (std::size_t i = 0; i < n; ++i) {
        hash[i] = seed.mixed(value_key(x[begin + i]) + hash[i] * 0xD6E8FEB86659FD93ull);
      }
    });
  }
}

bool alike(const std::vector<ColumnView>& columns, std::size_t a, std::size_t b) {
  return std::all_of(columns.begin(), columns.end(), [&](const ColumnView& column) {
    return as_stored(column, [&](const auto* x) { return value_key(x[a]) == value_key(x[b]); });
  });
}

// Few enough rows a bucket that its table stays in the nearest memory.
int bucket_bits(std::size_t rows) {
  int bits = 0;
  while ((rows >> bits) > 4096 && bits < 14) ++bits;
  return bits;
}

// The rows by the first bits of their hash; those of a bucket in their order.
class RowsByHash {
 public:
  RowsByHash(const std::vector<ColumnView>& columns, std::size_t rows, const Work& work)
      : bits_(bucket_bits(rows)), hashed_(rows) {
    const int workers = workers_for(work, rows);
    std::vector<std::vector<std::size_t>> places(workers, std::vector<std::size_t>(buckets()));
    run_parallel(work, workers, rows, rows_a_turn, [&](int worker, std::size_t begin, std::size_t end) {
      std::uint64_t hash[rows_a_turn];
      hash_rows(columns, begin, end - begin, hash);
      for (std::size_t i = 0; i < end - begin; ++i) ++places[worker][bucket_of(hash[i])];
    });
    starts_ = starts_of_buckets(places, buckets());
    run_parallel(work, workers, rows, rows_a_turn, [&](int worker, std::size_t begin, std::size_t end) {
      std::uint64_t hash[rows_a_turn];
      hash_rows(columns, begin, end - begin, hash);
      auto& next = places[worker];
      for (std::size_t i = 0; i < end - begin; ++i) {
        hashed_[next[bucket_of(hash[i])]++] = {hash[i], static_cast<std::int32_t>(begin + i)};
      }
    });
  }

  std::size_t buckets() const { return std::size_t{1} << bits_; }
  const HashedRow* begin_of(std::size_t bucket) const { return hashed_.data() + starts_[bucket]; }
  std::size_t size_of(std::size_t bucket) const { return starts_[bucket + 1] - starts_[bucket]; }
  int bits() const { return bits_; }

 private:
  std::size_t bucket_of(std::uint64_t hash) const { return bits_ == 0 ? 0 : hash >> (64 - bits_); }

  int bits_;
  Buffer<HashedRow> hashed_;
  std::vector<std::size_t> starts_;
};

// Goes through a bucket with a table of the rows that were first to be like themselves.
class BucketTable {
 public:
  void find_copies(const std::vector<ColumnView>& columns, const HashedRow* rows, std::size_t n, int bits,
                   Copies& found) {
    std::size_t slots = 16;
    while (slots < 2 * n) slots *= 2;
    slots_.assign(slots, -1);
    for (std::size_t i = 0; i < n; ++i) {
      if ((i & 0xFFFF) == 0xFFFF) check_stop();
      std::size_t at = (rows[i].hash << bits >> 20) & (slots - 1);
      while (slots_[at] >= 0 && !(rows[slots_[at]].hash == rows[i].hash &&
                                  alike(columns, rows[slots_[at]].row, rows[i].row))) {
        at = (at + 1) & (slots - 1);
      }
      if (slots_[at] < 0) {
        slots_[at] = static_cast<std::int32_t>(i);
      } else {
        found.row.push_back(rows[i].row);
        found.of.push_back(rows[slots_[at]].row);
      }
    }
  }

 private:
  std::vector<std::int32_t> slots_;
};

Copies in_order_of_rows(const std::vector<Copies>& parts) {
  std::vector<std::pair<std::int32_t, std::int32_t>> all;
  for (const Copies& part : parts) {
    for (std::size_t i = 0; i < part.row.size(); ++i) all.emplace_back(part.row[i], part.of[i]);
  }
  std::sort(all.begin(), all.end());
  Copies found;
  for (const auto& [row, of] : all) {
    found.row.push_back(row);
    found.of.push_back(of);
  }
  return found;
}

}  // namespace

Copies copies_among(const std::vector<ColumnView>& columns, std::size_t rows, const Work& work) {
  for (const auto& column : columns) check_reach(column, rows);
  const RowsByHash by_hash(columns, rows, work);
  const int workers = workers_for(work, rows);
  std::vector<Copies> found(workers);
  std::vector<BucketTable> tables(workers);
  run_in_turn(work, workers, by_hash.buckets(), [&](int worker, std::size_t bucket) {
    tables[worker].find_copies(columns, by_hash.begin_of(bucket), by_hash.size_of(bucket), by_hash.bits(),
                               found[worker]);
  });
  return in_order_of_rows(found);
}

}  // namespace idle
