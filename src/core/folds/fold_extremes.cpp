// Least and greatest value. A value that is no number makes the answer no number.
#include <algorithm>
#include <cstring>
#include <stdexcept>

#include "base/buffer.h"
#include "base/vectorise.h"
#include "folds/fold.h"

namespace idle {

namespace {

// The order of codes is that of their ranks; of all else, that of the values.
template <typename T>
struct ByValue {
  bool operator()(T a, T b) const { return a < b; }
};

struct ByRank {
  const std::int32_t* rank;
  bool operator()(std::int32_t a, std::int32_t b) const { return rank[a - 1] < rank[b - 1]; }
};

// Least and greatest of doubles none of which is NaN.
IDLE_WIDE void ends_of(const double* x, std::size_t n, double& least, double& greatest) {
  typedef double Four __attribute__((vector_size(32), aligned(8)));
  double low = x[0], high = x[0];
  std::size_t i = 0;
  if (n >= 8) {
    Four lows[2], highs[2];
    std::memcpy(lows, x, sizeof lows);
    std::memcpy(highs, x, sizeof highs);
    for (i = 8; i + 8 <= n; i += 8) {
      for (std::size_t k = 0; k < 2; ++k) {
        Four v;
        std::memcpy(&v, x + i + 4 * k, sizeof v);
        lows[k] = v < lows[k] ? v : lows[k];
        highs[k] = v > highs[k] ? v : highs[k];
      }
    }
    for (std::size_t k = 0; k < 8; ++k) {
      low = std::min(low, lows[k / 4][k % 4]);
      high = std::max(high, highs[k / 4][k % 4]);
    }
  }
  for (; i < n; ++i) {
    low = std::min(low, x[i]);
    high = std::max(high, x[i]);
  }
  least = low;
  greatest = high;
}

template <typename T, typename Less>
class Extremes : public Fold {
 public:
  Extremes(std::size_t groups, Less less) : known_(groups), less_(less) {}

  bool likes_groups_together() const override { return std::is_same<T, double>::value; }
  void add(const Chunk& chunk) override {
    if (std::is_same<T, double>::value && chunk.runs != nullptr) {
      chunk.runs->each([&](std::size_t group, const double* x, std::size_t n) {
        double least, greatest;
        ends_of(x, n, least, greatest);
        take(known_[group], static_cast<T>(least), static_cast<T>(greatest));
      });
      return;
    }
    const T* x = static_cast<const T*>(chunk.values);
    for (std::size_t i = 0; i < chunk.n; ++i) {
      Known& known = known_[chunk.groups[i]];
      const T value = x[i];
      if (!known.any || value != value) {
        take(known, value, value);
      } else if (less_(value, known.least)) {
        known.least = value;
      } else if (less_(known.greatest, value)) {
        known.greatest = value;
      }
    }
  }
  void merge(const Fold& later, MergeMap to) override {
    to.each(static_cast<const Extremes&>(later).known_, [&](const Known& other, std::size_t g) {
      if (other.any) take(known_[g], other.least, other.greatest);
    });
  }
  std::uint32_t form() const override { return form_of('e', storage("")); }
  std::unique_ptr<Fold> fresh(std::size_t groups) const override {
    return std::make_unique<Extremes>(groups, less_);
  }
  void grow(std::size_t groups) override { known_.resize(groups); }
  // Codes have no meaning of their own, so their ends are not kept: see fold_counted.cpp.
  void save(StateWriter& to) const override {
    if (std::is_same<Less, ByRank>::value) throw std::invalid_argument("ends of codes cannot be saved");
    to.put(static_cast<std::uint8_t>(storage("")));
    for (const Known& known : known_) {
      to.put(known.least);
      to.put(known.greatest);
      to.put(static_cast<std::uint8_t>(known.any));
    }
  }
  static std::unique_ptr<Fold> load(StateReader& from, std::size_t groups, Less less) {
    from.need(groups, 2 * sizeof(T) + 1);
    auto fold = std::make_unique<Extremes>(groups, less);
    for (Known& known : fold->known_) {
      known.least = from.get<T>();
      known.greatest = from.get<T>();
      known.any = from.get_within<std::uint8_t>(0, 1) == 1;
    }
    return fold;
  }
  Storage storage(const std::string&) const override {
    return sizeof(T) == 4               ? Storage::int32
           : std::is_integral<T>::value ? Storage::int64
                                        : Storage::float64;
  }
  Answers finish(const std::string& answer, const Counts&, Places at) const override {
    const bool least = answer == "min";
    Answers answers;
    for (const std::int32_t g : at) {
      put(answers, known_[g].any, least ? known_[g].least : known_[g].greatest);
    }
    return answers;
  }

 private:
  struct Known {
    T least{}, greatest{};
    bool any = false;
  };

  void take(Known& known, T low, T high) const {
    if (!known.any) {
      known = {low, high, true};
      return;
    }
    if (less_(low, known.least) || low != low) known.least = low;
    if (less_(known.greatest, high) || high != high) known.greatest = high;
  }
  static void put(Answers& answers, bool any, double x) {
    answers.numbers.push_back(any ? x + 0.0 : missing_number());
  }
  static void put(Answers& answers, bool any, std::int32_t x) {
    answers.codes.push_back(any ? x : missing_int32);
  }
  static void put(Answers& answers, bool any, std::int64_t x) {
    answers.wholes.push_back(any ? x : missing_int64);
  }

  HugeVector<Known> known_;
  Less less_;
};

std::unique_ptr<Fold> make_extremes(const FoldWish& wish) {
  const ColumnView& values = wish.values;
  if (values.storage == Storage::float64) {
    return std::make_unique<Extremes<double, ByValue<double>>>(wish.groups, ByValue<double>());
  }
  if (values.storage == Storage::int64) {
    using Whole = std::int64_t;
    return std::make_unique<Extremes<Whole, ByValue<Whole>>>(wish.groups, ByValue<Whole>());
  }
  using Code = std::int32_t;
  if (values.rank != nullptr) {
    return std::make_unique<Extremes<Code, ByRank>>(wish.groups, ByRank{values.rank});
  }
  return std::make_unique<Extremes<Code, ByValue<Code>>>(wish.groups, ByValue<Code>());
}

std::unique_ptr<Fold> load_extremes(StateReader& from, std::size_t groups) {
  switch (static_cast<Storage>(from.get_within<std::uint8_t>(0, 2))) {
    case Storage::int32:
      return Extremes<std::int32_t, ByValue<std::int32_t>>::load(from, groups, {});
    case Storage::int64:
      return Extremes<std::int64_t, ByValue<std::int64_t>>::load(from, groups, {});
    default:
      return Extremes<double, ByValue<double>>::load(from, groups, {});
  }
}

const RegisteredFold extremes("extremes", make_extremes, load_extremes);

}  // namespace

}  // namespace idle
