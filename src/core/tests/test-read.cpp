// The reader of delimited text against one that goes from byte to byte, for random files cut into blocks of any
// size; strict values against the standard library.
#include <doctest/doctest.h>

#include <cmath>
#include <cstdlib>
#include <random>
#include <string>
#include <vector>

#include "column/column.h"
#include "helpers.h"
#include "read/delimited.h"
#include "read/strict_values.h"
#include "text/number_text.h"

using namespace idle;

namespace {

struct Slow {
  std::vector<std::vector<HeadCell>> records;
  std::string trouble;
};

// One state after another, as RFC 4180 has them.
Slow read_slowly(const std::string& text, const Shape& shape) {
  Slow slow;
  std::vector<HeadCell> record;
  std::string cell;
  enum { start, plain, quoted, closed } state = start;
  bool begun = false;
  const auto end_cell = [&] {
    record.push_back({cell, state == closed});
    cell.clear();
    state = start;
  };
  const auto end_record = [&] {
    if (begun || shape.blank_counts) {
      end_cell();
      slow.records.push_back(record);
    }
    record.clear();
    state = start;
    begun = false;
  };
  for (std::size_t i = 0; i < text.size(); ++i) {
    const char c = text[i];
    if (state == quoted) {
      if (c != '"') {
        cell += c;
      } else if (i + 1 < text.size() && text[i + 1] == '"') {
        cell += text[++i];
      } else {
        state = closed;
        if (cell.find('\0') != std::string::npos) return slow.trouble = "nul", slow;
      }
      continue;
    }
    const bool two = shape.line_end == '\n' && c == '\r' && (i + 1 == text.size() || text[i + 1] == '\n');
    if (c == shape.line_end || two) {
      if (two) ++i;
      end_record();
    } else if (c == shape.separator) {
      begun = true;
      end_cell();
    } else if (c == '"' && state == start) {
      begun = true;
      state = quoted;
    } else if (c == '\0' || c == '\r' || c == '\n') {
      return slow.trouble = c == '\0' ? "nul" : c == '\r' ? "lone_return" : "lone_feed", slow;
    } else if (state == closed) {
      return slow.trouble = "after_quote", slow;
    } else {
      begun = true;
      state = plain;
      cell += c;
    }
  }
  if (state == quoted) return slow.trouble = "unclosed_quote", slow;
  if (begun) end_record();
  return slow;
}

struct Fast {
  Found found;
  std::vector<std::vector<std::int32_t>> codes;
  Outline outline;
};

Fast read_fast(const std::string& text, const Shape& shape, std::size_t columns, std::size_t block, int threads) {
  Fast fast;
  const auto bytes = bytes_in_memory(text);
  const Work work = with_threads(threads);
  fast.outline = outline_of(*bytes, shape, work, block);
  const auto rows = static_cast<std::size_t>(std::max<std::int64_t>(fast.outline.records - 1, 0));
  fast.codes.assign(columns, std::vector<std::int32_t>(rows));
  std::vector<ColumnTask> tasks(columns);
  for (std::size_t k = 0; k < columns; ++k) tasks[k] = {CellKind::text, nullptr, fast.codes[k].data()};
  fast.found = read_columns(bytes, fast.outline, tasks, MissingTexts({}, false), work);
  return fast;
}

std::string random_text(std::mt19937& random, std::size_t most, bool clean) {
  static const std::string pieces[] = {",", "\n", "\"", "\r\n", "a", "\"\"", "bb", "\"x\"", ",\n", "\"\n\"", "c,d\n", "\r", std::string(1, '\0')};
  std::string text;
  const std::size_t n = random() % (most + 1);
  for (std::size_t i = 0; i < n; ++i) text += pieces[random() % (clean ? 11 : 13)];
  return text;
}

// A file of so many columns, every cell drawn and written as it has to be.
std::string proper_file(std::mt19937& random, std::size_t rows, std::size_t columns) {
  static const std::string cells[] = {"", "a", "\"a,b\"", "\"line\nend\"", "\"say \"\"yes\"\"\"", "5\" pipe", "long cell without anything in it", "\"\""};
  std::string text;
  for (std::size_t i = 0; i <= rows; ++i) {
    for (std::size_t k = 0; k < columns; ++k) text += (k > 0 ? "," : "") + cells[random() % 8];
    text += random() % 5 == 0 ? "\r\n" : "\n";
  }
  return text;
}

void check_same(const std::string& text, const Shape& shape, std::size_t block, int threads) {
  const Slow slow = read_slowly(text, shape);
  const std::size_t columns = slow.records.empty() ? 1 : slow.records[0].size();
  const Fast fast = read_fast(text, shape, columns, block, threads);
  std::string trouble = slow.trouble;
  std::int64_t at = static_cast<std::int64_t>(slow.records.size());
  for (std::size_t i = 0; i < slow.records.size(); ++i) {
    if (slow.records[i].size() == columns) continue;
    trouble = "ragged";
    at = static_cast<std::int64_t>(i);
    break;
  }
  REQUIRE(std::string(name_of(fast.found.trouble.what)) == (trouble.empty() ? "none" : trouble));
  if (!trouble.empty()) {
    CHECK(fast.found.trouble.record == at);
    CHECK(fast.found.trouble.offset <= text.size());
    return;
  }
  REQUIRE(fast.outline.records == static_cast<std::int64_t>(slow.records.size()));
  for (std::size_t i = 1; i < slow.records.size(); ++i) {
    for (std::size_t k = 0; k < columns; ++k) {
      const auto code = static_cast<std::size_t>(fast.codes[k][i - 1]);
      const auto& seen = fast.found.columns[k].texts;
      REQUIRE(code - 1 < seen.size());
      CHECK(seen[code - 1].bytes == slow.records[i][k].text);
      CHECK(seen[code - 1].first <= static_cast<std::int64_t>(i) - 1);
    }
  }
}

}  // namespace

