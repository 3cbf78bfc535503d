#include "text/encode.h"

#include <algorithm>
#include <atomic>
#include <cmath>

#include "base/buffer.h"
#include "base/dense_ids.h"
#include "base/fetch_ahead.h"
#include "column/column.h"

namespace idle {

namespace {

constexpr std::size_t slice = 65536, own_slice = 4096;

// Numbers keys in each worker's share, then renumbers the shares by order of first appearance.
template <typename KeyAt>
std::vector<std::uint64_t> number_all(std::size_t n, const KeyAt& key_at, std::int32_t* codes,
                                      const Work& work) {
  const int workers = workers_for(work, n);
  std::vector<DenseIds> tables(workers);
  run_parallel(work, workers, n, slice, [&](int w, std::size_t begin, std::size_t end) {
    tables[w].number(
        end - begin, [&](std::size_t i) { return key_at(begin + i); }, codes + begin);
  });
  if (workers == 1) return tables[0].keys();
  DenseIds& all = tables[0];
  std::vector<std::vector<std::int32_t>> maps(workers);
  for (int w = 1; w < workers; ++w) {
    maps[w].resize(tables[w].size());
    all.number(
        maps[w].size(), [&](std::size_t i) { return tables[w].keys()[i]; }, maps[w].data());
  }
  run_parallel(work, workers, n, slice, [&](int w, std::size_t begin, std::size_t end) {
    if (w == 0) return;
    const std::int32_t* map = maps[w].data();
    for (std::size_t i = begin; i < end; ++i) codes[i] = map[codes[i]];
  });
  return all.keys();
}

// Codes of few texts, none of which stands in another's way: a place in the table by a multiplier
// that was looked for, and there the number of a text.
class QuickCodes {
 public:
  static constexpr std::size_t most = 2000;

  QuickCodes(const TextCodes& known, const void* missing) {
    texts_.push_back({nullptr, 0});
    for (const void* cell : known.distinct) {
      texts_.push_back({cell, static_cast<std::int32_t>(texts_.size())});
    }
    if (known.first_missing >= 0) texts_.push_back({missing, missing_int32});
    shift_ = texts_.size() <= 256 ? 52 : 50;
    std::uint64_t candidate = multiplier_;
    std::size_t best = place(candidate);
    for (int k = 0; k < 64 && best > 0; ++k) {
      candidate = (candidate * 6364136223846793005ull + 1442695040888963407ull) | 1;
      const std::size_t displaced = place(candidate);
      if (displaced >= best) continue;
      best = displaced;
      multiplier_ = candidate;
    }
    place(multiplier_);
  }

  // Calls other(row) for the code of a text that it does not know.
  template <typename Other>
  void encode(const void* const* cells, std::size_t begin, std::size_t end, std::int32_t* codes,
              const Other& other) const {
    const Text* const texts = texts_.data();
    const std::uint16_t* const place = place_.data();
    const std::uint64_t multiplier = multiplier_;
    const int shift = shift_;
    for (std::size_t i = begin; i < end; ++i) {
      fetch_ahead(cells + i);
      const auto bits = reinterpret_cast<std::uint64_t>(cells[i]);
      const Text& text = texts[place[bits * multiplier >> shift]];
      codes[i] = text.cell == cells[i] ? text.code : other(i);
    }
  }

 private:
  struct Text {
    const void* cell;
    std::int32_t code;
  };

  std::size_t at(const void* cell, std::uint64_t multiplier) const {
    return reinterpret_cast<std::uint64_t>(cell) * multiplier >> shift_;
  }

  // How many texts find their place taken.
  std::size_t place(std::uint64_t multiplier) {
    place_.assign(std::size_t{1} << (64 - shift_), 0);
    std::size_t displaced = 0;
    for (std::size_t k = 1; k < texts_.size(); ++k) {
      std::uint16_t& place = place_[at(texts_[k].cell, multiplier)];
      if (place == 0) place = static_cast<std::uint16_t>(k);
      displaced += place != k;
    }
    return displaced;
  }

