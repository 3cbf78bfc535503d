#include "read/delimited.h"

#include <algorithm>
#include <limits>

#include "column/column.h"

namespace idle {

namespace {

constexpr std::size_t sample_records = 1000;

class Collector {
 public:
  explicit Collector(std::size_t most) : most_(most) {}
  bool cell(std::size_t, const Cell& cell) {
    record_.push_back({std::string(cell.text), cell.quoted});
    return true;
  }
  bool record(std::size_t) {
    records.push_back(std::move(record_));
    record_.clear();
    return records.size() < most_;
  }
  std::vector<std::vector<HeadCell>> records;

 private:
  std::size_t most_;
  std::vector<HeadCell> record_;
};

// Narrows what each column may be, cell by cell.
class Guesser {
 public:
  Guesser(std::size_t columns, const MissingTexts& missing)
      : missing_(missing), kinds_(columns, CellKind::nothing), na_(columns) {}

  void start(bool at_head) {
    left_ = sample_records;
    at_head_ = at_head;
  }
  bool cell(std::size_t column, const Cell& cell) {
    if (column >= kinds_.size() || at_head_) return true;
    CellKind& kind = kinds_[column];
    if (kind == CellKind::text || missing_.is(cell, false)) return true;
    if (missing_.is_na(cell)) {
      na_[column] = 1;
      return true;
    }
    if (kind == CellKind::nothing) kind = kind_of_text(cell.text);
    if (!fits(cell.text, kind)) kind = CellKind::text;
    return true;
  }
  bool record(std::size_t) {
    at_head_ = false;
    return --left_ > 0;
  }
  // A column of nothing but NA is text.
  std::vector<CellKind> kinds() const {
    auto kinds = kinds_;
    for (std::size_t k = 0; k < kinds.size(); ++k) {
      if (kinds[k] == CellKind::nothing && na_[k]) kinds[k] = CellKind::text;
    }
    return kinds;
  }

 private:
  const MissingTexts& missing_;
  std::vector<CellKind> kinds_;
  std::vector<char> na_;
  std::size_t left_ = 0;
  bool at_head_ = false;
};

// The pools of all workers as one, texts by where they were first seen; what each worker's codes become.
std::vector<std::vector<std::int32_t>> join_pools(const std::vector<const TextPool*>& pools, TextPool& all) {
  std::vector<std::vector<std::int32_t>> codes(pools.size());
  const auto next_of = [&](std::size_t w) {
    const std::size_t at = codes[w].size();
    return at < pools[w]->size() ? pools[w]->texts()[at].first : std::numeric_limits<std::int64_t>::max();
  };
  for (std::size_t step = 0;; ++step) {
    if (step % 65536 == 65535) check_stop();
    std::size_t next = 0;
    for (std::size_t w = 1; w < pools.size(); ++w) {
      if (next_of(w) < next_of(next)) next = w;
    }
    if (codes[next].size() == pools[next]->size()) return codes;
    codes[next].push_back(all.number(pools[next]->texts()[codes[next].size()]));
  }
}

class DelimitedReader {
 public:
  DelimitedReader(std::shared_ptr<const Bytes> bytes, const Outline& outline, const std::vector<ColumnTask>& tasks,
                  const MissingTexts& missing, const Work& work)
      : bytes_(std::move(bytes)), outline_(outline), missing_(missing), work_(work), columns_(tasks.size()),
        reader_of_(outline.chunks.size()) {
    for (std::size_t k = 0; k < tasks.size(); ++k) columns_[k].task = tasks[k];
    crew_ = workers_for(work, bytes_->size() / 16);
    for (int w = 0; w < crew_; ++w) readers_.push_back(std::make_unique<ColumnReader>(columns_, missing_));
  }

  Trouble read() {
    std::vector<Scratch> scratch(readers_.size());
    std::vector<CellWalk> walks(readers_.size(), CellWalk(outline_.shape));
    run_in_turn(work_, crew_, outline_.chunks.size(), [&](int worker, std::size_t k) {
      const auto w = static_cast<std::size_t>(worker);
      reader_of_[k] = worker;
      if (outline_.chunks[k].first <= first_trouble_) read_chunk(outline_.chunks[k], *readers_[w], walks[w], scratch[w]);
    });
    Trouble trouble;
    for (const auto& reader : readers_) trouble.or_earlier(reader->trouble);
    return trouble ? trouble : outline_.trouble;
  }

