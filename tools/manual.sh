#!/bin/sh
# SPDX-License-Identifier: GPL-3.0-or-later
# Writes the manual page of euryth-cli out of its help: the calls as they are used, and what each gives.
set -eu
program=$1
out=$2
version=$("$program" --version)
"$program" help | awk -v version="$version" '
    # Roff takes a hyphen for one that may break a line, and a point or quote at the start of a line for a request.
    function plain(text) { gsub(/\\/, "\\e", text); gsub(/-/, "\\-", text); sub(/^[.\x27]/, "\\\\\\&&", text); return text }
    BEGIN {
        printf ".TH EURYTH\\-CLI 1 \"\" \"%s\" \"Euryth\"\n", version
        print ".SH NAME\neuryth\\-cli \\- work out a cylinder head\x27s ports on the command line"
        print ".SH SYNOPSIS\n.B euryth\\-cli\n.I CALL\n[\n.I JOB\n] [\n.I OPTIONS\n]"
        print ".SH CALLS"
    }
    NR == 1 || /^$/ { next }
    /^  euryth-cli / { sub(/^  euryth-cli /, ""); print ".TP\n.B " plain($0); next }
    /^      / { sub(/^ +/, ""); print plain($0); next }
    !behind { print ".SH NOTES"; behind = 1 }
    { if (behind > 1) print ".PP"; behind = 2; print plain($0) }
    END {
        print ".SH FILES\nJob files end in .euryth.json; their schemas are in /usr/share/euryth/schemas."
        print ".SH SEE ALSO\n.BR euryth (1),\n.BR euryth\\-sim (1)"
    }' > "$out"
