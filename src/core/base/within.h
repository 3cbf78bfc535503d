// Numbers from outside are taken only within the range in which the work on them is defined.
#pragma once
#include <cmath>
#include <cstdint>
#include <stdexcept>
#include <string>

namespace idle {

// A whole number between two others; `what` says whose it is.
inline std::int64_t whole_within(double x, double least, double most, const char* what) {
  if (!(x >= least && x <= most) || x != std::floor(x)) {
    throw std::invalid_argument(std::string(what) + " is out of range");
  }
  return static_cast<std::int64_t>(x);
}

inline void need_within(std::int64_t n, std::int64_t least, std::int64_t most, const char* what) {
  if (n < least || n > most) throw std::invalid_argument(std::string(what) + " is out of range");
}

}  // namespace idle
