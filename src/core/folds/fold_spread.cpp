// Variance and standard deviation from exact sums and exact sums of squares, and weighted means
// from exact sums of products: each is the true value, rounded once (sd: then its root).
#include <cmath>
#include <limits>

#include "exact/exact_products.h"
#include "exact/exact_sum.h"
#include "folds/fold.h"

namespace idle {

namespace {

class Spread : public Fold {
 public:
  Spread(std::size_t groups, Storage storage, int unit)
      : sums_(groups, unit), squares_(groups, 2 * unit), storage_(storage), unit_(unit) {}

  void add(const Chunk& chunk) override {
    if (storage_ == Storage::float64) {
      const auto* x = static_cast<const double*>(chunk.values);
      sums_.add(chunk.groups, x, chunk.n, chunk.scan, chunk.runs);
      squares_.add_squares(chunk.groups, x, chunk.n, chunk.scan, chunk.runs);
    } else if (storage_ == Storage::int32) {
      add_wholes(chunk, static_cast<const std::int32_t*>(chunk.values));
    } else {
      add_wholes(chunk, static_cast<const std::int64_t*>(chunk.values));
    }
  }
  bool likes_groups_together() const override { return storage_ == Storage::float64; }
  void merge(const Fold& later, MergeMap to) override {
    const auto& other = static_cast<const Spread&>(later);
    sums_.merge(other.sums_, to);
    squares_.merge(other.squares_, to);
  }
  std::uint32_t form() const override { return form_of('s', storage_); }
  std::unique_ptr<Fold> fresh(std::size_t groups) const override {
    return std::make_unique<Spread>(groups, storage_, unit_);
  }
  void grow(std::size_t groups) override {
    sums_.grow(groups);
    squares_.grow(groups);
  }
  void save(StateWriter& to) const override {
    to.put(static_cast<std::uint8_t>(storage_));
    sums_.save(to);
    squares_.save(to);
  }
  static std::unique_ptr<Fold> load(StateReader& from, std::size_t groups) {
    const auto storage = static_cast<Storage>(from.get_within<std::uint8_t>(0, 2));
    auto fold = std::make_unique<Spread>(0, storage, 0);
    fold->sums_ = ExactSums::load(from, groups);
    fold->squares_ = ExactProducts::load(from, groups);
    fold->unit_ = fold->sums_.unit();
    return fold;
  }
  Answers finish(const std::string& answer, const Counts& filled, Places at) const override {
    const bool population = answer == "var_pop" || answer == "sd_pop";
    const bool root = answer == "sd" || answer == "sd_pop";
    Answers answers;
    for (const std::int32_t g : at) {
      const double variance = variance_of(g, filled[g], population ? 0 : 1);
      answers.numbers.push_back(root && !is_missing(variance) ? std::sqrt(variance) : variance);
    }
    return answers;
  }

 private:
  template <typename T>
  void add_wholes(const Chunk& chunk, const T* x) {
    for (std::size_t i = 0; i < chunk.n; ++i) {
      sums_.add_whole(chunk.groups[i], x[i]);
      squares_.add(chunk.groups[i], static_cast<int128>(x[i]) * x[i], 0);
    }
  }

  // (n Q - S^2) / (n (n - less)), in units of the sum's unit squared.
  double variance_of(std::size_t group, std::int64_t n, std::int64_t less) const {
    if (n <= less) return missing_number();
    const OddValues* odd = sums_.odd(group);
    if (odd != nullptr && odd->has_special()) return std::numeric_limits<double>::quiet_NaN();
    BigInteger small, small_squares;
    if (squares_.unit() == 2 * sums_.unit() && sums_.narrow(group, small) &&
        squares_.narrow(group, small_squares)) {
      return round_ratio(small_squares * BigInteger(n) - small * small, squares_.unit(), n,
                         n - less);
    }
    const BigInteger sum = sums_.total(group);
    const BigInteger squares = squares_.total(group).shifted_up(-WideSum::lowest);
    return round_ratio(squares * BigInteger(n) - sum * sum, 2 * WideSum::lowest, n, n - less);
  }

  ExactSums sums_;
  ExactProducts squares_;
  Storage storage_;
  int unit_;
};

class WeightedMean : public Fold {
 public:
  WeightedMean(std::size_t groups, int unit)
      : weights_(groups, unit), products_(groups, 2 * unit), odd_(groups, 0), unit_(unit) {}

