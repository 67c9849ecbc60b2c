#!/bin/sh
# SPDX-License-Identifier: GPL-3.0-or-later
# Writes the shell's completion of euryth-cli out of its help: calls, and what each takes.
set -eu
program=$1
out=$2
help=$("$program" --help)
{
    echo '# Made out of "euryth-cli --help".'
    echo '_euryth_cli() {'
    echo '    local word=${COMP_WORDS[COMP_CWORD]} options='
    echo '    if [ "$COMP_CWORD" -eq 1 ]; then'
    printf '        mapfile -t COMPREPLY < <(compgen -W "%s --help --version" -- "$word")\n' \
        "$(printf '%s\n' "$help" | sed -n 's/^  euryth-cli \([a-z-]*\).*/\1/p' | tr '\n' ' ' | sed 's/ $//')"
    echo '        return'
    echo '    fi'
    echo '    case ${COMP_WORDS[1]} in'
    printf '%s\n' "$help" | sed -n 's/^  euryth-cli //p' | while read -r call rest; do
        options=$(printf '%s\n' "$rest" | grep -o -- '--[a-z0-9-]*' | sort -u | tr '\n' ' ' | sed 's/ $//')
        printf '        %s) options="%s" ;;\n' "$call" "$options"
    done
    echo '    esac'
    echo '    case $word in'
    echo '        -*) mapfile -t COMPREPLY < <(compgen -W "$options --stop-after" -- "$word") ;;'
    echo '        *) mapfile -t COMPREPLY < <(compgen -f -- "$word") ;;'
    echo '    esac'
    echo '}'
    echo 'complete -o filenames -F _euryth_cli euryth-cli'
} > "$out"
