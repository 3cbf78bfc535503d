// Single values, ends of frames, and values that are no numbers: against what they are by definition.
#include <algorithm>
#include <cmath>
#include <doctest/doctest.h>
#include <numeric>

#include "column/sortable.h"
#include "folds/summary.h"
#include "group/rows_in_order.h"
#include "helpers.h"
#include "match/copies.h"
#include "route/second_route.h"
#include "sort/order.h"
#include "window/slide.h"

using namespace idle;

TEST_CASE("values sort as they do, no number after all numbers, missing last of all") {
  const std::vector<double> x{-INFINITY, -1.5, -0x1p-1074, 0.0, 0x1p-1074, 2, INFINITY,
                              std::nan(""), missing_number()};
  const ColumnView column = view(x);
  for (std::size_t a = 0; a + 1 < x.size(); ++a) CHECK(sortable(column, a) < sortable(column, a + 1));
  CHECK(sortable(view(std::vector<double>{-0.0}), 0) == sortable(column, 3));
  const std::vector<std::int64_t> whole{INT64_MIN + 1, -1, 0, INT64_MAX, missing_int64};
  for (std::size_t a = 0; a + 1 < whole.size(); ++a) {
    CHECK(sortable(view(whole), a) < sortable(view(whole), a + 1));
  }
}

TEST_CASE("a variance of one value is missing for a sample and zero for all") {
  const std::vector<double> x{5, 1, 4};
  const std::vector<std::int32_t> key{1, 2, 2};
  const Work work = with_threads(1);
  const std::vector<ColumnView> keys{view(key)};
  const Groups groups = group_rows(keys, x.size(), work);
  Feed feed;
  feed.values = view(x);
  feed.folds = {"spread", "edge"};
  const Summary found = summarise(groups, {feed}, work);
  const auto answer = [&](int fold, const char* name) {
    return found.feeds[0].folds[fold]->finish(name, found.feeds[0].filled, groups.place_of_group()).numbers;
  };
  CHECK(is_missing(answer(0, "var")[0]));
  CHECK(is_missing(answer(0, "sd")[0]));
  CHECK(answer(0, "var_pop")[0] == 0);
  CHECK(answer(0, "var")[1] == 4.5);
  CHECK(answer(1, "first")[1] == 1);
  CHECK(answer(1, "last")[1] == 2);
}

TEST_CASE("of rows in one place the earlier is the first and the later the last, whoever saw them") {
  const std::size_t n = 200000;  // for more than one worker
  const std::vector<double> x(n, 1);
  const std::vector<std::int32_t> alike(n, 7);
  std::vector<std::int32_t> apart = alike;
  apart[3] = 9;
  apart[n - 4] = 5;
  for (const int threads : {1, 2}) {
    const Work work = with_threads(threads);
    const Groups whole = group_rows({}, n, work);
    Feed feed;
    feed.values = view(x);
    feed.folds = {"edge"};
    const auto row = [&](const std::vector<std::int32_t>& along, const char* name) {
      feed.along = along.data();
      const Summary found = summarise(whole, {feed}, work);
      return found.feeds[0].folds[0]->finish(name, found.feeds[0].filled, whole.place_of_group()).numbers[0];
    };
    CHECK(row(apart, "first") == n - 4);
    CHECK(row(apart, "last") == 3);
    CHECK(row(alike, "first") == 0);
    CHECK(row(alike, "last") == n - 1);
  }
}

TEST_CASE("the n-th value of a frame, from either end, and the value so many rows before") {
  const std::vector<double> x{10, 20, 30, 40, 50};
  const std::vector<std::int32_t> along{1, 2, 3, 4, 5};
  const Work work = with_threads(1);
  const Groups whole = group_rows({}, x.size(), work);
  const std::vector<OrderKey> keys{{view(along), false}};
  const RowsInOrder rows = arrange_rows(whole, keys, work);
  Frame frame;
  frame.behind.n = 2;
  for (const int n : {1, 2, 3, -1, -2, -3}) {
    MovingFigure figure;
    figure.name = "nth";
    figure.n = n;
    figure.values = view(x);
    std::vector<std::int32_t> out(x.size());
    slide(rows, frame, ColumnView(), figure, true, out.data(), work);
    for (int at = 0; at < 5; ++at) {
      const int first = std::max(0, at - 2), wanted = n > 0 ? first + n - 1 : at + 1 + n;
      const bool there = wanted >= first && wanted <= at;
      CHECK(out[at] == (there ? wanted + 1 : missing_int32));
    }
  }
  MovingFigure shift;
  shift.name = "shift";
  shift.n = 1;
  shift.values = view(x);
  std::vector<double> out(x.size());
  slide(rows, frame, ColumnView(), shift, true, out.data(), work);
  CHECK(is_missing(out[0]));
  CHECK(out[4] == 40);
  shift.name = "nothing";
  CHECK_THROWS(slide(rows, frame, ColumnView(), shift, true, out.data(), work));
}

TEST_CASE("a column of fewer rows than its table is refused, and not read beyond its end") {
  const std::vector<double> x{5, 1, 4};
  const Work work = with_threads(1);
  const std::vector<ColumnView> columns{view(x)};
  Feed feed;
  feed.values = view(x);
  feed.folds = {"total"};
  CHECK_THROWS_AS(group_rows(columns, 4, work), std::invalid_argument);
  CHECK_THROWS_AS(order_rows({{view(x), false}}, 4, work), std::invalid_argument);
  CHECK_THROWS_AS(second_route(columns, 4, {}, work), std::invalid_argument);
  CHECK_THROWS_AS(copies_among(columns, 4, work), std::invalid_argument);
  CHECK_THROWS_AS(summarise(group_rows({}, 4, work), {feed}, work), std::invalid_argument);
  feed.values = ColumnView();
  feed.weights = view(x);
  feed.folds = {"weighted"};
  CHECK_THROWS_AS(summarise(group_rows({}, 4, work), {feed}, work), std::invalid_argument);
  RouteColumn carried;
  carried.values = view(x);
  CHECK_THROWS_AS(second_route({}, 4, {carried}, work), std::invalid_argument);
  CHECK(group_rows(columns, 3, work).size() == 3);
}
