// Delimited files: opened, outlined, and read into vectors.
#include <cerrno>
#include <cstring>
#include <memory>

#include <R_ext/Riconv.h>

#include "bridge.h"
#include "core/column/fingerprint.h"
#include "core/read/delimited.h"
#include "core/read/strict_values.h"
#include "core/text/rank_texts.h"

namespace {

struct OpenFile {
  std::shared_ptr<const idle::Bytes> bytes;
  idle::Outline outline;
  bool plain = true;  // the bytes are those that lie on the disk
  // Of a part of a file: the whole of it, and where the part begins there.
  std::shared_ptr<const idle::Bytes> whole;
  std::size_t head = 0, begin = 0;
  double records_before = 0;
};

const char* const kind_names[] = {"nothing", "number", "date", "time", "yes/no", "text", "skip"};

idle::CellKind kind_named(const std::string& name) {
  for (int k = 0; k < 7; ++k) {
    if (name == kind_names[k]) return static_cast<idle::CellKind>(k);
  }
  Rcpp::stop("there is no kind %s", name);
}

bool starts_with(const idle::Bytes& bytes, std::string_view mark) {
  if (bytes.size() < mark.size()) return false;
  std::string head(mark.size(), ' ');
  bytes.read(0, mark.size(), head.data());
  return head == mark;
}

// The encoding that a mark at the start of the file tells; empty if there is none.
std::string marked_encoding(const idle::Bytes& bytes) {
  using namespace std::string_view_literals;
  if (starts_with(bytes, "\xff\xfe\0\0"sv)) return "UTF-32";
  if (starts_with(bytes, "\0\0\xfe\xff"sv)) return "UTF-32";
  if (starts_with(bytes, "\xff\xfe"sv) || starts_with(bytes, "\xfe\xff"sv)) return "UTF-16";
  return "";
}

struct Converter {
  explicit Converter(const std::string& from) : handle(Riconv_open("UTF-8", from.c_str())) {
    if (handle == reinterpret_cast<void*>(-1)) Rcpp::stop("there is no encoding %s", from);
  }
  ~Converter() { Riconv_close(handle); }
  void* handle;
};

std::string in_utf8(const idle::Bytes& bytes, const std::string& encoding) {
  std::string text(bytes.size(), ' '), out, room(1 << 16, ' ');
  bytes.read(0, text.size(), text.data());
  Converter converter(encoding);
  const char* from = text.data();
  std::size_t left = text.size();
  while (left > 0) {
    char* to = room.data();
    std::size_t free = room.size();
    errno = 0;
    const std::size_t done = Riconv(converter.handle, &from, &left, &to, &free);
    out.append(room.data(), room.size() - free);
    if (done == static_cast<std::size_t>(-1) && errno != E2BIG) {
      throw idle::CannotRead("byte " + std::to_string(text.size() - left + 1) + " is not valid in " + encoding);
    }
    Rcpp::checkUserInterrupt();
  }
  return out;
}

Rcpp::CharacterVector strings_of(const std::vector<idle::HeadCell>& cells) {
  Rcpp::CharacterVector out(cells.size());
  for (std::size_t i = 0; i < cells.size(); ++i) {
    SET_STRING_ELT(out, i, Rf_mkCharLenCE(cells[i].text.data(), static_cast<int>(cells[i].text.size()), CE_UTF8));
  }
  return out;
}

idle::MissingTexts missing_of(const std::vector<std::string>& missing, bool na) { return {missing, na}; }

Rcpp::List trouble_list(const OpenFile& file, const idle::Trouble& trouble) {
  const bool part = file.whole && trouble.offset >= file.head;
  const std::size_t offset = part ? trouble.offset - file.head + file.begin : trouble.offset;
  const auto line = idle::line_of(part ? *file.whole : *file.bytes, offset, file.outline.shape.line_end);
  return Rcpp::List::create(Rcpp::_["trouble"] = idle::name_of(trouble.what),
                            Rcpp::_["row"] = static_cast<double>(trouble.record) + file.records_before,
                            Rcpp::_["column"] = static_cast<double>(trouble.column),
                            Rcpp::_["line"] = static_cast<double>(line), Rcpp::_["text"] = trouble.text);
}

// A vector for the values of a column, of its class, and where they go.
SEXP room_for(idle::CellKind kind, std::size_t n, idle::ColumnTask& task) {
  task.kind = kind;
  Rcpp::RObject out;
  switch (kind) {
    case idle::CellKind::number:
    case idle::CellKind::date:
    case idle::CellKind::time:
      out = bridge::fresh_results(n);
      task.numbers = REAL(out);
      break;
    case idle::CellKind::text:
      out = bridge::fresh_codes(n);
      task.integers = INTEGER(out);
      bridge::share_codes(out);
      break;
    case idle::CellKind::truth:
      out = Rcpp::LogicalVector(Rcpp::no_init(static_cast<R_xlen_t>(n)));
      task.integers = LOGICAL(out);
      break;
    case idle::CellKind::nothing:
      out = Rcpp::LogicalVector(static_cast<R_xlen_t>(n), NA_LOGICAL);
      break;
    case idle::CellKind::skip:
      break;
  }
  if (kind == idle::CellKind::date) out.attr("class") = "Date";
  if (kind == idle::CellKind::time) {
    out.attr("class") = Rcpp::CharacterVector::create("POSIXct", "POSIXt");
    out.attr("tzone") = "UTC";
  }
  return out;
}

// The texts that codes stand for, in a pool of R's.
void give_texts(Rcpp::RObject codes, const idle::ColumnFound& found, Rcpp::Environment pool) {
  const std::size_t n = found.texts.size();
  Rcpp::CharacterVector texts(n);
  auto seen = std::make_unique<bridge::SeenTexts>();
  auto rows = std::make_unique<bridge::FirstRows>();
  for (std::size_t i = 0; i < n; ++i) {
    if (i % 65536 == 65535) Rcpp::checkUserInterrupt();
    const auto& text = found.texts[i];
    SET_STRING_ELT(texts, i, Rf_mkCharLenCE(text.bytes.data(), static_cast<int>(text.bytes.size()), CE_UTF8));
    seen->heads.push_back(idle::head_of(text.bytes));
    seen->prints.push_back(idle::text_print(text.bytes));
    rows->of_code.push_back(text.first);
  }
  rows->of_missing = found.seen.first_missing;
  pool["texts"] = texts;
  pool["seen"] = Rcpp::XPtr<bridge::SeenTexts>(seen.release(), true);
  codes.attr("pool") = pool;
  codes.attr("first") = Rcpp::XPtr<bridge::FirstRows>(rows.release(), true);
  codes.attr("class") = "idle_text";
}

}  // namespace