  ColumnFound column(std::size_t k) {
    ColumnFound found;
    std::vector<const TextPool*> pools;
    for (const auto& reader : readers_) {
      found.seen.join(reader->seen[k]);
      pools.push_back(&reader->pools[k]);
    }
    found.fits = !columns_[k].given_up && found.seen.forms != 3;
    if (columns_[k].task.kind != CellKind::text) return found;
    if (crew_ == 1) {
      found.texts = pools[0]->texts();
      return found;
    }
    TextPool all;
    recode_chunks(columns_[k].task.integers, join_pools(pools, all));
    found.texts = all.texts();
    return found;
  }

 private:
  void read_chunk(const RecordChunk& chunk, ColumnReader& reader, CellWalk& walk, Scratch& scratch) {
    if (reader.trouble) return;
    const std::size_t n = chunk.end - chunk.begin;
    char* const text = scratch.of(n);
    bytes_->read(chunk.begin, n, text);
    reader.start(chunk.first);
    Trouble trouble = walk.walk(text, n, reader);
    if (trouble) {
      trouble.record += chunk.first;
      trouble.offset += chunk.begin;
    } else if (reader.trouble) {
      trouble = reader.trouble;
      trouble.offset = chunk.begin + walk.record_begin();
    } else if (reader.at_record() != chunk.first + chunk.records) {
      throw CannotRead("it was changed while it was read");
    }
    reader.trouble = trouble;
    if (!trouble) return;
    std::int64_t before = first_trouble_;
    while (trouble.record < before && !first_trouble_.compare_exchange_weak(before, trouble.record)) {
    }
  }

  void recode_chunks(std::int32_t* codes, const std::vector<std::vector<std::int32_t>>& codes_of) {
    run_in_turn(work_, crew_, outline_.chunks.size(), [&](int, std::size_t k) {
      const auto& map = codes_of[static_cast<std::size_t>(reader_of_[k])];
      const RecordChunk& chunk = outline_.chunks[k];
      const std::int64_t begin = std::max<std::int64_t>(chunk.first, 1), end = chunk.first + chunk.records;
      for (std::int64_t i = begin; i < end; ++i) {
        std::int32_t& code = codes[i - 1];
        if (code != missing_int32) code = map[static_cast<std::size_t>(code) - 1];
      }
    });
  }

  std::shared_ptr<const Bytes> bytes_;
  const Outline& outline_;
  MissingTexts missing_;
  Work work_;
  std::vector<SharedColumn> columns_;
  std::vector<int> reader_of_;
  std::vector<std::unique_ptr<ColumnReader>> readers_;
  int crew_ = 1;
  std::atomic<std::int64_t> first_trouble_{std::numeric_limits<std::int64_t>::max()};
};

}  // namespace

std::vector<std::vector<HeadCell>> first_records(const Bytes& bytes, const Shape& shape, std::size_t most,
                                                 std::size_t within) {
  const std::size_t begin = behind_mark(bytes), n = std::min(within, bytes.size() - begin);
  Scratch scratch;
  char* const text = scratch.of(n);
  bytes.read(begin, n, text);
  Collector collector(most);
  CellWalk walk(shape);
  const Trouble trouble = walk.walk(text, n, collector);
  const bool whole = begin + n == bytes.size();
  if (!whole && !trouble && collector.records.size() < most) collector.records.pop_back();
  if (!whole && collector.records.empty()) return first_records(bytes, shape, most, within * 16);
  return collector.records;
}

std::vector<CellKind> guess_kinds(const Bytes& bytes, const Outline& outline, std::size_t columns,
                                  const MissingTexts& missing) {
  Guesser guesser(columns, missing);
  CellWalk walk(outline.shape);
  Scratch scratch;
  const std::size_t n = outline.chunks.size();
  std::size_t last = n;
  for (const std::size_t k : {std::size_t{0}, n / 2, n - 1}) {
    if (k >= n || k == last) continue;
    last = k;
    const RecordChunk& chunk = outline.chunks[k];
    const std::size_t size = chunk.end - chunk.begin;
    bytes.read(chunk.begin, size, scratch.of(size));
    guesser.start(chunk.first == 0);
    walk.walk(scratch.of(size), size, guesser);
  }
  return guesser.kinds();
}

Found read_columns(std::shared_ptr<const Bytes> bytes, const Outline& outline, const std::vector<ColumnTask>& tasks,
                   const MissingTexts& missing, const Work& work) {
  auto reader = std::make_shared<DelimitedReader>(std::move(bytes), outline, tasks, missing, work);
  Found found;
  found.trouble = reader->read();
  if (found.trouble) return found;
  for (std::size_t k = 0; k < tasks.size(); ++k) found.columns.push_back(reader->column(k));
  found.owner = reader;
  return found;
}

}  // namespace idle
