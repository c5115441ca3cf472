#!/usr/bin/env bash
# Installs the program under PREFIX (and DESTDIR, for packagers): its packages in a folder of its own, the command, what
# the desktop knows of it, its manual page and the completion of the shell.
set -eu
cd "$(dirname "$0")/.."
prefix=${PREFIX:-/usr/local}
root=${DESTDIR:-}$prefix
own=lib/narrow-cornice

mkdir -p "$root/$own" "$root/bin"
if [ "${WITHOUT_PACKAGES:-}" != 1 ]; then
  .venv/bin/python -m pip install --quiet --disable-pip-version-check --require-hashes --upgrade \
    --target "$root/$own" -r requirements.txt
fi
rm -rf "$root/$own/narrow_cornice"
cp -R src/narrow_cornice "$root/$own/narrow_cornice"
find "$root/$own/narrow_cornice" -name __pycache__ -prune -exec rm -rf {} +
.venv/bin/python -m compileall -q "$root/$own/narrow_cornice"

interpreter=$(.venv/bin/python -c 'import sys; print(sys._base_executable or sys.executable)')
cat >"$root/bin/narrow-cornice" <<EOF
#!/bin/sh
PYTHONPATH="$prefix/$own\${PYTHONPATH:+:\$PYTHONPATH}" exec "$interpreter" -c 'import sys; from narrow_cornice.cli import main; sys.exit(main())' "\$@"
EOF
chmod 755 "$root/bin/narrow-cornice"

install -Dm644 packaging/narrow-cornice.desktop "$root/share/applications/narrow-cornice.desktop"
install -Dm644 packaging/narrow-cornice.metainfo.xml "$root/share/metainfo/narrow-cornice.metainfo.xml"
install -Dm644 packaging/narrow-cornice.xml "$root/share/mime/packages/narrow-cornice.xml"
install -Dm644 packaging/narrow-cornice.1 "$root/share/man/man1/narrow-cornice.1"
install -Dm644 packaging/narrow-cornice.bash "$root/share/bash-completion/completions/narrow-cornice"
install -Dm644 src/narrow_cornice/data/narrow-cornice.svg "$root/share/icons/hicolor/scalable/apps/narrow-cornice.svg"
QT_QPA_PLATFORM=offscreen .venv/bin/python scripts/icons.py "$root/share/icons/hicolor"

if [ -z "${DESTDIR:-}" ]; then
  for update in "update-mime-database $root/share/mime" "update-desktop-database $root/share/applications" \
    "gtk-update-icon-cache -q $root/share/icons/hicolor"; do
    command -v "${update%% *}" >/dev/null 2>&1 && $update >/dev/null 2>&1 || true
  done
fi
echo "Installed: $root/bin/narrow-cornice"
