#!/usr/bin/env bash
# SPDX-License-Identifier: GPL-3.0-or-later
# package_check.sh BUILD: packs what lies in a build folder into BUILD/package, and holds it to what Debian and the desktops
# ask for. With --install it is installed into a fresh root too (77: no such root can be made here).
set -euo pipefail
cd "$(dirname "$0")/.."
build=$1
rm -rf "$build/package"
(cd "$build" && cpack -G DEB -B package >/dev/null)
package=$(ls "$build"/package/euryth_*.deb)
desktop-file-validate data/desktop/org.euryth.Euryth.desktop
appstreamcli validate --no-net --pedantic data/desktop/org.euryth.Euryth.metainfo.xml
xmllint --noout data/desktop/euryth-mime.xml
lintian --fail-on error,warning "$package"
if [ "${2:-}" = --install ]; then
    tools/package_install.sh "$package"
fi
