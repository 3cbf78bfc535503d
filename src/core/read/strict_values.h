// Cells of text as values, by rules that lose nothing. What does not fit stays text.
#pragma once
#include <cstddef>
#include <string_view>

namespace idle {

// Digits with an optional sign, point and exponent, without a leading zero, and NaN, Inf and -Inf. The value is
// the double nearest to the digits. Not a number: whole numbers of more than 15 digits, more digits than a double
// tells apart, and what is beyond its range.
bool strict_number(std::string_view text, double& value);

// yyyy-mm-dd, from year 1 to 9999, a day that there is; days since 1970-01-01.
bool strict_date(std::string_view text, double& days);

// yyyy-mm-dd and hh:mm or hh:mm:ss with up to six decimals, with T or a space between, and perhaps Z or an offset
// such as +01:00; seconds since 1970-01-01 in UTC. Form: 1 without an offset, 2 with one.
bool strict_time(std::string_view text, double& seconds, int& form);

// TRUE and FALSE (form 1) or true and false (form 2).
bool strict_truth(std::string_view text, bool& value, int& form);

}  // namespace idle
