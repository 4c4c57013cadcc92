"""Swept lines against what they stand for: ever closer stamps, and the area that a moving disc covers."""

import itertools
from unittest import TestCase

import numpy as np
from scipy import ndimage
from scipy.spatial import ConvexHull

from ... import proofs
from ...documents.brush import read
from ...documents.scaling import scaled
from ...native.sheet import Sheet, Stroke, prepared
from ...tables.records import SAMPLE
from .. import straight

FINER = 8
"""How much larger the reference's brush and stroke are, on a sheet of as many times fewer pixels: so much closer lie
its stamps."""

PLAIN = {"ink": "#000000", "steadying": "none", "spacing": 0.04}
PRESS = {"size": {"pressure": {"range": [0.2, 1.0], "nodes": [[0, 0], [0.5, 0.3], [1, 1]]}}}
BRUSHES = {
    "round": {"size": 24.0, "responses": {}},
    "pressed": {"size": 24.0, "responses": PRESS},
    "tapered": {"size": 16.0, "responses": PRESS, "taper_start_length": 2.0, "taper_end_length": 3.0},
    "hairline": {"size": 2.0, "responses": PRESS},
    "huge": {"size": 160.0, "responses": PRESS},
    "soft": {"size": 40.0, "softness": 0.6, "responses": PRESS},
    "wholly soft": {"size": 60.0, "softness": 1.0, "responses": {}},
    "half opacity": {"size": 20.0, "opacity": 0.5, "flow": 0.7, "responses": PRESS},
    "fading": {"size": 20.0, "fade_out": 240.0, "responses": {}},
    "flat": {"size": 30.0, "roundness": 0.3, "angle": 30.0, "responses": {}},
    "blade": {"size": 40.0, "roundness": 0.02, "angle": 50.0, "responses": {}},
    "flat, turning": {"size": 30.0, "roundness": 0.4, "turning": "stroke", "angle": 60.0, "responses": {}},
    "broad nib": {"size": 30.0, "tip": "broad nib", "roundness": 0.15, "angle": 40.0, "responses": {}},
    "pressed nib": {"size": 30.0, "tip": "broad nib", "roundness": 0.3, "angle": 40.0, "responses": PRESS},
    "triangle": {"size": 30.0, "tip": "polygon", "sides": 3.0, "responses": {}},
    "hexagon": {"size": 36.0, "tip": "polygon", "sides": 6.0, "softness": 0.3, "responses": PRESS},
}


def curl(count=90):
    """A curl with a sharp turn, light to heavy and light again."""
    u = np.linspace(0, 1, count)
    samples = np.zeros(count, SAMPLE)
    samples["x"] = 70 + 260 * u + 40 * np.sin(9 * u)
    samples["y"] = 110 + 60 * np.abs(np.cos(7 * u)) - 20 * u
    samples["t"] = 900 * u
    samples["pressure"] = 0.1 + 0.9 * np.sin(np.pi * u)
    samples["altitude"] = np.pi / 2
    return samples


def pixels(document, samples, swept, times=1, size=(420, 240), pictures=None):
    sheet = Sheet(*size, 1 / times)
    ready = prepared(scaled(document, times), pictures)
    assert not swept or ready.record["swept"][0], "it is not swept"
    if not swept:
        ready.record["swept"] = 0
        ready.record["spacing"] = 0.005
    larger = samples.copy()
    for place in ("x", "y"):
        larger[place] *= times
    sheet.ink(ready, Stroke(larger))
    return 255.0 - sheet.pixels(0xFFFFFF)[..., 0].astype(float)


START, END = (60.3, 70.2), (180.7, 130.9)


def hull_of(brush):
    """Whether places lie in what a tip covers from `START` to `END`."""
    (x0, y0), (x1, y1) = START, END
    cos, sin = float(brush["cos_angle"]), float(brush["sin_angle"])
    a, b = brush["size"] / 2, brush["size"] * brush["roundness"] / 2

    def framed(x, y):
        return (x * cos + y * sin) / a, (y * cos - x * sin) / b

    if brush["faces"] == 0:
        du, dv = framed(x1 - x0, y1 - y0)

        def inside(x, y):
            u, v = framed(x - x0, y - y0)
            part = np.clip((u * du + v * dv) / (du * du + dv * dv), 0, 1)
            return np.hypot(u - part * du, v - part * dv) <= 1

        return inside
    faces = np.stack([brush["face_x"], brush["face_y"]], 1)[: brush["faces"]].astype(float)
    corners = [np.linalg.solve([one, other], [1, 1]) for one, other in zip(faces, np.roll(faces, -1, 0), strict=True)]
    turned = [(a * u * cos - b * v * sin, a * u * sin + b * v * cos) for u, v in corners]
    hull = ConvexHull([(x + u, y + v) for u, v in turned for x, y in (START, END)])
    return lambda x, y: np.all([nx * x + ny * y + d <= 0 for nx, ny, d in hull.equations], axis=0)


