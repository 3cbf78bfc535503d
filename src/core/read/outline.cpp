#include "read/outline.h"

#include <algorithm>
#include <cstring>

#include "base/vectorise.h"

namespace idle {

namespace {

// A region begins behind a line's end, so there are two ways to be at its start: between records, or inside a
// cell in quotes. What holds is only known once all regions before it are; each is gone through for both.
struct Way {
  bool alive = true;       // not: a quote mark stands where it cannot
  bool in_quotes = false;  // at the end of the region
  std::int64_t records = 0, blank = 0;  // that begin here
  std::size_t first = 0;   // where the first of them begins
  bool opened = false;     // a cell in quotes begins here, the last one at `open`
  std::size_t open = 0;
};

struct Region {
  std::size_t begin = 0, end = 0;
  Way between, inside;
};

IDLE_WIDE std::int64_t count_byte(const char* text, std::size_t n, char byte) {
  std::int64_t count = 0;
  for (std::size_t i = 0; i < n; ++i) count += text[i] == byte;
  return count;
}

// Blank lines in a text that begins behind a line's end.
IDLE_WIDE std::int64_t count_blank(const char* text, std::size_t n, char line_end) {
  std::int64_t count = n > 0 && text[0] == line_end;
  for (std::size_t i = 1; i < n; ++i) count += (text[i] == line_end) & (text[i - 1] == line_end);
  if (line_end == '\r') return count;
  count += n > 1 && text[0] == '\r' && text[1] == '\n';
  count += n > 0 && text[n - 1] == '\r' && (n == 1 || text[n - 2] == '\n');
  for (std::size_t i = 2; i < n; ++i) {
    count += (text[i] == '\n') & (text[i - 1] == '\r') & (text[i - 2] == '\n');
  }
  return count;
}

class RegionWalk {
 public:
  RegionWalk(const Shape& shape, const char* text, std::size_t n, std::size_t offset)
      : shape_(shape), text_(text), end_(text + n), offset_(offset) {}

  Way go(bool inside) {
    Way way;
    const char* p = text_;
    if (inside && !close(p, way)) return way;
    if (!inside) begin_record(p, way);
    while (p < end_ && way.alive && !way.in_quotes) {
      if (*p == '"') {
        way.opened = true;
        way.open = offset_ + static_cast<std::size_t>(p++ - text_);
        if (!close(p, way)) return way;
      } else {
        while (p < end_ && *p != shape_.separator && *p != shape_.line_end) ++p;
        behind_cell(p, way);
      }
    }
    return way;
  }

 private:
  // From inside a cell in quotes to behind what ends it; false if it does not end here.
  bool close(const char*& p, Way& way) {
    for (;;) {
      const auto* q = static_cast<const char*>(std::memchr(p, '"', static_cast<std::size_t>(end_ - p)));
      if (q == nullptr) return way.in_quotes = true, false;
      p = q + 1;
      if (p == end_ || *p != '"') break;
      ++p;
    }
    if (p < end_ && is_return(p)) ++p;
    if (p < end_ && *p != shape_.separator && *p != shape_.line_end) return way.alive = false, false;
    behind_cell(p, way);
    return true;
  }

  void behind_cell(const char*& p, Way& way) {
    if (p == end_) return;
    const bool line = *p == shape_.line_end;
    ++p;
    if (line) begin_record(p, way);
  }

  // The first half of a line's end, also where the file ends behind it.
  bool is_return(const char* p) const {
    return *p == '\r' && shape_.line_end == '\n' && (p + 1 == end_ || p[1] == '\n');
  }

  void begin_record(const char* p, Way& way) {
    if (p == end_) return;
    if (way.records + way.blank == 0) way.first = offset_ + static_cast<std::size_t>(p - text_);
    const bool blank = *p == shape_.line_end || is_return(p);
    ++(blank ? way.blank : way.records);
  }

  Shape shape_;
  const char *text_, *end_;
  std::size_t offset_;
};

// A region without a quote mark: lines are records, or all of it stands in quotes.
void plain_region(Region& region, const char* text, std::size_t n, char line_end) {
  const std::int64_t ends = count_byte(text, n, line_end);
  region.between.blank = count_blank(text, n, line_end);
  region.between.records = ends + (n > 0 && text[n - 1] != line_end ? 1 : 0) - region.between.blank;
  region.between.first = region.begin;
  region.inside.in_quotes = true;
}

class OutlineMaker {
 public:
  OutlineMaker(const Bytes& bytes, const Shape& shape, std::size_t block) : bytes_(bytes), shape_(shape), block_(block) {}

  Region region_at(std::size_t from, Scratch& scratch) const {
    Region region;
    region.begin = from == start_ ? from : behind_line(from - 1, std::min(bytes_.size(), from + block_), scratch);
    region.end = from + block_ >= bytes_.size() ? bytes_.size() : behind_line(from + block_ - 1, bytes_.size(), scratch);
    if (region.begin >= region.end || region.begin >= from + block_) {
      region.end = region.begin;
      region.inside.in_quotes = true;  // nothing changes here
      return region;
    }
    const std::size_t n = region.end - region.begin;
    char* const text = scratch.of(n);
    bytes_.read(region.begin, n, text);
    if (std::memchr(text, '"', n) == nullptr) {
      plain_region(region, text, n, shape_.line_end);
    } else {
      RegionWalk walk(shape_, text, n, region.begin);
      region.between = walk.go(false);
      region.inside = walk.go(true);
    }
    return region;
  }