// A file, unpacked and in UTF-8, ready to be read. `source` is its path, or a raw vector of its bytes.
// [[Rcpp::export(rng = false)]]
SEXP core_open_delimited(SEXP source, std::string encoding, double most) {
  auto file = std::make_unique<OpenFile>();
  if (TYPEOF(source) == RAWSXP) {
    const char* from = reinterpret_cast<const char*>(RAW(source));
    file->bytes = idle::bytes_in_memory(std::string(from, static_cast<std::size_t>(Rf_xlength(source))));
  } else {
    file->bytes = idle::bytes_of_file(Rcpp::as<std::string>(source));
  }
  if (starts_with(*file->bytes, "\x1f\x8b")) {
    file->plain = false;
    file->bytes = bridge::with_work([&](const idle::Work&) { return idle::unpacked(*file->bytes, static_cast<std::size_t>(most)); });
  }
  const std::string marked = marked_encoding(*file->bytes), from = marked.empty() ? encoding : marked;
  if (from != "UTF-8") {
    file->plain = false;
    file->bytes = idle::bytes_in_memory(in_utf8(*file->bytes, from));
  }
  return Rcpp::XPtr<OpenFile>(file.release(), true);
}

// How the records of a file are told apart; lines are said to end as its first one does.
static idle::Shape shape_of(const OpenFile& file, const std::string& separator) {
  idle::Shape shape;
  shape.separator = separator[0];
  shape.line_end = idle::line_end_of(*file.bytes);
  return shape;
}

