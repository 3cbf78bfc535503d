// Feeds as they come from R, and what is known of summaries as lists for R.
#pragma once
#include "bridge.h"
#include "core/folds/summary.h"

namespace bridge {

using Places = std::vector<std::int32_t>;

// A feed is a list of values, condition, weights, along, folds (fold name = its answers), counted (whether the counts
// by group are wanted) and perhaps print (whether the fingerprint of the values is wanted on the way).
idle::Feed feed_of(const Rcpp::List& wish);

// What is known of a summary, by the groups that stand at `places`, and of coarser ones.
Rcpp::List summary_list(const idle::Summary& summary, const Rcpp::List& feeds, const Places& places,
                        const Rcpp::List& levels);

}  // namespace bridge
