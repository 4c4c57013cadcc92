"""The same ink: at every scale, in every part, at the paper's edge, and whichever brush came before."""

import itertools
from unittest import TestCase

import numpy as np

from ...documents.brush import read
from ...documents.scaling import scaled
from ...documents.sheet import read_sheet
from ...kernels.tiles import sheet as sheet_kernels
from ...kernels.tiles.order import stack_layers
from ...native.pieces import Piece, SheetStroke, Wish, inked, inked_part
from ...native.sheet import NOTHING, Sheet, Stroke, prepared
from ...tables.records import LAYER, SAMPLE, TILE, UNDERLAY
from .. import coverage, straight
from ..golden import Golden, ways

PLAIN = {"responses": {}, "steadying": "none", "ink": "#000000"}
WASH = {**PLAIN, "size": 60.0, "opacity": 0.5, "pooling": 1.0, "rim": 0.12}
WET = {**PLAIN, "size": 60.0, "wetness": 1.0, "opacity": 0.8, "run": 24.0}
GRAIN = {**PLAIN, "grain": {"picture": "a" * 64}, "grain_px": 60.0}
RNG = np.random.default_rng(8)


def pressed(places, pressures, apart=5.0) -> np.ndarray:
    """Samples at places with pressures."""
    samples = np.zeros(len(places), SAMPLE)
    samples["x"], samples["y"] = np.array(places, float).T
    samples["t"], samples["pressure"], samples["altitude"] = np.arange(len(places)) * apart, pressures, 1.5
    return samples


def sheet_of(strokes, width=400, height=300, **document) -> Piece:
    """A piece of (settings, samples) on layer 0, or (settings, samples, layer); None for where all dries."""
    looks, made = {}, []
    for number, one in enumerate(strokes):
        if one is None:
            made.append(SheetStroke(np.zeros(0, SAMPLE), dries=True, look="0"))
            continue
        settings, samples, *layer = one
        looks[str(number)] = read(settings)
        made.append(SheetStroke(samples, seed=number + 1, layer=layer[0] if layer else 0, look=str(number)))
    return Piece(read_sheet({"width": width, "height": height, "tint": "#ffffff", **document}), made, looks)


def apart_each(a, b) -> np.ndarray:
    return np.abs(a[..., :3].astype(int) - b[..., :3]).max(axis=2)


def apart(a, b) -> int:
    return int(apart_each(a, b).max())


def parts_of(piece: Piece, scale=1.0) -> np.ndarray:
    return ways.in_parts(Golden("", piece.document, piece.strokes, piece.looks, {}), scale)


class PictureTests(TestCase):
    def test_another_brushs_grain_is_never_taken_for_ones_own(self):
        grains = {name * 64: RNG.integers(0, 256, (32, 32), dtype=np.uint8) for name in "ab"}
        first, second = (
            prepared(read({**PLAIN, "size": 40.0, "grain": {"picture": name * 64}}), grains.__getitem__)
            for name in "ab"
        )
        line = straight(40, 60, 260, 60)
        after, alone = Sheet(300, 120), Sheet(300, 120)
        after.ink(first, Stroke(line))
        after.clear()
        for sheet in (after, alone):
            sheet.ink(second, Stroke(line))
        self.assertGreater(apart(alone.pixels(), alone.pixels()[:1, :1]), 100)
        self.assertEqual(apart(after.pixels(), alone.pixels()), 0)


