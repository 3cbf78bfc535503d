// The rows of the first and the last value of each group, in an order of the user's choice; rows
// that share a place keep the order of entry.
#include <stdexcept>

#include "folds/fold.h"

namespace idle {

namespace {

class FirstLast : public Fold {
 public:
  FirstLast(const std::int32_t* along, std::size_t groups) : ends_(groups), along_(along) {}

  void add(const Chunk& chunk) override {
    for (std::size_t i = 0; i < chunk.n; ++i) {
      const std::int64_t row = chunk.row(i);
      const std::int64_t place = along_ == nullptr ? row : along_[row];
      take(ends_[chunk.groups[i]], place, row, place, row);
    }
  }
  void merge(const Fold& later, MergeMap to) override {
    to.each(static_cast<const FirstLast&>(later).ends_, [&](const Ends& o, std::size_t g) {
      if (o.first_row >= 0) take(ends_[g], o.first_place, o.first_row, o.last_place, o.last_row);
    });
  }
  std::uint32_t form() const override { return form_of('f', Storage::int64); }
  std::unique_ptr<Fold> fresh(std::size_t groups) const override {
    return std::make_unique<FirstLast>(along_, groups);
  }
  void grow(std::size_t groups) override { ends_.resize(groups); }
  // Rows mean nothing without their table; who keeps a state keeps the rows themselves.
  void save(StateWriter&) const override { throw std::invalid_argument("rows of a table cannot be saved"); }
  Answers finish(const std::string& answer, const Counts&, Places at) const override {
    const bool first = answer == "first";
    Answers answers;
    for (const std::int32_t g : at) {
      const std::int64_t row = first ? ends_[g].first_row : ends_[g].last_row;
      answers.numbers.push_back(row < 0 ? missing_number() : static_cast<double>(row));
    }
    return answers;
  }

 private:
  struct Ends {
    std::int64_t first_place = 0, first_row = -1, last_place = 0, last_row = -1;
  };
  // Groups may merge in any order, so rows of one place are told apart by their number.
  static bool comes_before(std::int64_t place, std::int64_t row, std::int64_t other_place,
                           std::int64_t other_row) {
    return place < other_place || (place == other_place && row < other_row);
  }
  static void take(Ends& ends, std::int64_t first, std::int64_t first_row, std::int64_t last,
                   std::int64_t last_row) {
    if (ends.first_row < 0 || comes_before(first, first_row, ends.first_place, ends.first_row)) {
      ends.first_place = first;
      ends.first_row = first_row;
    }
    if (ends.last_row < 0 || comes_before(ends.last_place, ends.last_row, last, last_row)) {
      ends.last_place = last;
      ends.last_row = last_row;
    }
  }
  std::vector<Ends> ends_;
  const std::int32_t* along_;
};

std::unique_ptr<Fold> make_first_last(const FoldWish& wish) {
  return std::make_unique<FirstLast>(wish.along, wish.groups);
}

std::unique_ptr<Fold> load_first_last(StateReader&, std::size_t) { throw BadState("rows of a table are not kept"); }

const RegisteredFold first_last("edge", make_first_last, load_first_last);

}  // namespace

}  // namespace idle
