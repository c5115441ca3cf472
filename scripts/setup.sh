#!/usr/bin/env bash
# Makes .venv and the system libraries a Qt window needs. Does nothing when nothing changed.
set -eu
cd "$(dirname "$0")/.."
stamp=.venv/.ready
want=$(cat requirements.txt pyproject.toml scripts/setup.sh | sha256sum | cut -d' ' -f1)
# Compiled here, since a start that has to compile takes half as long again.
compiled() { .venv/bin/python -m compileall -q -j 0 src/narrow_cornice; }
if [ -f "$stamp" ] && [ "$(cat "$stamp")" = "$want" ]; then
  compiled
  exit 0
fi

python=""
for candidate in python3.11 python3.12 python3.13 python3; do
  if command -v "$candidate" >/dev/null 2>&1 &&
    "$candidate" -c 'import sys, venv, ensurepip; sys.exit(sys.version_info < (3, 11))' >/dev/null 2>&1; then
    python=$candidate
    break
  fi
done
if [ -z "$python" ]; then
  echo "Python 3.11 or newer with venv is needed: on Debian, install python3 and python3-venv." >&2
  exit 1
fi

[ -x .venv/bin/python ] || "$python" -m venv .venv
echo "Setting up: Python packages (once)" >&2
# Compiled after that by all processors at once: what a start needs, not what is seldom or never imported.
.venv/bin/python -m pip install --quiet --no-compile --disable-pip-version-check --require-hashes -r requirements.txt
.venv/bin/python -m compileall -q -j 0 -x '/(pandas|ortools|mypy|pip|setuptools|tests?)/' .venv/lib >/dev/null || true
.venv/bin/python -m pip install --quiet --disable-pip-version-check --no-deps --no-build-isolation -e .

scripts/system_libraries.sh
compiled
echo "$want" >"$stamp"
