#!/usr/bin/env bash
# Runs a command with a screen: the one there is, else a virtual one that ends with the command.
set -eu
if [ -n "${DISPLAY:-}${WAYLAND_DISPLAY:-}" ]; then exec "$@"; fi
if ! command -v Xvfb >/dev/null 2>&1; then
  QT_QPA_PLATFORM=offscreen exec "$@"
fi
number=$(mktemp)
Xvfb -displayfd 3 -screen 0 1600x1000x24 -nolisten tcp 3>"$number" >/dev/null 2>&1 &
server=$!
trap 'kill $server 2>/dev/null; rm -f "$number"' EXIT
for _ in $(seq 100); do [ -s "$number" ] && break; sleep 0.05; done
if [ ! -s "$number" ]; then echo "The virtual screen did not start." >&2; exit 1; fi
DISPLAY=":$(tr -d '\n' <"$number")" QT_QPA_PLATFORM=xcb "$@"
