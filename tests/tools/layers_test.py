#!/usr/bin/env python3
# SPDX-License-Identifier: GPL-3.0-or-later
"""The check of the libraries' links, itself checked: on a house made up for it, sound at first and then broken in each
way that it has to see."""
import pathlib
import subprocess
import sys
import tempfile
import unittest

TOOL = pathlib.Path(__file__).resolve().parents[2] / "tools" / "layers.py"

SOUND = {
    "libs/base/include/base/base.hpp": "",
    "libs/middle/include/middle/middle.hpp": '#include "base/base.hpp"\n',
    "libs/middle/src/middle.cpp": '#include "middle/middle.hpp"\n',
    "libs/top/include/top/top.hpp": "",
    "libs/top/src/top.cpp": '#include "top/top.hpp"\n#include "middle/middle.hpp"\n',
}
LINKS = "base|libs/base||\nmiddle|libs/middle|euryth::base|\ntop|libs/top|Qt6::Gui|euryth::middle\n"


class Layers(unittest.TestCase):
    def setUp(self):
        self.folder = tempfile.TemporaryDirectory()
        self.root = pathlib.Path(self.folder.name)
        for name, text in SOUND.items():
            self.write(name, text)
        self.write("tools/layers.py", TOOL.read_text())
        self.write("docs/layers.svg", "")
        self.write("build/layers.txt", LINKS)
        self.assertEqual(self.run_tool().returncode, 0)

    def tearDown(self):
        self.folder.cleanup()

    def write(self, name, text):
        path = self.root / name
        path.parent.mkdir(parents=True, exist_ok=True)
        path.write_text(text)

    def run_tool(self, *more):
        command = [sys.executable, str(self.root / "tools/layers.py"), str(self.root / "build"), *more]
        return subprocess.run(command, capture_output=True, text=True, check=False)

    def problem(self):
        result = self.run_tool("--check")
        self.assertEqual(result.returncode, 1, result.stdout + result.stderr)
        return result.stdout.strip()

    def test_a_sound_house_passes(self):
        result = self.run_tool("--check")
        self.assertEqual((result.returncode, result.stdout.strip()), (0, ""))

    def test_a_link_that_is_missing(self):
        self.write("libs/top/src/more.cpp", '#include "base/base.hpp"\n')
        self.assertEqual(self.problem(), "top uses base and does not link it")

    def test_a_link_that_nobody_uses(self):
        self.write("libs/top/src/top.cpp", "")
        self.assertEqual(self.problem(), "top links middle and does not use it")

    def test_a_public_link_that_no_header_needs(self):
        self.write("build/layers.txt", LINKS.replace("Qt6::Gui|euryth::middle", "Qt6::Gui,euryth::middle|"))
        self.assertEqual(self.problem(), "top links middle publicly, but none of its public headers needs it")

    def test_a_private_link_that_a_header_needs(self):
        self.write("build/layers.txt", LINKS.replace("euryth::base|", "|euryth::base"))
        self.assertEqual(self.problem(), "middle links base privately, but its public headers need it")

    def test_a_stale_picture(self):
        self.write("docs/layers.svg", "<svg/>")
        self.assertIn("stale", self.problem())

    def test_a_comment_is_no_use(self):
        self.write("libs/base/src/base.cpp", '// #include "top/top.hpp" would be wrong\n')
        self.assertEqual(self.run_tool("--check").returncode, 0)

    def test_the_picture_has_each_library_once_and_no_link_that_follows_from_others(self):
        self.write("libs/top/src/more.cpp", '#include "base/base.hpp"\n')
        self.write("build/layers.txt", LINKS.replace("euryth::middle\n", "euryth::middle,euryth::base\n"))
        self.assertEqual(self.run_tool().returncode, 0)
        svg = (self.root / "docs/layers.svg").read_text()
        for name in ("base", "middle", "top"):
            self.assertEqual(svg.count(f">{name}</text>"), 1)
        self.assertEqual(svg.count("<path"), 2)  # top on middle, middle on base
        self.assertEqual(self.run_tool("--check").returncode, 0)


if __name__ == "__main__":
    unittest.main()
