#!/usr/bin/env bash
# All tests: below the desk with Qt out of reach, then the window itself.
set -eu
cd "$(dirname "$0")/.."
echo "Below the desk, where importing PyQt6 fails:"
NARROW_CORNICE_NO_QT=1 .venv/bin/python -m pytest -p no:pytest-qt -p no:cacheprovider -m "not desk" --ignore=tests/desk "$@"
echo "The window:"
QT_QPA_PLATFORM=offscreen .venv/bin/python -m pytest -p no:cacheprovider tests/desk "$@"
