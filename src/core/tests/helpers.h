#pragma once
#include <cstdint>
#include <cstdlib>
#include <random>
#include <vector>

#include "base/parallel.h"
#include "column/column.h"
#include "group/grouping.h"

// How often a loop of made-up cases goes round: as often as it says with IDLE_THOROUGH set, else a fifth of that.
inline std::size_t rounds(std::size_t n) { return std::getenv("IDLE_THOROUGH") ? n : n / 5; }

inline idle::Work with_threads(int threads) {
  idle::Work work;
  work.threads = threads;
  return work;
}

inline idle::ColumnView view(const std::vector<double>& x) {
  return {idle::Kind::number, idle::Storage::float64, x.data(), x.size()};
}
inline idle::ColumnView view(const std::vector<std::int32_t>& x, std::int32_t levels = 0) {
  return {idle::Kind::integer, idle::Storage::int32, x.data(), x.size(), levels};
}
inline idle::ColumnView view(const std::vector<std::int64_t>& x) {
  return {idle::Kind::integer64, idle::Storage::int64, x.data(), x.size()};
}

// The group of each row, by number in key order.
inline std::vector<std::int32_t> numbers_of(const idle::Groups& groups) {
  std::vector<std::int32_t> scratch(groups.rows()), group(groups.places(), -1);
  for (std::size_t g = 0; g < groups.size(); ++g) {
    group[groups.place_of_group()[g]] = static_cast<std::int32_t>(g);
  }
  const auto* places = groups.numbers(0, groups.rows(), scratch.data());
  std::vector<std::int32_t> numbers;
  for (std::size_t i = 0; i < groups.rows(); ++i) numbers.push_back(group[places[i]]);
  return numbers;
}

inline std::vector<double> random_amounts(std::size_t n, unsigned seed) {
  std::mt19937_64 random(seed);
  std::vector<double> x(n);
  for (auto& value : x) value = static_cast<double>(random() % 400000) / 100 - 500;
  return x;
}
