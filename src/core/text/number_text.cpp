#include "text/number_text.h"

#include <charconv>
#include <cmath>

namespace idle {

std::string number_text(double x) {
  if (std::isnan(x)) return "NaN";
  if (std::isinf(x)) return x > 0 ? "Inf" : "-Inf";
  const double size = std::fabs(x);
  const bool plain = size == 0 || (size >= 1e-5 && size < 1e15);
  char text[64];
  const auto end = std::to_chars(text, text + sizeof text, x, plain ? std::chars_format::fixed : std::chars_format::scientific);
  return {text, end.ptr};
}

}  // namespace idle
