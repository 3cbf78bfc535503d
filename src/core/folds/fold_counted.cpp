// Figures that need all values of a group, from how often each of them stands there: percentiles, the number of
// different values, the most frequent one, and the ends of values that are codes.
#include <cstdlib>
#include <limits>
#include <map>
#include <mutex>

#include "column/sortable.h"
#include "exact/quantile.h"
#include "folds/counted_values.h"
#include "folds/fold.h"

namespace idle {

namespace {

constexpr std::uint64_t top = std::uint64_t{1} << 63;

double number_of_key(std::uint64_t key, Storage storage) {
  if (storage == Storage::int32) return static_cast<double>(static_cast<std::int64_t>(key) - INT64_C(0x80000000));
  if (storage == Storage::int64) return static_cast<double>(static_cast<std::int64_t>((key + 1) ^ top));
  if (key == ~std::uint64_t{0} - 1) return std::numeric_limits<double>::quiet_NaN();
  return number_of(key & top ? key ^ top : ~key);
}

// What is asked of the values of one group, as they come in rising order.
struct Asked {
  enum class What { distinct, mode, ties, least, greatest, quantile } what;
  double part = 0;
};

// "quantile:0x1p-1" names the part, so that each is an answer of its own.
Asked asked_of(const std::string& answer) {
  static const std::map<std::string, Asked::What> known = {
      {"distinct", Asked::What::distinct}, {"mode", Asked::What::mode}, {"mode_ties", Asked::What::ties},
      {"least", Asked::What::least},       {"greatest", Asked::What::greatest}};
  const auto found = known.find(answer);
  if (found != known.end()) return {found->second};
  const auto colon = answer.find(':');
  if (answer.substr(0, colon) != "quantile") throw std::invalid_argument("counted values give no " + answer);
  const double part = std::strtod(answer.c_str() + colon + 1, nullptr);
  check_part(part);
  return {Asked::What::quantile, part};
}

class GroupReader {
 public:
  GroupReader(Asked asked, Storage storage) : asked_(asked), storage_(storage) {}

  void start(std::int64_t n) {
    *this = GroupReader(asked_, storage_);
    if (n > 0) place_ = place_of(static_cast<std::size_t>(n), asked_.part);
  }
  // All times of one value.
  void take(std::uint64_t key, std::size_t times) {
    if (seen_ == 0) least_ = key;
    ++distinct_;
    tied_ = times > most_ ? 0 : times == most_ ? 1 : tied_;
    if (times > most_) {
      most_ = times;
      mode_ = key;
    }
    if (seen_ <= place_.below && place_.below < seen_ + times) low_ = key;
    if (seen_ <= place_.below + 1 && place_.below + 1 < seen_ + times) high_ = key;
    seen_ += times;
    greatest_ = key;
  }
  std::uint64_t key() const {
    return asked_.what == Asked::What::mode ? mode_ : asked_.what == Asked::What::least ? least_ : greatest_;
  }
  double number() const {
    if (asked_.what == Asked::What::distinct) return static_cast<double>(distinct_);
    if (asked_.what == Asked::What::ties) return tied_;
    if (seen_ == 0) return missing_number();
    if (std::isnan(number_of_key(greatest_, storage_))) return std::numeric_limits<double>::quiet_NaN();
    const bool has_next = place_.below + 1 < seen_;
    const double low = number_of_key(low_, storage_);
    return between(low, has_next ? number_of_key(high_, storage_) : low, place_.part);
  }
  bool any() const { return seen_ > 0; }

 private:
  Asked asked_;
  Storage storage_;
  QuantilePlace place_{0, 0};
  std::size_t seen_ = 0, distinct_ = 0, most_ = 0;
  double tied_ = 0;
  std::uint64_t least_ = 0, greatest_ = 0, mode_ = 0, low_ = 0, high_ = 0;
};

class Counted : public Fold {
 public:
  Counted(std::size_t groups, Storage storage, bool codes) : groups_(groups), storage_(storage), codes_(codes) {}

