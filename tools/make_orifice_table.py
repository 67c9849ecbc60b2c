#!/usr/bin/env python3
# SPDX-License-Identifier: GPL-3.0-or-later
"""Writes the reference table of orifice plates from Debian's package python3-fluids.

Discharge coefficient (Reader-Harris & Gallagher), expansibility and mass flow of ISO 5167 as the package has them, for air
of a given density and viscosity. The table is stored in tests/data/flow/orifices.csv; run this only to make it again.
"""
import pathlib
import sys

import fluids
from fluids.flow_meter import C_Reader_Harris_Gallagher, orifice_expansibility

target = pathlib.Path(sys.argv[1] if len(sys.argv) > 1 else pathlib.Path(__file__).parent.parent / "tests/data/flow/orifices.csv")
rows = [f"# made by tools/make_orifice_table.py with python3-fluids {fluids.__version__}",
        "# taps,pipe_mm,hole_mm,density,viscosity,pressure,difference,C,epsilon,kg_s"]
p1, rho, mu = 101325.0, 1.2041, 1.8134e-5
for taps in ("corner", "D and D/2", "flange"):
    for pipe, hole in ((0.1, 0.05), (0.06, 0.03), (0.15, 0.1), (0.3, 0.2), (0.08, 0.02)):
        for dp in (500.0, 6974.49, 15000.0):
            eps = orifice_expansibility(D=pipe, Do=hole, P1=p1, P2=p1 - dp, k=1.4)
            m = 0.01
            for _ in range(60):
                c = C_Reader_Harris_Gallagher(D=pipe, Do=hole, rho=rho, mu=mu, m=m, taps=taps)
                b4 = (hole / pipe) ** 4
                m = c / (1 - b4) ** 0.5 * eps * 3.141592653589793 / 4 * hole ** 2 * (2 * dp * rho) ** 0.5
            rows.append(f"{taps},{pipe * 1e3:g},{hole * 1e3:g},{rho:g},{mu:g},{p1:g},{dp:g},{c:.12g},{eps:.12g},{m:.12g}")
target.write_text("\n".join(rows) + "\n")