  void add(const Chunk& chunk) override {
    const auto* x = static_cast<const double*>(chunk.values);
    weights_.add(chunk.groups, chunk.weights, chunk.n, facts_of(chunk.weights, chunk.n));
    for (std::size_t i = 0; i < chunk.n; ++i) {
      if (std::isfinite(x[i]) && std::isfinite(chunk.weights[i])) {
        products_.add(chunk.groups[i], x[i], chunk.weights[i]);
      } else {
        const double product = std::isfinite(chunk.weights[i]) ? x[i] * chunk.weights[i] : NAN;
        odd_[chunk.groups[i]] |= std::isnan(product) ? no_number : product > 0 ? above : below;
      }
    }
  }
  void merge(const Fold& later, MergeMap to) override {
    const auto& other = static_cast<const WeightedMean&>(later);
    weights_.merge(other.weights_, to);
    products_.merge(other.products_, to);
    to.each(other.odd_, [&](char odd, std::size_t g) { odd_[g] |= odd; });
  }
  std::uint32_t form() const override { return form_of('w', Storage::float64); }
  std::unique_ptr<Fold> fresh(std::size_t groups) const override {
    return std::make_unique<WeightedMean>(groups, unit_);
  }
  void grow(std::size_t groups) override {
    weights_.grow(groups);
    products_.grow(groups);
    odd_.resize(groups, 0);
  }
  void save(StateWriter& to) const override {
    weights_.save(to);
    products_.save(to);
    to.put_all(odd_.data(), odd_.size());
  }
  static std::unique_ptr<Fold> load(StateReader& from, std::size_t groups) {
    auto fold = std::make_unique<WeightedMean>(0, 0);
    fold->weights_ = ExactSums::load(from, groups);
    fold->products_ = ExactProducts::load(from, groups);
    from.need(groups, 1);
    fold->odd_.resize(groups);
    from.get_all(fold->odd_.data(), groups);
    fold->unit_ = fold->weights_.unit();
    return fold;
  }
  Answers finish(const std::string&, const Counts& filled, Places at) const override {
    Answers answers;
    for (const std::int32_t g : at) {
      answers.numbers.push_back(filled[g] == 0 ? missing_number()
                                : odd_[g] != 0 ? odd_mean(g)
                                               : mean_of(g));
    }
    return answers;
  }

 private:
  // What products that are no finite number are; the first is as it was saved before there were others.
  static constexpr char no_number = 1, above = 2, below = 4;

  double odd_mean(std::size_t group) const {
    const char odd = odd_[group];
    if ((odd & no_number) != 0) return std::numeric_limits<double>::quiet_NaN();
    const BigInteger weight = weights_.total(group);
    if (weight.is_zero()) return missing_number();
    return endless_mean((odd & above) != 0, (odd & below) != 0, weight);
  }

  double mean_of(std::size_t group) const {
    BigInteger weight, product;
    if (weights_.narrow(group, weight) && products_.narrow(group, product)) {
      const int apart = products_.unit() - weights_.unit();
      if (apart > 0) product = product.shifted_up(apart);
      if (apart < 0) weight = weight.shifted_up(-apart);
    } else {
      weight = weights_.total(group);
      product = products_.total(group);
    }
    return weight.is_zero() ? missing_number() : round_quotient(product, weight);
  }

  ExactSums weights_;
  ExactProducts products_;
  std::vector<char> odd_;
  int unit_;
};

int unit_of(const ColumnView& values) {
  const bool numbers = values.storage == Storage::float64;
  return numbers ? ExactSums::unit_for(values.as<double>(), values.size) : 0;
}

std::unique_ptr<Fold> make_spread(const FoldWish& wish) {
  return std::make_unique<Spread>(wish.groups, wish.values.storage, unit_of(wish.values));
}

std::unique_ptr<Fold> make_weighted(const FoldWish& wish) {
  return std::make_unique<WeightedMean>(wish.groups, unit_of(wish.values));
}

const RegisteredFold spread("spread", make_spread, Spread::load);
const RegisteredFold weighted("weighted", make_weighted, WeightedMean::load);

}  // namespace

}  // namespace idle
