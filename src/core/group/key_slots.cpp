#include "group/key_slots.h"

#include <algorithm>

#include "base/vectorise.h"
#include "column/sortable.h"
#include "group/grouping.h"
#include "sort/order.h"

namespace idle {

KeySlots::KeySlots(const std::vector<ColumnView>& keys, std::size_t rows, const Work& work) {
  if (rows > 0 && !side_by_side(keys, rows, work)) number_runs(keys, rows, work);
}

KeySlots::Digit KeySlots::digit_of(const ColumnView& view, const CompactKey& key, std::size_t rows,
                                   const Work& work) {
  Digit digit{key, nullptr};
  if (view.storage == Storage::int32) digit.wholes = view.as<std::int32_t>();
  if (view.levels > 0) {
    digit.least = 0x7FFFFFFFu + 1;
    digit.greatest = digit.least + static_cast<std::uint32_t>(view.levels) - 1;
    return digit;
  }
  const int workers = workers_for(work, rows);
  std::vector<Digit> parts(workers, digit);
  run_parallel(work, workers, rows, most, [&](int w, std::size_t begin, std::size_t end) {
    std::uint32_t found[most];
    Digit& part = parts[w];
    part.fits = part.fits && key.keys(begin, end - begin, found);
    for (std::size_t i = 0; part.fits && i < end - begin; ++i) {
      if (CompactKey::is_odd_key(found[i])) continue;
      part.least = std::min(part.least, found[i]);
      part.greatest = std::max(part.greatest, found[i]);
    }
  });
  for (const Digit& part : parts) {
    digit.fits = digit.fits && part.fits;
    digit.least = std::min(digit.least, part.least);
    digit.greatest = std::max(digit.greatest, part.greatest);
  }
  if (digit.least > digit.greatest) digit.least = digit.greatest = 0;
  return digit;
}

namespace {

// Puts whole numbers as digits behind those that `out` has; missing ones are the last digit, and
// before it the one value whose key is odd.
IDLE_WIDE void append_wholes(const std::int32_t* x, std::size_t n, std::int32_t least,
                             std::uint32_t width, std::uint32_t* out) {
  for (std::size_t i = 0; i < n; ++i) {
    const std::uint32_t digit =
        x[i] == missing_int32 ? width - 1
        : x[i] == INT32_MAX   ? width - 2
                            : static_cast<std::uint32_t>(x[i]) - static_cast<std::uint32_t>(least);
    out[i] = out[i] * width + digit;
  }
}

}  // namespace

bool KeySlots::side_by_side(const std::vector<ColumnView>& keys, std::size_t rows,
                            const Work& work) {
  std::uint64_t size = 1;
  for (ColumnView key : keys) {
    key.rank = nullptr;  // codes bring equal texts together as well as their ranks do
    const CompactKey compact({key, false}, rows);
    if (!compact.possible()) return false;
    digits_.push_back(digit_of(key, compact, rows, work));
    if (!digits_.back().fits || digits_.back().width() > UINT32_MAX / size) return false;
    size *= digits_.back().width();
  }
  size_ = size;
  return true;
}

void KeySlots::number_runs(const std::vector<ColumnView>& keys, std::size_t rows,
                           const Work& work) {
  digits_.clear();
  std::vector<OrderKey> by;
  for (const ColumnView& key : keys) by.push_back({key, false});
  const auto order = order_rows(by, rows, work);
  const auto differ = [&](std::size_t a, std::size_t b) {
    return std::any_of(keys.begin(), keys.end(),
                       [&](const ColumnView& key) { return sortable(key, a) != sortable(key, b); });
  };
  runs_ = Buffer<std::uint32_t>(rows);
  std::uint32_t run = 0;
  for (std::size_t i = 0; i < rows; ++i) {
    if (i > 0 && differ(order[i - 1], order[i])) ++run;
    runs_[order[i]] = run;
  }
  size_ = std::uint64_t{run} + 1;
}

void KeySlots::slots(std::size_t begin, std::size_t n, std::uint32_t* out) const {
  if (runs_.size() > 0) {
    std::copy(runs_.data() + begin, runs_.data() + begin + n, out);
    return;
  }
  std::fill(out, out + n, 0);
  std::uint32_t keys[most];
  for (const Digit& digit : digits_) {
    const auto width = static_cast<std::uint32_t>(digit.width());
    if (digit.wholes != nullptr) {
      const auto least = static_cast<std::int32_t>(digit.least - 0x7FFFFFFFu);
      append_wholes(digit.wholes + begin, n, least, width, out);
      continue;
    }
    digit.key.keys(begin, n, keys);
    for (std::size_t i = 0; i < n; ++i) {
      const std::uint32_t odd = width - 1 - (UINT32_MAX - keys[i]);
      out[i] = out[i] * width + (CompactKey::is_odd_key(keys[i]) ? odd : keys[i] - digit.least);
    }
  }
}

}  // namespace idle
