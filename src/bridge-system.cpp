// What the program needs of the system: signals, and what stands at a path; and texts for a page.
#include "bridge.h"
#include "core/base/file_kind.h"
#include "core/text/escape_text.h"

#ifndef _WIN32
#include <csignal>
#include <fcntl.h>
#include <unistd.h>
#endif

namespace {

#ifndef _WIN32
// Nobody reads on: what is still to be written goes nowhere, and the work comes to its end.
void write_nowhere(int) {
  const int nowhere = open("/dev/null", O_WRONLY);
  if (nowhere < 0) return;
  dup2(nowhere, STDOUT_FILENO);
  close(nowhere);
}
#endif

}  // namespace

// For the program alone: a wish to stop that came while R was starting is heard from here on, a
// reader that went away is no error, and a file that is too large is one that can be told.
// [[Rcpp::export(rng = false)]]
void core_listen() {
#ifndef _WIN32
  std::signal(SIGPIPE, write_nowhere);
  std::signal(SIGXFSZ, SIG_IGN);
  sigset_t stop;
  sigemptyset(&stop);
  sigaddset(&stop, SIGINT);
  pthread_sigmask(SIG_UNBLOCK, &stop, nullptr);
#endif
}

// [[Rcpp::export(rng = false)]]
std::string core_file_kind(std::string path) { return idle::file_kind(path); }

// [[Rcpp::export(rng = false)]]
Rcpp::CharacterVector core_escape_text(Rcpp::CharacterVector x) {
  Rcpp::CharacterVector out = x;
  bool own = false;
  for (R_xlen_t i = 0; i < x.size(); ++i) {
    const SEXP text = STRING_ELT(x, i);
    if (text == NA_STRING) continue;
    const std::string_view bytes(CHAR(text), LENGTH(text));
    if (idle::is_plain_text(bytes)) continue;
    if (!own) out = Rcpp::clone(x);
    own = true;
    const std::string written = idle::escape_text(bytes);
    SET_STRING_ELT(out, i, Rf_mkCharLenCE(written.data(), static_cast<int>(written.size()), CE_UTF8));
  }
  return out;
}

// The bytes of memory that the machine has; 4 GB where the system does not say.
// [[Rcpp::export(rng = false)]]
double core_memory_of_machine() {
#if defined(_SC_PHYS_PAGES) && defined(_SC_PAGESIZE)
  const double pages = static_cast<double>(sysconf(_SC_PHYS_PAGES));
  if (pages > 0) return pages * static_cast<double>(sysconf(_SC_PAGESIZE));
#endif
  return 4e9;
}
