"""What `script/bench` measures, and how."""

import itertools
import math
import statistics
import time
from functools import cached_property

import numpy as np
from hollowmist_core import proofs
from hollowmist_core.documents import recipe
from hollowmist_core.documents.brush import read
from hollowmist_core.homes import MODULE
from hollowmist_core.kernels.touch.tip import SHAPES
from hollowmist_core.native import readings
from journeys.browser import JourneyCase, Pen, encoded, held, rows_of, settle
from rolls.actions.add_brush import add_brush
from rolls.shipped.rolls import ROLLS, with_sources
from sources.actions.make_source import make_source
from sources.actions.ship_sources import ship_sources
from sources.models import Source

from . import begin, device, keeping, minute, native, pen, rolls, sheets, webkit
from .native import POINTED, ROUNDS, some_stamps

FED = "(given) => window.measures.feedTimes(...given)"
"""Feed a stroke sample by sample; ms of each."""

LIMITS = {
    "stamp_wasm_vs_canvas2d": 0.8,
    "stamp_image_wasm_vs_canvas2d": 1.0,
    "prep_ms": 120.0,
    "seam_ms": 1500.0,
    "readings_ms": 250.0,
    "steady_vs_reference": 1e-4,
    "pen_to_ink_ms_p95": 4.0,
    "reink_ms_median": 12.0,
    "reink_textured_ms": 35.0,
    "ribbon_ms": 12.0,
    "ribbon_feed_ms_p95": 3.0,
    "ribbon_growth": 1.2,
    "sheet_growth": 1.2,
    "kept_s": 2.0,
    "memory_mb": 400.0,
    **begin.LIMITS,
    **device.LIMITS,
    **keeping.LIMITS,
    **minute.LIMITS,
    **native.LIMITS,
    **pen.LIMITS,
    **rolls.LIMITS,
    **sheets.LIMITS,
}
"""Figure -> the most it may be."""

SIXTY = {"size": 60.0, "taper_start_length": 1.0, "taper_end_length": 2.0, "steadying": "even-out"}
"""A brush whose readings are timed: pressed, tapered and steadied, 60 px wide."""


def twelve_responses() -> dict:
    """Twelve responses, all on; some drive the colour, which asks for most."""
    gentle = {"range": [0.98, 1.0]}
    return {
        "size": dict.fromkeys(("pressure", "tilt", "speed", "stamp chance"), gentle),
        "opacity": dict.fromkeys(("pressure", "distance"), gentle),
        "angle": {"direction": {"range": [0.0, 90.0]}},
        "hue": {"stamp chance": {"range": [-30.0, 30.0]}},
        "chroma": {"speed": {"range": [1.0, 0.5]}},
        "lightness": {"pressure": {"range": [0.2, 0.0]}},
        "second ink": {"distance": {"range": [0.0, 1.0]}},
        "spread": {"pressure": gentle},
    }


def one_euro(rows: list[list[float]], min_cutoff: float, beta: float) -> np.ndarray:
    """The 1 Euro filter as published (Casiez, Roussel and Vogel 2012, algorithm 1), on both axes."""
    out = []
    for axis in (0, 1):
        hat, d_hat, filtered = rows[0][axis], 0.0, [rows[0][axis]]
        for before, now in itertools.pairwise(rows):
            rate = 1000.0 / (now[2] - before[2])
            shares = []
            d = (now[axis] - hat) * rate
            for cutoff in (1.0, None):
                cutoff = min_cutoff + beta * abs(d_hat) if cutoff is None else cutoff
                share = 1.0 / (1.0 + rate / (2.0 * math.pi * cutoff))
                shares.append(share)
                if len(shares) == 1:
                    d_hat = share * d + (1.0 - share) * d_hat
            hat = shares[1] * now[axis] + (1.0 - shares[1]) * hat
            filtered.append(hat)
        out.append(filtered)
    return np.array(out).T


