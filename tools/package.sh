#!/usr/bin/env bash
# SPDX-License-Identifier: GPL-3.0-or-later
# Builds the Debian package into build-package, and holds it to what Debian and the desktops ask for. With --install it is
# installed into a fresh root as well, and run there.
set -euo pipefail
cd "$(dirname "$0")/.."
# shellcheck source=tools/packages.sh
. tools/packages.sh
install_packages "${euryth_package_tools[@]}"
build=${EURYTH_PACKAGE_BUILD:-build-package}
cmake -S . -B "$build" -G Ninja -DBUILD_TESTING=OFF -DCMAKE_UNITY_BUILD=ON
cmake --build "$build"
tools/package_check.sh "$build"
package=$(ls -t "$build"/package/euryth_*.deb | head -1)
dpkg-deb --info "$package"
if [ "${1:-}" = --install ]; then
    tools/package_install.sh "$package"
fi
echo "$package"
