#!/usr/bin/env bash
# SPDX-License-Identifier: GPL-3.0-or-later
# package_install.sh PACKAGE.deb: installs it into a fresh Debian 12 (debootstrap, as root), runs it there as a person would
# who has nothing else, and removes it again. Ends with 77 where no such root can be made: no root's rights, no network.
set -euo pipefail
package=$(realpath "$1")
if [ "$(id -u)" -ne 0 ] || ! command -v debootstrap >/dev/null; then
    echo "skipped: this takes root's rights and debootstrap"
    exit 77
fi
root=$(mktemp -d)
trap 'umount "$root/proc" 2>/dev/null; rm -rf --one-file-system "$root"' EXIT
if ! debootstrap --variant=minbase bookworm "$root" >"$root.log" 2>&1; then
    tail -5 "$root.log"
    echo "skipped: no fresh root can be made here"
    exit 77
fi
rm -f "$root.log"
# Programs find what is installed beside them by it, as on any machine that runs.
mount -t proc proc "$root/proc" || { echo "skipped: /proc cannot be mounted in a fresh root here"; exit 77; }
cp "$package" "$root/euryth.deb"
chroot "$root" apt-get update -q >/dev/null || { echo "skipped: no packages can be had in the fresh root"; exit 77; }
chroot "$root" sh -euc '
    export DEBIAN_FRONTEND=noninteractive LC_ALL=C.UTF-8 XDG_RUNTIME_DIR=/tmp QT_QPA_PLATFORM=offscreen HOME=/tmp
    say() { echo "== $*"; }
    apt-get install -q -y --no-install-recommends libglib2.0-bin desktop-file-utils shared-mime-info >/dev/null
    say "it installs, with all that it needs"
    apt-get install -q -y --no-install-recommends ./euryth.deb >/dev/null
    say "the programs run"
    job=$(dpkg -L euryth | grep "/iron-four.euryth.json$")
    euryth-cli check "$job" >/dev/null || test $? -eq 1
    euryth-cli export "$job" --sheet customer --to /tmp/sheet.pdf
    head -c 5 /tmp/sheet.pdf | grep -q "%PDF-"
    euryth-cli export "$job" --port I1 --to /tmp/port.step
    head -c 13 /tmp/port.step | grep -q "ISO-10303-21;"
    euryth-sim --help >/dev/null
    euryth --demo --until-shown
    say "a job is known by its kind, and Euryth opens it"
    cp "$job" /tmp/mine.euryth.json
    kind=$(gio info -a standard::content-type /tmp/mine.euryth.json | sed -n "s/.*content-type: //p")
    echo "$kind"
    gio mime "$kind" | grep -q org.euryth.Euryth.desktop
    desktop-file-validate /usr/share/applications/org.euryth.Euryth.desktop
    say "manual pages, completion, schemas and handbook are there"
    for file in man/man1/euryth.1.gz man/man1/euryth-cli.1.gz man/man1/euryth-sim.1.gz bash-completion/completions/euryth-cli \
            euryth/schemas/job.schema.json metainfo/org.euryth.Euryth.metainfo.xml; do
        test -s "/usr/share/$file"
    done
    test -n "$(ls /usr/share/euryth/handbook)"
    say "it goes without traces"
    rm -f /tmp/mine.euryth.json /tmp/sheet.pdf /tmp/port.step
    apt-get purge -q -y euryth >/dev/null
    test -z "$(find / -xdev \( -path /proc -o -path /sys -o -path /tmp -o -path /var \) -prune -o -iname "*euryth*" -print | grep -v "^/euryth.deb$")"
    test -z "$(find /var/lib/dpkg/info -name "euryth*")"
'
echo "installed, run and removed: $(basename "$package")"
