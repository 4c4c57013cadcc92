"""How quick Hollowmist is at home on the device: without a network, with many strokes, and when it is kept."""

import os
import time
import uuid
from pathlib import Path

import numpy as np
from django.db import transaction
from hollowmist_core.tables.records import SAMPLE
from journeys.browser import Pen, settle
from journeys.way import Way
from proofs.actions.keep_stroke import keep_strokes
from proofs.models import ProofStroke

from .pace import draw_live

LIMITS = {
    "first_ink_offline_s": 2.0,
    "idle_cpu": 0.01,
    "sync_s": 5.0,
    "pen_fine_ms_p95": 8.0,
    "pen_many_ms_p95": 8.0,
    "slider_gap_ms_p95": 33.0,
}
"""Figure -> the most it may be."""

MANY = 1000

INSTALLED = """async () => {
  const registration = await navigator.serviceWorker.ready
  return registration.active?.state === "activated" && navigator.serviceWorker.controller !== null
}"""


@transaction.atomic
def draw_many(account, brush, count=MANY) -> None:
    """Strokes of one's own all over the lower part of a brush's sheet."""
    rng, u = np.random.default_rng(7), np.linspace(0, 1, 60)
    for i in range(count):
        samples = np.zeros(60, SAMPLE)
        samples["x"] = rng.uniform(60, 1100) + 160 * u
        samples["y"] = rng.uniform(560, 900) + 30 * np.sin(6 * u + i)
        samples["t"], samples["pressure"], samples["altitude"] = 400 * u, 0.3 + 0.5 * u, 1.1
        about = {"kind": 0, "erase": False, "seed": i + 1, "brush": brush.pk, "drawn_at": 1000 + i}
        keep_strokes(account, [(uuid.UUID(int=i + 1), about | {"samples": samples.tobytes()})])


def first_ink_offline_s(case, brush) -> float:
    """From opening the installed application to the first ink on a bench, with the server away."""
    way = Way(case.live_server_url)
    page = case.open_page(installed=True, url=way.url)
    page.goto(f"{way.url}/rolls")
    page.wait_for_selector(".pocket")
    case.wait_for(lambda: page.evaluate(INSTALLED))
    page.wait_for_timeout(2000)
    way.away = True
    context = page.context
    page.close()
    page = context.new_page()
    start = time.perf_counter()
    page.goto(f"{way.url}/bench/{brush.pk}", wait_until="commit")
    page.wait_for_function("window.hollowmist?.inked()", polling=10)
    took = time.perf_counter() - start
    context.close()
    way.close()
    return took


def slider_gap_ms_p95(case, brush) -> float:
    """From a move of a slider to the stroke in hand inked anew, with many strokes on the sheet."""
    page = case.open_bench(case.open_page(1280, 800), brush.name)
    page.locator(".card", has_text="Weight").first.click()
    page.wait_for_timeout(3000)
    slider = page.locator(".tray").get_by_role("slider", name="Size", exact=True).bounding_box()
    page.mouse.move(slider["x"] + 40, slider["y"] + 22)
    page.mouse.down()
    page.evaluate("window.hollowmist.gaps()")
    for i in range(60):
        page.mouse.move(slider["x"] + 40 + 4 * i, slider["y"] + 22)
        page.wait_for_timeout(50)
    page.mouse.up()
    return float(np.percentile(page.evaluate("window.hollowmist.gaps()"), 95))


def with_many(case, brush) -> dict[str, float]:
    """What is as quick with many strokes on the sheet."""
    draw_many(case.account, brush)
    page = case.open_bench(case.open_page(1280, 800), brush.name)
    page.wait_for_timeout(3000)
    pen = pen_ms_p95(case, page)
    page.context.close()
    return {"pen_many_ms_p95": pen, "slider_gap_ms_p95": slider_gap_ms_p95(case, brush)}


def browser_seconds() -> float:
    """Processor time that all of this machine's browsers have taken, s."""
    ticks = 0
    for stat in Path("/proc").glob("[0-9]*/stat"):
        try:
            name, _, rest = stat.read_text().rpartition(")")
        except OSError:
            continue  # it has ended meanwhile
        if "chrom" in name:
            ticks += sum(map(int, rest.split()[11:13]))
    return ticks / os.sysconf("SC_CLK_TCK")


def resting(page, seconds=20) -> float:
    """Share of a processor that browsers take while nobody touches a page."""
    page.wait_for_timeout(3000)
    before = browser_seconds()
    page.wait_for_timeout(1000 * seconds)
    taken = browser_seconds() - before
    page.context.close()
    return taken / seconds


def idle_cpu(case, brush) -> float:
    """Share of a processor that the bench takes while nobody touches it, beyond what an empty page takes."""
    empty = resting(case.open_page(1280, 800))
    return max(0.0, resting(case.open_bench(case.open_page(1280, 800), brush.name)) - empty)


def sync_s(case, brush, count=200) -> float:
    """From the way to the server being there again until acts that waited are all in the database."""
    way = Way(case.live_server_url)
    page = case.open_page(installed=True, url=way.url)
    page.goto(f"{way.url}/bench/{brush.pk}")
    page.wait_for_selector(".status:has-text('kept')")
    way.away = True
    box, pen = case.sheet_box(page), Pen(page)
    for i in range(count):
        x, y = box["x"] + 40 + 5 * i, box["y"] + box["height"] - 40
        pen.draw([(x, y, 0.5), (x + 2, y + 8, 0.5), (x + 3, y + 16, 0.5)])
    page.wait_for_timeout(1000)
    before = ProofStroke.objects.count()
    way.away = False
    start = time.perf_counter()
    page.evaluate("window.dispatchEvent(new Event('online'))")
    case.wait_for(lambda: ProofStroke.objects.count() == before + count)
    took = time.perf_counter() - start
    page.context.close()
    way.close()
    return took


def pen_ms_p95(case, page) -> float:
    """From a pen's event to ink on the canvas of a bench that is open."""
    box, pen = case.sheet_box(page), Pen(page)
    page.evaluate("window.hollowmist.penTimes()")
    u = np.arange(240)
    for row in range(3):
        y = box["y"] + box["height"] - 90 + 18 * row
        points = list(zip(box["x"] + 60 + 4 * u, y + 6 * np.sin(u / 8), 0.2 + 0.7 * u / 240, strict=True))
        draw_live(pen, [tuple(map(float, point)) for point in points])
    settle(page)
    return float(np.percentile(page.evaluate("window.hollowmist.penTimes()"), 95))


def pen_fine_ms_p95(case) -> float:
    """At two device pixels, with a brush of twelve responses."""
    page = case.open_bench(case.open_page(1280, 800, scale=2), "Twelve")
    taken = pen_ms_p95(case, page)
    page.context.close()
    return taken


def figures(case) -> dict[str, float]:
    """All of them; `case` is a journey with the brushes that `script/bench` opens."""
    return {
        "first_ink_offline_s": first_ink_offline_s(case, case.made["Rope Ribbon"]),
        "idle_cpu": idle_cpu(case, case.made["Rope Ribbon"]),
        "sync_s": sync_s(case, case.made["Rope Ribbon"]),
        "pen_fine_ms_p95": pen_fine_ms_p95(case),
        **with_many(case, case.made["Rope Ribbon"]),
    }