def shares(inside, width, height, count=400):
    """Share of each pixel that lies inside, by places of low discrepancy in it (Roberts 2018, the R2 sequence)."""
    plastic = 1.32471795724474602596
    y, x = np.mgrid[0:height, 0:width].astype(float)
    places = [((0.5 + i / plastic) % 1, (0.5 + i / plastic**2) % 1) for i in range(count)]
    return sum(inside(x + dx, y + dy) for dx, dy in places) / count


SIZES, SOFTNESSES, ROUNDNESSES = (1.0, 2.0, 6.0, 24.0, 100.0, 400.0), (0.0, 0.3, 1.0), (1.0, 0.5, 0.1, 0.02)


def supersampled(tip, line, sheet, times=16):
    """Coverage of a straight stroke of an oval tip, by `times` x `times` places in each pixel."""
    size, softness, roundness, angle = tip
    (x0, y0), (x1, y1) = line
    wide, high = sheet
    y, x = (np.mgrid[0 : high * times, 0 : wide * times].astype(np.float32) + 0.5) / times
    cos, sin = np.float32(np.cos(np.radians(angle))), np.float32(np.sin(np.radians(angle)))
    a, b = np.float32(size / 2), np.float32(size * roundness / 2)
    u, v = ((x - x0) * cos + (y - y0) * sin) / a, ((y - y0) * cos - (x - x0) * sin) / b
    du, dv = ((x1 - x0) * cos + (y1 - y0) * sin) / a, ((y1 - y0) * cos - (x1 - x0) * sin) / b
    part = np.clip((u * du + v * dv) / (du * du + dv * dv), 0, 1)
    away = np.hypot(u - part * du, v - part * dv)
    if softness == 0:
        cover = away <= 1
    else:
        # Half of the fade lies outside the edge; a wide one is eased.
        t, ease = np.clip((1 - away) / (2 * softness) + 0.5, 0, 1), np.clip(2 * softness * b - 1, 0, 1)
        cover = t + ease * (t * t * (3 - 2 * t) - t)
    return cover.reshape(high, times, wide, times).mean((1, 3))


