"""How quick sheets are: opened, drawn on, inked otherwise, taken back, written."""

import multiprocessing
import time
import uuid

import numpy as np
from accounts.models import Account
from accounts.numbers import count_on
from django.core.management import call_command
from django.db import transaction
from hollowmist_core.formats.ora import write_ora
from hollowmist_core.formats.sheet_pdf import sheet_pdf
from hollowmist_core.formats.sheet_svg import sheet_svg
from hollowmist_core.native.pieces import inked
from hollowmist_core.tables.records import SAMPLE
from hollowmist_core.tests.golden import ways
from hollowmist_core.tests.golden.drawn import drawn
from journeys.browser import Pen, held, settle
from journeys.sheet_export import written
from rolls.models import Brush
from sheets.actions.keep_look import keep_look
from sheets.actions.keep_sheet import keep_sheet
from sheets.actions.piece import piece_of
from sheets.models import Sheet, SheetStroke

from .pace import draw_live

LIMITS = {
    "sheet_first_ink_s": 0.5,
    "sheet_open_s": 1.5,
    "sheet_pen_ms_p95": 8.0,
    "reink_sheet_s": 3.0,
    "undo_ms_p95": 50.0,
    "export_a4_600_s": 25.0,
    "export_mb": 1536.0,
    "sheet_mb": 900.0,
    "sheet_svg_s": 10.0,
    "sheet_pdf_s": 5.0,
    "sheet_ora_s": 5.0,
}
"""Figure -> the most it may be."""

MANY = 4900
"""A sheet takes 5,000: there is room to draw on it."""

ENDS = """const until = async (holds, what, next) => {
    const end = performance.now() + 120000
    while (!(await holds())) {
      if (performance.now() > end) throw new Error(`waited in vain for ${what}`)
      await new Promise(next)
    }
  }"""
"""A wait in the page that has an end and a name."""

OPENED = f"""async (name) => {{
  {ENDS}
  const start = performance.now()
  document.querySelector(`[aria-label="Open ${{name}}"]`).click()
  const whole = () => document.querySelector("[data-sheet]")?.ariaBusy === "false"
  const shows = () => document.querySelector("[data-sheet] img.last")?.complete
  await until(() => shows() || whole(), `the first ink of ${{name}}`, requestAnimationFrame)
  const first = performance.now() - start
  await until(whole, `all of ${{name}}`, requestAnimationFrame)
  return [first / 1000, (performance.now() - start) / 1000]
}}"""
"""Open a sheet from the list; when its ink is first seen, and when all of it is inked, s."""

INKED_AFTER = f"""async (name) => {{
  {ENDS}
  const start = performance.now()
  document.querySelector(`[aria-label="${{name}}"]`).click()
  await new Promise((done) => setTimeout(done))
  await until(() => window.hollowmist.sheetRests(), `the sheet after ${{name}}`, setTimeout)
  return performance.now() - start
}}"""
"""Tap a control; ms until the sheet shows what that changed."""


@transaction.atomic
def fill(account) -> None:
    """A sheet of 8192 px a side with thousands of strokes, a tenth of it inked, unless it is there."""
    if Sheet.objects.filter(account=account, name="Thousands").exists():
        return
    brush = Brush.objects.get(name="Tide Table Fine", roll__account=account)
    sheet, look = uuid.uuid4(), uuid.uuid4()
    keep_sheet(account, sheet, 0, {"width": 8192, "height": 8192}, name="Thousands", used_at=1)
    keep_look(account, look, brush.name, brush.document, brush.pk)
    rng, u = np.random.default_rng(7), np.linspace(0, 1, 40)
    rows = []
    for i in range(MANY):
        samples = np.zeros(40, SAMPLE)
        samples["x"] = rng.uniform(100, 7700) + 260 * u
        samples["y"] = rng.uniform(100, 8000) + 40 * np.sin(6 * u + i)
        samples["t"], samples["pressure"], samples["altitude"] = 300 * u, 0.3 + 0.5 * u, 1.1
        about = {"kind": 0, "seed": i + 1, "drawn_at": 1000 + i, "size": 24.0, "look": look}
        rows.append(SheetStroke(pk=uuid.uuid4(), account=account, sheet_id=sheet, samples=samples.tobytes(), **about))
    # Each has a number of its own, as strokes that were drawn have: changes come in pages by them.
    count_on(account, rows)
    SheetStroke.objects.bulk_create(rows, batch_size=500)


