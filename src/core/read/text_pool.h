// Different texts by content, numbered from 1 in the order in which they came.
#pragma once
#include <cstdint>
#include <memory>
#include <string_view>
#include <vector>

namespace idle {

class TextPool {
 public:
  struct Text {
    std::string_view bytes;
    std::uint64_t hash;
    std::int64_t first;  // the row where it was first seen
  };

  // The number of a text; it is new if that is size() afterwards and was not before. `copy` says that the bytes
  // do not outlive the call.
  std::int32_t number(std::string_view text, std::int64_t row, bool copy = true);
  std::int32_t number(const Text& text) { return number(text.bytes, text.hash, text.first, false); }

  std::size_t size() const { return texts_.size(); }
  const std::vector<Text>& texts() const { return texts_; }

 private:
  struct Slot {
    std::uint32_t tag = 0;
    std::int32_t number = 0;  // 0: nobody's
  };
  std::int32_t number(std::string_view text, std::uint64_t hash, std::int64_t row, bool copy);
  std::string_view kept(std::string_view text);
  void grow();

  std::vector<Text> texts_;
  std::vector<Slot> slots_;
  std::vector<std::unique_ptr<char[]>> blocks_;
  std::size_t room_ = 0;
  char* next_ = nullptr;
};

}  // namespace idle
