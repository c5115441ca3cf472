#!/usr/bin/env bash
# All tests: below the desk with Qt out of reach, and the window itself, side by side.
set -eu
cd "$(dirname "$0")/.."
export OPENBLAS_NUM_THREADS=1 # two processes beside one another, each with one thread
said=$(mktemp)
trap 'rm -f "$said"' EXIT
NARROW_CORNICE_NO_QT=1 .venv/bin/python -m pytest -p no:pytest-qt -p no:cacheprovider -m "not desk" --ignore=tests/desk "$@" \
  >"$said" 2>&1 &
below=$!
echo "The window:"
window=0
QT_QPA_PLATFORM=offscreen .venv/bin/python -m pytest -p no:cacheprovider tests/desk "$@" || window=$?
core=0
wait "$below" || core=$?
echo "Below the desk, where importing PyQt6 fails:"
cat "$said"
[ "$window" -eq 0 ] || exit "$window"
exit "$core"
