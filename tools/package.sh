#!/usr/bin/env bash
# SPDX-License-Identifier: GPL-3.0-or-later
# Builds the Debian package into build-package, and holds it to what Debian and the desktops ask for. With --install it is
# installed into a fresh root as well (debootstrap, as root) and run there.
set -euo pipefail
cd "$(dirname "$0")/.."
# shellcheck source=tools/packages.sh
. tools/packages.sh
install_packages help2man librsvg2-bin dpkg-dev lintian appstream desktop-file-utils shared-mime-info libxml2-utils
build=${EURYTH_PACKAGE_BUILD:-build-package}
cmake -S . -B "$build" -G Ninja -DBUILD_TESTING=OFF -DCMAKE_UNITY_BUILD=ON
cmake --build "$build"
(cd "$build" && cpack -G DEB)
package=$(ls -t "$build"/euryth_*.deb | head -1)
desktop-file-validate data/desktop/org.euryth.Euryth.desktop
appstreamcli validate --no-net --pedantic data/desktop/org.euryth.Euryth.metainfo.xml
xmllint --noout data/desktop/euryth-mime.xml
lintian --fail-on error "$package"
dpkg-deb --info "$package"
if [ "${1:-}" = --install ]; then
    install_packages debootstrap
    root=$(mktemp -d)
    trap 'rm -rf "$root"' EXIT
    debootstrap --variant=minbase bookworm "$root"
    cp "$package" "$root/euryth.deb"
    chroot "$root" sh -euc '
        apt-get update -q
        apt-get install -q -y --no-install-recommends ./euryth.deb
        job=$(dpkg -L euryth | grep "iron-four.euryth.json$")
        euryth-cli check "$job"
        euryth-cli export "$job" --sheet customer --to sheet.pdf
        QT_QPA_PLATFORM=offscreen euryth --demo --until-shown
        apt-get purge -q -y euryth
        test ! -e "$job" && test ! -e "$(dirname "$job")"'
fi
echo "$package"
