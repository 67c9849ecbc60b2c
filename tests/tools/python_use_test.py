#!/usr/bin/env python3
# SPDX-License-Identifier: GPL-3.0-or-later
"""Euryth as other programs see it: its files against their schemas, and the documented example.

The schemas are held to by Debian's python3-jsonschema, which knows nothing of Euryth.
"""

import copy
import json
import os
import pathlib
import subprocess
import sys
import tempfile
import unittest

import jsonschema

CLI = os.environ["EURYTH_CLI"]
SOURCE = pathlib.Path(sys.argv.pop())
DEMO = SOURCE / "data" / "demo"


def call(*arguments):
    return subprocess.run([CLI, *map(str, arguments)], capture_output=True, text=True, check=True).stdout


def validator(kind):
    schema = json.loads(call("schema", kind))
    jsonschema.Draft202012Validator.check_schema(schema)
    return jsonschema.Draft202012Validator(schema)


class Schemas(unittest.TestCase):
    def check_files(self, kind, files):
        of = validator(kind)
        self.assertTrue(files)
        for path in files:
            with self.subTest(path=path.name):
                of.validate(json.loads(path.read_text(encoding="utf-8")))
        return of

    def test_jobs(self):
        of = self.check_files("job", sorted(DEMO.glob("*.euryth.json")))
        job = json.loads((DEMO / "sidecar-cross.euryth.json").read_text(encoding="utf-8"))

        def broken(change):
            other = copy.deepcopy(job)
            change(other)
            return not of.is_valid(other)

        self.assertTrue(broken(lambda j: j["engine"].update(bore_mm=5000)))  # out of range
        self.assertTrue(broken(lambda j: j["engine"].update(bore_mm="70")))
        self.assertTrue(broken(lambda j: j["ports"][0].pop("side")))
        self.assertTrue(broken(lambda j: j["ports"][0]["stations"][0]["section"].update(shape="round")))
        self.assertTrue(broken(lambda j: j["ports"][0]["stations"][0]["section"].pop("width_mm")))
        self.assertFalse(broken(lambda j: j.update(own={"of": "somebody"})))  # unknown keys are kept

    def test_what_is_written_anew(self):
        of = validator("job")
        with tempfile.TemporaryDirectory() as folder:
            for path in sorted(DEMO.glob("*.euryth.json")):
                written = pathlib.Path(folder) / path.name
                call("tidy", path, "--to", written)
                of.validate(json.loads(written.read_text(encoding="utf-8")))

    def test_houses(self):
        self.check_files("house", sorted((SOURCE / "data" / "houses").glob("*.json")))

    def test_shops(self):
        self.check_files("shop", [DEMO / "shop.euryth-shop.json"])


class Example(unittest.TestCase):
    def test_it_opens_the_pinch(self):
        job = DEMO / "sidecar-cross.euryth.json"
        before = job.read_bytes()
        with tempfile.TemporaryDirectory() as folder:
            new = pathlib.Path(folder) / "new.euryth.json"
            done = subprocess.run(
                [sys.executable, str(SOURCE / "docs" / "examples" / "wider_pinch.py"), str(job), "I1", str(new)],
                capture_output=True, text=True, check=False)
            self.assertEqual(done.stderr, "")
            self.assertIn("smallest area", done.stdout)
            old_job, new_job = json.loads(before), json.loads(new.read_text(encoding="utf-8"))
            widths = [[s["section"]["width_mm"] for s in j["ports"][0]["stations"]] for j in (old_job, new_job)]
            changed = [round(b - a, 6) for a, b in zip(*widths) if a != b]
            self.assertEqual(changed, [1.0])
        self.assertEqual(job.read_bytes(), before)

    def test_it_says_what_is_wrong(self):
        done = subprocess.run(
            [sys.executable, str(SOURCE / "docs" / "examples" / "wider_pinch.py"),
             str(DEMO / "sidecar-cross.euryth.json"), "X9"], capture_output=True, text=True, check=False)
        self.assertNotEqual(done.returncode, 0)
        self.assertIn("X9", done.stderr)


if __name__ == "__main__":
    unittest.main()
