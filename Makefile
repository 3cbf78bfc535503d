# Idle Ledger. `make demo` and `make test` do all their own set-up.
setup:
	@bash tools/setup.sh

install: setup
	@bash tools/install.sh

demo: install
	@bash tools/demo.sh

test: install
	@bash tools/test.sh

# The same with every loop of made-up cases at its full length.
thorough: install
	@IDLE_THOROUGH=1 bash tools/test.sh

bench: install
	@Rscript bench/run.R

docs: install
	@Rscript tools/document.R

site: install
	@bash tools/site.sh

.PHONY: setup install demo test thorough bench docs site