class OrderTests(TestCase):
    LAYERS = {"layers": [{"which": 0}, {"which": 1}]}

    def test_a_layer_dries_by_itself_and_in_the_order_of_strokes(self):
        blue, red = {**WET, "ink": "#24506e"}, {**WET, "ink": "#c04020"}
        strokes = [
            (blue, straight(40, 80, 360, 80), 0),
            None,
            (red, straight(200, 20, 200, 160), 0),
            (blue, straight(40, 220, 360, 220), 1),
            (red, straight(200, 160, 200, 280), 1),
        ]
        piece = sheet_of(strokes, **self.LAYERS)
        golden = Golden("", piece.document, piece.strokes, piece.looks, {})
        self.assertEqual(apart(ways.live(golden), inked(piece)), 0)
        # On the layer whose strokes came after the drying they run, on the other they do not.
        still = sheet_of([one and ({**one[0], "run": 0.0}, *one[1:]) for one in strokes], **self.LAYERS)
        ran = np.abs(inked(piece).astype(int) - inked(still)).max(axis=2)
        self.assertEqual(int(ran[:150].max()), 0)
        self.assertGreater(int(ran[180:].max()), 40)

    def test_a_stroke_whose_layer_is_gone_lies_on_the_lowest(self):
        line = straight(40, 80, 360, 80)
        there = sheet_of([(PLAIN, line, 1)], layers=[{"which": 1}, {"which": 0}])
        gone = sheet_of([(PLAIN, line, 5)], layers=[{"which": 1}, {"which": 0}])
        self.assertEqual(apart(inked(there), inked(gone)), 0)
        self.assertEqual([int(one["which"]) for one in gone.jobs], [1])


class PlaceTests(TestCase):
    BRUSHES = [
        {},
        {"softness": 0.6, "opacity": 0.7},
        {"tip": "broad nib", "roundness": 0.2, "angle": 30.0},
        {"tip": "polygon", "sides": 5.0, "spacing": 0.3, "scatter_across": 0.4},
        {"overlap": "build", "flow": 0.3, "spacing": 0.1},
        {"pixel_edge": True, "size": 7.0},
        *({**GRAIN, "grain_hold": hold} for hold in ("paper", "stroke", "stamp", "line")),
        {**GRAIN, "overlap": "build", "flow": 0.4, "bite_jitter": 0.5, "grain_scale": "× size"},
    ]

    def test_wherever_a_part_begins_and_whatever_its_margin_ink_is_the_same_to_the_last_bit(self):
        picture = RNG.integers(0, 256, (48, 48), dtype=np.uint8)
        for settings in self.BRUSHES:
            brush = prepared(read({**PLAIN, "size": 24.0, **settings}), lambda _: picture)
            for scale in (1.0, 0.567741935483871, 1.7):
                strokes = []
                for seed in range(6):
                    u = np.linspace(0, 1, 40)
                    ends = RNG.uniform(-20, 420, 4)
                    xs, ys = ends[0] + u * (ends[2] - ends[0]), 0.7 * (ends[1] + u * (ends[3] - ends[1]))
                    strokes.append(Stroke(pressed(np.c_[xs, ys + 20 * np.sin(9 * u)], 0.6), seed=seed))
                width, height = round(400 * scale), round(300 * scale)
                whole = Sheet(width, height, scale)
                others = [(Sheet(width, height, scale, margin=TILE * k), (0, 0)) for k in (1, 3)]
                others += [(Sheet(width - x, height - y, scale, (x, y)), (x, y)) for x, y in ((0, TILE), (TILE, 0))]
                for stroke in strokes:
                    for sheet in (whole, *(sheet for sheet, _ in others)):
                        sheet.ink(brush, stroke)
                self.assertGreater((apart_each(whole.pixels(), whole.pixels()[:1, :1]) > 50).sum(), 500)
                for sheet, (x, y) in others:
                    away = apart_each(sheet.pixels(), whole.pixels()[y:, x:])
                    where = f"{settings} at {scale}, from {x}, margin {sheet.margin}: {(away > 0).sum()} px differ"
                    self.assertEqual(away.max(), 0, where)