  std::vector<Text> texts_;
  std::vector<std::uint16_t> place_;
  std::uint64_t multiplier_ = 0x9E3779B97F4A7C15ull;
  int shift_ = 52;
};

// Codes by pointer, with no second pass: the code stands in the table.
class TextTable {
 public:
  explicit TextTable(const void* missing, std::size_t expected = 0) : missing_(missing) {
    std::size_t slots = 1024;
    while (slots < 2 * expected) slots *= 2;
    resize(slots);
    known.distinct.reserve(expected);
    known.first.reserve(expected);
  }

  void encode(const void* const* cells, std::size_t begin, std::size_t end, std::int32_t* codes) {
    if (mask_ >= prefetch_from) return encode_far(cells, begin, end, codes);
    for (std::size_t i = begin; i < end; ++i) {
      codes[i] = code_of(cells[i], static_cast<std::int64_t>(i));
    }
  }

  void encode(const QuickCodes& quick, const void* const* cells, std::size_t begin, std::size_t end,
              std::int32_t* codes) {
    quick.encode(cells, begin, end, codes,
                 [&](std::size_t i) { return code_of(cells[i], static_cast<std::int64_t>(i)); });
  }

  // Only the texts that hash to this table; its k-th text gets the code k * tables + own + 1.
  void encode_own(const void* const* cells, std::size_t begin, std::size_t end, std::int32_t* codes,
                  int own, int tables) {
    std::int32_t mine[own_slice];
    std::size_t n = 0;
    for (std::size_t i = begin; i < end; ++i) {
      fetch_ahead(cells + i);
      mine[n] = static_cast<std::int32_t>(i - begin);
      n += (hash(cells[i]) >> 8 & 0xFF) * tables >> 8 == static_cast<std::uint64_t>(own);
    }
    constexpr std::size_t ahead = 24;
    for (std::size_t k = 0; k < n; ++k) {
      if (k + ahead < n)
        __builtin_prefetch(&slots_[hash(cells[begin + mine[k + ahead]]) >> shift_]);
      const std::size_t i = begin + mine[k];
      const std::int32_t code = code_of(cells[i], static_cast<std::int64_t>(i));
      codes[i] = is_missing(code) ? code : (code - 1) * tables + own + 1;
    }
  }

  // Codes of another table's texts after its first `seeded`; empty if it has no more.
  std::vector<std::int32_t> take_in(const TextTable& other, std::size_t seeded) {
    std::vector<std::int32_t> map;
    for (std::size_t k = seeded; k < other.known.distinct.size(); ++k) {
      map.push_back(code_of(other.known.distinct[k], other.known.first[k]));
    }
    if (known.first_missing < 0) known.first_missing = other.known.first_missing;
    return map;
  }

  TextCodes known;

 private:
  struct Slot {
    const void* cell = nullptr;
    std::int32_t code = 0;
  };
  static constexpr std::size_t prefetch_from = 1 << 13;

  static std::uint64_t hash(const void* cell) {
    return reinterpret_cast<std::uint64_t>(cell) * 0x9E3779B97F4A7C15ull;
  }

  // Large tables do not fit the cache: slots are fetched a batch ahead.
  void encode_far(const void* const* cells, std::size_t begin, std::size_t end,
                  std::int32_t* codes) {
    constexpr std::size_t batch = 64;
    for (std::size_t at = begin; at < end; at += batch) {
      const std::size_t stop = std::min(end, at + batch);
      for (std::size_t i = at; i < stop; ++i) {
        __builtin_prefetch(&slots_[hash(cells[i]) >> shift_]);
      }
      for (std::size_t i = at; i < stop; ++i) {
        codes[i] = code_of(cells[i], static_cast<std::int64_t>(i));
      }
    }
  }

  std::int32_t code_of(const void* cell, std::int64_t row) {
    std::size_t at = hash(cell) >> shift_;
    for (; slots_[at].cell != nullptr; at = (at + 1) & mask_) {
      if (slots_[at].cell == cell) return slots_[at].code;
    }
    if (cell == missing_) {
      known.first_missing = row;
      put(at, cell, missing_int32);
      return missing_int32;
    }
    known.distinct.push_back(cell);
    known.first.push_back(row);
    const auto code = static_cast<std::int32_t>(known.distinct.size());
    put(at, cell, code);
    return code;
  }

  void put(std::size_t at, const void* cell, std::int32_t code) {
    slots_[at].cell = cell;
    slots_[at].code = code;
    if (known.distinct.size() * 2 > slots_.size()) resize(slots_.size() * 2);
  }

