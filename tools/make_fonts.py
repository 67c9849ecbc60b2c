#!/usr/bin/env python3
# SPDX-License-Identifier: GPL-3.0-or-later
"""Makes the shipped fonts from Debian's fonts-inter: tabular figures and clearly different I, l and 1 built in.

Qt 6.4 cannot switch OpenType features on, so the wanted glyphs are moved to the plain characters here. The family gets
a name of its own, so that a copy of Inter on the user's machine does not get in the way. Needs fonts-inter and
python3-fonttools. The result is in data/fonts; run this only to make it again.
"""
import pathlib
import sys

from fontTools import subset
from fontTools.ttLib import TTFont

SOURCE = pathlib.Path("/usr/share/fonts/opentype/inter")
FAMILY = "Euryth Sans"
FEATURES = ("tnum", "cv05", "cv08")  # tabular figures; l with a tail; I with serifs
KEEP = [*range(0x20, 0x7F), *range(0xA0, 0x180), *range(0x2010, 0x2027), *range(0x2190, 0x219A),
        0x2030, 0x2032, 0x2033, 0x2080, 0x2081, 0x2082, 0x2083, 0x2212, 0x2248, 0x2260, 0x2264, 0x2265,
        0x25B2, 0x25B6, 0x25BC, 0x25C0, 0x25CF, 0x25CB, 0x2713, 0x2717, 0x2605, 0x03B1, 0x03B2, 0x03C0]


def single_substitutions(font, tag):
    gsub = font["GSUB"].table
    wanted = {i for record in gsub.FeatureList.FeatureRecord if record.FeatureTag == tag
              for i in record.Feature.LookupListIndex}
    mapping = {}
    for i in wanted:
        for table in gsub.LookupList.Lookup[i].SubTable:
            table = getattr(table, "ExtSubTable", table)
            mapping.update(getattr(table, "mapping", {}))
    return mapping


def make(style, target):
    font = TTFont(SOURCE / f"Inter-{style}.otf")
    for tag in FEATURES:
        mapping = single_substitutions(font, tag)
        for table in font["cmap"].tables:
            if hasattr(table, "cmap"):
                table.cmap.update({c: mapping[g] for c, g in table.cmap.items() if g in mapping and c < 0x80})
    options = subset.Options(layout_features=["kern", "mark", "ccmp"], name_IDs=["*"], notdef_outline=True)
    subsetter = subset.Subsetter(options)
    subsetter.populate(unicodes=KEEP)
    subsetter.subset(font)
    weight = "Bold" if style == "SemiBold" else "Regular"
    names = {1: FAMILY, 2: weight, 3: f"{FAMILY} {weight}", 4: f"{FAMILY} {weight}", 6: f"EurythSans-{weight}"}
    table = font["name"]
    for record in list(table.names):
        if record.nameID in (16, 17, 21, 22, 25):
            table.removeNames(nameID=record.nameID)
    for name_id, text in names.items():
        table.setName(text, name_id, 3, 1, 0x409)
        table.removeNames(nameID=name_id, platformID=1)
    cff = font["CFF "].cff
    cff.fontNames[0] = names[6]
    top = cff.topDictIndex[0]
    top.FamilyName, top.FullName, top.Weight = FAMILY, names[4], weight
    font["OS/2"].usWeightClass = 700 if weight == "Bold" else 400
    font["OS/2"].fsSelection = (font["OS/2"].fsSelection & ~0x61) | (0x20 if weight == "Bold" else 0x40)
    font["head"].macStyle = 1 if weight == "Bold" else 0
    font.save(target)
    print(f"{target}: {target.stat().st_size // 1024} kB")


if __name__ == "__main__":
    folder = pathlib.Path(sys.argv[1] if len(sys.argv) > 1 else pathlib.Path(__file__).parent.parent / "data/fonts")
    make("Regular", folder / "EurythSans-Regular.otf")
    make("SemiBold", folder / "EurythSans-SemiBold.otf")
