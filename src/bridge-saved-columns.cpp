// Columns as bytes and back, for states that are kept or sent. What comes back is checked: nothing in it is run.
#include <climits>
#include <cstring>

#include "bridge.h"
#include "core/base/state_bytes.h"
#include "core/text/encode.h"

namespace {

constexpr std::uint32_t version = 1, most_columns = 1000000;
enum : std::uint8_t { truths, wholes, numbers, long_wholes, texts, choices, days, moments, plain_texts, kinds };

std::uint8_t kind_of(SEXP x) {
  if (bridge::is_text(x)) return texts;
  if (bridge::is_integer64(x)) return long_wholes;
  if (Rf_inherits(x, "factor")) return choices;
  if (Rf_inherits(x, "Date")) return days;
  if (Rf_inherits(x, "POSIXct")) return moments;
  switch (TYPEOF(x)) {
    case LGLSXP: return truths;
    case INTSXP: return wholes;
    case REALSXP: return numbers;
    case STRSXP: return plain_texts;
    default: Rcpp::stop("a column of this type cannot be saved");
  }
}

void put_strings(idle::StateWriter& to, SEXP strings) {
  const R_xlen_t n = Rf_xlength(strings);
  to.put(static_cast<std::uint64_t>(n));
  std::string all;
  for (R_xlen_t i = 0; i < n; ++i) {
    const SEXP text = STRING_ELT(strings, i);
    if (text == NA_STRING) Rcpp::stop("a text to be saved is missing");
    const char* bytes = Rf_translateCharUTF8(text);
    const std::size_t size = std::strlen(bytes);
    to.put(static_cast<std::uint32_t>(size));
    all.append(bytes, size);
  }
  to.put(static_cast<std::uint64_t>(all.size()));
  to.put_all(all.data(), all.size());
}

Rcpp::CharacterVector strings_from(idle::StateReader& from) {
  const auto n = from.get<std::uint64_t>();
  from.need(n, sizeof(std::uint32_t));
  std::vector<std::uint32_t> sizes(n);
  from.get_all(sizes.data(), n);
  const auto bytes = from.get<std::uint64_t>();
  from.need(bytes, 1);
  std::string all(bytes, ' ');
  from.get_all(&all[0], bytes);
  Rcpp::CharacterVector out(static_cast<R_xlen_t>(n));
  std::size_t at = 0;
  for (std::size_t i = 0; i < n; ++i) {
    const std::string_view text(all.data() + at, std::min<std::size_t>(sizes[i], bytes - at));
    if (text.size() != sizes[i] || !idle::is_valid_utf8(text) || text.find('\0') != text.npos) {
      throw idle::BadState("a text in it is none");
    }
    SET_STRING_ELT(out, static_cast<R_xlen_t>(i), Rf_mkCharLenCE(text.data(), static_cast<int>(text.size()), CE_UTF8));
    at += text.size();
  }
  return out;
}

SEXP texts_of_column(SEXP x) {
  if (TYPEOF(x) == STRSXP) return x;
  if (Rf_inherits(x, "factor")) return Rf_getAttrib(x, R_LevelsSymbol);
  return Rcpp::Environment(Rf_getAttrib(x, Rf_install("pool")))["texts"];
}

void put_column(idle::StateWriter& to, const std::string& name, SEXP x) {
  const std::uint8_t kind = kind_of(x);
  const auto n = static_cast<std::size_t>(Rf_xlength(x));
  to.put_text(name);
  to.put(kind);
  const SEXP zone = Rf_getAttrib(x, Rf_install("tzone"));
  to.put_text(kind == moments && TYPEOF(zone) == STRSXP && Rf_xlength(zone) > 0 ? CHAR(STRING_ELT(zone, 0)) : "");
  to.put(static_cast<std::uint64_t>(n));
  if (kind == texts || kind == choices || kind == plain_texts) put_strings(to, texts_of_column(x));
  to.put(static_cast<std::uint8_t>(TYPEOF(x) == REALSXP));
  if (kind == plain_texts) return;
  if (TYPEOF(x) == REALSXP) {
    to.put_all(REAL_RO(x), n);
  } else {
    to.put_all(TYPEOF(x) == LGLSXP ? LOGICAL_RO(x) : INTEGER_RO(x), n);
  }
}

Rcpp::RObject column_from(idle::StateReader& from, std::uint8_t kind, std::size_t n) {
  Rcpp::CharacterVector strings;
  if (kind == texts || kind == choices || kind == plain_texts) strings = strings_from(from);
  const bool doubles = from.get_within<std::uint8_t>(0, 1) == 1;
  if (kind == plain_texts) return strings;
  if (doubles != (kind == numbers || kind == long_wholes) && kind != days && kind != moments) {
    throw idle::BadState("a column in it is not made like one of its kind");
  }
  from.need(n, doubles ? 8 : 4);
  Rcpp::RObject out = Rf_allocVector(doubles ? REALSXP : kind == truths ? LGLSXP : INTSXP, static_cast<R_xlen_t>(n));
  if (doubles) {
    from.get_all(REAL(out), n);
    return out;
  }
  int* to = kind == truths ? LOGICAL(out) : INTEGER(out);
  from.get_all(to, n);
  const int most = kind == truths ? 1 : kind == texts || kind == choices ? static_cast<int>(strings.size()) : INT_MAX;
  const int least = kind == truths ? 0 : kind == texts || kind == choices ? 1 : INT_MIN;
  for (std::size_t i = 0; i < n; ++i) {
    if (to[i] != NA_INTEGER && (to[i] < least || to[i] > most)) throw idle::BadState("a value in it is out of its range");
  }
  if (strings.size() > 0 || kind == texts || kind == choices) out.attr("texts") = strings;
  return out;
}

}  // namespace

