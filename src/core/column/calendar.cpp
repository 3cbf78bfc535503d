#include "column/calendar.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <stdexcept>

#include "base/within.h"
#include "column/column.h"

namespace idle {

namespace {

using Part = std::int64_t (*)(std::int64_t days, int starts);

// 1 for Monday to 7 for Sunday.
int weekday_of(std::int64_t days) { return static_cast<int>(((days + 3) % 7 + 7) % 7) + 1; }

// The Thursday of a day's week decides its year by ISO 8601.
std::int64_t thursday_of(std::int64_t days) { return days - weekday_of(days) + 4; }

int quarter_of(int month) { return (month - 1) / 3 + 1; }

const std::map<std::string, Part>& parts() {
  static const std::map<std::string, Part> all = {
      {"year", [](std::int64_t d, int) { return civil_of(d).year; }},
      {"quarter",
       [](std::int64_t d, int) -> std::int64_t { return quarter_of(civil_of(d).month); }},
      {"month", [](std::int64_t d, int) -> std::int64_t { return civil_of(d).month; }},
      {"day", [](std::int64_t d, int) -> std::int64_t { return civil_of(d).day; }},
      {"weekday", [](std::int64_t d, int) -> std::int64_t { return weekday_of(d); }},
      {"week",
       [](std::int64_t d, int) {
         const std::int64_t thursday = thursday_of(d);
         return (thursday - days_of({civil_of(thursday).year, 1, 1})) / 7 + 1;
       }},
      {"week_year", [](std::int64_t d, int) { return civil_of(thursday_of(d)).year; }},
      {"fiscal_year",
       [](std::int64_t d, int starts) {
         const Civil date = civil_of(d);
         return date.year + (starts > 1 && date.month >= starts ? 1 : 0);
       }},
      {"start_of_day", [](std::int64_t d, int) { return d; }},
      {"start_of_week", [](std::int64_t d, int) { return d - weekday_of(d) + 1; }},
      {"start_of_month", [](std::int64_t d, int) { return d - civil_of(d).day + 1; }},
      {"start_of_quarter",
       [](std::int64_t d, int) {
         const Civil date = civil_of(d);
         return days_of({date.year, 3 * quarter_of(date.month) - 2, 1});
       }},
      {"start_of_year", [](std::int64_t d, int) {
         return days_of({civil_of(d).year, 1, 1});
       }}};
  return all;
}

}  // namespace

// Years are counted from March, so that the leap day comes last; eras have 400 years.
Civil civil_of(std::int64_t days) {
  days += 719468;
  const std::int64_t era = (days >= 0 ? days : days - 146096) / 146097;
  const std::int64_t in_era = days - era * 146097;
  const std::int64_t year = (in_era - in_era / 1460 + in_era / 36524 - in_era / 146096) / 365;
  const std::int64_t in_year = in_era - (365 * year + year / 4 - year / 100);
  const int from_march = static_cast<int>((5 * in_year + 2) / 153);
  const int day = static_cast<int>(in_year - (153 * from_march + 2) / 5 + 1);
  const int month = from_march < 10 ? from_march + 3 : from_march - 9;
  return {year + era * 400 + (month <= 2 ? 1 : 0), month, day};
}

std::int64_t days_of(const Civil& date) {
  const std::int64_t year = date.year - (date.month <= 2 ? 1 : 0);
  const std::int64_t era = (year >= 0 ? year : year - 399) / 400;
  const std::int64_t in_era = year - era * 400;
  const int from_march = date.month > 2 ? date.month - 3 : date.month + 9;
  const std::int64_t in_year = (153 * from_march + 2) / 5 + date.day - 1;
  return era * 146097 + in_era * 365 + in_era / 4 - in_era / 100 + in_year - 719468;
}

std::int64_t months_later(std::int64_t days, std::int64_t months) {
  constexpr std::int64_t farthest = std::int64_t{1} << 52;
  need_within(days, -farthest, farthest, "a day");
  need_within(months, -farthest, farthest, "a number of months");
  const Civil date = civil_of(days);
  const std::int64_t month = date.year * 12 + date.month - 1 + months;
  const std::int64_t year = month >= 0 ? month / 12 : (month - 11) / 12;
  const int of_year = static_cast<int>(month - year * 12) + 1;
  const std::int64_t first = days_of({year, of_year, 1});
  const std::int64_t next =
      of_year == 12 ? days_of({year + 1, 1, 1}) : days_of({year, of_year + 1, 1});
  return std::min<std::int64_t>(first + date.day - 1, next - 1);
}

void date_part(const double* days, std::size_t n, const std::string& part, int starts,
               std::int32_t* out, const Work& work) {
  const auto found = parts().find(part);
  if (found == parts().end()) throw std::invalid_argument("no part of a date is called " + part);
  const Part of = found->second;
  run_parallel(work, workers_for(work, n), n, 65536, [=](int, std::size_t begin, std::size_t end) {
    double last = 0;
    auto known = static_cast<std::int32_t>(of(0, starts));
    for (std::size_t i = begin; i < end; ++i) {
      if (!(std::fabs(days[i]) < 7e8)) {
        out[i] = missing_int32;
        continue;
      }
      if (days[i] != last) {
        last = days[i];
        known = static_cast<std::int32_t>(of(static_cast<std::int64_t>(last), starts));
      }
      out[i] = known;
    }
  });
}

}  // namespace idle
