#!/usr/bin/env python3
# SPDX-License-Identifier: GPL-3.0-or-later
"""Writes the reference table of lossless flow between depressions from Debian's package python3-fluids.

Air out of a large room through an opening without loss is the nozzle of ISO 5167-3 with a diameter ratio of nearly 0: mass
flow = area x expansibility x root of (2 x depression x density). The table holds that expansibility up to the critical
pressure, and is stored in tests/data/flow/nozzles.csv; run this only to make it again.
"""
import pathlib
import sys

import fluids
from fluids.compressible import P_critical_flow
from fluids.flow_meter import nozzle_expansibility

target = pathlib.Path(sys.argv[1] if len(sys.argv) > 1 else pathlib.Path(__file__).parent.parent / "tests/data/flow/nozzles.csv")
p1, kappa = 101325.0, 1.4
critical = P_critical_flow(p1, kappa)
rows = [f"# made by tools/make_nozzle_table.py with python3-fluids {fluids.__version__}", f"# critical pressure,{critical:.12g}",
        "# depression_pa,expansibility"]
for dp in (249.08891, 2490.8891, 6227.22275, 6974.48948, 15000.0, 30000.0, 37363.3365, p1 - critical):
    rows.append(f"{dp:.12g},{nozzle_expansibility(D=1.0, Do=1e-4, P1=p1, P2=p1 - dp, k=kappa):.12g}")
target.write_text("\n".join(rows) + "\n")
