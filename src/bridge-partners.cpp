// Rows with the same keys in two tables, and rows alike in one.
#include <memory>

#include "bridge.h"
#include "core/base/dense_ids.h"
#include "core/match/copies.h"
#include "core/match/partners.h"

using idle::Partners;
using HeldPartners = Rcpp::XPtr<Partners>;

namespace {

Rcpp::CharacterVector texts_in(SEXP x) {
  return Rcpp::Environment(Rf_getAttrib(x, Rf_install("pool")))["texts"];
}

std::uint64_t address_of(SEXP text) { return reinterpret_cast<std::uintptr_t>(text); }

// R holds each text once, so that the same address is the same text.
std::vector<std::int32_t> codes_there(SEXP here, SEXP there) {
  const Rcpp::CharacterVector ours = texts_in(here), theirs = texts_in(there);
  idle::DenseIds ids(static_cast<std::size_t>(theirs.size()));
  std::vector<std::int32_t> number(static_cast<std::size_t>(theirs.size()));
  ids.number(number.size(), [&](std::size_t i) { return address_of(STRING_ELT(theirs, static_cast<R_xlen_t>(i))); },
             number.data());
  std::vector<std::int32_t> code(static_cast<std::size_t>(ours.size()));
  for (std::size_t i = 0; i < code.size(); ++i) {
    code[i] = ids.find(address_of(STRING_ELT(ours, static_cast<R_xlen_t>(i)))) + 1;
  }
  return code;
}

// A view for which it does not matter in which order texts stand.
idle::ColumnView unordered_view(SEXP x) {
  if (!bridge::is_text(x)) return bridge::view_of(x);
  idle::ColumnView view;
  view.kind = idle::Kind::text;
  view.storage = idle::Storage::int32;
  view.data = INTEGER_RO(x);
  view.size = static_cast<std::size_t>(Rf_xlength(x));
  view.levels = static_cast<std::int32_t>(texts_in(x).size());
  return view;
}

std::vector<idle::ColumnView> views_of(const Rcpp::List& columns) {
  std::vector<idle::ColumnView> views;
  for (const SEXP column : columns) views.push_back(unordered_view(column));
  return views;
}

// What R is told of a meeting, with the partner of each row.
Rcpp::List told(const idle::Meeting& met, SEXP partner) {
  const Rcpp::IntegerVector alone(met.alone.begin(), met.alone.end());
  return Rcpp::List::create(
      Rcpp::_["partner"] = partner, Rcpp::_["alone"] = alone + 1,
      Rcpp::_["pairs"] = static_cast<double>(met.pairs), Rcpp::_["most"] = static_cast<double>(met.most),
      Rcpp::_["used"] = Rcpp::LogicalVector(met.used.begin(), met.used.end()));
}

}  // namespace

// Keys come in pairs of one kind. `order` has the rows there that take part, from 1.
// [[Rcpp::export(rng = false)]]
SEXP core_partners(Rcpp::List here, Rcpp::List there, double rows_here, double rows_there,
                   Rcpp::IntegerVector order) {
  std::vector<idle::KeyPair> keys;
  for (R_xlen_t k = 0; k < here.size(); ++k) {
    idle::KeyPair pair{unordered_view(here[k]), unordered_view(there[k]), {}};
    if (bridge::is_text(here[k])) pair.code_there = codes_there(here[k], there[k]);
    keys.push_back(std::move(pair));
  }
  std::vector<std::int32_t> rows(order.begin(), order.end());
  for (auto& row : rows) --row;
  auto held = bridge::with_work([&](const idle::Work& work) {
    return std::make_unique<Partners>(keys, static_cast<std::size_t>(rows_here),
                                      static_cast<std::size_t>(rows_there), rows, work);
  });
  return HeldPartners(held.release(), true);
}

// How the meeting went: the first partner of each row here (from 1, missing where there is none), the rows here
// without one (from 1), all pairs, the most partners of a row, and whether each row there has met one.
// [[Rcpp::export(rng = false)]]
Rcpp::List core_meet(SEXP held) {
  const Partners& partners = *HeldPartners(held);
  Rcpp::Shield<SEXP> out(bridge::fresh_codes(partners.rows_here()));
  int* to = INTEGER(out);
  return told(bridge::with_work([&](const idle::Work& work) { return partners.meet(to, work); }), out);
}

