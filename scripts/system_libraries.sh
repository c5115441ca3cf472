#!/usr/bin/env bash
# Installs what Qt's X11 plugin and a virtual screen need and this machine lacks; asks for it where it may not.
set -eu
cd "$(dirname "$0")/.."

plugins=$(.venv/bin/python -c 'import pathlib, PyQt6; print(pathlib.Path(PyQt6.__file__).parent / "Qt6/plugins/platforms")')
packages_of() { # the Debian package that brings a library
  case $1 in
    libxcb-icccm.so.4) echo libxcb-icccm4 ;;
    libxcb-keysyms.so.1) echo libxcb-keysyms1 ;;
    libxcb-cursor.so.0) echo libxcb-cursor0 ;;
    libxcb-image.so.0) echo libxcb-image0 ;;
    libxcb-render-util.so.0) echo libxcb-render-util0 ;;
    libxcb-util.so.1) echo libxcb-util1 ;;
    libxcb-xinerama.so.0) echo libxcb-xinerama0 ;;
    libxcb-xkb.so.1) echo libxcb-xkb1 ;;
    libxcb-shape.so.0) echo libxcb-shape0 ;;
    libxcb-randr.so.0) echo libxcb-randr0 ;;
    libxcb-render.so.0) echo libxcb-render0 ;;
    libxcb-shm.so.0) echo libxcb-shm0 ;;
    libxcb-sync.so.1) echo libxcb-sync1 ;;
    libxcb-xfixes.so.0) echo libxcb-xfixes0 ;;
    libxcb.so.1) echo libxcb1 ;;
    libX11-xcb.so.1) echo libx11-xcb1 ;;
    libX11.so.6) echo libx11-6 ;;
    libxkbcommon-x11.so.0) echo libxkbcommon-x11-0 ;;
    libxkbcommon.so.0) echo libxkbcommon0 ;;
    libEGL.so.1) echo libegl1 ;;
    libGL.so.1) echo libgl1 ;;
    libGLX.so.0) echo libglx0 ;;
    libOpenGL.so.0) echo libopengl0 ;;
    libdbus-1.so.3) echo libdbus-1-3 ;;
    libfontconfig.so.1) echo libfontconfig1 ;;
    libfreetype.so.6) echo libfreetype6 ;;
    libglib-2.0.so.0 | libgthread-2.0.so.0) echo libglib2.0-0 ;;
    libSM.so.6) echo libsm6 ;;
    libICE.so.6) echo libice6 ;;
    libz.so.1) echo zlib1g ;;
    *) echo "" ;;
  esac
}

missing_libraries() {
  # Qt's own libraries find each other by their place, so only what ldd calls "not found" is the system's.
  for library in "$plugins"/libqxcb.so "$plugins"/libqoffscreen.so "$plugins"/../../lib/libQt6Gui.so.6 \
    "$plugins"/../../lib/libQt6Widgets.so.6 "$plugins"/../../lib/libQt6PrintSupport.so.6; do
    [ -e "$library" ] && ldd "$library" | awk '/not found/ { print $1 }'
  done | sort -u
}

needed=""
unknown=""
for library in $(missing_libraries); do
  package=$(packages_of "$library")
  if [ -n "$package" ]; then needed="$needed $package"; else unknown="$unknown $library"; fi
done
command -v Xvfb >/dev/null 2>&1 || [ -n "${DISPLAY:-}${WAYLAND_DISPLAY:-}" ] || needed="$needed xvfb"
if [ -n "$unknown" ]; then echo "Qt misses these libraries, of a package not known here:$unknown" >&2; fi
[ -n "$needed" ] || exit 0

sudo=""
if [ "$(id -u)" -ne 0 ]; then
  if command -v sudo >/dev/null 2>&1 && sudo -n true 2>/dev/null; then
    sudo="sudo -n"
  else
    echo "Please install these system packages, then run again:$needed" >&2
    exit 1
  fi
fi
if ! command -v apt-get >/dev/null 2>&1; then
  echo "Please install what these Debian packages hold, then run again:$needed" >&2
  exit 1
fi
echo "Setting up: system libraries for the window (once):$needed" >&2
$sudo apt-get update -qq >/dev/null
# shellcheck disable=SC2086 # the list is meant to fall apart into words
DEBIAN_FRONTEND=noninteractive $sudo apt-get install -y -qq --no-install-recommends $needed >/dev/null
# What a new library needs in turn is installed with it; anything still missing is worth saying.
left=$(missing_libraries)
if [ -n "$left" ]; then echo "Still missing for Qt: $left" >&2; exit 1; fi
