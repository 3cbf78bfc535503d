// What all bridges share: views of R vectors, the work's setting, and a way to stop.
#pragma once
#include <Rcpp.h>

#include <string_view>
#include <vector>

#include "core/base/parallel.h"
#include "core/column/column.h"
#include "core/group/grouping.h"

namespace bridge {

bool is_integer64(SEXP x);
bool is_text(SEXP x);
// Whether a pointer still points: one that was saved and read again does not.
bool points(SEXP x);

// The texts of a pool. They belong to R and live as long as the pool.
std::vector<std::string_view> texts_of(SEXP pool);

// The place (from 0) of each text in code point order; the heads of all may be known already.
std::vector<std::int32_t> ranks_of_texts(SEXP texts, std::vector<std::uint64_t> heads);

// A view of an R vector. Text is an integer vector of codes with its pool as an attribute; its
// ranks are worked out on first use and kept with the pool.
idle::ColumnView view_of(SEXP x);

// A condition as the core reads it, or null.
const std::int32_t* condition_of(SEXP x);

idle::Work work_now();

// BlockByGroup `job` with the present work settings; a wish to stop becomes R's own interrupt.
template <typename Job>
auto with_work(const Job& job) -> decltype(job(idle::Work())) {
  const idle::Work work = work_now();
  const idle::AskingNow now(work);
  try {
    return job(work);
  } catch (const idle::Interrupted&) {
    throw Rcpp::internal::InterruptedException();
  }
}

SEXP fresh_integers(std::size_t n);
SEXP fresh_numbers(std::size_t n);
// Codes and results in memory that is used again; see bridge-buffers.cpp.
SEXP fresh_codes(std::size_t n);
SEXP fresh_results(std::size_t n);
// Says that another vector reads these codes for as long as it lives.
void share_codes(SEXP codes);

// What was seen of the texts of a pool while they were at hand.
struct SeenTexts {
  std::vector<std::uint64_t> heads, prints;
};

// The first row of each code, as an attribute of a text vector.
struct FirstRows {
  std::vector<std::int64_t> of_code;
  std::int64_t of_missing;
};

// Groups, and the key vectors that they read.
struct HeldGroups {
  idle::Groups groups;
  Rcpp::List keys;
};

}  // namespace bridge
