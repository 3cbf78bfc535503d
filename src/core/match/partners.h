// Which rows of another table have the same keys: each row here has none, one or several partners there.
// A key that is missing, or no number, has none.
#pragma once
#include <cstdint>
#include <vector>

#include "base/buffer.h"
#include "base/parallel.h"
#include "column/column.h"

namespace idle {

// The same key on both sides. Of texts, `code_there` has the other side's code of each code here, 0 for
// one that does not occur there.
struct KeyPair {
  ColumnView here, there;
  std::vector<std::int32_t> code_there;
};

// How a meeting went: rows here without a partner (from 0), pairs in all, the most partners of a row, and
// whether each row there has met one.
struct Meeting {
  std::vector<std::int32_t> alone;
  std::int64_t pairs = 0, most = 0;
  HugeVector<std::uint8_t> used;
};

class Partners {
 public:
  // `order` has the rows there that take part, from 0, in the order in which the partners of a row stand.
  Partners(const std::vector<KeyPair>& keys, std::size_t rows_here, std::size_t rows_there,
           const std::vector<std::int32_t>& order, const Work& work);

  std::size_t rows_here() const { return ids_.size(); }
  std::size_t rows_there() const { return id_there_.size(); }
  // The number of the keys of a row here, -1 without a partner.
  std::int32_t id(std::size_t row) const { return ids_[row]; }
  // The same of a row there; -1 where it takes no part.
  std::int32_t id_there(std::size_t row) const { return id_there_[row]; }
  std::size_t size() const { return starts_.size() - 1; }
  std::int64_t count(std::int32_t id) const { return starts_[id + 1] - starts_[id]; }
  const std::int32_t* partners(std::int32_t id) const { return rows_.data() + starts_[id]; }

  // For each row here its first partner, from 1; missing for none.
  Meeting meet(std::int32_t* partner, const Work& work) const;

  // For each row there the last row here that it is the partner of, from 1; those that are nobody's come behind the
  // rows here, in turn.
  void places(std::int32_t* out) const;

  // The number of partners of each row here.
  void counts(std::int32_t* out, const Work& work) const;
  // Every pair, by the row here, both from 1; a row without a partner stands there once, with a missing one.
  // There are meet().pairs and as many more as are alone.
  void pairs(std::int32_t* here, std::int32_t* there) const;

  // The rows there that take part, by the number of their keys.
  const HugeVector<std::int32_t>& sequence() const { return rows_; }

  // For each row here the last partner whose `since` is at or before `day`. Partners must stand in the
  // order of `since`.
  Meeting in_force(const ColumnView& day, const ColumnView& since, std::int32_t* partner, const Work& work) const;

 private:
  // What comes of it when find(begin, end, meeting) gives each of some rows its partner.
  template <typename Find>
  Meeting meeting(std::int32_t* partner, const Work& work, const Find& find) const;
  template <typename T>
  Meeting search_partners(const ColumnView& day, const HugeVector<T>& begins, std::int32_t* partner,
                          const Work& work) const;

  Buffer<std::int32_t> ids_;
  std::vector<std::int32_t> id_there_;
  std::vector<std::int64_t> starts_;
  HugeVector<std::int32_t> rows_;  // by number of keys
};

}  // namespace idle
