# Rewrites the bridge's exports, NAMESPACE and the help pages from the sources. Run from the root,
# with the package installed: Rscript tools/document.R
Rcpp::compileAttributes(".")
roxygen2::roxygenise(".", load_code = "installed")