  void resize(std::size_t slots) {
    slots_.assign(slots, Slot());
    mask_ = slots - 1;
    shift_ = 64 - __builtin_ctzll(slots);
    for (std::size_t k = 0; k < known.distinct.size(); ++k) {
      place(known.distinct[k], static_cast<std::int32_t>(k) + 1);
    }
    if (known.first_missing >= 0) place(missing_, missing_int32);
  }

  void place(const void* cell, std::int32_t code) {
    std::size_t at = hash(cell) >> shift_;
    while (slots_[at].cell != nullptr) at = (at + 1) & mask_;
    slots_[at].cell = cell;
    slots_[at].code = code;
  }

  const void* missing_;
  HugeVector<Slot> slots_;
  std::size_t mask_ = 0;
  int shift_ = 64;
};

bool is_continuation(std::string_view text, std::size_t at) {
  return at < text.size() && (static_cast<unsigned char>(text[at]) & 0xC0) == 0x80;
}

// The length of the valid sequence that starts here, or 0.
std::size_t sequence_length(std::string_view text, std::size_t at) {
  const auto byte = [&](std::size_t i) { return static_cast<unsigned char>(text[at + i]); };
  const unsigned char c = byte(0);
  if (c < 0x80) return 1;
  if (c < 0xC2 || c > 0xF4) return 0;
  const std::size_t length = c < 0xE0 ? 2 : c < 0xF0 ? 3 : 4;
  for (std::size_t i = 1; i < length; ++i) {
    if (!is_continuation(text, at + i)) return 0;
  }
  if (c == 0xE0 && byte(1) < 0xA0) return 0;
  if (c == 0xED && byte(1) > 0x9F) return 0;
  if (c == 0xF0 && byte(1) < 0x90) return 0;
  if (c == 0xF4 && byte(1) > 0x8F) return 0;
  return length;
}

}  // namespace

namespace {

// How many different texts there are, if the first rows are like the rest: so many that as many
// rows hold as many different ones. Tables that need more than an eighth of the rows grow to it.
std::size_t expected_texts(std::size_t rows, std::size_t found, std::size_t all_rows) {
  double low = static_cast<double>(found), high = static_cast<double>(all_rows);
  const auto drawn = static_cast<double>(rows);
  for (int k = 0; k < 50; ++k) {
    const double middle = (low + high) / 2;
    (middle * -std::expm1(-drawn / middle) < static_cast<double>(found) ? low : high) = middle;
  }
  return std::min(static_cast<std::size_t>(high), std::max(found, all_rows / 8));
}

// The tables' texts in the order of their first rows. `code_of` says what became of the codes that
// the tables gave.
TextCodes join_tables(const std::vector<TextTable>& tables, Buffer<std::int32_t>& code_of) {
  const std::size_t n = tables.size();
  std::size_t most = 0;
  for (const auto& table : tables) most = std::max(most, table.known.distinct.size());
  code_of = Buffer<std::int32_t>(n * most + 1);
  TextCodes all;
  std::vector<std::size_t> at(n, 0);
  for (;;) {
    std::size_t next = n;
    for (std::size_t w = 0; w < n; ++w) {
      const auto& first = tables[w].known.first;
      if (at[w] == first.size()) continue;
      if (next == n || first[at[w]] < tables[next].known.first[at[next]]) next = w;
    }
    if (next == n) break;
    all.distinct.push_back(tables[next].known.distinct[at[next]]);
    all.first.push_back(tables[next].known.first[at[next]]);
    code_of[n * at[next]++ + next + 1] = static_cast<std::int32_t>(all.distinct.size());
  }
  for (const auto& table : tables) {
    if (table.known.first_missing >= 0) all.first_missing = table.known.first_missing;
  }
  return all;
}

// Of many texts each worker takes those that hash to it, in all rows; so no text is in two tables.
// A worker's own codes are told from another's by the remainder, and renumbered at the end.
TextCodes encode_many(const void* const* cells, std::size_t n, const void* missing,
                      std::int32_t* codes, std::size_t expected, const Work& work) {
  const int workers = std::min(workers_for(work, n), 16);
  const std::size_t slices = (n + own_slice - 1) / own_slice;
  std::vector<TextTable> tables;
  for (int w = 0; w < workers; ++w) tables.emplace_back(missing, expected / workers);
  run_parallel(work, workers, workers * slices, 1, [&](int w, std::size_t piece, std::size_t) {
    const std::size_t begin = piece % slices * own_slice;
    tables[w].encode_own(cells, begin, std::min(n, begin + own_slice), codes, w, workers);
  });
  Buffer<std::int32_t> code_of;
  TextCodes all = join_tables(tables, code_of);
  run_parallel(work, workers_for(work, n), n, slice, [&](int, std::size_t begin, std::size_t end) {
    for (std::size_t i = begin; i < end; ++i) {
      if (!is_missing(codes[i])) codes[i] = code_of[codes[i]];
    }
  });
  return all;
}

}  // namespace

TextCodes encode_text(const void* const* cells, std::size_t n, const void* missing,
                      std::int32_t* codes, const Work& work) {
  TextTable seed(missing);
  const std::size_t head = std::min(n, slice);
  seed.encode(cells, 0, head, codes);
  if (head == n) return std::move(seed.known);
  const std::size_t found = seed.known.distinct.size();
  if (found > slice / 4) {
    return encode_many(cells, n, missing, codes, expected_texts(head, found, n), work);
  }
  const std::size_t rest = n - head;
  const int workers = workers_for(work, rest);
  std::vector<TextTable> tables(workers, seed);
  const bool few = seed.known.distinct.size() <= QuickCodes::most;
  const QuickCodes quick(few ? seed.known : TextCodes(), missing);
  run_parallel(work, workers, rest, slice, [&](int w, std::size_t begin, std::size_t end) {
    if (few) return tables[w].encode(quick, cells, head + begin, head + end, codes);
    tables[w].encode(cells, head + begin, head + end, codes);
  });
  TextTable& all = tables[0];
  std::vector<std::vector<std::int32_t>> maps(workers);
  for (int w = 1; w < workers; ++w) maps[w] = all.take_in(tables[w], seed.known.distinct.size());
  if (std::all_of(maps.begin(), maps.end(), [](const auto& map) { return map.empty(); })) {
    return std::move(all.known);
  }
  const auto known = static_cast<std::int32_t>(seed.known.distinct.size());
  run_parallel(work, workers, rest, slice, [&](int w, std::size_t begin, std::size_t end) {
    if (maps[w].empty()) return;
    for (std::size_t i = head + begin; i < head + end; ++i) {
      if (codes[i] > known) codes[i] = maps[w][codes[i] - known - 1];
    }
  });
  return std::move(all.known);
}

std::vector<std::uint64_t> encode_keys(const std::uint64_t* keys, std::size_t n,
                                       std::int32_t* codes, const Work& work) {
  return number_all(
      n, [&](std::size_t i) { return keys[i]; }, codes, work);
}

void recode(std::int32_t* codes, std::size_t n, const std::vector<std::int32_t>& recode,
            const Work& work) {
  run_parallel(work, workers_for(work, n), n, slice, [&](int, std::size_t begin, std::size_t end) {
    for (std::size_t i = begin; i < end; ++i) {
      if (!is_missing(codes[i])) codes[i] = recode[codes[i] - 1];
    }
  });
}

bool is_valid_utf8(std::string_view text) {
  for (std::size_t at = 0; at < text.size();) {
    const std::size_t length = sequence_length(text, at);
    if (length == 0) return false;
    at += length;
  }
  return true;
}

std::size_t first_unlike(const void* const* cells, const std::int32_t* rows,
                         const std::int32_t* codes, std::size_t n, const void* const* texts,
                         const void* missing, const Work& work) {
  std::atomic<std::size_t> first{n};
  run_parallel(work, workers_for(work, n), n, 65536, [&](int, std::size_t begin, std::size_t end) {
    for (std::size_t i = begin; i < end; ++i) {
      const void* here = cells[rows == nullptr ? i : static_cast<std::size_t>(rows[i]) - 1];
      if (here == (codes[i] == missing_int32 ? missing : texts[codes[i] - 1])) continue;
      std::size_t known = first;
      while (i < known && !first.compare_exchange_weak(known, i)) {
      }
      return;
    }
  });
  return first;
}

}  // namespace idle
