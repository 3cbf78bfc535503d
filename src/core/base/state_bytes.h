// States as bytes: little-endian whatever the machine, and read back with every length checked.
#pragma once
#include <cstdint>
#include <cstring>
#include <stdexcept>
#include <string>
#include <string_view>
#include <type_traits>

namespace idle {

struct BadState : std::runtime_error {
  using std::runtime_error::runtime_error;
};

// Whether numbers lie in memory as they are written.
inline bool is_little_endian() {
  const std::uint16_t one = 1;
  unsigned char first;
  std::memcpy(&first, &one, 1);
  return first == 1;
}

class StateWriter {
 public:
  template <typename T>
  void put(T value) {
    put_all(&value, 1);
  }
  // Numbers one after another, without their count.
  template <typename T>
  void put_all(const T* values, std::size_t n) {
    static_assert(std::is_trivially_copyable<T>::value, "only plain numbers are written");
    const std::size_t at = bytes_.size();
    if (n > 0) bytes_.append(reinterpret_cast<const char*>(values), n * sizeof(T));
    if (!is_little_endian()) turn(&bytes_[at], n, sizeof(T));
  }
  void put_text(std::string_view text) {
    put(static_cast<std::uint32_t>(text.size()));
    bytes_.append(text);
  }
  std::string take() { return std::move(bytes_); }
  const std::string& bytes() const { return bytes_; }

  // Each of n numbers of so many bytes the other way round.
  static void turn(char* bytes, std::size_t n, std::size_t width);

 private:
  std::string bytes_;
};

class StateReader {
 public:
  explicit StateReader(std::string_view bytes) : rest_(bytes) {}
  template <typename T>
  T get() {
    T value;
    get_all(&value, 1);
    return value;
  }
  template <typename T>
  void get_all(T* values, std::size_t n) {
    need(n, sizeof(T));
    if (n > 0) std::memcpy(values, rest_.data(), n * sizeof(T));
    if (!is_little_endian()) StateWriter::turn(reinterpret_cast<char*>(values), n, sizeof(T));
    rest_.remove_prefix(n * sizeof(T));
  }
  std::string get_text();
  // A number that has to lie between two others.
  template <typename T>
  T get_within(T least, T most) {
    const T value = get<T>();
    if (value < least || value > most) throw BadState("a number in it is out of its range");
    return value;
  }
  // Throws unless so many numbers of so many bytes are still to come.
  void need(std::size_t n, std::size_t width) const {
    if (n > rest_.size() / width) throw BadState("it ends too early");
  }
  std::size_t left() const { return rest_.size(); }
  void end() const {
    if (!rest_.empty()) throw BadState("there is more in it than there should be");
  }

 private:
  std::string_view rest_;
};

// A print of some bytes that tells whether one of them has changed; the same on every machine.
std::uint64_t checksum(std::string_view bytes);

// Bytes with a mark, the version of their form, their length and their checksum before them; and back.
std::string sealed_state(std::string bytes, std::uint32_t version);
std::string_view opened_state(std::string_view sealed, std::uint32_t newest);

}  // namespace idle