// Whether lines end with a carriage return alone.
// [[Rcpp::export(rng = false)]]
bool core_ends_with_return(SEXP file) { return Rcpp::XPtr<OpenFile>(file)->outline.shape.line_end == '\r'; }

// Where parts of about so many bytes begin and end, how many entries stand before each, and how many in it. Empty
// where the file does not lie on the disk as it is read.
// [[Rcpp::export(rng = false)]]
Rcpp::NumericMatrix core_cut_file(SEXP file, double bytes) {
  const Rcpp::XPtr<OpenFile> open(file);
  const auto parts = open->plain ? idle::cut_in_parts(open->outline, static_cast<std::size_t>(bytes)) : std::vector<idle::RecordChunk>();
  Rcpp::NumericMatrix out(static_cast<int>(parts.size()), 4);
  for (std::size_t k = 0; k < parts.size(); ++k) {
    const int at = static_cast<int>(k);
    const bool with_head = parts[k].first == 0;
    out(at, 0) = static_cast<double>(parts[k].begin);
    out(at, 1) = static_cast<double>(parts[k].end);
    out(at, 2) = static_cast<double>(with_head ? 0 : parts[k].first - 1);
    out(at, 3) = static_cast<double>(parts[k].records - (with_head ? 1 : 0));
  }
  return out;
}

// A part of a file that core_cut_file() has told, with a head line before it where it is not the first.
// [[Rcpp::export(rng = false)]]
SEXP core_open_part(std::string path, std::string head, double begin, double end, double records_before) {
  auto file = std::make_unique<OpenFile>();
  file->whole = idle::bytes_of_file(path);
  file->head = head.size();
  file->begin = static_cast<std::size_t>(begin);
  file->records_before = records_before;
  file->bytes = idle::bytes_of_range(head, file->whole, file->begin, static_cast<std::size_t>(end));
  return Rcpp::XPtr<OpenFile>(file.release(), true);
}

// Some bytes from the start.
// [[Rcpp::export(rng = false)]]
Rcpp::RawVector core_first_bytes(SEXP file, double most) {
  const Rcpp::XPtr<OpenFile> open(file);
  const std::size_t n = std::min(open->bytes->size(), static_cast<std::size_t>(most));
  Rcpp::RawVector out(static_cast<R_xlen_t>(n));
  open->bytes->read(0, n, reinterpret_cast<char*>(RAW(out)));
  return out;
}

// The first records, as a list of their cells.
// [[Rcpp::export(rng = false)]]
Rcpp::List core_first_records(SEXP file, std::string separator, double most) {
  const Rcpp::XPtr<OpenFile> open(file);
  const auto records =
      idle::first_records(*open->bytes, shape_of(*open, separator), static_cast<std::size_t>(most));
  Rcpp::List out(records.size());
  for (std::size_t i = 0; i < records.size(); ++i) out[i] = strings_of(records[i]);
  return out;
}

// Finds the records: how many stand behind the head line, how many lines are blank, and how many of those stand at
// the end.
// [[Rcpp::export(rng = false)]]
Rcpp::NumericVector core_outline(SEXP file, std::string separator, double columns, double block = 1048576) {
  const Rcpp::XPtr<OpenFile> open(file);
  idle::Shape shape = shape_of(*open, separator);
  shape.blank_counts = columns < 2;
  open->outline = bridge::with_work([&](const idle::Work& work) { return idle::outline_of(*open->bytes, shape, work, static_cast<std::size_t>(block)); });
  const auto& found = open->outline;
  return {static_cast<double>(std::max<std::int64_t>(found.records - 1, 0)), static_cast<double>(found.blank),
          static_cast<double>(idle::blank_at_end(*open->bytes, shape.line_end))};
}

