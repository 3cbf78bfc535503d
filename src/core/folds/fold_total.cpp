// Sum and mean: of doubles by ExactSums, of whole numbers in 128 bits.
#include <limits>
#include <stdexcept>

#include "exact/exact_sum.h"
#include "folds/fold.h"

namespace idle {

namespace {

class NumberTotal : public Fold {
 public:
  NumberTotal(std::size_t groups, int unit) : sums_(groups, unit), unit_(unit) {}
  explicit NumberTotal(ExactSums sums) : sums_(std::move(sums)), unit_(sums_.unit()) {}

  void add(const Chunk& chunk) override {
    sums_.add(chunk.groups, static_cast<const double*>(chunk.values), chunk.n, chunk.scan,
              chunk.runs);
  }
  void merge(const Fold& later, MergeMap to) override {
    sums_.merge(static_cast<const NumberTotal&>(later).sums_, to);
  }
  std::uint32_t form() const override { return form_of('t', Storage::float64); }
  std::unique_ptr<Fold> fresh(std::size_t groups) const override {
    return std::make_unique<NumberTotal>(groups, unit_);
  }
  void grow(std::size_t groups) override { sums_.grow(groups); }
  void save(StateWriter& to) const override {
    to.put(static_cast<std::uint8_t>(Storage::float64));
    sums_.save(to);
  }
  Answers finish(const std::string& answer, const Counts& filled, Places at) const override {
    const bool mean = answer == "mean";
    Answers answers;
    answers.numbers.reserve(at.size());
    for (const std::int32_t g : at) {
      answers.numbers.push_back(filled[g] == 0 ? missing_number()
                                : mean         ? sums_.mean(g, filled[g])
                                               : sums_.sum(g));
    }
    return answers;
  }

 private:
  ExactSums sums_;
  int unit_;
};

template <typename T>
class WholeTotal : public Fold {
 public:
  explicit WholeTotal(std::size_t groups) : totals_(groups, 0) {}

  void add(const Chunk& chunk) override {
    const T* x = static_cast<const T*>(chunk.values);
    for (std::size_t i = 0; i < chunk.n; ++i) totals_[chunk.groups[i]] += x[i];
  }
  void merge(const Fold& later, MergeMap to) override {
    to.each(static_cast<const WholeTotal&>(later).totals_,
            [&](int128 total, std::size_t g) { totals_[g] += total; });
  }
  std::uint32_t form() const override {
    return form_of('t', sizeof(T) == 4 ? Storage::int32 : Storage::int64);
  }
  std::unique_ptr<Fold> fresh(std::size_t groups) const override {
    return std::make_unique<WholeTotal>(groups);
  }
  void grow(std::size_t groups) override { totals_.resize(groups, 0); }
  void save(StateWriter& to) const override {
    to.put(static_cast<std::uint8_t>(sizeof(T) == 4 ? Storage::int32 : Storage::int64));
    to.put_all(totals_.data(), totals_.size());
  }
  static std::unique_ptr<Fold> load(StateReader& from, std::size_t groups) {
    from.need(groups, sizeof(int128));
    auto fold = std::make_unique<WholeTotal>(groups);
    from.get_all(fold->totals_.data(), groups);
    return fold;
  }
  Storage storage(const std::string& answer) const override {
    return answer == "whole_sum" ? Storage::int64 : Storage::float64;
  }
  Answers finish(const std::string& answer, const Counts& filled, Places at) const override {
    if (answer == "whole_sum") return whole_sums(filled, at);
    const bool mean = answer == "mean";
    Answers answers;
    for (const std::int32_t g : at) {
      answers.numbers.push_back(filled[g] == 0 ? missing_number()
                                               : round_ratio(totals_[g], 0, mean ? filled[g] : 1));
    }
    return answers;
  }

 private:
  Answers whole_sums(const Counts& filled, Places at) const {
    Answers answers;
    for (const std::int32_t g : at) {
      const auto sum = static_cast<std::int64_t>(totals_[g]);
      if (sum != totals_[g] || is_missing(sum)) {
        throw std::overflow_error("a sum of 64-bit whole numbers does not fit 64 bits");
      }
      answers.wholes.push_back(filled[g] == 0 ? missing_int64 : sum);
    }
    return answers;
  }
  HugeVector<int128> totals_;
};

std::unique_ptr<Fold> make_total(const FoldWish& wish) {
  const ColumnView& values = wish.values;
  if (values.storage == Storage::int32) return std::make_unique<WholeTotal<std::int32_t>>(wish.groups);
  if (values.storage == Storage::int64) return std::make_unique<WholeTotal<std::int64_t>>(wish.groups);
  const int unit = ExactSums::unit_for(values.as<double>(), values.size);
  return std::make_unique<NumberTotal>(wish.groups, unit);
}

std::unique_ptr<Fold> load_total(StateReader& from, std::size_t groups) {
  switch (static_cast<Storage>(from.get_within<std::uint8_t>(0, 2))) {
    case Storage::int32:
      return WholeTotal<std::int32_t>::load(from, groups);
    case Storage::int64:
      return WholeTotal<std::int64_t>::load(from, groups);
    default:
      return std::make_unique<NumberTotal>(ExactSums::load(from, groups));
  }
}

const RegisteredFold total("total", make_total, load_total);

}  // namespace

}  // namespace idle
