// Character vectors to codes and a pool of UTF-8 texts.
#include <charconv>
#include <climits>
#include <cmath>
#include <memory>
#include <unordered_map>

#include "bridge.h"
#include "core/column/fingerprint.h"
#include "core/text/encode.h"
#include "core/text/join_texts.h"
#include "core/text/number_text.h"
#include "core/text/rank_texts.h"

namespace {

bool is_ascii(SEXP text) {
  for (const char* c = CHAR(text); *c != 0; ++c) {
    if (static_cast<unsigned char>(*c) >= 0x80) return false;
  }
  return true;
}

// The same text as a UTF-8 string of R; the null pointer if it is no valid text.
SEXP unified(SEXP text) {
  const cetype_t encoding = Rf_getCharCE(text);
  if (encoding == CE_BYTES) return nullptr;
  if (is_ascii(text)) return text;
  const std::string_view bytes(CHAR(text), LENGTH(text));
  if (encoding == CE_UTF8) return idle::is_valid_utf8(bytes) ? text : nullptr;
  const bool native_utf8 = encoding == CE_NATIVE && idle::is_valid_utf8(bytes);
  if (encoding == CE_NATIVE && !native_utf8) return nullptr;
  return Rf_mkCharCE(native_utf8 ? CHAR(text) : Rf_translateCharUTF8(text), CE_UTF8);
}

// One entry per different text, whatever its encoding; the place of each pointer among them.
struct Unified {
  Rcpp::CharacterVector texts;
  std::vector<std::int32_t> place;
  std::vector<std::int64_t> first;
  bridge::SeenTexts seen;
  std::size_t bad = 0;  // counted from 1: the first text that is not valid
  bool changed = false;
};

Unified unify(const idle::TextCodes& codes) {
  Unified all;
  const std::size_t n = codes.distinct.size();
  all.texts = Rcpp::CharacterVector(n);
  std::unordered_map<SEXP, std::int32_t> seen;
  for (std::size_t i = 0; i < n; ++i) {
    if (i + 16 < n) __builtin_prefetch(static_cast<const char*>(codes.distinct[i + 16]) + 48);
    if (i % 65536 == 65535) Rcpp::checkUserInterrupt();
    const auto cell = reinterpret_cast<SEXP>(const_cast<void*>(codes.distinct[i]));
    const SEXP text = unified(cell);
    if (text == nullptr) {
      all.bad = i + 1;
      return all;
    }
    const auto next = static_cast<std::int32_t>(all.first.size());
    if (text != cell && !all.changed) {
      all.changed = true;
      for (std::int32_t k = 0; k < next; ++k) seen[STRING_ELT(all.texts, k)] = k + 1;
    }
    if (all.changed) {
      const auto found = seen.emplace(text, next + 1);
      all.place.push_back(found.first->second);
      if (!found.second) continue;
    } else {
      all.place.push_back(next + 1);
    }
    const std::string_view bytes(CHAR(text), LENGTH(text));
    all.seen.heads.push_back(idle::head_of(bytes));
    all.seen.prints.push_back(idle::text_print(bytes));
    SET_STRING_ELT(all.texts, next, text);
    all.first.push_back(codes.first[i]);
  }
  if (all.changed) all.texts = Rf_xlengthgets(all.texts, all.first.size());
  return all;
}

// Vectors that R writes out only when they are read are read one by one, so that a wish to stop is heard.
void write_out_first(SEXP x) {
  if (!ALTREP(x) || DATAPTR_OR_NULL(x) != nullptr) return;
  const R_xlen_t n = Rf_xlength(x);
  for (R_xlen_t i = 0; i < n; ++i) {
    STRING_ELT(x, i);
    if (i % 65536 == 65535) Rcpp::checkUserInterrupt();
  }
}

}  // namespace

// A text vector: codes with their pool, whose texts are set here, and the first rows of the codes.
// A number instead is the row of the first text that is not valid in its encoding.
// [[Rcpp::export(rng = false)]]
SEXP core_encode_text(SEXP x, Rcpp::Environment pool) {
  const std::size_t n = Rf_xlength(x);
  write_out_first(x);
  const auto* cells = reinterpret_cast<const void* const*>(STRING_PTR_RO(x));
  Rcpp::Shield<SEXP> codes(bridge::fresh_codes(n));
  int* code = INTEGER(codes);
  const auto found = bridge::with_work(
      [&](const idle::Work& work) { return idle::encode_text(cells, n, NA_STRING, code, work); });
  const Unified all = unify(found);
  if (all.bad > 0) return Rf_ScalarReal(static_cast<double>(found.first[all.bad - 1] + 1));
  if (all.changed) {
    bridge::with_work([&](const idle::Work& work) {
      idle::recode(code, n, all.place, work);
      return 0;
    });
  }
  auto rows = std::make_unique<bridge::FirstRows>();
  rows->of_code = all.first;
  rows->of_missing = found.first_missing;
  pool["texts"] = all.texts;
  pool["seen"] = Rcpp::XPtr<bridge::SeenTexts>(new bridge::SeenTexts(all.seen), true);
  Rf_setAttrib(codes, Rf_install("pool"), pool);
  Rf_setAttrib(codes, Rf_install("first"), Rcpp::XPtr<bridge::FirstRows>(rows.release(), true));
  Rf_setAttrib(codes, R_ClassSymbol, Rf_mkString("idle_text"));
  return codes;
}

