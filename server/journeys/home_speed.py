"""How quick Hollowmist is at home on the device: without a network, with many strokes, and when it is kept."""

import time
import uuid

import numpy as np
from acts.actions.do_act import do_act
from django.db import transaction
from hollowmist_core.kernels.records import SAMPLE
from proofs.actions.keep_stroke import keep_stroke

from .way import Way

LIMITS = {"keep_ms": 25.0, "first_ink_offline_s": 2.0, "slider_gap_ms_p95": 33.0}
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
        told = {"kind": 0, "erase": False, "seed": i + 1, "brush": brush.pk, "drawn_at": 1000 + i}
        keep_stroke(account, uuid.UUID(int=i + 1), samples.tobytes(), **told)


def keep_ms(account, brush, rounds=40) -> float:
    """Processor time of the server for one state of a brush, ms."""
    body = {"roll": str(brush.roll_id), "name": brush.name, "note": "", "place": brush.place}

    def once(i):
        act = {"id": uuid.uuid4(), "kind": "keepBrush", "thing": brush.pk, "base": brush.revision + i}
        assert (
            do_act(account, act | {"body": body | {"document": brush.document | {"size": 20.0 + i}}})["answer"]
            == "done"
        )

    start = time.process_time()
    for i in range(rounds):
        once(i)
    return 1000 * (time.process_time() - start) / rounds


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
    draw_many(case.account, brush)
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


def figures(case) -> dict[str, float]:
    """All of them; `case` is a journey with the brushes that `script/bench` opens."""
    plain = case.made["Twelve"]
    return {
        "keep_ms": keep_ms(case.account, plain),
        "first_ink_offline_s": first_ink_offline_s(case, case.made["Rope Ribbon"]),
        "slider_gap_ms_p95": slider_gap_ms_p95(case, case.made["Rope Ribbon"]),
    }