class SweepTests(TestCase):
    def test_a_swept_line_is_what_ever_closer_stamps_tend_to(self):
        for name, settings in BRUSHES.items():
            # Where a blade is thinner than a pixel, and at corners that turn, stamps are no measure.
            if name in ("blade", "flat, turning"):
                continue
            with self.subTest(name):
                document = read({**PLAIN, **settings})
                away = np.abs(pixels(document, curl(), True) - pixels(document, curl(), False, FINER))
                self.assertLessEqual(away.mean(), 0.3)
                self.assertLessEqual(np.quantile(away, 0.99), 6.0)
                if "softness" in settings and "tip" not in settings:
                    self.assertLessEqual(away.max(), 3.0)

    def test_a_taper_that_the_pressure_bends_the_other_way_is_no_cone(self):
        """The middle of its end lay right by chance, and the line between was taken for straight."""
        samples = proofs.lanes()[0].strokes[0]
        nodes = [[0.0, 0.0], [0.35, 0.1], [0.7, 0.62], [1.0, 1.0]]
        pressed = {"size": {"pressure": {"range": [0.06, 1.0], "nodes": nodes}}}
        pointed = {"size": 22.0, "taper_start_length": 0.4, "taper_end_length": 1.2, "responses": pressed}
        document = read({**PLAIN, **pointed, "steadying": "even-out", "reach": 18.0})
        size = (440, 200)
        swept, stamped = pixels(document, samples, True, size=size), pixels(document, samples, False, size=size)
        across = np.abs(swept.sum(0) - stamped.sum(0)) / 255
        self.assertLessEqual(across.max(), 0.7)

    def test_the_spacing_of_a_swept_line_does_not_matter(self):
        for spacing in (0.02, 0.1, 0.25):
            document = read({**PLAIN, **BRUSHES["tapered"], "spacing": spacing})
            np.testing.assert_array_equal(
                pixels(document, curl(), True), pixels(read({**PLAIN, **BRUSHES["tapered"]}), curl(), True)
            )
        apart = prepared(read({**PLAIN, **BRUSHES["round"], "spacing": 0.3}))
        self.assertEqual(apart.record["swept"][0], 0)

    def test_it_covers_what_a_moving_tip_covers(self):
        """The share of each pixel that lies in the hull of the tip at both ends of a straight stroke."""
        rounds = [{"size": size} for size in (1.0, 2.5, 7.0, 30.0, 120.0)]
        flats = [{"size": 30.0, "roundness": 0.3, "angle": 30.0}, {"size": 40.0, "roundness": 0.1, "angle": 120.0}]
        faced = [
            {"size": 30.0, "tip": "broad nib", "roundness": 0.15, "angle": 40.0},
            {"size": 30.0, "tip": "polygon", "sides": 3.0},
            {"size": 36.0, "tip": "polygon", "sides": 6.0, "roundness": 0.6, "angle": 20.0},
        ]
        for settings in (*rounds, *flats, *faced):
            with self.subTest(settings):
                document = read({**PLAIN, **settings, "responses": {}})
                got = pixels(document, straight(*START, *END), True, size=(256, 208))
                away = np.abs(got - 255 * shares(hull_of(prepared(document).record[0]), 256, 208))
                self.assertLessEqual(away.mean(), 0.1)
                self.assertLessEqual(np.quantile(away, 0.999), 12.0)
                # Corners and points are antialiased as if they were straight.
                self.assertLessEqual(away.max(), 14.0 if settings in rounds[1:] else 45.0)

    def test_it_is_what_the_union_of_its_tips_covers_at_every_size_softness_and_roundness(self):
        line, sheet = ((30.3, 26.2), (70.7, 48.9)), (104, 80)
        for size, softness, roundness in itertools.product(SIZES, SOFTNESSES, ROUNDNESSES):
            with self.subTest(size=size, softness=softness, roundness=roundness):
                tip = {"size": size, "softness": softness, "roundness": roundness, "angle": 70.0}
                document = read({**PLAIN, **tip, "responses": {}})
                want = 255 * supersampled((size, softness, roundness, 70.0), line, sheet)
                away = np.abs(pixels(document, straight(*line[0], *line[1]), True, size=sheet) - want)
                self.assertLessEqual(away.mean(), 1.0)
                self.assertLessEqual(np.quantile(away, 0.99), 12.0)
                if size >= 24 and roundness >= 0.5:
                    # Edges on the slant: a pixel is a square, and its antialiasing goes by the distance.
                    self.assertLessEqual(away.max(), 16.0)

    def test_any_portions_of_samples_give_the_same_pixels_and_the_live_end_is_what_the_lift_leaves(self):
        for name in ("tapered", "flat, turning", "pressed nib"):
            with self.subTest(name):
                ready = prepared(read({**PLAIN, **BRUSHES[name]}))
                whole = Sheet(420, 240)
                whole.ink(ready, Stroke(curl()))
                live = Sheet(420, 240)
                live.begin(ready)
                for i in range(0, 90, 7):
                    live.feed(curl()[i : i + 7])
                seen = live.pixels()
                live.lift()
                np.testing.assert_array_equal(seen, live.pixels())
                np.testing.assert_array_equal(whole.pixels(), live.pixels())

    def test_a_single_touch_is_one_stamp(self):
        for name in ("round", "flat", "broad nib", "hexagon"):
            with self.subTest(name):
                document = read({**PLAIN, **BRUSHES[name]})
                dot = straight(100.3, 90.6, 100.3, 90.6, 1)
                away = np.abs(pixels(document, dot, True) - pixels(document, dot, False))
                self.assertLessEqual(away.max(), 1.0)

    def test_still_grain_bites_it_as_it_bites_stamps(self):
        noise = ndimage.gaussian_filter(np.random.default_rng(5).normal(size=(64, 64)), 2, mode="wrap")
        grain = np.clip(128 + 60 * noise / noise.std(), 0, 255).astype(np.uint8)
        for way in ("tint", "cut", "press", "multiply", "screen"):
            with self.subTest(way):
                textured = {"grain": {"picture": "3" * 64}, "grain_way": way, "grain_px": 64.0, "bite": 0.8}
                document = read({**PLAIN, **BRUSHES["pressed"], **textured})
                swept = pixels(document, curl(), True, pictures=lambda _: grain)
                stamped = pixels(document, curl(), False, pictures=lambda _: grain)
                away = np.abs(swept - stamped)
                self.assertLessEqual(away.mean(), 0.5)
                self.assertLessEqual(np.quantile(away, 0.999), 16.0)