class SweepTests(TestCase):
    PRESS = {"size": {"pressure": {"range": [0.0, 1.0]}}}

    def assert_hull(self, settings, samples, times=6):
        """A swept piece is what ever closer stamps leave: those of a stroke that is larger, on as many fewer pixels."""
        document = read({**PLAIN, "responses": self.PRESS, **settings})
        swept, close = Sheet(320, 200), Sheet(320, 200, 1 / times)
        brush = prepared(document)
        self.assertTrue(brush.record["swept"][0])
        swept.ink(brush, Stroke(samples))
        larger = samples.copy()
        for name in "xy":
            larger[name] *= times
        dense = prepared(scaled(document, times))
        dense.record["swept"], dense.record["spacing"] = 0, 0.004
        close.ink(dense, Stroke(larger))
        away = np.abs(coverage(swept) - coverage(close))
        # The largest of many stamps' smoothed edges is not the smoothed edge of them all.
        where = f"{settings}, {len(samples)} samples, {np.ptp(samples['x'])} px"
        self.assertLess((away > 0.5).sum(), 4, where)
        self.assertLess(away.mean(), 0.002, where)

    def presses(self, count, gap):
        """A hand that presses, and one that lifts, while it goes on by so many px a sample."""
        places = [(100 + gap * i, 80 + 0.2 * gap * i) for i in range(count)]
        rise = np.linspace(0.05, 1.0, count)
        return pressed(places, rise), pressed(places, rise[::-1])

    def test_a_tip_that_widens_faster_than_it_moves_keeps_all_its_ink(self):
        for size, count, gap in itertools.product((24.0, 60.0), (2, 3, 8), (1.0, 4.0)):
            for samples in self.presses(count, gap):
                self.assert_hull({"size": size, "spacing": 0.02}, samples, times=16)

    def test_corners_that_change_their_size_are_joined_by_tangents(self):
        tips = [
            {"tip": "broad nib", "roundness": 0.2},
            *({"tip": "polygon", "sides": sides} for sides in (3.0, 4.0, 6.0)),
        ]
        flick = pressed([(60 + 14 * i, 80 + 3 * i) for i in range(14)], np.linspace(1.0, 0.05, 14))
        for tip in tips:
            for samples in (flick, *self.presses(5, 4), *self.presses(8, 3)):
                self.assert_hull({**tip, "size": 60.0, "angle": 30.0, "spacing": 0.04}, samples)


class PoolingTests(TestCase):
    def rim(self, size, scale) -> float:
        """How far from a straight edge half of what makes its rim darker is left, sheet px."""
        piece = sheet_of([({**WASH, "size": size, "pooling": 0.6}, straight(200, -200, 200, 500))])
        row = 255.0 - inked(piece, scale)[round(150 * scale), : round(200 * scale), 0].astype(float)
        half = (row.max() + row[-3:].mean()) / 2
        peak = int(row.argmax())
        below = peak + int(np.argmax(row[peak:] < half))
        between = (row[below - 1] - half) / (row[below - 1] - row[below])
        return (below - 0.5 + between) / scale - (200 - size / 2)

    def test_a_rim_is_a_share_of_the_size_at_every_scale(self):
        for size in (60.0, 200.0):
            at = {scale: self.rim(size, scale) for scale in (1.0, 2.0, 4.0)}
            for scale in (2.0, 4.0):
                self.assertAlmostEqual(at[scale] / at[1.0], 1.0, delta=0.05, msg=f"{size} {at}")
        self.assertAlmostEqual(self.rim(200.0, 1.0) / self.rim(60.0, 1.0), 200 / 60, delta=0.2)

    def test_there_are_no_rims_where_a_part_or_the_paper_ends(self):
        across = straight(-80, 150, 480, 150)
        for rim in (0.05, 0.4):
            piece = sheet_of([({**WASH, "rim": rim}, across)])
            self.assertLessEqual(apart(parts_of(piece), inked(piece)), 1)
            larger = sheet_of([({**WASH, "rim": rim}, straight(20, 150, 580, 150))], width=600)
            self.assertLessEqual(apart(inked(piece), inked(larger)[:, 100:500]), 1)

    def test_pigment_stays_at_full_opacity_too(self):
        for opacity in (0.3, 0.7, 0.9, 1.0):
            settings = {**WASH, "opacity": opacity}
            sums = []
            for pooling in (0.0, 1.0):
                sheet = Sheet(400, 300)
                sheet.ink(prepared(read({**settings, "pooling": pooling})), Stroke(straight(80, 150, 320, 150)))
                sums.append(sheet.inked().sum())
            self.assertAlmostEqual(sums[1] / sums[0], 1.0, delta=0.004, msg=str(opacity))


