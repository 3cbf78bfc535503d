#include "folds/fold.h"

#include <map>
#include <stdexcept>

namespace idle {

namespace {

std::map<std::string, RegisteredFold::Make>& known_folds() {
  static std::map<std::string, RegisteredFold::Make> folds;
  return folds;
}

}  // namespace

RegisteredFold::RegisteredFold(const char* name, Make make) { known_folds()[name] = make; }

std::unique_ptr<Fold> make_fold(const std::string& name, const FoldWish& wish) {
  const auto found = known_folds().find(name);
  if (found == known_folds().end()) throw std::invalid_argument("no fold is called " + name);
  return found->second(wish);
}

}  // namespace idle
