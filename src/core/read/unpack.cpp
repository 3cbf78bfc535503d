#include <zlib.h>

#include <algorithm>

#include "base/parallel.h"
#include "read/bytes.h"

namespace idle {

namespace {

constexpr std::size_t piece = std::size_t{1} << 20;

// zlib checks the sum and the length that stand at the end of each member.
class Unpacker {
 public:
  explicit Unpacker(std::size_t most) : most_(most) {
    if (inflateInit2(&stream_, 15 + 16) != Z_OK) throw CannotRead("there is no memory to unpack it");
  }
  ~Unpacker() { inflateEnd(&stream_); }
  Unpacker(const Unpacker&) = delete;
  Unpacker& operator=(const Unpacker&) = delete;

  void add(char* packed, std::size_t n) {
    stream_.next_in = reinterpret_cast<Bytef*>(packed);
    stream_.avail_in = static_cast<uInt>(n);
    while (stream_.avail_in > 0) {
      if (ended_) inflateReset(&stream_);
      ended_ = false;
      step();
    }
  }

  std::string finish() {
    if (!ended_) throw CannotRead("it is cut off: the end of the compressed data is missing");
    return std::move(text_);
  }

 private:
  void step() {
    stream_.next_out = reinterpret_cast<Bytef*>(out_.of(piece));
    stream_.avail_out = static_cast<uInt>(piece);
    const int state = inflate(&stream_, Z_NO_FLUSH);
    text_.append(reinterpret_cast<const char*>(out_.of(piece)), piece - stream_.avail_out);
    if (text_.size() > most_) throw CannotRead("unpacked, it is larger than memory allows");
    check_stop();
    if (state == Z_STREAM_END) {
      ended_ = true;
    } else if (state != Z_OK && state != Z_BUF_ERROR) {
      throw CannotRead(std::string("its compressed data are damaged (") +
                       (stream_.msg == nullptr ? "unknown" : stream_.msg) + ")");
    }
  }

  z_stream stream_{};
  Scratch out_;
  std::string text_;
  std::size_t most_;
  bool ended_ = false;
};

}  // namespace

std::shared_ptr<const Bytes> unpacked(const Bytes& packed, std::size_t most) {
  Unpacker unpacker(most);
  Scratch scratch;
  for (std::size_t at = 0; at < packed.size(); at += piece) {
    const std::size_t n = std::min(piece, packed.size() - at);
    packed.read(at, n, scratch.of(n));
    unpacker.add(scratch.of(n), n);
  }
  return bytes_in_memory(unpacker.finish());
}

}  // namespace idle
