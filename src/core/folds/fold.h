// A fold takes the values of many groups at once, chunk by chunk, and gives one answer a group. Two
// folds over different rows merge into what one fold over all rows would be.
#pragma once
#include <cstdint>
#include <memory>
#include <string>
#include <vector>

#include "base/buffer.h"
#include "base/merge_map.h"
#include "base/state_bytes.h"
#include "column/block_by_group.h"
#include "column/block_facts.h"
#include "column/column.h"

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
  BlockFacts scan;                   // of values that are doubles
  const BlockByGroup* runs = nullptr;  // the same doubles by group, where that is worth it

  std::int64_t row(std::size_t i) const {
    return static_cast<std::int64_t>(first_row) + (rows ? rows[i] : static_cast<std::int32_t>(i));
  }
};

// In long tables states are fetched so many rows ahead of their turn.
constexpr std::size_t rows_ahead = 24;

// Counts by group.
using Counts = HugeVector<std::int64_t>;

// Some groups, by their places.
class Places {
 public:
  Places(const std::vector<std::int32_t>& places) : first_(places.data()), n_(places.size()) {}
  Places part(std::size_t begin, std::size_t end) const { return {first_ + begin, end - begin}; }
  std::size_t size() const { return n_; }
  const std::int32_t* begin() const { return first_; }
  const std::int32_t* end() const { return first_ + n_; }

 private:
  Places(const std::int32_t* first, std::size_t n) : first_(first), n_(n) {}
  const std::int32_t* first_;
  std::size_t n_;
};

// The answers of some groups, in the vector of their storage.
struct Answers {
  std::vector<double> numbers;
  std::vector<std::int32_t> codes;
  std::vector<std::int64_t> wholes;
};

// The form of a state: the fold, the storage of its values, and what else tells them apart.
constexpr std::uint32_t form_of(char fold, Storage storage, bool codes = false) {
  return static_cast<std::uint32_t>(fold) << 8 | static_cast<std::uint32_t>(storage) << 1 | (codes ? 1 : 0);
}

class Fold {
 public:
  virtual ~Fold() = default;
  virtual void add(const Chunk& chunk) = 0;
  // Whether doubles brought together by group are worked faster.
  virtual bool likes_groups_together() const { return false; }
  // `later` has seen the rows after this fold's; `to` says where its groups go.
  virtual void merge(const Fold& later, MergeMap to) = 0;
  // What its states are made of: folds of unlike forms hold unlike things, and do not merge.
  virtual std::uint32_t form() const = 0;
  // An empty fold of the same values over so many groups.
  virtual std::unique_ptr<Fold> fresh(std::size_t groups) const = 0;
  virtual Storage storage(const std::string&) const { return Storage::float64; }
  // The answers at some places; `filled` is the number of values that each group has had.
  virtual Answers finish(const std::string& answer, const Counts& filled, Places at) const = 0;
  // More groups, which have had no value; those that there are keep their numbers.
  virtual void grow(std::size_t groups) = 0;
  // Values that are codes get other codes: code k becomes codes[k - 1].
  virtual void recode(const std::vector<std::int32_t>&) {}
  // The state as bytes, from which the same file's `load` makes it again.
  virtual void save(StateWriter& to) const = 0;
};

// What a fold is made for.
struct FoldWish {
  ColumnView values;
  const double* weights;      // null: none
  const std::int32_t* along;  // the place of each row in the user's order; null: that of the rows
  std::size_t groups;
};

// A file that holds a fold registers it under its name; nothing else lists the folds:
//   const RegisteredFold total("total", make_total, load_total);
class RegisteredFold {
 public:
  using Make = std::unique_ptr<Fold> (*)(const FoldWish&);
  using Load = std::unique_ptr<Fold> (*)(StateReader&, std::size_t groups);
  RegisteredFold(const char* name, Make make, Load load);
};

std::unique_ptr<Fold> make_fold(const std::string& name, const FoldWish& wish);
// Throws BadState where the bytes are no state of that fold.
std::unique_ptr<Fold> load_fold(const std::string& name, StateReader& from, std::size_t groups);

}  // namespace idle
