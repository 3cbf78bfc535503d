// The bytes of a file, or of a text in memory, read piece by piece. No file is mapped: one that shrinks while
// it is read is an error, not the end of the process.
#pragma once
#include <cstddef>
#include <memory>
#include <stdexcept>
#include <string>
#include <string_view>

namespace idle {

struct CannotRead : std::runtime_error {
  using std::runtime_error::runtime_error;
};

class Bytes {
 public:
  virtual ~Bytes() = default;
  virtual std::size_t size() const = 0;
  // Copies [from, from + n), which lies within; any thread may ask.
  virtual void read(std::size_t from, std::size_t n, char* into) const = 0;
};

// Throws CannotRead.
std::shared_ptr<const Bytes> bytes_of_file(const std::string& path);
std::shared_ptr<const Bytes> bytes_in_memory(std::string text);
// A head line, and behind it the bytes [begin, end) of others.
std::shared_ptr<const Bytes> bytes_of_range(std::string head, std::shared_ptr<const Bytes> all, std::size_t begin,
                                            std::size_t end);

// What was compressed as gzip: several members in a row, each with its trailer checked. Throws CannotRead where
// it is cut off or damaged, or when it grows beyond `most` bytes.
std::shared_ptr<const Bytes> unpacked(const Bytes& packed, std::size_t most);

// Memory for a piece. Behind it one byte may be written that ends it, and 64 may be looked at.
class Scratch {
 public:
  char* of(std::size_t n) {
    if (n + behind > size_) {
      size_ = n + behind + n / 8;
      memory_.reset(new char[size_]());
    }
    return memory_.get();
  }
  static constexpr std::size_t behind = 128;

 private:
  std::unique_ptr<char[]> memory_;
  std::size_t size_ = 0;
};

}  // namespace idle