def six_steps() -> tuple[dict, dict]:
    """A recipe of six steps, and the same with its first step's slider moved: all six run anew."""
    kinds = ("levels", "light", "blur", "sharpen", "invert", "fade")
    before = recipe.read({"start": {"kind": "picture"}, "steps": [{"kind": kind} for kind in kinds]})
    after = recipe.read(before | {"steps": [before["steps"][0] | {"black": 0.1}, *before["steps"][1:]]})
    return before, after


def closing(way: str) -> tuple[dict, dict]:
    """A recipe without and with its seam closed one way."""
    closed = recipe.read({"start": {"kind": "picture"}, "steps": [{"kind": "seam", "way": way}]})
    return closed | {"steps": []}, closed


def image_brush() -> tuple[dict, dict, dict]:
    """A brush with an image tip and paper-held grain, its pictures for the browser, and that of its tip."""
    y, x = np.mgrid[-1:1:256j, -1:1:256j]
    ragged = np.clip((0.85 - np.hypot(x, y) + 0.1 * np.sin(9 * np.arctan2(y, x))) * 8, 0, 1)
    tip = {"width": 256, "height": 256, "ink": encoded((255 * ragged).astype(np.uint8))}
    grain = {"width": 256, "height": 256, "ink": encoded(np.full((256, 256), 128, np.uint8))}
    shape, tile = "5" * 64, "6" * 64
    brush = read({"tip": "shapes", "shapes": [{"picture": shape}], "grain": {"picture": tile}})
    return brush, {shape: tip, tile: grain}, tip