// [[Rcpp::export(rng = false)]]
Rcpp::CharacterVector core_guess_kinds(SEXP file, double columns, std::vector<std::string> missing, bool na) {
  const Rcpp::XPtr<OpenFile> open(file);
  Rcpp::CharacterVector out;
  for (const auto kind : idle::guess_kinds(*open->bytes, open->outline, static_cast<std::size_t>(columns), missing_of(missing, na))) {
    out.push_back(kind_names[static_cast<int>(kind)]);
  }
  return out;
}

// The columns as vectors of the kinds asked for, and for each whether all of its cells fit and how many are NA;
// or what is in trouble, and where. Texts come as codes, each with its pool.
// [[Rcpp::export(rng = false)]]
Rcpp::List core_read_delimited(SEXP file, std::vector<std::string> kinds, std::vector<std::string> missing, bool na,
                             Rcpp::List pools) {
  const Rcpp::XPtr<OpenFile> open(file);
  const auto n = static_cast<std::size_t>(std::max<std::int64_t>(open->outline.records - 1, 0));
  std::vector<idle::ColumnTask> tasks(kinds.size());
  Rcpp::List columns(kinds.size());
  for (std::size_t k = 0; k < kinds.size(); ++k) columns[k] = room_for(kind_named(kinds[k]), n, tasks[k]);
  const auto found = bridge::with_work([&](const idle::Work& work) {
    return idle::read_columns(open->bytes, open->outline, tasks, missing_of(missing, na), work);
  });
  if (found.trouble) return trouble_list(*open, found.trouble);
  Rcpp::LogicalVector fits(kinds.size());
  Rcpp::NumericVector nas(kinds.size()), first(kinds.size());
  Rcpp::IntegerVector forms(kinds.size());
  for (std::size_t k = 0; k < kinds.size(); ++k) {
    const auto& column = found.columns[k];
    fits[k] = column.fits;
    nas[k] = static_cast<double>(column.seen.na);
    first[k] = static_cast<double>(column.seen.first_na + 1);
    forms[k] = column.seen.forms;
    if (tasks[k].kind == idle::CellKind::text) give_texts(columns[k], column, pools[k]);
  }
  return Rcpp::List::create(Rcpp::_["columns"] = columns, Rcpp::_["fits"] = fits, Rcpp::_["na"] = nas,
                            Rcpp::_["first_na"] = first, Rcpp::_["forms"] = forms);
}

// What kind each text is of by the strict rules: "number", "date", "time", "yes/no" or "text".
// [[Rcpp::export(rng = false)]]
Rcpp::CharacterVector core_strict_kinds(Rcpp::CharacterVector texts) {
  Rcpp::CharacterVector out(texts.size());
  for (R_xlen_t i = 0; i < texts.size(); ++i) {
    const SEXP text = STRING_ELT(texts, i);
    const std::string_view bytes(CHAR(text), LENGTH(text));
    out[i] = text == NA_STRING ? "nothing" : kind_names[static_cast<int>(idle::kind_of_text(bytes))];
  }
  return out;
}

// Texts as numbers, days or seconds by the strict rules; missing where they are none.
// [[Rcpp::export(rng = false)]]
Rcpp::NumericVector core_strict_values(Rcpp::CharacterVector texts, std::string kind) {
  Rcpp::NumericVector out(texts.size(), NA_REAL);
  for (R_xlen_t i = 0; i < texts.size(); ++i) {
    const SEXP text = STRING_ELT(texts, i);
    if (text == NA_STRING) continue;
    const std::string_view bytes(CHAR(text), LENGTH(text));
    double value = 0;
    int form = 0;
    bool truth = false;
    const bool is = kind == "number" ? idle::strict_number(bytes, value)
                    : kind == "date" ? idle::strict_date(bytes, value)
                    : kind == "time" ? idle::strict_time(bytes, value, form)
                                     : idle::strict_truth(bytes, truth, form);
    if (is) out[i] = kind == "yes/no" ? truth : value;
  }
  return out;
}
