"""The WebAssembly build: what it refuses, and the layout it hands to TypeScript."""

import json
import re
from unittest import TestCase

import llvmlite.binding as llvm

from ...homes.layout import typescript
from ...homes.objects import check_imports, retargeted, tablet
from ...tables import records
from ...tables.brush_record import BRUSH
from ...tables.settings import SETTINGS


class BuildTests(TestCase):
    def test_a_function_that_no_host_lends_fails_loudly(self):
        check_imports(
            llvm.parse_assembly("declare float @powf(float, float)\ndeclare double @hypot(double, double)"), set()
        )
        with self.assertRaisesRegex(RuntimeError, "malloc"):
            check_imports(llvm.parse_assembly("declare i8* @malloc(i64)"), {"feed"})

    def test_maths_that_are_instructions_are_not_imported(self):
        self.assertIn("@llvm.floor.f32(", retargeted("call float @floorf(float %x)", tablet()))
        self.assertIn("@llvm.sqrt.f64(", retargeted('call double @"sqrt"(double %x)', tablet()))


class LayoutTests(TestCase):
    def test_scratch_rows_lie_at_whole_vectors(self):
        rows = {name: at for name, (kind, at, *_) in records.STROKE.fields.items() if kind.shape == (records.TILE,)}
        self.assertGreater(len(rows), 8)
        self.assertEqual({name: at % 16 for name, at in rows.items()}, dict.fromkeys(rows, 0))

    def test_offsets_and_ranges_are_those_of_the_core(self):
        text = typescript()
        layout = json.loads(re.search(r"export const RECORDS = (\{.*?\n\}) as const", text, re.S).group(1))
        self.assertEqual(layout["sample"]["bytes"], records.SAMPLE.itemsize)
        for name, (_, offset) in BRUSH.fields.items():
            self.assertEqual(layout["brush"]["fields"][name]["offset"], offset)
        settings = json.loads(re.search(r"export const SETTINGS = (\[.*?\n\]) as const", text, re.S).group(1))
        self.assertEqual({s["name"]: s["high"] for s in settings}, {s.name: s.high for s in SETTINGS})