  Outline make(const Work& work) {
    Outline outline;
    outline.shape = shape_;
    outline.begin = start_ = behind_mark(bytes_);
    const std::size_t blocks = (bytes_.size() - start_ + block_ - 1) / block_;
    std::vector<Region> regions(blocks);
    const int workers = workers_for(work, bytes_.size() / 16);
    std::vector<Scratch> scratch(static_cast<std::size_t>(workers));
    run_in_turn(work, workers, blocks, [&](int worker, std::size_t k) {
      regions[k] = region_at(start_ + k * block_, scratch[static_cast<std::size_t>(worker)]);
    });
    join(regions, outline);
    return outline;
  }

 private:
  // The first byte behind a line's end at or after `from`; `to` if there is none before it.
  std::size_t behind_line(std::size_t from, std::size_t to, Scratch& scratch) const {
    for (std::size_t step = 4096; from < to; step = std::size_t{1} << 16) {
      const std::size_t n = std::min(step, to - from);
      char* const text = scratch.of(n);
      bytes_.read(from, n, text);
      const auto* found = static_cast<const char*>(std::memchr(text, shape_.line_end, n));
      if (found != nullptr) return from + static_cast<std::size_t>(found - text) + 1;
      from += n;
      check_stop();
    }
    return to;
  }

  void join(const std::vector<Region>& regions, Outline& outline) const {
    bool inside = false;
    std::size_t open = 0;
    for (const Region& region : regions) {
      if (region.begin == region.end) continue;
      const Way& way = inside ? region.inside : region.between;
      const std::int64_t records = way.records + (shape_.blank_counts ? way.blank : 0);
      outline.blank += way.blank;
      if (way.records + way.blank > 0) {
        if (!outline.chunks.empty()) outline.chunks.back().end = way.first;
        outline.chunks.push_back({way.first, bytes_.size(), outline.records, records});
        outline.records += records;
      }
      if (!way.alive) {  // reading the last chunk will find the place; nothing behind it counts
        if (!outline.chunks.empty()) outline.chunks.back().end = region.end;
        return;
      }
      if (way.in_quotes && way.opened) open = way.open;
      inside = way.in_quotes;
    }
    if (!inside) return;
    outline.trouble.what = Trouble::What::unclosed_quote;
    outline.trouble.offset = open;
    outline.trouble.record = outline.records - 1;
  }

  const Bytes& bytes_;
  Shape shape_;
  std::size_t block_, start_ = 0;
};

}  // namespace

std::vector<RecordChunk> cut_in_parts(const Outline& outline, std::size_t bytes) {
  std::vector<RecordChunk> parts;
  for (const RecordChunk& chunk : outline.chunks) {
    if (parts.empty() || parts.back().end - parts.back().begin >= bytes) {
      parts.push_back(chunk);
    } else {
      parts.back().end = chunk.end;
      parts.back().records += chunk.records;
    }
  }
  return parts;
}

std::size_t behind_mark(const Bytes& bytes) {
  char mark[3] = {};
  if (bytes.size() < 3) return 0;
  bytes.read(0, 3, mark);
  return std::memcmp(mark, "\xef\xbb\xbf", 3) == 0 ? 3 : 0;
}

char line_end_of(const Bytes& bytes) {
  Scratch scratch;
  bool inside = false, returned = false;
  for (std::size_t at = 0; at < bytes.size();) {
    const std::size_t n = std::min(std::size_t{1} << 16, bytes.size() - at);
    char* const text = scratch.of(n);
    bytes.read(at, n, text);
    for (std::size_t i = 0; i < n; ++i) {
      if (returned) return text[i] == '\n' ? '\n' : '\r';
      if (text[i] == '"') inside = !inside;
      if (text[i] == '\n' && !inside) return '\n';
      returned = text[i] == '\r' && !inside;
    }
    at += n;
  }
  return returned ? '\r' : '\n';
}

Outline outline_of(const Bytes& bytes, const Shape& shape, const Work& work, std::size_t block) {
  return OutlineMaker(bytes, shape, block).make(work);
}

std::int64_t blank_at_end(const Bytes& bytes, char line_end) {
  Scratch scratch;
  const std::size_t n = std::min(std::size_t{1} << 16, bytes.size());
  char* const text = scratch.of(n);
  bytes.read(bytes.size() - n, n, text);
  std::int64_t ends = 0;
  for (std::size_t i = n; i > 0 && (text[i - 1] == line_end || text[i - 1] == '\r'); --i) ends += text[i - 1] == line_end;
  return std::max<std::int64_t>(ends - 1, 0);
}

std::int64_t line_of(const Bytes& bytes, std::size_t offset, char line_end) {
  Scratch scratch;
  std::int64_t line = 1;
  offset = std::min(offset, bytes.size());
  for (std::size_t at = 0; at < offset;) {
    const std::size_t n = std::min(std::size_t{1} << 20, offset - at);
    bytes.read(at, n, scratch.of(n));
    line += count_byte(scratch.of(n), n, line_end);
    at += n;
  }
  return line;
}

const char* name_of(Trouble::What what) {
  switch (what) {
    case Trouble::What::none: return "none";
    case Trouble::What::ragged: return "ragged";
    case Trouble::What::after_quote: return "after_quote";
    case Trouble::What::unclosed_quote: return "unclosed_quote";
    case Trouble::What::nul: return "nul";
    case Trouble::What::lone_return: return "lone_return";
    case Trouble::What::lone_feed: return "lone_feed";
    case Trouble::What::bad_text: return "bad_text";
    case Trouble::What::huge: return "huge";
  }
  return "none";
}

}  // namespace idle
