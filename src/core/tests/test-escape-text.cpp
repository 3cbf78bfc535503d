// Texts for a page: every code point that would move, hide or turn is written out, all others stay.
#include <doctest/doctest.h>
#include <random>
#include <string>

#include "base/file_kind.h"
#include "text/encode.h"
#include "text/escape_text.h"

using namespace idle;

TEST_CASE("what is unfit is written out, what is fit stays as it is") {
  CHECK(escape_text("plain, with \\ and ~") == "plain, with \\ and ~");
  CHECK(escape_text("a\nb\tc\rd\033[1m\177") == "a\\nb\\tc\\rd\\x1b[1m\\x7f");
  CHECK(escape_text("\u00e9\u0627\U0001F600") == "\u00e9\u0627\U0001F600");
  CHECK(escape_text("x\u202ey\u200bz\ufeff") == "x\\u202ey\\u200bz\\ufeff");
  CHECK(escape_text("\xef\xbf\xbe\xc3") == "\\ufffe\\xc3");
  CHECK(escape_text("\xc2\x9b") == "\\x9b");
  CHECK(escape_text("\U000E0041") == "\\U000e0041");
  CHECK(escape_text("\xed\xa0\x80\xc0\xaf") == "\\xed\\xa0\\x80\\xc0\\xaf");
  CHECK(is_plain_text("\u00e9"));
  CHECK_FALSE(is_plain_text("\n"));
}

TEST_CASE("random bytes become valid texts, which stay the same from then on") {
  std::mt19937_64 random(3);
  for (int round = 0; round < 5000; ++round) {
    std::string text(random() % 24, ' ');
    for (char& byte : text) {
      byte = static_cast<char>(random() % 3 == 0 ? 0x80 | random() % 0x80 : random() % 0x80);
    }
    const std::string written = escape_text(text);
    CHECK(is_valid_utf8(written));
    CHECK(is_plain_text(written));
    CHECK(escape_text(written) == written);
    CHECK(is_plain_text(text) == (written == text));
  }
}

TEST_CASE("what stands at a path is told apart") {
  CHECK(file_kind("/") == "folder");
  CHECK(file_kind("/dev/null") == "device");
  CHECK(file_kind("/no/such/file") == "nothing");
}
