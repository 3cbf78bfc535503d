// A fingerprint of a column's contents: the same for the same values in the same order, on every
// machine, whatever the number of threads. It tells a change; it is no seal against forgery.
#pragma once
#include <cstdint>
#include <string>
#include <string_view>
#include <vector>

#include "base/parallel.h"
#include "column/column.h"

namespace idle {

std::uint64_t fingerprint(const ColumnView& column, const Work& work);

// The same in steps, for a pass that goes through a column of 8 bytes a value in any case: the
// prints of its blocks (the last may be shorter), then that of all.
constexpr std::size_t print_block = 8192;
std::uint64_t block_print(const void* values, std::size_t n);
std::uint64_t print_of_blocks(const std::vector<std::uint64_t>& blocks, std::size_t values);

// Text: codes in order of first appearance, and the prints of the texts they stand for.
std::uint64_t fingerprint(const ColumnView& codes, const std::vector<std::uint64_t>& pool,
                          const Work& work);
std::uint64_t text_print(std::string_view text);
std::string fingerprint_text(std::uint64_t print);

}  // namespace idle
