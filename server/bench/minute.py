"""A minute without a rest, as a tablet has it: a pen with a brush that asks for most, and fingers that never lift."""

import math
import uuid

import numpy as np
from django.db import transaction
from hollowmist_core.native.words import write
from hollowmist_core.tables.records import SAMPLE
from journeys.browser import grown, held
from proofs.models import ProofStroke
from rolls.actions.add_brush import add_brush
from rolls.shipped.rolls import ROLLS, with_sources
from sheets.actions.keep_sheet_strokes import keep_sheet_strokes
from sheets.models import Sheet, SheetStroke
from sources.actions.ship_sources import ship_sources
from sources.models import Source

from .pen import HIGH, HZ, MOVED, WIDE, demo_account, opened, reported

SECONDS = 60

ABOUT = 10
"""So long the pen takes to have been everywhere, s."""

LIMITS = {
    "minute_lost": 0.0,
    "minute_backlog": 1.2,
    "minute_pen_mb": 1.0,
    "minute_fingers_mb": 1.0,
    "minute_fingers_ms_p95": 33.0,
}
"""Figure -> the most it may be."""


def demanding(case, responses: dict) -> None:
    """A brush with shapes, a grain along the line, wet ink that runs, and many responses."""
    ship_sources()
    shipped = {source.name: (source.pk, source.picture_id) for source in Source.objects.filter(account=None)}
    document = next(document for name, _, document in ROLLS["Shore textures"] if name == "Kelp Drybrush")
    whole = with_sources({**document, "wetness": 1.0, "run": 8.0, "responses": responses}, shipped.__getitem__)
    case.made["Everything"] = add_brush(case.roll, "Everything", whole)


def pen(case, responses) -> dict[str, float]:
    """A pen that reports 240 times a second for a minute, in one stroke."""
    demanding(case, responses)
    page = case.open_bench(case.open_page(WIDE, HIGH, scale=2), "Everything")
    # Tiles for the paper on which this pen goes about are taken once, and kept.
    reported(page, "canvas.sheet", ABOUT)
    before = held(page)
    kept = ProofStroke.objects.filter(account=case.account).count()
    times = reported(page, "canvas.sheet", SECONDS)
    case.wait_for(lambda: ProofStroke.objects.filter(account=case.account).count() > kept, "the stroke to be kept")
    stroke = ProofStroke.objects.filter(account=case.account).order_by("-drawn_at").first()
    more = grown(before, held(page))
    page.context.close()
    samples = len(bytes(stroke.samples)) // SAMPLE.itemsize
    return {
        "minute_pen_ms_p95": float(np.percentile(times, 95)),
        "minute_backlog": float(np.median(times[-HZ:]) / np.median(times[:HZ])),
        # The touch is one more; the report on which it lifts is where the last one was.
        "minute_lost": max(0, SECONDS * HZ + 1 - samples),
        "minute_pen_mb": more,
    }


@transaction.atomic
def add_word(account, sheet, number: int) -> None:
    """Write a word on a sheet, as from another device."""
    there = SheetStroke.objects.filter(account=account, sheet=sheet).order_by("-drawn_at").first()
    at = (60.0 + 90.0 * (number % 5), 200.0 + 150.0 * (number // 5))
    style = {"spacing": 0.06, "slant": 14.0, "alive": 0.5, "press": (0.2, 0.8), "seed": number}
    strokes = write("Skerrow", "running", at, 60.0, **style).strokes
    about = {"kind": 0, "seed": number + 1, "size": 8.0, "look": there.look, "sheet_id": sheet.pk}
    rows = [
        (uuid.uuid4(), {**about, "samples": one.tobytes(), "drawn_at": there.drawn_at + k + 1})
        for k, one in enumerate(strokes)
    ]
    keep_sheet_strokes(account, rows)


def fingers(case, words: int = 6) -> dict[str, float]:
    """Two fingers turn and zoom the demo's sheet in quarter degrees for a minute, while words come to it."""
    account = demo_account()
    sheet = Sheet.objects.get(account=account, name="Great whorl")
    page = opened(case, account, "Great whorl")
    box = page.locator("[data-sheet]").bounding_box()
    x, y, reach = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2, box["height"] / 4
    session = page.context.new_cdp_session(page)
    page.evaluate(MOVED)
    took, turn, added = [], 0, 0
    begun = page.evaluate("performance.now()")

    def touch(kind):
        angle = math.radians(turn / 4)
        apart = reach * (1 + 0.5 * math.sin(angle))
        across, down = apart * math.cos(angle), apart * math.sin(angle)
        points = [{"x": x + across, "y": y + down, "id": 0}, {"x": x - across, "y": y - down, "id": 1}]
        session.send("Input.dispatchTouchEvent", {"type": kind, "touchPoints": [] if kind == "touchEnd" else points})

    touch("touchStart")
    while (gone := page.evaluate("performance.now()") - begun) < 1000 * SECONDS:
        for _ in range(20):
            turn += 1
            touch("touchMove")
        if gone > 1000 * SECONDS * added / words:
            add_word(account, sheet, added)
            page.evaluate("window.dispatchEvent(new Event('online'))")
            added += 1
        took.append(held(page))
    times = page.evaluate("window.moved")
    touch("touchEnd")
    page.context.close()
    # From the first full look on: by then every size of canvas has been asked for.
    half = len(took) // 2
    return {
        "minute_fingers_ms_p95": float(np.percentile(times, 95)),
        "minute_fingers_mb": grown(np.max(took[:half], axis=0), np.max(took[half:], axis=0)),
        "minute_turned": turn / 4 / 360,
    }
