#include "read/bytes.h"

#include <algorithm>
#include <cerrno>
#include <cstdio>
#include <cstring>
#include <mutex>

#if __has_include(<unistd.h>)
#include <fcntl.h>
#include <sys/stat.h>
#include <unistd.h>
#define IDLE_PREAD
#endif

namespace idle {

namespace {

constexpr const char* shrunk = "it became shorter while it was read";

#ifdef IDLE_PREAD
class FileBytes : public Bytes {
 public:
  explicit FileBytes(const std::string& path) : file_(open(path.c_str(), O_RDONLY)) {
    struct stat facts;
    if (file_ < 0 || fstat(file_, &facts) != 0) {
      const std::string reason = std::strerror(errno);
      if (file_ >= 0) close(file_);
      throw CannotRead(reason);
    }
    size_ = static_cast<std::size_t>(facts.st_size);
  }
  ~FileBytes() override { close(file_); }
  FileBytes(const FileBytes&) = delete;
  FileBytes& operator=(const FileBytes&) = delete;

  std::size_t size() const override { return size_; }
  void read(std::size_t from, std::size_t n, char* into) const override {
    while (n > 0) {
      const auto got = pread(file_, into, n, static_cast<off_t>(from));
      if (got < 0 && errno == EINTR) continue;
      if (got < 0) throw CannotRead(std::strerror(errno));
      if (got == 0) throw CannotRead(shrunk);
      from += static_cast<std::size_t>(got);
      into += got;
      n -= static_cast<std::size_t>(got);
    }
  }

 private:
  int file_;
  std::size_t size_ = 0;
};
#else
// One reader at a time where the system has no reading from a place.
class FileBytes : public Bytes {
 public:
  explicit FileBytes(const std::string& path) : file_(std::fopen(path.c_str(), "rb"), &std::fclose) {
    if (!file_) throw CannotRead(std::strerror(errno));
    std::fseek(file_.get(), 0, SEEK_END);
    size_ = static_cast<std::size_t>(std::ftell(file_.get()));
  }
  std::size_t size() const override { return size_; }
  void read(std::size_t from, std::size_t n, char* into) const override {
    std::lock_guard<std::mutex> guard(lock_);
    std::fseek(file_.get(), static_cast<long>(from), SEEK_SET);
    if (std::fread(into, 1, n, file_.get()) != n) throw CannotRead(shrunk);
  }

 private:
  std::unique_ptr<FILE, int (*)(FILE*)> file_;
  mutable std::mutex lock_;
  std::size_t size_ = 0;
};
#endif

class MemoryBytes : public Bytes {
 public:
  explicit MemoryBytes(std::string text) : text_(std::move(text)) {}
  std::size_t size() const override { return text_.size(); }
  void read(std::size_t from, std::size_t n, char* into) const override {
    if (n > 0) std::memcpy(into, text_.data() + from, n);
  }

 private:
  std::string text_;
};

class RangeBytes : public Bytes {
 public:
  RangeBytes(std::string head, std::shared_ptr<const Bytes> all, std::size_t begin, std::size_t end)
      : head_(std::move(head)), all_(std::move(all)), begin_(begin), size_(head_.size() + end - begin) {
    if (end < begin || end > all_->size()) throw CannotRead(shrunk);
  }
  std::size_t size() const override { return size_; }
  void read(std::size_t from, std::size_t n, char* into) const override {
    const std::size_t of_head = from < head_.size() ? std::min(n, head_.size() - from) : 0;
    if (of_head > 0) std::memcpy(into, head_.data() + from, of_head);
    if (n > of_head) all_->read(from + of_head - head_.size() + begin_, n - of_head, into + of_head);
  }

 private:
  std::string head_;
  std::shared_ptr<const Bytes> all_;
  std::size_t begin_, size_;
};

}  // namespace

std::shared_ptr<const Bytes> bytes_of_range(std::string head, std::shared_ptr<const Bytes> all, std::size_t begin,
                                            std::size_t end) {
  return std::make_shared<RangeBytes>(std::move(head), std::move(all), begin, end);
}

std::shared_ptr<const Bytes> bytes_of_file(const std::string& path) {
  return std::make_shared<FileBytes>(path);
}

std::shared_ptr<const Bytes> bytes_in_memory(std::string text) {
  return std::make_shared<MemoryBytes>(std::move(text));
}

}  // namespace idle
