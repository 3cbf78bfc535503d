#include "read/strict_values.h"

#include <charconv>
#include <cmath>
#include <cstdint>
#include <cstring>
#include <limits>
#include <string>

#include "column/calendar.h"

namespace idle {

namespace {

bool is_digit(char c) { return c >= '0' && c <= '9'; }

constexpr double powers[] = {1e0, 1e1, 1e2, 1e3, 1e4, 1e5, 1e6, 1e7,
                             1e8, 1e9, 1e10, 1e11, 1e12, 1e13, 1e14, 1e15};
constexpr int exact_digits = 15;  // so many decimal digits, every double tells apart

// A number as it is written, without its sign.
struct Written {
  const char *begin, *end;
  std::uint64_t digits = 0;  // all digits as one number; overflows beyond 19 of them
  int whole = 0, fraction = 0;
  bool point = false, exponent = false;
};

bool written(const char* p, const char* end, Written& number) {
  number.begin = p;
  number.end = end;
  while (p != end && is_digit(*p)) number.digits = number.digits * 10 + static_cast<unsigned>(*p++ - '0');
  number.whole = static_cast<int>(p - number.begin);
  if (number.whole > 1 && *number.begin == '0') return false;
  if (p != end && *p == '.') {
    number.point = true;
    const char* from = ++p;
    while (p != end && is_digit(*p)) number.digits = number.digits * 10 + static_cast<unsigned>(*p++ - '0');
    number.fraction = static_cast<int>(p - from);
  }
  if (number.whole + number.fraction == 0) return false;
  if (p != end && (*p == 'e' || *p == 'E')) {
    number.exponent = true;
    if (++p != end && (*p == '-' || *p == '+')) ++p;
    const char* from = p;
    while (p != end && is_digit(*p)) ++p;
    if (p == from) return false;
  }
  return p == end;
}

// The digits that count: without leading zeros, and without zeros at the end of a fraction.
std::string significant(const Written& number) {
  std::string digits;
  for (const char* p = number.begin; p != number.end && *p != 'e' && *p != 'E'; ++p) {
    if (*p != '.' && (*p != '0' || !digits.empty())) digits += *p;
  }
  while (number.point && !digits.empty() && digits.back() == '0') digits.pop_back();
  return digits;
}

// Whether the double says all the digits again.
bool says_again(double value, const std::string& digits) {
  if (digits.size() <= exact_digits) return true;
  if (digits.size() > std::numeric_limits<double>::max_digits10) return false;
  char text[64];
  const auto end = std::to_chars(text, text + sizeof text, value, std::chars_format::scientific,
                                 static_cast<int>(digits.size()) - 1);
  std::string again;
  for (const char* p = text; p != end.ptr && *p != 'e'; ++p) {
    if (*p != '.') again += *p;
  }
  return again == digits;
}

bool long_number(const Written& number, double& value) {
  if (!number.point && !number.exponent && number.whole > exact_digits) return false;
  const auto read = std::from_chars(number.begin, number.end, value);
  if (read.ec != std::errc() || read.ptr != number.end) return false;
  return says_again(value, significant(number));
}

int two_digits(const char* p) {
  return is_digit(p[0]) && is_digit(p[1]) ? (p[0] - '0') * 10 + (p[1] - '0') : -1;
}

bool is_leap(int year) { return year % 4 == 0 && (year % 100 != 0 || year % 400 == 0); }

int days_in(int year, int month) {
  constexpr int days[] = {31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31};
  return days[month - 1] + (month == 2 && is_leap(year) ? 1 : 0);
}

// The offset from UTC in seconds; false if it is none. An empty one is form 1.
bool offset_of(std::string_view text, int& seconds, int& form) {
  seconds = 0;
  form = text.empty() ? 1 : 2;
  if (text.empty() || text == "Z") return true;
  if (text[0] != '+' && text[0] != '-') return false;
  const bool colon = text.size() == 6 && text[3] == ':';
  if (text.size() != 5 && !colon) return false;
  const int hours = two_digits(text.data() + 1), minutes = two_digits(text.data() + (colon ? 4 : 3));
  if (hours < 0 || hours > 15 || minutes < 0 || minutes > 59) return false;
  seconds = (hours * 60 + minutes) * 60 * (text[0] == '-' ? -1 : 1);
  return true;
}

// hh:mm, hh:mm:ss or hh:mm:ss.ffffff at the start; how many characters it takes, 0 if it is none.
std::size_t clock_of(std::string_view text, double& seconds) {
  if (text.size() < 5 || text[2] != ':') return 0;
  const int hours = two_digits(text.data()), minutes = two_digits(text.data() + 3);
  if (hours < 0 || hours > 23 || minutes < 0 || minutes > 59) return 0;
  seconds = (hours * 60 + minutes) * 60;
  if (text.size() < 6 || text[5] != ':') return 5;
  const int more = text.size() < 8 ? -1 : two_digits(text.data() + 6);
  if (more < 0 || more > 59) return 0;
  seconds += more;
  if (text.size() < 9 || text[8] != '.') return 8;
  std::size_t end = 9;
  std::int64_t parts = 0;
  while (end < text.size() && is_digit(text[end]) && end < 15) parts = parts * 10 + (text[end++] - '0');
  if (end == 9) return 0;
  seconds += static_cast<double>(parts) / powers[end - 9];
  return end;
}

}  // namespace

bool strict_number(std::string_view text, double& value) {
  const char *p = text.data(), *end = p + text.size();
  const bool negative = p != end && *p == '-';
  if (p != end && (*p == '-' || *p == '+')) ++p;
  Written number;
  if (!written(p, end, number)) {
    if (text == "NaN") value = std::numeric_limits<double>::quiet_NaN();
    else if (text == "Inf") value = std::numeric_limits<double>::infinity();
    else if (text == "-Inf") value = -std::numeric_limits<double>::infinity();
    else return false;
    return true;
  }
  if (number.whole + number.fraction <= exact_digits && !number.exponent) {
    value = static_cast<double>(number.digits);
    if (number.fraction > 0) value /= powers[number.fraction];
  } else if (!long_number(number, value)) {
    return false;
  }
  if (negative) value = -value;
  return true;
}

bool strict_date(std::string_view text, double& days) {
  if (text.size() != 10 || text[4] != '-' || text[7] != '-') return false;
  const char* p = text.data();
  const int century = two_digits(p), years = two_digits(p + 2), month = two_digits(p + 5), day = two_digits(p + 8);
  if (century < 0 || years < 0 || month < 1 || month > 12 || day < 1) return false;
  const int year = century * 100 + years;
  if (year < 1 || day > days_in(year, month)) return false;
  days = static_cast<double>(days_of({year, month, day}));
  return true;
}

bool strict_time(std::string_view text, double& seconds, int& form) {
  double days = 0, clock = 0;
  if (text.size() < 16 || (text[10] != 'T' && text[10] != ' ') || !strict_date(text.substr(0, 10), days)) return false;
  const std::string_view rest = text.substr(11);
  const std::size_t taken = clock_of(rest, clock);
  int offset = 0;
  if (taken == 0 || !offset_of(rest.substr(taken), offset, form)) return false;
  seconds = days * 86400 + clock - offset;
  return true;
}

bool strict_truth(std::string_view text, bool& value, int& form) {
  form = text == "TRUE" || text == "FALSE" ? 1 : text == "true" || text == "false" ? 2 : 0;
  value = text == "TRUE" || text == "true";
  return form != 0;
}

}  // namespace idle
