#include "bridge.h"

#include <chrono>
#include <thread>

#include "core/base/buffer.h"
#include "core/text/rank_texts.h"

namespace bridge {

namespace {

SEXP progress_function = R_NilValue;
std::chrono::steady_clock::time_point job_began;
std::chrono::duration<double> progress_after(2);  // seconds before a job tells how far it is

void check_interrupt(void*) { R_CheckUserInterrupt(); }

bool keep_going(double part) {
  if (R_ToplevelExec(check_interrupt, nullptr) == FALSE) return false;
  const auto waited = std::chrono::steady_clock::now() - job_began;
  if (part >= 0 && waited > progress_after && !Rf_isNull(progress_function)) {
    const Rcpp::Function tick(progress_function);
    const Rcpp::RObject go_on = tick(part);
    return !(Rf_isLogical(go_on) && Rf_xlength(go_on) == 1 && LOGICAL(go_on)[0] == FALSE);
  }
  return true;
}

int threads_wanted() {
  const SEXP option = Rf_GetOption1(Rf_install("idleledger.threads"));
  if (!Rf_isNull(option)) return std::max(1, Rf_asInteger(option));
  static const int of_machine = static_cast<int>(std::thread::hardware_concurrency());
  return std::min(8, std::max(1, of_machine));
}

Rcpp::Environment pool_of(SEXP x) { return Rcpp::Environment(Rf_getAttrib(x, Rf_install("pool"))); }

const std::int32_t* ranks_of(Rcpp::Environment pool) {
  SEXP rank = pool["rank"];
  if (Rf_isNull(rank)) {
    const SEXP seen = pool["seen"];
    const auto heads =
        !points(seen) ? std::vector<std::uint64_t>() : Rcpp::XPtr<SeenTexts>(seen)->heads;
    const auto ranks = ranks_of_texts(pool["texts"], heads);
    pool["rank"] = Rcpp::IntegerVector(ranks.begin(), ranks.end());
    rank = pool["rank"];
  }
  return INTEGER_RO(rank);
}

}  // namespace

bool is_integer64(SEXP x) { return Rf_inherits(x, "integer64"); }
bool points(SEXP x) { return TYPEOF(x) == EXTPTRSXP && R_ExternalPtrAddr(x) != nullptr; }
bool is_text(SEXP x) { return Rf_inherits(x, "idle_text"); }

std::vector<std::string_view> texts_of(SEXP pool) {
  std::vector<std::string_view> texts;
  texts.reserve(Rf_xlength(pool));
  for (R_xlen_t i = 0; i < Rf_xlength(pool); ++i) {
    if (i + 16 < Rf_xlength(pool)) __builtin_prefetch(STRING_ELT(pool, i + 16));
    const SEXP text = STRING_ELT(pool, i);
    texts.emplace_back(CHAR(text), LENGTH(text));
  }
  return texts;
}

std::vector<std::int32_t> ranks_of_texts(SEXP texts, std::vector<std::uint64_t> heads) {
  if (heads.empty()) {
    for (const std::string_view text : texts_of(texts)) heads.push_back(idle::head_of(text));
  }
  return with_work([&](const idle::Work&) {
    return idle::rank_texts(heads, [&](std::size_t i) {
      const SEXP text = STRING_ELT(texts, static_cast<R_xlen_t>(i));
      return std::string_view(CHAR(text), LENGTH(text));
    });
  });
}

idle::ColumnView view_of(SEXP x) {
  idle::ColumnView view;
  view.size = Rf_xlength(x);
  if (TYPEOF(x) == REALSXP) {
    view.data = REAL_RO(x);
    view.storage = is_integer64(x) ? idle::Storage::int64 : idle::Storage::float64;
    view.kind = is_integer64(x) ? idle::Kind::integer64 : idle::Kind::number;
    return view;
  }
  view.storage = idle::Storage::int32;
  view.data = TYPEOF(x) == LGLSXP ? LOGICAL_RO(x) : INTEGER_RO(x);
  view.kind = TYPEOF(x) == LGLSXP ? idle::Kind::logical : idle::Kind::integer;
  if (is_text(x)) {
    view.kind = idle::Kind::text;
    const Rcpp::Environment pool = pool_of(x);
    view.levels = static_cast<std::int32_t>(Rf_xlength(pool["texts"]));
    view.rank = ranks_of(pool);
    const SEXP first = Rf_getAttrib(x, Rf_install("first"));
    if (points(first)) {
      const Rcpp::XPtr<FirstRows> rows(first);
      view.first = rows->of_code.data();
      view.first_missing = rows->of_missing;
    }
  } else if (Rf_isFactor(x)) {
    view.kind = idle::Kind::factor;
    view.levels = Rf_nlevels(x);
  }
  return view;
}

const std::int32_t* condition_of(SEXP x) { return Rf_isNull(x) ? nullptr : LOGICAL_RO(x); }

idle::Work work_now() {
  job_began = std::chrono::steady_clock::now();
  idle::Work work;
  work.threads = threads_wanted();
  work.keep_going = keep_going;
  return work;
}

SEXP fresh_integers(std::size_t n) {
  const SEXP x = Rf_allocVector(INTSXP, static_cast<R_xlen_t>(n));
  idle::advise_huge(INTEGER(x), n * sizeof(int));
  return x;
}

SEXP fresh_numbers(std::size_t n) {
  const SEXP x = Rf_allocVector(REALSXP, static_cast<R_xlen_t>(n));
  idle::advise_huge(REAL(x), n * sizeof(double));
  return x;
}

}  // namespace bridge

// [[Rcpp::export(rng = false)]]
void core_set_progress(SEXP tick, double after = 2) {
  using bridge::progress_function;
  bridge::progress_after = std::chrono::duration<double>(after);
  if (!Rf_isNull(progress_function)) R_ReleaseObject(progress_function);
  progress_function = tick;
  if (!Rf_isNull(tick)) R_PreserveObject(tick);
}

// [[Rcpp::export(rng = false)]]
int core_threads() { return bridge::threads_wanted(); }
