#!/usr/bin/env bash
# Opens the demo job; with no monitor, a real window on a virtual screen whose pictures it leaves behind.
set -eu
cd "$(dirname "$0")/.."
if [ -n "${DISPLAY:-}${WAYLAND_DISPLAY:-}" ]; then exec .venv/bin/narrow-cornice demo; fi
mkdir -p build/pictures
echo "There is no monitor: the window opens on a virtual screen, its pictures go to $PWD/build/pictures"
scripts/on_screen.sh .venv/bin/narrow-cornice demo --pictures build/pictures
