#!/usr/bin/env bash
# All tests, in as many processes as there are processors: the window first, then what is below the desk, where Qt is
# out of reach.
set -eu
cd "$(dirname "$0")/.."
export OPENBLAS_NUM_THREADS=1 # processes beside one another, each with one thread
# What one test worked out is kept for the next of its process, so a process takes up others' tests only once idle.
spread="-n auto --dist worksteal"
window=0
echo "The window:"
QT_QPA_PLATFORM=offscreen .venv/bin/python -m pytest -p no:cacheprovider $spread tests/desk "$@" || window=$?
echo "Below the desk, where importing PyQt6 fails:"
NARROW_CORNICE_NO_QT=1 .venv/bin/python -m pytest -p no:pytest-qt -p no:cacheprovider $spread -m "not desk" \
  --ignore=tests/desk "$@"
exit "$window"
