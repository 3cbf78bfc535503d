#include "base/parallel.h"

#include <algorithm>
#include <atomic>
#include <chrono>
#include <condition_variable>
#include <exception>
#include <mutex>
#include <system_error>
#include <thread>
#include <vector>

namespace idle {

namespace {

constexpr auto pause = std::chrono::milliseconds(50);

struct Progress {
  std::atomic<bool> stop{false};
  std::atomic<std::size_t> done{0};
  std::mutex lock;
  std::condition_variable finished;
  int running = 0;
  std::exception_ptr failure;
};

// Who is to be asked on this thread: a worker looks at its flag, the calling thread asks the work.
thread_local const std::atomic<bool>* stop_flag = nullptr;
thread_local const Work* asked = nullptr;
thread_local std::chrono::steady_clock::time_point last_asked;

void ask(double part) {
  if (stop_flag != nullptr) {
    if (*stop_flag) throw Interrupted();
    return;
  }
  if (asked == nullptr || !asked->keep_going) return;
  const auto now = std::chrono::steady_clock::now();
  if (now - last_asked < pause) return;
  last_asked = now;
  if (!asked->keep_going(part)) throw Interrupted();
}

void work_share(Progress& progress, const Slice& body, int worker, Share share, std::size_t slice) {
  try {
    for (std::size_t at = share.begin; at < share.end && !progress.stop; at += slice) {
      const std::size_t end = std::min(share.end, at + slice);
      body(worker, at, end);
      progress.done += end - at;
    }
  } catch (...) {
    std::lock_guard<std::mutex> guard(progress.lock);
    if (!progress.failure) progress.failure = std::current_exception();
    progress.stop = true;
  }
}

// The threads of one job. However the job ends, they are stopped and joined.
class Crew {
 public:
  Crew(Progress& progress, int workers) : progress_(progress) {
    threads_.reserve(static_cast<std::size_t>(workers));
  }
  ~Crew() {
    progress_.stop = progress_.stop || progress_.running > 0;
    for (auto& thread : threads_) thread.join();
  }
  // False if the system has no thread to give.
  template <typename Job>
  bool start(const Job& job) {
    {
      std::lock_guard<std::mutex> guard(progress_.lock);
      ++progress_.running;
    }
    try {
      threads_.emplace_back([this, job] {
        stop_flag = &progress_.stop;
        job();
        std::lock_guard<std::mutex> guard(progress_.lock);
        if (--progress_.running == 0) progress_.finished.notify_one();
      });
      return true;
    } catch (const std::system_error&) {
      std::lock_guard<std::mutex> guard(progress_.lock);
      --progress_.running;
      return false;
    }
  }

 private:
  Progress& progress_;
  std::vector<std::thread> threads_;
};

void run_share(const Slice& body, int worker, Share share, std::size_t slice, std::size_t rows) {
  for (std::size_t at = share.begin; at < share.end; at += slice) {
    body(worker, at, std::min(share.end, at + slice));
    ask(static_cast<double>(at) / static_cast<double>(rows));
  }
}

void wait_for(Progress& progress, const Work& work, std::size_t rows) {
  std::unique_lock<std::mutex> guard(progress.lock);
  while (!progress.finished.wait_for(guard, pause, [&] { return progress.running == 0; })) {
    if (!work.keep_going) continue;
    guard.unlock();
    if (!work.keep_going(static_cast<double>(progress.done) / static_cast<double>(rows))) {
      throw Interrupted();
    }
    guard.lock();
  }
}

}  // namespace

int workers_for(const Work& work, std::size_t rows) {
  const std::size_t worth = rows / 65536 + 1;
  return static_cast<int>(std::min<std::size_t>(std::max(1, work.threads), worth));
}

Share share_of(std::size_t rows, int workers, int worker) {
  const std::size_t each = rows / workers, rest = rows % workers, w = worker;
  const std::size_t begin = each * w + std::min(w, rest);
  return {begin, begin + each + (w < rest ? 1 : 0)};
}

void run_parallel(const Work& work, int workers, std::size_t rows, std::size_t slice,
                  const Slice& body) {
  const AskingNow now(work);
  if (workers <= 1) return run_share(body, 0, {0, rows}, slice, rows);
  Progress progress;
  {
    Crew crew(progress, workers);
    int started = 0;
    for (; started < workers; ++started) {
      const int w = started;
      const Share share = share_of(rows, workers, w);
      if (!crew.start([&, w, share] { work_share(progress, body, w, share, slice); })) break;
    }
    for (int w = started; w < workers; ++w) {
      run_share(body, w, share_of(rows, workers, w), slice, rows);
    }
    wait_for(progress, work, rows);
  }
  if (progress.failure) std::rethrow_exception(progress.failure);
}

void check_stop() { ask(-1); }

AskingNow::AskingNow(const Work& work) : before_(asked) {
  if (asked == nullptr) last_asked = std::chrono::steady_clock::now();
  asked = &work;
}
AskingNow::~AskingNow() { asked = before_; }

}  // namespace idle
