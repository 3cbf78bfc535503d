// Calendar parts against the C library, and ISO weeks known from the standard.
#include <ctime>
#include <doctest/doctest.h>

#include "column/calendar.h"
#include "helpers.h"

using namespace idle;

TEST_CASE("dates go to days and back, and agree with the C library") {
  for (std::int64_t days = -200000; days < 200000; days += 37) {
    const Civil date = civil_of(days);
    CHECK(days_of(date) == days);
    const std::time_t seconds = days * 86400;
    std::tm known{};
    gmtime_r(&seconds, &known);
    CHECK(date.year == known.tm_year + 1900);
    CHECK(date.month == known.tm_mon + 1);
    CHECK(date.day == known.tm_mday);
    const double day = static_cast<double>(days);
    std::int32_t weekday = 0;
    date_part(&day, 1, "weekday", 1, &weekday, with_threads(1));
    CHECK(weekday == (known.tm_wday + 6) % 7 + 1);
  }
}

TEST_CASE("weeks, quarters and fiscal years") {
  struct Known {
    Civil date;
    const char* part;
    int starts;
    std::int64_t value;
  };
  const std::vector<Known> cases = {{{2021, 1, 3}, "week", 1, 53},
                                    {{2021, 1, 4}, "week", 1, 1},
                                    {{2018, 12, 31}, "week", 1, 1},
                                    {{2018, 12, 31}, "week_year", 1, 2019},
                                    {{2025, 3, 31}, "fiscal_year", 4, 2025},
                                    {{2025, 4, 1}, "fiscal_year", 4, 2026},
                                    {{2025, 4, 1}, "fiscal_year", 1, 2025},
                                    {{2024, 12, 5}, "quarter", 1, 4},
                                    {{2024, 8, 20}, "start_of_quarter", 1, days_of({2024, 7, 1})},
                                    {{2024, 8, 20}, "start_of_week", 1, days_of({2024, 8, 19})},
                                    {{1969, 12, 28}, "start_of_week", 1, days_of({1969, 12, 22})},
                                    {{2024, 2, 29}, "start_of_year", 1, days_of({2024, 1, 1})}};
  for (const Known& known : cases) {
    const auto days = static_cast<double>(days_of(known.date));
    std::int32_t out = 0;
    date_part(&days, 1, known.part, known.starts, &out, with_threads(1));
    CHECK(out == known.value);
  }
  const std::vector<double> odd = {missing_number(), NAN, INFINITY, 1e12};
  std::vector<std::int32_t> out(4);
  date_part(odd.data(), 4, "year", 1, out.data(), with_threads(1));
  CHECK(out == std::vector<std::int32_t>(4, missing_int32));
  CHECK_THROWS(date_part(odd.data(), 4, "decade", 1, out.data(), with_threads(1)));
}