  void add(const Chunk& chunk) override {
    ColumnView view;
    view.storage = storage_;
    view.data = chunk.values;
    view.size = chunk.n;
    for (std::size_t i = 0; i < chunk.n; ++i) {
      values_.add(chunk.groups[i], codes_ ? static_cast<std::uint64_t>(view.as<std::int32_t>()[i]) : sortable(view, i));
    }
  }
  void merge(const Fold& later, MergeMap to) override {
    values_.merge(static_cast<const Counted&>(later).values_, to);
    answered_.clear();
  }
  std::uint32_t form() const override { return form_of('c', storage_, codes_); }
  std::unique_ptr<Fold> fresh(std::size_t groups) const override {
    return std::make_unique<Counted>(groups, storage_, codes_);
  }
  void grow(std::size_t groups) override {
    groups_ = groups;
    answered_.clear();
  }
  void recode(const std::vector<std::int32_t>& codes) override {
    if (codes_) values_.recode(codes);
    answered_.clear();
  }
  void save(StateWriter& to) const override {
    to.put(static_cast<std::uint8_t>(storage_));
    to.put(static_cast<std::uint8_t>(codes_));
    values_.save(to);
  }
  static std::unique_ptr<Fold> load(StateReader& from, std::size_t groups) {
    const auto storage = static_cast<Storage>(from.get_within<std::uint8_t>(0, 2));
    auto fold = std::make_unique<Counted>(groups, storage, from.get_within<std::uint8_t>(0, 1) == 1);
    fold->values_ = CountedValues::load(from, groups);
    return fold;
  }
  Storage storage(const std::string& answer) const override {
    return answer == "mode" || answer == "least" || answer == "greatest" ? storage_ : Storage::float64;
  }
  Answers finish(const std::string& answer, const Counts& filled, Places at) const override {
    const Answers& all = answered(answer, filled);
    Answers some;
    for (const std::int32_t g : at) {
      const auto group = static_cast<std::size_t>(g);
      if (!all.numbers.empty()) some.numbers.push_back(all.numbers[group]);
      if (!all.codes.empty()) some.codes.push_back(all.codes[group]);
      if (!all.wholes.empty()) some.wholes.push_back(all.wholes[group]);
    }
    return some;
  }

 private:
  // The answers of all groups, found in one reading and kept.
  const Answers& answered(const std::string& answer, const Counts& filled) const {
    std::lock_guard<std::mutex> guard(lock_);
    const auto known = answered_.find(answer);
    if (known != answered_.end()) return known->second;
    Answers all;
    const Asked asked = asked_of(answer);
    GroupReader reader(asked, storage_);
    std::size_t next = 0;
    std::uint64_t key = 0;
    std::size_t times = 0;
    const auto give_value = [&] {
      if (times > 0) reader.take(key, times);
      times = 0;
    };
    const auto give_groups = [&](std::size_t until) {
      give_value();
      for (; next < until; ++next) {
        if (next > 0) give(all, answer, reader);
        reader.start(filled[next]);
      }
    };
    values_.each([&](std::int32_t group, std::uint64_t found, std::uint32_t n) {
      const auto g = static_cast<std::size_t>(group);
      if (g + 1 > next) give_groups(g + 1);
      if (found != key) give_value();
      key = found;
      times += n;
    });
    give_groups(groups_);
    if (groups_ > 0) give(all, answer, reader);
    return answered_[answer] = std::move(all);
  }

  void give(Answers& all, const std::string& answer, const GroupReader& reader) const {
    const bool value = answer == "mode" || answer == "least" || answer == "greatest";
    if (!value) {
      all.numbers.push_back(reader.number());
    } else if (storage_ == Storage::int32) {
      const auto code = codes_ ? static_cast<std::int64_t>(reader.key())
                               : static_cast<std::int64_t>(reader.key()) - INT64_C(0x80000000);
      all.codes.push_back(reader.any() ? static_cast<std::int32_t>(code) : missing_int32);
    } else if (storage_ == Storage::int64) {
      all.wholes.push_back(reader.any() ? static_cast<std::int64_t>((reader.key() + 1) ^ top) : missing_int64);
    } else {
      all.numbers.push_back(reader.any() ? number_of_key(reader.key(), storage_) : missing_number());
    }
  }

  std::size_t groups_;
  Storage storage_;
  bool codes_;
  CountedValues values_;
  mutable std::map<std::string, Answers> answered_;
  mutable std::mutex lock_;
};

std::unique_ptr<Fold> make_counted(const FoldWish& wish) {
  return std::make_unique<Counted>(wish.groups, wish.values.storage, wish.values.rank != nullptr);
}

const RegisteredFold counted("counted", make_counted, Counted::load);

}  // namespace

}  // namespace idle