TEST_CASE("random delimited texts are read as from byte to byte, whatever the blocks") {
  std::mt19937 random(7);
  for (int round = 0; round < 4000; ++round) {
    Shape shape;
    shape.line_end = random() % 4 == 0 ? '\r' : '\n';
    shape.blank_counts = random() % 3 == 0;
    const std::string text = random_text(random, 30, random() % 2 == 0);
    for (const std::size_t block : {1, 2, 7, 1000}) check_same(text, shape, block, 1);
  }
}

TEST_CASE("proper files are read by several threads as by one") {
  std::mt19937 random(8);
  for (const std::size_t rows : {0, 1, 50, 90000}) {
    const std::string text = proper_file(random, rows, 3);
    check_same(text, Shape(), rows > 1000 ? 4096 : 16, 3);
  }
}

TEST_CASE("what is damaged in a large file is told at the first place") {
  std::mt19937 random(9);
  std::string text = proper_file(random, 90000, 3);
  const std::size_t third = text.find('\n', text.size() / 3), half = text.find('\n', text.size() / 2);
  text.insert(half + 1, "x,y\n");
  check_same(text, Shape(), 4096, 3);
  text.insert(third + 1, "\"a\"b,c,d\n");
  check_same(text, Shape(), 4096, 3);
}

TEST_CASE("a number is what its digits say, or it is none") {
  std::mt19937_64 random(10);
  for (int round = 0; round < 200000; ++round) {
    std::string text;
    if (random() % 2) text += "-";
    const std::size_t whole = 1 + random() % 18;
    for (std::size_t i = 0; i < whole; ++i) text += static_cast<char>('0' + (i == 0 && whole > 1 ? 1 + random() % 9 : random() % 10));
    if (random() % 2) {
      text += ".";
      for (std::size_t i = random() % 18; i > 0; --i) text += static_cast<char>('0' + random() % 10);
    }
    if (random() % 4 == 0) text += "e" + std::to_string(static_cast<int>(random() % 640) - 320);
    double value = 0;
    const double right = std::strtod(text.c_str(), nullptr);
    if (!strict_number(text, value)) {
      CHECK((text.size() >= 16 || std::isinf(right) || std::fabs(right) < 3e-308));
      continue;
    }
    CHECK(std::memcmp(&value, &right, sizeof value) == 0);
  }
}

TEST_CASE("every double of shortest form is read again to the last bit") {
  std::mt19937_64 random(11);
  for (int round = 0; round < 200000; ++round) {
    double value = 0, again = 0;
    const std::uint64_t bits = random();
    std::memcpy(&value, &bits, sizeof value);
    if (!std::isfinite(value)) continue;
    const std::string text = number_text(value);
    const bool is = strict_number(text, again);
    CHECK(std::strtod(text.c_str(), nullptr) == value);
    CHECK(is);
    CHECK(std::memcmp(&value, &again, sizeof value) == 0);
  }
}

