#!/usr/bin/env bash
# Hostile inputs to every reader, and deaths at every step of saving: many of each, where `make test` tries a few.
set -eu
cd "$(dirname "$0")/.."
export OPENBLAS_NUM_THREADS=1 NARROW_CORNICE_NO_QT=1
exec .venv/bin/python -m pytest -p no:pytest-qt -p no:cacheprovider -n auto --dist worksteal \
  tests/hostile tests/job/test_kill.py tests/job/test_deaths.py tests/job/test_random_acts.py "$@"