def export() -> dict[str, float]:
    """A4 at 600 dpi by the native core: s, and the memory it took, MB."""
    piece = piece_of(Sheet.objects.get(name="Chart title"))
    wanted = {use["picture"] for look in piece.looks.values() for use in [*look["shapes"], look["grain"] or {}] if use}
    assert piece.pictures is not None, "a piece of the server can find its pictures"
    pictures = {digest: piece.pictures(digest) for digest in wanted}
    context = multiprocessing.get_context("spawn")
    answer = context.Queue()
    parts = (piece.document, piece.strokes, piece.looks, pictures)
    process = context.Process(target=written, args=(parts, answer))
    process.start()
    took, mb = answer.get(timeout=300)
    process.join()
    return {"export_a4_600_s": took, "export_mb": mb}


def timed(act) -> float:
    """How long something takes, s."""
    start = time.perf_counter()
    act()
    return time.perf_counter() - start


def files() -> dict[str, float]:
    """The demo's shell written as files; and golden sheets drawn live, in parts and at once, told and not bounded."""
    piece = piece_of(Sheet.objects.get(name="Great whorl"))

    def golden():
        for sheet in map(drawn, range(10)):
            for way in (ways.live, ways.in_parts, lambda one: inked(one.piece)):
                way(sheet)

    return {
        "sheet_svg_s": timed(lambda: sheet_svg(piece)),
        "sheet_pdf_s": timed(lambda: sheet_pdf(piece)),
        "sheet_ora_s": timed(lambda: write_ora(piece)),
        "golden_s": timed(golden),
    }


def on_the_tablet(case) -> dict[str, float]:
    """The demo's shell, opened, drawn on, inked otherwise; and thousands of strokes, some of them taken back."""
    account = Account.objects.get(username="skerrow")
    fill(account)
    before, case.account = case.account, account
    page = case.open_page(1280, 800)
    case.account = before
    page.goto(f"{case.live_server_url}/sheets")
    page.wait_for_selector(".card img")
    opened = []
    for _ in range(3):
        page.wait_for_selector('[aria-label="Open Great whorl"] img')
        settle(page)
        opened.append(page.evaluate(OPENED, "Great whorl"))
        settle(page)
        page.wait_for_timeout(2000)
        page.locator("header .crumb").first.click()
    first, whole = np.median(np.array(opened), axis=0)
    page.wait_for_selector('[aria-label="Open Great whorl"] img')
    page.evaluate(OPENED, "Great whorl")
    settle(page)
    page.evaluate("window.hollowmist.penTimes()")
    pen, box = Pen(page), page.locator("[data-sheet] .over").bounding_box()
    for k in range(6):
        way = [(box["x"] + 60 + 4 * i, box["y"] + 80 + 60 * k + 12 * np.sin(i / 5), 0.6) for i in range(90)]
        draw_live(pen, way)
        settle(page)
    pen_times = page.evaluate("window.hollowmist.penTimes()")
    page.locator("header").get_by_role("button", name="Layers").click()
    page.get_by_role("button", name="Draw on Ink").click()
    page.locator("header").get_by_role("button", name="Re-ink").click()
    page.get_by_role("button", name="The whole layer").click()
    page.wait_for_selector(".offered img[aria-busy=false]")
    settle(page)
    reinked = page.evaluate(INKED_AFTER, "Ink them with Label Monoline")
    page.goto(f"{case.live_server_url}/sheets")
    page.wait_for_selector('[aria-label="Open Thousands"] img', timeout=120_000)
    page.evaluate(OPENED, "Thousands")
    settle(page)
    box = page.locator("[data-sheet] .over").bounding_box()
    for k in range(12):
        x, y = box["x"] + 60 + 40 * (k % 6), box["y"] + 80 + 200 * (k // 6)
        pen.draw([(x + 3 * i, y + 6 * np.sin(i / 3), 0.6) for i in range(30)])
        settle(page)
    undone = [page.evaluate(INKED_AFTER, "Undo") for _ in range(12)]
    zoom = float(page.locator("[data-sheet]").get_attribute("data-zoom"))
    page.mouse.move(box["x"] + 300, box["y"] + 300)
    # So near that all of the paper is inked at nearly a device px to each of its own.
    page.mouse.wheel(0, -500 * np.log(0.99 / zoom))
    settle(page)
    took = held(page).sum()
    page.context.close()
    return {
        "sheet_first_ink_s": float(first),
        "sheet_open_s": float(whole),
        "sheet_pen_ms_p95": float(np.percentile(pen_times, 95)),
        "reink_sheet_s": reinked / 1000,
        "undo_ms_p95": float(np.percentile(undone, 95)),
        "sheet_mb": took,
    }


def figures(case) -> dict[str, float]:
    """All of them, on the demo's sheets."""
    call_command("seed_demo")
    return {**on_the_tablet(case), **files(), **export()}