class RunningTests(TestCase):
    CROSS = [
        ({**WET, "ink": "#24506e"}, straight(-50, 150, 650, 150)),
        ({**WET, "ink": "#c04020"}, straight(20, 150, 580, 165)),
    ]

    def test_no_border_of_a_block_or_part_is_seen(self):
        piece = sheet_of(self.CROSS, width=600)
        whole = inked(piece)
        self.assertLessEqual(apart(parts_of(piece), whole), 1)
        # The same strokes elsewhere on larger paper: what runs hangs on the strokes alone.
        moved = [(settings, samples.copy()) for settings, samples in self.CROSS]
        for _, samples in moved:
            samples["x"] += 137
        larger = inked(sheet_of(moved, width=900))
        self.assertLess(np.abs(whole.astype(int) - larger[:, 137:737]).mean(), 0.15)

    def ran(self, scale) -> float:
        """How far ink runs from where two strokes meet, sheet px: where a tenth of the change is left."""
        blue, red = {**WET, "ink": "#24506e"}, {**WET, "ink": "#c04020"}
        strokes = [(blue, straight(40, 150, 360, 150)), (red, straight(200, 20, 200, 280))]
        still = [({**settings, "run": 0.0}, samples) for settings, samples in strokes]
        moved = np.abs(inked(sheet_of(strokes), scale).astype(int) - inked(sheet_of(still), scale)).max(axis=2)
        row = moved[round(150 * scale), round(230 * scale) :].astype(float)
        below = int(np.argmax(row < 0.1 * row.max()))
        return below / scale

    def test_ink_runs_as_far_at_every_scale(self):
        at = {scale: self.ran(scale) for scale in (1.0, 2.0, 3.0)}
        for scale in (2.0, 3.0):
            self.assertAlmostEqual(at[scale], at[1.0], delta=0.05 * at[1.0] + 0.5, msg=str(at))

    def test_at_another_scale_it_is_the_same_picture(self):
        piece = sheet_of(self.CROSS, width=600)
        finer = ways.brought_down(inked(piece, 2.0), 2)
        self.assertLess(np.abs(finer - inked(piece))[..., :3].mean(), 1.0)


class BlendTests(TestCase):
    def test_burning_leaves_no_specks_on_a_soft_white(self):
        sheet = Sheet(200, 200)
        white = prepared(read({**PLAIN, "ink": "#ffffff", "size": 120.0, "softness": 1.0, "opacity": 0.9}))
        sheet.ink(white, Stroke(straight(100, 100, 101, 100, 4)))
        sheet.ink(
            prepared(read({**PLAIN, "size": 160.0, "mode": "color-burn"})), Stroke(straight(100, 100, 101, 100, 4))
        )
        shown = sheet.flattened(0xFFFFFF)[..., 0].astype(float)
        # Under soft white nothing burns: what is left of the black grows evenly towards the rim of the white.
        row = shown[100, 30:171]
        self.assertLess(np.abs(np.diff(row)).max(), 12)


class UnderlayTests(TestCase):
    def test_what_does_not_halve_evenly_does_not_drift(self):
        for side in (255, 257, 333):
            picture = np.zeros((side, side, 4), np.uint8)
            y, x = np.mgrid[0:side, 0:side]
            spot = (x - 0.8 * side) ** 2 + (y - 0.3 * side) ** 2 < (0.06 * side) ** 2
            picture[spot] = (0, 0, 0, 255)
            placed = {"x": 50.0, "y": 50.0, "scale": 24 / side, "opacity": 1.0}
            under = {"picture": "a" * 64, "width": side, "height": side, **placed}
            document = read_sheet({"width": 100, "height": 100, "underlays": [under]})
            piece = Piece(document, [], {}, None, {"a" * 64: picture}.__getitem__)
            alpha = inked(piece, paper=False)[..., 3].astype(float)
            self.assertGreater(alpha.sum(), 500)
            ys, xs = np.mgrid[0:100, 0:100] + 0.5
            self.assertAlmostEqual((xs * alpha).sum() / alpha.sum(), 50 + 24 * 0.3, delta=0.12)
            self.assertAlmostEqual((ys * alpha).sum() / alpha.sum(), 50 - 24 * 0.2, delta=0.12)


