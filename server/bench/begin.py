"""The first minutes: how soon somebody new has drawn, how soon a question has its pictures, what a language weighs."""

import time

import numpy as np
from hollowmist.settings import ROOT
from journeys.browser import Pen, settle

LIMITS = {"first_stroke_s": 3.0, "help_ms": 150.0}
"""Figure -> the most it may be."""

ROUNDS = 7

ASKED = """async () => {
  const mark = document.querySelector(".tray .mark")
  const start = performance.now()
  mark.click()
  const inked = (one) => {
    const small = new OffscreenCanvas(24, 24).getContext("2d")
    small.drawImage(one, 0, 0, 24, 24)
    return small.getImageData(0, 0, 24, 24).data.some((value) => value > 0)
  }
  const drawn = () => {
    const pictures = [...document.querySelectorAll(".what-it-does canvas")]
    return pictures.length > 1 && pictures.every(inked)
  }
  while (!drawn()) await new Promise(requestAnimationFrame)
  const took = performance.now() - start
  mark.click()
  while (document.querySelector(".what-it-does")) await new Promise(requestAnimationFrame)
  return took
}"""


def first_stroke(case) -> float:
    """From the tap that opens an account to the ink of its first stroke, s, without the time that a person takes."""
    page = case.open_page(1194, 834, signed_in=False, scale=2)
    page.goto(f"{case.live_server_url}/sign-in")
    page.get_by_role("button", name="I have no account yet").tap()
    page.fill("input[name=username]", "tarn")
    page.fill("input[name=password]", "slate-and-heather")
    start = time.perf_counter()
    page.get_by_role("button", name="Open it").tap()
    page.wait_for_selector(".first-step")
    page.wait_for_function("window.hollowmist?.inked()", polling=10)
    sheet, pen = case.sheet_box(page), Pen(page)
    before = page.evaluate("window.hollowmist.strokesInked()")
    y = sheet["y"] + sheet["height"] - 60
    pen.draw([(sheet["x"] + 120 + 8 * i, y - 5 * (i % 5), 0.5) for i in range(40)])
    page.wait_for_function("(before) => window.hollowmist.strokesInked().then((now) => now > before)", arg=before)
    took = time.perf_counter() - start
    page.context.close()
    return took


def figures(case) -> dict[str, float]:
    """All of them."""
    page = case.open_bench()
    page.locator(".card", has_text="Tip").first.click()
    settle(page)
    asked = [page.evaluate(ASKED) for _ in range(ROUNDS)]
    (german,) = (ROOT / "web" / "dist" / "assets").glob("de-*.js")
    return {
        "first_stroke_s": first_stroke(case),
        "help_ms": float(np.median(asked)),
        "words_kb": german.stat().st_size / 1024,
    }
