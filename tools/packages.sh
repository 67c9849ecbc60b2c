# SPDX-License-Identifier: GPL-3.0-or-later
# To be sourced: install_packages makes sure that what Euryth is built and run with is there. Debian 12 names.

euryth_packages=(
    g++ cmake ninja-build
    qt6-base-dev qt6-svg-dev libqt6opengl6-dev libgl-dev libopengl-dev libgl1-mesa-dri
    libboost-dev libboost-program-options-dev libnlopt-dev libnlopt-cxx-dev libeigen3-dev libcgal-dev libocct-data-exchange-dev nlohmann-json3-dev libexpected-dev catch2
    libpugixml-dev lib2geom-dev libdxflib-dev libcairo2-dev libfreetype-dev zlib1g-dev libzip-dev libqrencode-dev libgdk-pixbuf-2.0-dev libqt6sql6-sqlite libicu-dev pkg-config
    xvfb xauth
)

# What packing, and checking a package, takes beside these.
# shellcheck disable=SC2034  # used where this is sourced
euryth_package_tools=(
    help2man librsvg2-bin dpkg-dev lintian appstream desktop-file-utils shared-mime-info libxml2-utils debootstrap
)

install_packages() {
    local package missing=()
    for package in "${euryth_packages[@]}" "$@"; do
        dpkg-query -W -f '${Status}' "$package" 2>/dev/null | grep -q 'ok installed' || missing+=("$package")
    done
    [ ${#missing[@]} -eq 0 ] && return 0
    echo "Installing: ${missing[*]}"
    local root=()
    if [ "$(id -u)" -ne 0 ]; then
        if ! command -v sudo >/dev/null; then
            echo "These Debian packages are missing, and neither root nor sudo is at hand to install them." >&2
            return 1
        fi
        root=(sudo)
    fi
    "${root[@]}" apt-get update -q
    "${root[@]}" env DEBIAN_FRONTEND=noninteractive apt-get install -q -y --no-install-recommends "${missing[@]}"
}
