// Numbers as the shortest text that reads as the same number again.
#pragma once
#include <string>

namespace idle {

// Plain digits from 0.00001 to below 10^15, else with an exponent; NaN, Inf and -Inf.
std::string number_text(double x);

}  // namespace idle
