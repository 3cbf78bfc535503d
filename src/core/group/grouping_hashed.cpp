// Grouping by hashing: numbers are given to the keys as they come, one key after the other, by each
// worker in its share of the rows.
#include <cstring>

#include "column/sortable.h"
#include "group/grouper.h"
#include "text/encode.h"

namespace idle {

void Grouper::hash() {
  groups_.method_ = Method::hashed;
  groups_.numbers_ = Buffer<std::int32_t>(rows_);
  std::vector<DenseIds> tables(workers_);
  std::vector<std::vector<std::int64_t>> first(workers_);
  for (std::size_t k = 0; k < keys_.size(); ++k) {
    for (auto& table : tables) table = DenseIds();
    for (auto& rows : first) rows.clear();
    number_shares(k, tables, first);
    join_shares(tables, first);
  }
  groups_.first_ = std::move(first[0]);
  renumber();
}

// Each worker numbers the pairs of (number so far, next key) in its share.
void Grouper::number_shares(std::size_t k, std::vector<DenseIds>& tables,
                            std::vector<std::vector<std::int64_t>>& first) {
  std::int32_t* numbers = groups_.numbers_.data();
  Buffer<std::int32_t> codes;
  if (k > 0) codes = codes_of(keys_[k]);
  run_parallel(work_, workers_, rows_, slice, [&](int w, std::size_t begin, std::size_t end) {
    const std::size_t n = end - begin;
    const auto key_at = [&](std::size_t i) {
      if (k == 0) return sortable(keys_[0], begin + i);
      return static_cast<std::uint64_t>(numbers[begin + i]) << 32 |
             static_cast<std::uint32_t>(codes[begin + i]);
    };
    std::int32_t out[slice];
    tables[w].number(n, key_at, out);
    for (std::size_t i = 0; i < n; ++i) {
      numbers[begin + i] = out[i];
      if (out[i] == static_cast<std::int32_t>(first[w].size())) {
        first[w].push_back(static_cast<std::int64_t>(begin + i));
      }
    }
  });
}

void Grouper::join_shares(std::vector<DenseIds>& tables,
                          std::vector<std::vector<std::int64_t>>& first) {
  if (workers_ == 1) return;
  std::vector<std::vector<std::int32_t>> maps(workers_);
  for (int w = 1; w < workers_; ++w) {
    maps[w].resize(first[w].size());
    const auto& keys = tables[w].keys();
    tables[0].number(
        keys.size(), [&](std::size_t i) { return keys[i]; }, maps[w].data());
    for (std::size_t i = 0; i < keys.size(); ++i) {
      if (maps[w][i] == static_cast<std::int32_t>(first[0].size())) {
        first[0].push_back(first[w][i]);
      }
    }
  }
  run_parallel(work_, workers_, rows_, slice, [&](int w, std::size_t begin, std::size_t end) {
    if (w == 0) return;
    std::int32_t* numbers = groups_.numbers_.data();
    for (std::size_t i = begin; i < end; ++i) numbers[i] = maps[w][numbers[i]];
  });
}

// Codes small enough to be paired with a group number.
Buffer<std::int32_t> Grouper::codes_of(const ColumnView& key) {
  Buffer<std::int32_t> codes(rows_);
  if (key.storage == Storage::int32) {
    std::memcpy(codes.data(), key.data, rows_ * sizeof(std::int32_t));
    return codes;
  }
  Buffer<std::uint64_t> wide(rows_);
  run_parallel(work_, workers_, rows_, slice, [&](int, std::size_t begin, std::size_t end) {
    for (std::size_t i = begin; i < end; ++i) wide[i] = sortable(key, i);
  });
  encode_keys(wide.data(), rows_, codes.data(), work_);
  return codes;
}

void Grouper::renumber() {
  const auto was = sort_groups();
  std::vector<std::int32_t> now(was.size());
  for (std::size_t g = 0; g < was.size(); ++g) now[was[g]] = static_cast<std::int32_t>(g);
  std::int32_t* numbers = groups_.numbers_.data();
  run_parallel(work_, workers_, rows_, slice, [&](int, std::size_t begin, std::size_t end) {
    for (std::size_t i = begin; i < end; ++i) numbers[i] = now[numbers[i]];
  });
}

}  // namespace idle
