#!/usr/bin/env python3
# SPDX-License-Identifier: GPL-3.0-or-later
"""Writes the reference table of friction factors, bend and mouth losses from Debian's package python3-fluids.

The table is stored with its origin in tests/data/flow/losses.csv; run this only to make it again.
Friction: Colebrook, solved by the package. Bends: method 'Rennels' of fluids.fittings.bend_rounded. Mouths: method 'Rennels' of fluids.fittings.entrance_rounded.
"""
import pathlib
import sys

import fluids
from fluids.fittings import bend_rounded, entrance_rounded
from fluids.friction import Colebrook

target = pathlib.Path(sys.argv[1] if len(sys.argv) > 1 else pathlib.Path(__file__).parent.parent / "tests/data/flow/losses.csv")
rows = [f"# made by tools/make_loss_table.py with python3-fluids {fluids.__version__}",
        "# friction,Re,relative_roughness,f | bend,radius_over_diameter,angle_deg,f,K | mouth,radius_over_diameter,K"]
for re in (5e3, 4e4, 1e5, 3e5, 1e6):
    for rough in (1e-5, 1e-4, 1e-3, 5e-3, 2e-2):
        rows.append(f"friction,{re:g},{rough:g},{Colebrook(re, rough):.12g}")
for radius in (0.6, 0.8, 1.0, 1.5, 3.0):
    for angle in (15, 45, 75, 90):
        for f in (0.015, 0.025):
            k = bend_rounded(Di=0.04, angle=angle, fd=f, rc=radius * 0.04, method="Rennels")
            rows.append(f"bend,{radius:g},{angle:g},{f:g},{k:.12g}")
for radius in (1e-6, 0.02, 0.05, 0.1, 0.2, 0.5, 0.9, 1.2):
    k = entrance_rounded(Di=0.04, rc=radius * 0.04, method="Rennels")
    rows.append(f"mouth,{radius:g},{k:.12g}")
target.write_text("\n".join(rows) + "\n")