class TileTests(TestCase):
    def test_tiles_that_do_not_fit_are_free_again(self):
        whole = Sheet(300, 300)
        part = Sheet(260, 260)
        part.ink(prepared(read({**PLAIN, "size": 200.0})), Stroke(straight(10, 10, 250, 250)))
        # They share one pool, as sheets of the tablet do.
        whole.pool, whole.cells, whole.free = part.pool, part.cells, part.free
        free = int(part.free[0])
        held = int((part.maps >= 0).sum())
        sheet_kernels.take_tiles(whole.state, whole.maps, part.state, part.maps, whole.free, 2, 2, 0, NOTHING)
        self.assertEqual(int((part.maps[10 * 9 :] >= 0).sum()), 0)
        self.assertEqual(int(whole.free[0]) + int((whole.maps >= 0).sum()) + int((part.maps >= 0).sum()), free + held)


class MarginTests(TestCase):
    def test_what_is_shown_of_a_sheet_with_a_margin_is_what_it_shows_without(self):
        brush = prepared(read({**PLAIN, "size": 30.0, "ink": "#b4532a"}))
        plain, framed = Sheet(200, 150), Sheet(200, 150, margin=TILE)
        for sheet in (plain, framed):
            sheet.ink(brush, Stroke(straight(-20, 40, 260, 120)))
        self.assertEqual(apart(plain.pixels(), framed.pixels()), 0)
        self.assertEqual(apart(plain.pixels(zoom=0.7), framed.pixels(zoom=0.7)), 0)
        self.assertEqual(apart(plain.flattened(0xFFFFFF), framed.flattened(0xFFFFFF)), 0)
        np.testing.assert_allclose(plain.inked(), framed.inked(), atol=1.1 / 65535)

    def test_a_part_begins_where_it_is_asked_to(self):
        piece = sheet_of([(WASH, straight(40, 150, 360, 150))])
        part = inked_part(piece, Wish(2.0), (101, 203), (150, 99))
        np.testing.assert_allclose(part.astype(int), inked(piece, 2.0)[203:302, 101:251], atol=1)


class BadInputTests(TestCase):
    def test_a_source_that_is_missing_leaves_a_plain_stand_in_and_is_told(self):
        def find(digest):
            raise LookupError(f"the picture {digest[:4]} is not here")

        settings = {**PLAIN, "size": 30.0, "grain": {"picture": "a" * 64}}
        piece = sheet_of([(settings, straight(40, 80, 360, 80)), (PLAIN, straight(40, 200, 360, 200))])
        piece.pictures = find
        shown = inked(piece)
        self.assertLess(int(shown[80, 200, 0]), 60)
        self.assertLess(int(shown[200, 200, 0]), 60)
        self.assertEqual(piece.missing, ["the picture aaaa is not here"])

    def test_samples_that_are_none_are_dropped_and_the_rest_is_inked(self):
        samples = straight(40, 80, 360, 80)
        samples["x"][10], samples["pressure"][20], samples["t"][30] = np.nan, np.inf, -np.inf
        shown = inked(sheet_of([({**PLAIN, "size": 20.0}, samples)]))
        self.assertLess(int(shown[80, 340, 0]), 60)

    def test_one_sample_on_an_edge(self):
        for x, y in ((0, 0), (399.99, 299.99), (400, 300), (-5, 150), (1e6, 1e6)):
            touch = pressed([(x, y)], [1.0])
            shown = inked(sheet_of([({**WASH, "size": 20.0}, touch)]))
            self.assertEqual(shown.shape, (300, 400, 4))
            self.assertEqual(bool((shown[..., 0] < 250).any()), abs(x) < 410)

    def test_the_underlays_lie_below_all_ink(self):
        layers = np.zeros(2, LAYER)

        stack = np.zeros(3, LAYER)
        layers["which"], layers["shown"] = (3, 1), 1
        self.assertEqual(stack_layers(layers, 1, -1, stack), 3)
        self.assertEqual(stack["which"].tolist(), [UNDERLAY, 3, 1])
        self.assertEqual(stack_layers(layers, 1, 1, stack), 1)
        self.assertEqual((int(stack["which"][0]), float(stack["opacity"][0])), (1, 1.0))