class SpeedCase(JourneyCase):
    """The measurements that need the browser, on the real bench."""

    flags = ()
    brushes = {
        "Rope Ribbon": {**POINTED, "size": 24.0},
        "Twelve": {
            **POINTED,
            "size": 24.0,
            "spread": 0.1,
            "pooling": 0.5,
            "wetness": 1.0,
            "run": 8.0,
            "responses": twelve_responses(),
        },
    }

    @classmethod
    def measured(cls, only: str | None = None) -> dict[str, float]:
        """All figures by name, or those of one part of `PARTS`."""
        cls.setUpClass()
        case = cls("module")
        try:
            case._pre_setup()
            case.setUp()
            parts = PARTS.values() if only is None else [PARTS[only]]
            figures = {name: value for part in parts for name, value in part(case).items()}
            return {name: round(float(value), 6) for name, value in figures.items()}
        finally:
            for context in cls.browser.contexts:
                context.close()
            case._post_teardown()
            cls.tearDownClass()

    def memory(self) -> dict[str, float]:
        """What the worker holds after work: the window resized 100 times, 200 brushes opened, 60 recipes followed."""
        make_source(
            self.account, "Dots", "grain", {"start": {"kind": "dots", "side": 512}, "steps": [{"kind": "blur"}]}
        )
        page = self.open_bench()
        for i in range(100):
            page.set_viewport_size({"width": 800 + 37 * i % 480, "height": 700 + 53 * i % 500})
        page.set_viewport_size({"width": 1280, "height": 800})
        for i in range(200):
            page.locator(".bar .crumb").first.click()
            page.locator(".pocket .slip").nth(i % len(self.made)).click()
            page.wait_for_selector(".status:has-text('kept')")
        page.locator(".bar .crumb").first.click()
        page.locator("nav .place", has_text="Sources").click()
        page.locator(".card .print").first.click()
        page.locator(".recipe .step .hold").first.click()
        slider = page.locator("[role=slider]").first
        for i in range(60):
            slider.press("ArrowRight" if i % 20 < 10 else "ArrowLeft")
            page.wait_for_function(f"() => window.hollowmist.prepEdits() > {i}")
        return {"memory_mb": held(page).sum()}

    def module(self) -> dict[str, float]:
        """The WebAssembly module without the interface."""
        page = self.page
        page.goto(f"{self.live_server_url}/static/measure/measure.html")
        page.wait_for_function("window.measures")
        stamps = some_stamps()
        plain = [read({}), {}, encoded(stamps), True, 7]

        def rows(times):
            """Where `drawImage` puts each stamp: x, y, width, height, turn; `times` the half sides."""
            turns = [math.atan2(float(s["sin"]), float(s["cos"])) for s in stamps]
            return [
                [512, 512, times * float(s["major"]), times * float(s["minor"]), turn]
                for s, turn in zip(stamps, turns, strict=True)
            ]

        ours = page.evaluate("(given) => window.measures.layStamps(...given)", plain)
        theirs = page.evaluate("(given) => window.measures.drawImages(...given)", [rows(3), 5])
        by_key = {lane.key: rows_of(lane.strokes[0]) for lane in proofs.lanes()}
        line = by_key["swell"]
        brush = read(self.brushes["Rope Ribbon"])

        textured, pictures, image = image_brush()
        stamps["tip"], stamps["bite"], stamps["minor"] = SHAPES, 0.8, stamps["major"]
        tipped = page.evaluate(
            "(given) => window.measures.layStamps(...given)", [textured, pictures, encoded(stamps), True, 7]
        )
        drawn = page.evaluate("(given) => window.measures.drawImages(...given)", [rows(2), 5, image])

        def feed(side):
            return np.mean(page.evaluate(FED, [brush, {}, line, side, side, 15]))

        # In turn, so that a busy moment of the machine does not fall on one of them alone.
        large, small = zip(*((feed(8192), feed(1024)) for _ in range(ROUNDS)), strict=True)

        def prep(before, after, rounds=5):
            return page.evaluate("(given) => window.measures.recipeTime(...given)", [before, after, 1024, rounds])

        # Samples that a path follows one by one: where the ink hardly moves it leaves no point.
        shaky = by_key[readings.SHAKY][::4]
        steadied = read({"steadying": "speed-aware", "calm": 2.0, "quickness": 3.0})
        followed = page.evaluate("(given) => window.measures.steadied(...given)", [steadied, shaky])
        off = np.abs(np.reshape(followed, (-1, 2)) - one_euro(shaky, 2.0, 0.003))
        lanes = [by_key[readings.SHAKY], by_key[readings.CORNERED]]
        taken = page.evaluate("(given) => window.measures.readings(...given)", [read(SIXTY), {}, *lanes])

        return {
            "readings_ms": taken["took"],
            "steady_vs_reference": off.max(),
            "prep_ms": prep(*six_steps()),
            "seam_ms": max(prep(*closing(way)) for way in ("least-error cut", "gradient")),
            "stamp_wasm_vs_canvas2d": ours / theirs,
            "stamp_image_wasm_vs_canvas2d": tipped / drawn,
            "sheet_growth": min(large) / min(small),
            **self.ribbon(page),
            "wasm_kb": MODULE.stat().st_size / 1024,
        }

    def ribbon(self, page) -> dict[str, float]:
        """A ribbon of 3,000 px, 60 px wide: inked whole; and drawn, sample by sample, a short one and a long one."""
        picture = "7" * 64
        brush = read(
            {"tip": "shapes", "laying": "ribbon", "shapes": [{"picture": picture}], "size": 60.0, "responses": {}}
        )
        y, x = np.mgrid[-1:1:128j, 0:1:512j]
        taper = (255 * (np.abs(y) < np.sin(np.pi * x))).astype(np.uint8)
        pictures = {picture: {"width": 512, "height": 128, "ink": encoded(taper)}}

        def rows(count, of):
            """The first samples of so many."""
            u = np.linspace(0, 1, of)[:count]
            return [[100 + 1500 * abs(2 * v % 2 - 1), 200 + 300 * v, 2000 * v, 0.8, 1.5, 0.0] for v in u.tolist()]

        short, long = (page.evaluate(FED, [brush, pictures, rows(count, 800), 1700, 700, 3]) for count in (200, 800))
        inked = "(given) => window.measures.inkTime(...given)"
        return {
            "ribbon_ms": page.evaluate(inked, [brush, pictures, rows(400, 400), 1700, 700, ROUNDS]),
            "ribbon_feed_ms_p95": float(np.percentile(long, 95)),
            "ribbon_growth": float(np.mean(long) / np.mean(short)),
        }

    def reinks(self, page, tray, name) -> list[float]:
        """How long re-inking all strokes takes while a slider moves, ms."""
        page.locator(".card", has_text=tray).first.click()
        settle(page)
        slider = page.locator(".tray").get_by_role("slider", name=name, exact=True).bounding_box()
        page.mouse.move(slider["x"] + 40, slider["y"] + 22)
        page.mouse.down()
        times = []
        for i in range(40):
            page.mouse.move(slider["x"] + 40 + 3 * i, slider["y"] + 22)
            page.wait_for_timeout(60)
            # What goes in slices is told whole.
            self.wait_for(lambda: page.evaluate("window.hollowmist.rests()"), f"{name} to be inked")
            times.append(page.evaluate("window.hollowmist.inkTime()"))
        return times

    @cached_property
    def drybrush(self):
        """The brush with most to do: shapes along the line, bitten by a grain that runs along it."""
        ship_sources()
        shipped = {source.name: (source.pk, source.picture_id) for source in Source.objects.filter(account=None)}
        document = next(document for name, _, document in ROLLS["Shore textures"] if name == "Kelp Drybrush")
        whole = with_sources(document, shipped.__getitem__)
        return add_brush(self.roll, "Kelp Drybrush", whole)

    def textured(self) -> float:
        """How long re-inking takes for that brush, ms."""
        page = self.open_page(1280, 800)
        page.goto(f"{self.live_server_url}/bench/{self.drybrush.pk}")
        page.wait_for_selector(".status:has-text('kept')")
        settle(page)
        times = self.reinks(page, "Line", "Reach")
        page.mouse.up()
        return statistics.median(times)

    def bench(self) -> dict[str, float]:
        """The bench as a person uses it: the first ink, the pen, a moving setting."""
        page = self.open_page()
        start = time.perf_counter()
        self.made["Rope Ribbon"].refresh_from_db()
        page.goto(f"{self.live_server_url}/bench/{self.made['Rope Ribbon'].pk}", wait_until="commit")
        page.wait_for_function("window.hollowmist?.inked()", polling=10)
        first_ink = time.perf_counter() - start
        page.wait_for_selector(".status:has-text('kept')")
        self.open_bench(page, "Twelve")
        box, pen = self.sheet_box(page), Pen(page)
        for row in range(6):
            y = box["y"] + 528 + 9 * row
            pen.draw([(box["x"] + 60 + 8 * i, y + 6 * math.sin(i / 4), 0.2 + 0.7 * i / 120) for i in range(120)])
        settle(page)
        pen_times = page.evaluate("window.hollowmist.penTimes()")
        page.get_by_role("button", name="Clear your strokes").click()
        self.open_bench(page)
        reinks = self.reinks(page, "Line", "Reach")
        revision = self.kept().revision
        page.mouse.up()
        lifted = time.perf_counter()
        self.wait_for(lambda: self.kept().revision > revision)
        kept = time.perf_counter() - lifted
        return {
            "pen_to_ink_ms_p95": float(np.percentile(pen_times, 95)),
            "reink_ms_median": statistics.median(reinks),
            "reink_textured_ms": self.textured(),
            "first_ink_s": first_ink,
            "kept_s": kept,
        }


PARTS = {
    "native": native.figures,
    "module": SpeedCase.module,
    "bench": SpeedCase.bench,
    "begin": begin.figures,
    "memory": SpeedCase.memory,
    "home": device.figures,
    "keeping": keeping.figures,
    "rolls": rolls.figures,
    "sheets": sheets.figures,
    "pen": pen.figures,
    "webkit": webkit.figures,
    "minute": lambda case: {**minute.pen(case, twelve_responses()), **minute.fingers(case)},
}
"""Parts of the table, in the order in which they are measured: later ones open what earlier ones made."""
