// Typed views of columns. The core never owns the data it reads.
#pragma once
#include <cmath>
#include <cstddef>
#include <cstdint>
#include <cstring>
#include <limits>
#include <stdexcept>

namespace idle {

enum class Kind { logical, integer, number, integer64, text, factor, date, time };
enum class Storage { int32, int64, float64 };

constexpr std::int32_t missing_int32 = std::numeric_limits<std::int32_t>::min();
constexpr std::int64_t missing_int64 = std::numeric_limits<std::int64_t>::min();

inline std::uint64_t bits_of(double x) {
  std::uint64_t bits;
  std::memcpy(&bits, &x, sizeof bits);
  return bits;
}

inline double number_of(std::uint64_t bits) {
  double x;
  std::memcpy(&x, &bits, sizeof x);
  return x;
}

// A missing number is the NaN whose low word is 1954; every other NaN is a value that is no number.
inline bool is_missing(double x) {
  return std::isnan(x) && static_cast<std::uint32_t>(bits_of(x)) == 1954u;
}
inline bool is_missing(std::int32_t x) { return x == missing_int32; }
inline bool is_missing(std::int64_t x) { return x == missing_int64; }
inline double missing_number() { return number_of(0x7FF00000000007A2ull); }

// Text and factors are codes from 1 to `levels` into a pool; `rank` gives the place of each code in
// key order (empty: the codes are in order already).
struct ColumnView {
  Kind kind = Kind::number;
  Storage storage = Storage::float64;
  const void* data = nullptr;
  std::size_t size = 0;
  std::int32_t levels = 0;
  const std::int32_t* rank = nullptr;
  // If known: the first row of each code, and of missing values (-1: there are none).
  const std::int64_t* first = nullptr;
  std::int64_t first_missing = -1;

  template <typename T>
  const T* as() const {
    return static_cast<const T*>(data);
  }
  std::size_t width() const { return storage == Storage::int32 ? 4 : 8; }
  const void* at(std::size_t row) const { return static_cast<const char*>(data) + row * width(); }
};

// A column of fewer rows than its table would be read beyond its end.
inline void check_reach(const ColumnView& view, std::size_t rows) {
  if (view.size < rows) throw std::invalid_argument("a column has fewer rows than its table");
}

// Calls body with the values as they are stored.
template <typename Body>
auto as_stored(const ColumnView& view, const Body& body) {
  switch (view.storage) {
    case Storage::float64:
      return body(view.as<double>());
    case Storage::int64:
      return body(view.as<std::int64_t>());
    default:
      return body(view.as<std::int32_t>());
  }
}

inline bool is_missing_at(const ColumnView& view, std::size_t row) {
  return as_stored(view, [row](const auto* x) { return is_missing(x[row]); });
}

inline double number_at(const ColumnView& view, std::size_t row) {
  return as_stored(view, [row](const auto* x) { return static_cast<double>(x[row]); });
}

}  // namespace idle