TEST_CASE("whole numbers and amounts are written in plain digits, large ones with an exponent") {
  CHECK((number_text(100000) == "100000" && number_text(-0.1) == "-0.1" && number_text(0) == "0"));
  CHECK((number_text(1e15) == "1e+15" && number_text(123456789012345) == "123456789012345" && number_text(1e-6) == "1e-06"));
}

TEST_CASE("texts that only look like numbers, dates or times are none") {
  double value;
  int form;
  for (const char* text : {"", "-", "+", ".", "1d5", "5L", "0x10", "1e", "1e+", "007", "-007", "00", "1,000", "3,14", " 1", "1 ", "1e400", "1e-400",
                           "inf", "nan", "INF", "infinity", "9007199254740993", "1234567890123456", "3.14159265358979323846", "1.2.3", "--1", "1-"}) {
    CHECK_FALSE(strict_number(text, value));
  }
  for (const char* text : {"0", "-0", "0.5", ".5", "5.", "+7", "1e5", "1E-5", "NaN", "Inf", "-Inf", "0.1", "123456789012345"}) {
    CHECK(strict_number(text, value));
  }
  for (const char* text : {"2025-02-29", "2024-13-01", "0000-01-01", "2024-1-01", "20240101", "2024-01-00", "2024-04-31", "2024/01/01", "1900-02-29"}) {
    CHECK_FALSE(strict_date(text, value));
  }
  CHECK(strict_date("2024-02-29", value));
  CHECK(value == 19782);
  CHECK(strict_date("0001-01-01", value));
  CHECK(value == -719162);
  CHECK(strict_time("1970-01-02T00:00:01.5Z", value, form));
  CHECK((value == 86401.5 && form == 2));
  CHECK(strict_time("1970-01-01 01:30", value, form));
  CHECK((value == 5400 && form == 1));
  CHECK(strict_time("1970-01-01T01:30:00+0130", value, form));
  CHECK(value == 0);
  for (const char* text : {"1970-01-01", "1970-01-01T24:00", "1970-01-01T1:30", "1970-01-01T10:30:60", "1970-01-01T10:30:00.1234567", "1970-01-01T10:30+1"}) {
    CHECK_FALSE(strict_time(text, value, form));
  }
}

TEST_CASE("what is packed comes out whole, or is told to be damaged") {
  CHECK_THROWS_AS(unpacked(*bytes_in_memory(std::string("\x1f\x8b\x08\x00", 4)), 1000), CannotRead);
  CHECK_THROWS_AS(unpacked(*bytes_in_memory("plain"), 1000), CannotRead);
  CHECK_THROWS_AS(bytes_of_file("/no/such/file"), CannotRead);
}

TEST_CASE("columns are numbers, dates or texts by all of their cells") {
  const std::string text = "a,b,c,d,e\n1,2024-01-01,TRUE,,x\n2.5,,FALSE,,\"\"\nNA,2024-01-03,,,\n";
  const auto bytes = bytes_in_memory(text);
  const Outline outline = outline_of(*bytes, Shape(), Work());
  const MissingTexts missing({""}, true);
  const auto kinds = guess_kinds(*bytes, outline, 5, missing);
  CHECK(kinds == std::vector<CellKind>{CellKind::number, CellKind::date, CellKind::truth, CellKind::nothing, CellKind::text});
  double numbers[3], dates[3];
  std::int32_t truths[3], codes[3];
  const auto found = read_columns(bytes, outline,
                                  {{CellKind::number, numbers, nullptr}, {CellKind::date, dates, nullptr}, {CellKind::truth, nullptr, truths},
                                   {CellKind::nothing, nullptr, nullptr}, {CellKind::text, nullptr, codes}},
                                  missing, Work());
  CHECK((numbers[1] == 2.5 && is_missing(numbers[2]) && is_missing(dates[1]) && truths[0] == 1 && is_missing(truths[2])));
  CHECK((found.columns[0].seen.na == 1 && found.columns[0].seen.first_na == 2));
  CHECK((codes[0] == 1 && codes[1] == 2 && is_missing(codes[2]) && found.columns[4].texts[1].bytes.empty()));
  const auto wrong = read_columns(bytes, outline, {{CellKind::date, dates, nullptr}, {}, {}, {}, {}}, missing, Work());
  CHECK_FALSE(wrong.columns[0].fits);
}