// The first row (from 1) of a source's column whose text is not the one that its code stands for; 0 if
// there is none. `rows` are the rows that the codes are of; empty: all.
// [[Rcpp::export(rng = false)]]
double core_wrong_codes(Rcpp::IntegerVector codes, Rcpp::CharacterVector texts, SEXP column,
                        Rcpp::IntegerVector rows) {
  const SEXP* cells = STRING_PTR_RO(column);
  const int* code = INTEGER_RO(codes);
  const int* row_of = rows.size() == 0 ? nullptr : rows.begin();
  const auto n = static_cast<std::size_t>(Rf_xlength(codes));
  const auto row_at = [&](std::size_t i) {
    return row_of == nullptr ? i : static_cast<std::size_t>(row_of[i]) - 1;
  };
  std::size_t i = bridge::with_work([&](const idle::Work& work) {
    return idle::first_unlike(reinterpret_cast<const void* const*>(cells), row_of, code, n,
                              reinterpret_cast<const void* const*>(STRING_PTR_RO(texts)), NA_STRING,
                              work);
  });
  // The same text in another encoding is another cell: from here on each is looked at.
  for (; i < n; ++i) {
    const SEXP here = cells[row_at(i)];
    const SEXP coded = code[i] == NA_INTEGER ? NA_STRING : STRING_ELT(texts, code[i] - 1);
    if (here == coded) continue;
    const bool gone = here == NA_STRING || coded == NA_STRING;
    if (gone || unified(here) != coded) return static_cast<double>(row_at(i) + 1);
  }
  return 0;
}

// The double nearest to what each text says, in decimal digits with a sign, a point and an exponent; missing
// where it says none.
// [[Rcpp::export(rng = false)]]
Rcpp::NumericVector core_numbers(Rcpp::CharacterVector texts) {
  Rcpp::NumericVector out(texts.size());
  for (R_xlen_t i = 0; i < texts.size(); ++i) {
    const SEXP text = STRING_ELT(texts, i);
    out[i] = NA_REAL;
    if (text == NA_STRING) continue;
    const char* from = CHAR(text);
    const char* end = from + LENGTH(text);
    if (from != end && *from == '+') ++from;
    double number = 0;
    const auto read = std::from_chars(from, end, number);
    const bool whole = from != end && read.ptr == end && std::isfinite(number);
    if (whole && read.ec == std::errc()) out[i] = number;
    // Beyond the range of a double: nothing at one end, endless at the other.
    if (read.ptr == end && read.ec == std::errc::result_out_of_range) out[i] = R_strtod(from, nullptr);
  }
  return out;
}

// The shortest text of each number that reads as the same number again; missing stays.
// [[Rcpp::export(rng = false)]]
Rcpp::CharacterVector core_number_texts(Rcpp::NumericVector numbers) {
  Rcpp::CharacterVector out(numbers.size());
  for (R_xlen_t i = 0; i < numbers.size(); ++i) {
    if (idle::is_missing(numbers[i])) {
      out[i] = NA_STRING;
    } else {
      out[i] = idle::number_text(numbers[i]);
    }
  }
  return out;
}

// The texts of each group joined into one; missing where a group has none. `groups` says the group
// of each text of the text vector x.
// [[Rcpp::export(rng = false)]]
SEXP core_join_texts(SEXP groups, SEXP x, Rcpp::CharacterVector texts, std::string separator,
                     double n_groups) {
  const auto joined =
      idle::join_texts(INTEGER_RO(groups), INTEGER_RO(x), Rf_xlength(x), bridge::texts_of(texts),
                       separator, static_cast<std::size_t>(n_groups));
  Rcpp::CharacterVector out(joined.texts.size());
  for (std::size_t g = 0; g < joined.texts.size(); ++g) {
    const std::string& text = joined.texts[g];
    if (text.size() > INT_MAX) Rcpp::stop("a list of texts is longer than a text can be");
    SET_STRING_ELT(out, g,
                   joined.any[g]
                       ? Rf_mkCharLenCE(text.data(), static_cast<int>(text.size()), CE_UTF8)
                       : NA_STRING);
  }
  return out;
}

// The place of each text (from 0) in code point order.
// [[Rcpp::export(rng = false)]]
Rcpp::IntegerVector core_rank_texts(Rcpp::CharacterVector texts) {
  const auto ranks = bridge::ranks_of_texts(texts, {});
  return Rcpp::IntegerVector(ranks.begin(), ranks.end());
}
