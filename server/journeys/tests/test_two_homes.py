"""The two homes make the same ink: native against WebAssembly, pixel by pixel, in the real browser."""

import base64

import numpy as np
from django.test import tag
from hollowmist_core import proofs
from hollowmist_core.brush import default_document, read
from hollowmist_core.native import PAPER, Sheet, Stroke, prepared
from rolls.demo import ROLLS

from journeys.browser import JourneyCase

SIZE = (1216, 720)


@tag("browser")
class TwoHomesTests(JourneyCase):
    def assert_same_ink(self, document, strokes, name):
        sheet = Sheet(*SIZE)
        record = prepared(document)
        for samples in strokes:
            sheet.ink(record, Stroke(samples))
        rows = [[list(map(float, sample)) for sample in samples] for samples in strokes]
        data = self.page.evaluate("(given) => window.measures.ink(...given)", [document, rows, *SIZE, PAPER])
        tablet = np.frombuffer(base64.b64decode(data), np.uint8).reshape(SIZE[1], SIZE[0], 4)
        native = sheet.pixels()
        self.assertGreater((native[..., :3] != native[0, 0, :3]).sum(), 1000, name)
        self.assertLessEqual(int(np.abs(native.astype(int) - tablet).max()), 1, name)

    def test_all_demo_brushes_on_all_proof_strokes(self):
        self.page.goto(f"{self.live_server_url}/measure.html")
        self.page.wait_for_function("window.measures")
        strokes = [samples for lane in proofs.lanes() for samples in lane.strokes]
        self.assert_same_ink(default_document(), strokes, "a plain brush")
        for brushes in ROLLS.values():
            for name, _, document in brushes:
                self.assert_same_ink(read(document), strokes, name)

    def test_extremes(self):
        self.page.goto(f"{self.live_server_url}/measure.html")
        self.page.wait_for_function("window.measures")
        strokes = [proofs.lanes()[1].strokes[0], proofs.lanes()[5].strokes[0][:1]]
        for settings in [
            {"size": 1.0},
            {"size": 400.0, "softness": 1.0, "opacity": 0.4},
            {"size": 90.0, "roundness": 0.02, "angle": 71.0},
            {"size": 60.0, "overlap": "build", "flow": 0.01, "spacing": 0.01},
            {"steadying": "even-out", "reach": 200.0, "finish": False, "taper_end_length": 20.0},
        ]:
            self.assert_same_ink(read(settings), strokes, str(settings))
