"""How quick rolls are: opened with many brushes, scrolled, varied, written as packs and read."""

import io
import time
import uuid

import numpy as np
from accounts.models import Account
from django.db import transaction
from hollowmist_core.documents.brush import read
from hollowmist_core.formats.pack import Packs
from journeys.browser import settle
from packs.actions.read_pack import read_pack
from packs.actions.write_pack import write_pack
from rolls.actions.add_brush import add_brush
from rolls.actions.keep_roll import keep_roll
from rolls.models import Brush
from sources.actions.keep_source import keep_source

LIMITS = {"rolls_ms": 250.0, "rolls_scroll_vs_empty": 1.3, "pack_s": 10.0, "variations_ms": 300.0}
"""Figure -> the most it may be."""

ROLLS, EACH, LONG = 20, 16, 200
"""Rolls, brushes in each, and in the one that is scrolled: 500 or so in all."""

SOURCES = 80

FIRST_INKED = """async () => {
  const start = performance.now()
  document.querySelector("nav a[href='/rolls']").click()
  const inked = () => {
    const first = [...document.querySelectorAll(".pocket img.stroke")].slice(0, 6)
    const shows = (one) => one.getAttribute("aria-busy") === "false" && one.complete && one.src.startsWith("blob")
    return first.length === 6 && first.every(shows)
  }
  while (!inked()) await new Promise(requestAnimationFrame)
  return performance.now() - start
}"""

SCROLLED = """async () => {
  const scroll = document.querySelector(".scroll")
  const frames = []
  let last = await new Promise(requestAnimationFrame)
  for (let i = 0; i < 180; i++) {
    scroll.scrollTop += 45
    const now = await new Promise(requestAnimationFrame)
    frames.push(now - last)
    last = now
  }
  return frames
}"""

EMPTIED = """() => {
  const scroll = document.querySelector(".scroll")
  const empty = document.createElement("div")
  empty.style.height = `${scroll.scrollHeight}px`
  scroll.replaceChildren(empty)
  scroll.scrollTop = 0
}"""
"""Leaves nothing on the page that is scrolled but its length."""

VARIED = """async () => {
  const drawn = () => [...document.querySelectorAll(".variations canvas")]
  const before = document.querySelector(".variations .card").getAttribute("aria-label")
  const start = performance.now()
  ;[...document.querySelectorAll("button")].find((one) => one.textContent.trim() === "Nine others").click()
  const done = () =>
    document.querySelector(".variations .card").getAttribute("aria-label") !== before &&
    drawn().length === 9 && drawn().every((one) => one.getAttribute("aria-busy") === "false")
  while (!done()) await new Promise(requestAnimationFrame)
  return performance.now() - start
}"""


@transaction.atomic
def fill(account, documents: list[dict]) -> None:
    """Twenty rolls of brushes, and one that is long."""
    for number in range(ROLLS):
        roll = keep_roll(account, name=f"Roll {number:02}")
        for i in range(LONG if number == 0 else EACH):
            document = documents[i % len(documents)]
            add_brush(roll, f"Brush {number} {i}", {**document, "size": 8.0 + i % 40})


def rolls(case, documents) -> dict[str, float]:
    """Opening rolls on the device, and scrolling the long one."""
    account = Account.objects.create_user("many", password="kelp-and-fog")
    fill(account, documents)
    before, case.account = case.account, account
    page = case.open_page(1280, 800)
    case.account = before
    page.goto(f"{case.live_server_url}/rolls")
    page.wait_for_selector(".pocket")
    settle(page)
    opened = []
    for _ in range(5):
        page.locator("nav .place", has_text="Sources").click()
        page.wait_for_selector(".print")
        settle(page)
        opened.append(page.evaluate(FIRST_INKED))
        settle(page)
    frames = page.evaluate(SCROLLED)
    page.evaluate(EMPTIED)
    scrolled, empty = (float(np.percentile(one, 95)) for one in (frames, page.evaluate(SCROLLED)))
    page.context.close()
    return {
        "rolls_ms": float(np.median(opened)),
        "rolls_scroll_p95_ms": scrolled,
        "rolls_scroll_vs_empty": scrolled / empty,
    }


def pack_s(account, documents) -> float:
    """Writing a pack of 200 brushes with 80 sources, or reading it: whichever takes longer, s."""
    sources = []
    for i in range(SOURCES):
        recipe = {"start": {"kind": "dots", "side": 128, "seed": i + 1}, "steps": []}
        sources.append(keep_source(account, uuid.uuid4(), 0, name=f"Dots {i}", makes="grain", recipe=recipe))
    roll = keep_roll(account, name="Carried")
    for i in range(LONG):
        source = sources[i % SOURCES]
        grain = {"picture": source.picture_id, "source": str(source.pk)}
        add_brush(roll, f"Carried {i}", {**documents[0], "grain": grain, "size": 10.0 + i})
    # As it is once somebody has looked: what is painted stays painted.
    write_pack(account, io.BytesIO(), rolls=[roll.pk])
    out, start = io.BytesIO(), time.perf_counter()
    write_pack(account, out, rolls=[roll.pk], originals=True)
    written = time.perf_counter() - start
    other = Account.objects.create_user("taker", password="kelp-and-fog")
    start = time.perf_counter()
    read_pack(other, Packs(out))
    taken = time.perf_counter() - start
    assert Brush.objects.of(other).count() == LONG
    return max(written, taken)


def variations_ms(case, brush) -> float:
    """Nine neighbours of a textured brush, from the tap until all are inked, ms."""
    page = case.open_page(1280, 800)
    page.goto(f"{case.live_server_url}/bench/{brush.pk}")
    page.wait_for_selector(".status:has-text('kept')")
    settle(page)
    page.get_by_role("button", name="Variations").click()
    settle(page)
    times = []
    for _ in range(5):
        times.append(page.evaluate(VARIED))
        settle(page)
    page.context.close()
    return float(np.median(times))


def figures(case) -> dict[str, float]:
    """All of them; `case` is a journey with the brushes that `script/bench` opens."""
    # With it come the sources that ship.
    drybrush = case.drybrush
    documents = [read({"size": 20.0}), read({"size": 20.0, "roundness": 0.3, "softness": 0.3, "spacing": 0.2})]
    return {
        **rolls(case, documents),
        "pack_s": pack_s(case.account, documents),
        "variations_ms": variations_ms(case, drybrush),
    }
