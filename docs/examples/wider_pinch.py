#!/usr/bin/env python3
# SPDX-License-Identifier: GPL-3.0-or-later
"""Reads a job, opens a port at its pinch by half a millimetre a side, and tells what that does.

    wider_pinch.py JOB.euryth.json PORT [NEW.euryth.json]

It needs nothing but Python and euryth-cli (EURYTH_CLI names another one). The file given is never changed; with a third
name the changed job is written there. Keys that this program does not know are kept, as Euryth keeps them.
"""

import json
import os
import subprocess
import sys
import tempfile

CLI = os.environ.get("EURYTH_CLI", "euryth-cli")


def ask(*arguments):
    """What a call of euryth-cli says, as a value; its own words where it cannot."""
    done = subprocess.run([CLI, *arguments], capture_output=True, text=True)
    if done.returncode != 0:
        sys.exit(done.stderr.strip() or f"{CLI} ended with {done.returncode}")
    return json.loads(done.stdout) if done.stdout.strip().startswith("{") else done.stdout


def port_of(job, name):
    for port in job["ports"]:
        if port["id"] == name:
            return port
    sys.exit(f"the job has no port {name}; it has {', '.join(p['id'] for p in job['ports'])}")


def widen(port, s_mm, by_mm):
    """The station at a distance from the window gets wider; an outline or an area is left as it is."""
    for station in port["stations"]:
        section = station["section"]
        if abs(station["s_mm"] - s_mm) < 0.05 and section["shape"] == "rounded-rectangle":
            section["width_mm"] = round(section["width_mm"] + by_mm, 3)
            return section["width_mm"]
    sys.exit(f"no calipered station {s_mm} mm from the window")


def main():
    if len(sys.argv) not in (3, 4):
        sys.exit(__doc__)
    path, name = sys.argv[1:3]
    ask("check", path)
    before = ask("areas", path, "--port", name)
    with open(path, encoding="utf-8") as file:
        job = json.load(file)
    port = port_of(job, name)
    pinch = min(before["stations"], key=lambda station: station["net_area_mm2"])
    width = widen(port, pinch["s_mm"], 1.0)

    with tempfile.TemporaryDirectory() as folder:
        changed = sys.argv[3] if len(sys.argv) == 4 else os.path.join(folder, "changed.euryth.json")
        with open(changed, "w", encoding="utf-8") as file:
            json.dump(job, file, indent=2, ensure_ascii=False)
        ask("check", changed)  # what Euryth would refuse is told here, with the place
        after = ask("areas", changed, "--port", name)
    print(f"{name}, {pinch['s_mm']:g} mm from the window: now {width:g} mm wide")
    print(f"volume {before['volume_cc']:.1f} -> {after['volume_cc']:.1f} cc")
    least = min(station["net_area_mm2"] for station in after["stations"])
    print(f"smallest area {pinch['net_area_mm2']:.0f} -> {least:.0f} mm2")


if __name__ == "__main__":
    main()
