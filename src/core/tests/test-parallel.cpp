// Work that is stopped, that fails, or whose callbacks throw: every thread is joined, and nothing of
// R's would be left in a broken state.
#include <algorithm>
#include <chrono>
#include <doctest/doctest.h>
#include <numeric>
#include <stdexcept>
#include <thread>

#include "group/rows_in_order.h"
#include "helpers.h"
#include "sort/order.h"
#include "window/slide.h"

using namespace idle;


TEST_CASE("a callback that throws does not end the process, nor does a body") {
  for (const int threads : {1, 4}) {
    Work work = with_threads(threads);
    work.keep_going = [](double) -> bool { throw std::runtime_error("from the callback"); };
    const auto slow = [](int, std::size_t, std::size_t) {
      std::this_thread::sleep_for(std::chrono::milliseconds(5));
    };
    CHECK_THROWS_WITH(run_parallel(work, threads, 2000, 1, slow), "from the callback");
    work.keep_going = nullptr;
    const auto failing = [](int, std::size_t begin, std::size_t) {
      if (begin == 70) throw std::runtime_error("from the body");
    };
    CHECK_THROWS_WITH(run_parallel(work, threads, 100, 1, failing), "from the body");
  }
}

namespace {

// Rows whose sort takes much longer than the 50 ms after which somebody is asked.
#ifdef __SANITIZE_ADDRESS__
constexpr std::size_t many = 1500000;
#else
constexpr std::size_t many = 6000000;
#endif

// A sort may be done before anybody is asked; not every time.
template <typename Job>
bool stops(const Job& job) {
  for (int attempt = 0; attempt < 10; ++attempt) {
    try {
      job();
    } catch (const Interrupted&) {
      return true;
    }
  }
  return false;
}

}  // namespace

TEST_CASE("a wish to stop reaches the inside of a group and of a sort") {
  const std::size_t n = many;
  const double untouched = -12345;
  std::vector<double> x = random_amounts(n, 1);
  std::vector<double> key = random_amounts(n, 2);
  const std::vector<OrderKey> keys{{view(key), false}};
  for (const int threads : {1, 2}) {
    Work calm = with_threads(threads);
    const Groups whole = group_rows({}, n, calm);
    const RowsInOrder arranged = arrange_rows(whole, keys, calm);
    Work work = with_threads(threads);
    work.keep_going = [](double) { return false; };
    for (const char* name : {"sd", "quantile", "distinct", "mode"}) {
      MovingFigure figure;
      figure.name = name;
      figure.values = view(x);
      Frame frame;
      frame.behind.n = 400;
      std::vector<double> out(n, untouched);
      CHECK_THROWS_AS(slide(arranged, frame, ColumnView(), figure, true, out.data(), work), Interrupted);
      CHECK(std::count(out.begin(), out.end(), untouched) > 0);
    }
    const AskingNow now(work);
    CHECK(stops([&] { arrange_rows(whole, keys, work); }));
    CHECK(stops([&] { order_rows(keys, n, work); }));
  }
}