// [[Rcpp::export(rng = false)]]
Rcpp::RawVector core_columns_save(Rcpp::List columns) {
  idle::StateWriter to;
  const Rcpp::CharacterVector names = columns.size() > 0 ? Rcpp::CharacterVector(columns.names()) : Rcpp::CharacterVector();
  to.put(static_cast<std::uint32_t>(columns.size()));
  for (R_xlen_t k = 0; k < columns.size(); ++k) put_column(to, Rf_translateCharUTF8(STRING_ELT(names, k)), columns[k]);
  const std::string bytes = idle::sealed_state(to.take(), version);
  Rcpp::RawVector out(static_cast<R_xlen_t>(bytes.size()));
  std::copy(bytes.begin(), bytes.end(), out.begin());
  return out;
}

// Each column as list(kind, zone, values); codes of texts and choices have their texts as an attribute.
// [[Rcpp::export(rng = false)]]
Rcpp::List core_columns_load(Rcpp::RawVector bytes) {
  idle::StateReader from(idle::opened_state(
      std::string_view(reinterpret_cast<const char*>(RAW(bytes)), static_cast<std::size_t>(bytes.size())), version));
  const auto count = from.get_within<std::uint32_t>(0, most_columns);
  from.need(count, 6);
  Rcpp::List out(count);
  Rcpp::CharacterVector names(count);
  static const char* const kind_names[] = {"truths", "wholes", "numbers", "long_wholes", "texts",
                                           "choices", "days", "moments", "plain_texts"};
  for (std::uint32_t k = 0; k < count; ++k) {
    const std::string name = from.get_text();
    if (!idle::is_valid_utf8(name) || name.find('\0') != name.npos) throw idle::BadState("a name in it is none");
    const auto kind = from.get_within<std::uint8_t>(0, kinds - 1);
    const std::string zone = from.get_text();
    if (!idle::is_valid_utf8(zone) || zone.find('\0') != zone.npos) throw idle::BadState("a time zone in it is none");
    const auto n = from.get_within<std::uint64_t>(0, INT_MAX);
    SET_STRING_ELT(names, k, Rf_mkCharLenCE(name.data(), static_cast<int>(name.size()), CE_UTF8));
    const Rcpp::RObject values = column_from(from, kind, n);
    out[k] = Rcpp::List::create(Rcpp::_["kind"] = kind_names[kind], Rcpp::_["zone"] = zone, Rcpp::_["values"] = values);
  }
  from.end();
  out.names() = names;
  return out;
}

// Prints of texts that are the same on every machine.
// [[Rcpp::export(rng = false)]]
Rcpp::CharacterVector core_texts_checksums(Rcpp::CharacterVector texts) {
  static const char digits[] = "0123456789abcdef";
  Rcpp::CharacterVector out(texts.size());
  for (R_xlen_t i = 0; i < texts.size(); ++i) {
    std::uint64_t sum = idle::checksum(std::string_view(CHAR(texts[i])));
    std::string print;
    for (int k = 0; k < 16; ++k, sum <<= 4) print += digits[sum >> 60];
    out[i] = print;
  }
  return out;
}
