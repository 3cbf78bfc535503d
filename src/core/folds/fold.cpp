#include "folds/fold.h"

#include <map>
#include <stdexcept>

namespace idle {

namespace {

struct Known {
  RegisteredFold::Make make;
  RegisteredFold::Load load;
};

std::map<std::string, Known>& known_folds() {
  static std::map<std::string, Known> folds;
  return folds;
}

}  // namespace

RegisteredFold::RegisteredFold(const char* name, Make make, Load load) { known_folds()[name] = {make, load}; }

std::unique_ptr<Fold> make_fold(const std::string& name, const FoldWish& wish) {
  const auto found = known_folds().find(name);
  if (found == known_folds().end()) throw std::invalid_argument("no fold is called " + name);
  return found->second.make(wish);
}

std::unique_ptr<Fold> load_fold(const std::string& name, StateReader& from, std::size_t groups) {
  const auto found = known_folds().find(name);
  if (found == known_folds().end()) throw BadState("it holds a fold that is not known: " + name);
  return found->second.load(from, groups);
}

}  // namespace idle
