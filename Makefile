# The two commands of the README are `make demo` and `make test`; both set everything up themselves.
.PHONY: thorough fuzz demo test lint bench pictures schema setup install

VENV := .venv

setup:
	@scripts/setup.sh

demo: setup
	@scripts/demo.sh

test: setup
	@scripts/test.sh

thorough: setup
	@NARROW_CORNICE_THOROUGH=1 scripts/test.sh

lint: setup
	@$(VENV)/bin/ruff check src tests benchmarks
	@$(VENV)/bin/ruff format --check src tests benchmarks
	@$(VENV)/bin/mypy
	@$(VENV)/bin/lint-imports

bench: setup
	@scripts/on_screen.sh $(VENV)/bin/python benchmarks/benchmarks.py $(PARTS)

pictures: setup
	@scripts/on_screen.sh $(VENV)/bin/narrow-cornice demo --pictures docs/screenshots

install: setup
	@PREFIX="$(or $(PREFIX),/usr/local)" DESTDIR="$(DESTDIR)" scripts/install.sh

schema: setup
	@$(VENV)/bin/python -c 'import sys; from narrow_cornice.job.file import job_schema; sys.stdout.buffer.write(job_schema())' \
	  | tee docs/file-format/job.schema.json >src/narrow_cornice/data/job.schema.json

fuzz: setup
	@NARROW_CORNICE_FUZZ=$(or $(INPUTS),10000) NARROW_CORNICE_KILLS=$(or $(KILLS),10000) NARROW_CORNICE_ACTS=$(or $(ACTS),100000) scripts/fuzz.sh
