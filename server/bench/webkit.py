"""How quick pen and settings are in the other engine that tablets have. It is told, and has no limits."""

import time

import numpy as np
from django.conf import settings
from django.test import Client
from journeys.browser import PATIENCE
from journeys.webkit import WebKit

from .pen import HZ, SCRIPT

SECONDS = 5

REPORTED = """async (seconds, hz) => {
  await window.hollowmist.penTimes()
  const sheet = document.querySelector("canvas.sheet")
  const box = sheet.getBoundingClientRect()
  const at = { clientX: box.left + box.width / 2, clientY: box.top + box.height / 2 }
  const pen = { pointerId: 7, pointerType: "pen", isPrimary: true, bubbles: true, buttons: 1, pressure: 0.5, ...at }
  // A made pointer cannot be captured; nothing here leaves the sheet.
  sheet.setPointerCapture = () => {}
  sheet.dispatchEvent(new PointerEvent("pointerdown", pen))
  await window.reports.report("canvas.sheet", seconds, hz)
  sheet.dispatchEvent(new PointerEvent("pointerup", { ...pen, buttons: 0 }))
  return window.hollowmist.penTimes()
}"""

STEPPED = """async (times) => {
  const more = document.querySelector("[aria-label='Size: more']")
  const taken = []
  for (let i = 0; i < times; i++) {
    more.click()
    const end = performance.now() + 20_000
    do await new Promise((go) => setTimeout(go, 20))
    while (!(await window.hollowmist.rests()) && performance.now() < end)
    taken.push(window.hollowmist.inkTime())
  }
  return taken
}"""


WEIGHT = """async () => {
  const cards = [...document.querySelectorAll(".card")]
  cards.find((one) => one.textContent.includes("Weight")).click()
}"""


def figures(case) -> dict[str, float]:
    """A pen of 240 reports a second on the bench of twelve responses; all strokes inked anew at another size. In ms."""
    client = Client()
    client.force_login(case.account)
    signed_in = {"name": settings.SESSION_COOKIE_NAME, "value": client.cookies[settings.SESSION_COOKIE_NAME].value}
    webkit = WebKit()
    try:

        def wait_for(script, what):
            end = time.monotonic() + PATIENCE
            while not webkit.run(f"async () => {script}"):
                assert time.monotonic() < end, f"waited for {what} in vain"
                time.sleep(0.1)

        webkit.driver.get(f"{case.live_server_url}/notices.txt")
        webkit.driver.add_cookie(signed_in)
        webkit.driver.get(f"{case.live_server_url}/bench/{case.made['Twelve'].pk}")
        wait_for("!!window.hollowmist?.inked() && window.hollowmist.rests()", "the bench")
        webkit.driver.execute_script(SCRIPT.read_text())
        times = np.array(webkit.run(REPORTED, SECONDS, HZ))
        assert len(times) >= SECONDS * HZ, f"of {SECONDS * HZ} reports {len(times)} were inked"
        webkit.run(WEIGHT)
        wait_for("!!document.querySelector(\"[aria-label='Size: more']\")", "the tray")
        stepped = webkit.run(STEPPED, 12)
    finally:
        webkit.close()
    return {
        "webkit_pen_ms": float(np.median(times)),
        "webkit_pen_ms_p95": float(np.percentile(times, 95)),
        "webkit_backlog": float(np.median(times[-HZ:]) / np.median(times[:HZ])),
        "webkit_reink_ms": float(np.median(stepped)),
    }