// For each row there the row here whose partner it is, from 1; those that are nobody's come behind the rows here.
// [[Rcpp::export(rng = false)]]
SEXP core_partner_places(SEXP held) {
  const Partners& partners = *HeldPartners(held);
  Rcpp::Shield<SEXP> out(bridge::fresh_codes(partners.rows_there()));
  bridge::with_work([&](const idle::Work&) {
    partners.places(INTEGER(out));
    return 0;
  });
  return out;
}

// The number of partners of each row here.
// [[Rcpp::export(rng = false)]]
SEXP core_partner_counts(SEXP held) {
  const Partners& partners = *HeldPartners(held);
  Rcpp::Shield<SEXP> out(bridge::fresh_codes(partners.rows_here()));
  bridge::with_work([&](const idle::Work& work) {
    partners.counts(INTEGER(out), work);
    return 0;
  });
  return out;
}

// Every pair, by the row here, both from 1; rows here without a partner stand there with a missing one. `n` is how
// many that makes.
// [[Rcpp::export(rng = false)]]
Rcpp::List core_partner_pairs(SEXP held, double n) {
  const Partners& partners = *HeldPartners(held);
  Rcpp::Shield<SEXP> entry(bridge::fresh_codes(static_cast<std::size_t>(n)));
  Rcpp::Shield<SEXP> partner(bridge::fresh_codes(static_cast<std::size_t>(n)));
  bridge::with_work([&](const idle::Work&) {
    partners.pairs(INTEGER(entry), INTEGER(partner));
    return 0;
  });
  return Rcpp::List::create(Rcpp::_["entry"] = static_cast<SEXP>(entry),
                            Rcpp::_["partner"] = static_cast<SEXP>(partner));
}

// The partners of one row here, both from 1.
// [[Rcpp::export(rng = false)]]
Rcpp::IntegerVector core_partner_rows(SEXP held, int row) {
  const Partners& partners = *HeldPartners(held);
  const std::int32_t id = partners.id(static_cast<std::size_t>(row) - 1);
  if (id < 0) return Rcpp::IntegerVector();
  Rcpp::IntegerVector rows(partners.partners(id), partners.partners(id) + partners.count(id));
  return rows + 1;
}

// The rows there that take part, by their keys, and the number of those.
// [[Rcpp::export(rng = false)]]
Rcpp::List core_partner_sequence(SEXP held) {
  const Partners& partners = *HeldPartners(held);
  Rcpp::IntegerVector row(partners.sequence().begin(), partners.sequence().end()), id(row.size());
  for (R_xlen_t i = 0; i < row.size(); ++i) id[i] = partners.id_there(static_cast<std::size_t>(row[i]));
  return Rcpp::List::create(Rcpp::_["row"] = row + 1, Rcpp::_["id"] = id);
}

// The same for the last partner whose `since` is at or before the day of each row here.
// [[Rcpp::export(rng = false)]]
Rcpp::List core_partner_in_force(SEXP held, SEXP day, SEXP since) {
  const Partners& partners = *HeldPartners(held);
  Rcpp::Shield<SEXP> out(bridge::fresh_codes(partners.rows_here()));
  int* to = INTEGER(out);
  const idle::ColumnView now = bridge::view_of(day), begins = bridge::view_of(since);
  return told(
      bridge::with_work([&](const idle::Work& work) { return partners.in_force(now, begins, to, work); }), out);
}

// The rows that are like an earlier one in every column, and the first that is, from 1.
// [[Rcpp::export(rng = false)]]
Rcpp::List core_copies(Rcpp::List columns, double rows) {
  const auto views = views_of(columns);
  const idle::Copies found = bridge::with_work(
      [&](const idle::Work& work) { return idle::copies_among(views, static_cast<std::size_t>(rows), work); });
  Rcpp::IntegerVector row(found.row.begin(), found.row.end()), of(found.of.begin(), found.of.end());
  return Rcpp::List::create(Rcpp::_["row"] = row + 1, Rcpp::_["of"] = of + 1);
}
