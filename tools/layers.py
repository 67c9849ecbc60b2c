#!/usr/bin/env python3
# SPDX-License-Identifier: GPL-3.0-or-later
"""The libraries and their links, from the list that CMake writes when it configures (BUILD/layers.txt).

layers.py BUILD            draws docs/layers.svg anew
layers.py BUILD --check    fails where the picture is stale, where a library uses headers of one that it does not link,
                           links one that it does not use, or links publicly what none of its public headers needs
"""
import pathlib
import re
import sys
from xml.sax.saxutils import escape

ROOT = pathlib.Path(__file__).resolve().parent.parent
# Qt begins above this line.
WITH_QT = {"app", "drawing", "kit", "survey", "shape", "probe", "cut", "shell"}


def read_layers(build):
    """name -> (folder, public links, private links), ours only."""
    layers = {}
    for line in (pathlib.Path(build) / "layers.txt").read_text().splitlines():
        name, folder, public, private = line.split("|")
        ours = lambda text: [w.removeprefix("euryth::") for w in text.split(",") if w.startswith("euryth::")]
        layers[name] = (folder, ours(public), ours(private))
    return layers


def included(folder, names):
    found = set()
    for path in sorted(pathlib.Path(folder).rglob("*.[ch]pp")):
        for top in re.findall(r'^#include "(\w+)/', path.read_text(), flags=re.M):
            if top in names:
                found.add(top)
    return found


def link_problems(layers):
    problems = []
    for name, (folder, public, private) in layers.items():
        inside = pathlib.Path(ROOT) / folder
        by_headers = included(inside / "include", layers) - {name}
        used = (by_headers | included(inside / "src", layers)) - {name}
        for other in sorted(used - set(public) - set(private)):
            problems.append(f"{name} uses {other} and does not link it")
        for other in sorted(set(public) | set(private)):
            if other not in used:
                problems.append(f"{name} links {other} and does not use it")
            elif other in public and other not in by_headers:
                problems.append(f"{name} links {other} publicly, but none of its public headers needs it")
            elif other in private and other in by_headers:
                problems.append(f"{name} links {other} privately, but its public headers need it")
    return problems


def heights(layers):
    """How many libraries lie under each on its longest way down."""
    known = {}

    def height(name):
        if name not in known:
            _, public, private = layers[name]
            known[name] = 1 + max((height(other) for other in public + private), default=-1)
        return known[name]

    for name in layers:
        height(name)
    return known


def reduced(layers):
    """Links without those that follow from others."""
    links = {name: set(public) | set(private) for name, (_, public, private) in layers.items()}

    def below(name):
        found = set(links[name])
        for other in links[name]:
            found |= below(other)
        return found

    return {name: {o for o in links[name] if not any(o in below(p) for p in links[name] if p != o)} for name in layers}


def picture(layers):
    level = heights(layers)
    rows = {}
    for name in sorted(layers):
        rows.setdefault(level[name], []).append(name)
    step_x, step_y, wide, high = 132, 74, 108, 34
    width = 24 + step_x * max(len(row) for row in rows.values())
    top = max(rows)
    height = 24 + step_y * (top + 1)
    place = {}
    for k, row in rows.items():
        left = (width - step_x * len(row)) / 2
        for i, name in enumerate(row):
            place[name] = (left + step_x * i + (step_x - wide) / 2, 16 + step_y * (top - k))
    out = [
        f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 {width} {height}" width="{width}" height="{height}" '
        'font-family="sans-serif" font-size="14">',
        "<!-- Made by tools/layers.py from CMake's own list of libraries and links. -->",
        f'<rect width="{width}" height="{height}" fill="#fbfaf7"/>',
    ]
    for name, others in reduced(layers).items():
        x, y = place[name]
        for other in sorted(others):
            a, b = place[other]
            out.append(
                f'<path d="M{x + wide / 2:g} {y + high:g} C{x + wide / 2:g} {y + high + 22:g} {a + wide / 2:g} '
                f'{b - 22:g} {a + wide / 2:g} {b:g}" fill="none" stroke="#9a938a"/>'
            )
    for name in sorted(layers):
        x, y = place[name]
        fill = "#dfe9f2" if name in WITH_QT else "#ffffff"
        out.append(f'<rect x="{x:g}" y="{y:g}" width="{wide}" height="{high}" rx="4" fill="{fill}" stroke="#5a544c"/>')
        out.append(
            f'<text x="{x + wide / 2:g}" y="{y + 22:g}" text-anchor="middle" fill="#26221d">{escape(name)}</text>'
        )
    out.append('<text x="12" y="20" fill="#5a544c" font-size="12">blue: with Qt; a line goes down to what is used</text>')
    out.append("</svg>\n")
    return "\n".join(out)


def main():
    layers = read_layers(sys.argv[1])
    svg = ROOT / "docs" / "layers.svg"
    drawn = picture(layers)
    if "--check" not in sys.argv:
        svg.write_text(drawn)
        return 0
    problems = link_problems(layers)
    if svg.read_text() != drawn:
        problems.append("docs/layers.svg is stale: run tools/layers.py BUILD")
    print("\n".join(problems))
    return 1 if problems else 0


sys.exit(main())
