// Parts of dates, given as days since 1970-01-01 in the proleptic Gregorian calendar.
#pragma once
#include <cstddef>
#include <cstdint>
#include <string>

#include "base/parallel.h"

namespace idle {

struct Civil {
  std::int64_t year;
  int month, day;
};

Civil civil_of(std::int64_t days);
std::int64_t days_of(const Civil& date);
// The same day so many months later; past the end of a month it is the month's last day.
std::int64_t months_later(std::int64_t days, std::int64_t months);

// Part is year, quarter, month, day, weekday, week, week_year, fiscal_year or start_of_ with day,
// week, month, quarter or year. `starts` is the first month of a fiscal year. Days that are missing
// or no number give missing_int32.
void date_part(const double* days, std::size_t n, const std::string& part, int starts,
               std::int32_t* out, const Work& work);

}  // namespace idle
