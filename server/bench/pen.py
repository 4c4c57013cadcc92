"""How quick pen and fingers are as a tablet has them: two device pixels, hundreds of reports a second, for seconds."""

import math
from pathlib import Path

import numpy as np
from accounts.models import Account
from django.core.management import call_command
from journeys.browser import Pen, grown, held, settle

from .sheets import fill

LIMITS = {
    "pen_fine_ms_p95": 8.0,
    "pen_backlog": 1.2,
    "pen_busy_ms_p95": 10.0,
    "pen_sheet_ms_p95": 8.0,
    "pen_held_up_ms": 50.0,
    "pinch_ms_p95": 16.0,
    "turn_mb": 0.0,
}
"""Figure -> the most it may be."""

WIDE, HIGH = 1194, 834
"""A tablet's screen, CSS px: 2388 x 1668 of its own."""

HZ, SECONDS = 240, 10

SCRIPT = Path(__file__).with_name("reports.js")


def reported(page, selector: str, seconds: float = SECONDS, hz: int = HZ) -> np.ndarray:
    """From each report of a stroke so long to its ink on the canvas, ms, in their order."""
    page.add_script_tag(path=SCRIPT)
    pen = Pen(page)
    page.evaluate("window.hollowmist.penTimes()")
    first = page.evaluate(
        "([selector]) => window.reports.placed(document.querySelector(selector).getBoundingClientRect(), 0)", [selector]
    )
    pen.event("mousePressed", first["clientX"], first["clientY"], force=first["pressure"])
    count = page.evaluate("(given) => window.reports.report(...given)", [selector, seconds, hz])
    pen.event("mouseReleased", first["clientX"], first["clientY"])
    settle(page)
    times = np.array(page.evaluate("window.hollowmist.penTimes()"))
    # The touch itself is told too.
    assert len(times) >= count, f"of {count} reports {len(times)} were inked"
    return times


def fine(case) -> dict[str, float]:
    """On the bench with twelve responses: what a report takes, and its last second to its first."""
    page = case.open_bench(case.open_page(WIDE, HIGH, scale=2), "Twelve")
    times = reported(page, "canvas.sheet")
    page.context.close()
    return {
        "pen_fine_ms": float(np.median(times)),
        "pen_fine_ms_p95": float(np.percentile(times, 95)),
        "pen_backlog": float(np.median(times[-HZ:]) / np.median(times[:HZ])),
    }


BLOCKED = """() => {
  const times = (window.blocked = [])
  new PerformanceObserver((list) => list.getEntries().forEach((one) => times.push(one.duration))).observe({
    type: "longtask",
  })
}"""
"""Notes what holds the page up, ms: tasks of more than 50 ms."""


SINCE = """(account) => new Promise((tell) => {
  const asked = indexedDB.open(`hollowmist-${account}`)
  asked.onsuccess = () => {
    const since = asked.result.transaction("marks").objectStore("marks").get("since")
    since.onsuccess = () => { tell(since.result?.value ?? 0); asked.result.close() }
  }
})"""
"""Up to which number a device has what its account has."""


def all_here(page, account) -> bool:
    """Whether a device has fetched all that its account has."""
    account.refresh_from_db()
    return page.evaluate(SINCE, account.pk) >= account.number


def thousands(case, strokes=5) -> dict[str, float]:
    """Stroke after stroke on a sheet of thousands: what a report takes, and the longest that the page is held up."""
    account = demo_account()
    fill(account)
    page = opened(case, account, "Thousands")
    fetching = reported(page, "[data-sheet]", SECONDS / strokes)
    case.wait_for(lambda: all_here(page, account), "all to be fetched")
    settle(page)
    page.evaluate(BLOCKED)
    times = np.concatenate([reported(page, "[data-sheet]", SECONDS / strokes) for _ in range(strokes)])
    blocked = page.evaluate("window.blocked")
    page.context.close()
    return {
        "pen_fetching_ms_p95": float(np.percentile(fetching, 95)),
        "pen_sheet_ms_p95": float(np.percentile(times, 95)),
        "pen_held_up_ms": max(blocked, default=0.0),
    }


MOVED = """() => {
  const times = (window.moved = [])
  let first
  addEventListener("pointermove", ({ timeStamp }) => {
    if (first !== undefined) return
    first = timeStamp
    requestAnimationFrame(() => {
      // What this frame shows is laid out and handed over by then.
      const { port1, port2 } = new MessageChannel()
      port1.onmessage = () => {
        times.push(performance.now() - first)
        first = undefined
      }
      port2.postMessage(null)
    })
  }, { capture: true })
}"""
"""Notes how long it takes from each move of a finger to the frame that shows it, ms."""


def demo_account() -> Account:
    """The demo's account, seeded where it is not there yet."""
    if not Account.objects.filter(username="skerrow").exists():
        call_command("seed_demo")
    return Account.objects.get(username="skerrow")


def opened(case, account, name: str):
    """A sheet of an account on a tablet, laid open."""
    before, case.account = case.account, account
    page = case.open_page(WIDE, HIGH, scale=2)
    case.account = before
    page.goto(f"{case.live_server_url}/sheets")
    page.click(f"[aria-label='Open {name}']")
    page.wait_for_selector("[data-sheet][aria-busy=false]", timeout=120_000)
    settle(page)
    return page


def busy(case) -> dict[str, float]:
    """On a sheet, alone and while that is written as a file at 600 dots an inch."""
    page = opened(case, demo_account(), "Great whorl")
    alone = reported(page, "[data-sheet]")
    page.locator("header").get_by_role("button", name="Out").click()
    page.get_by_label("Dots per inch of the file").fill("600")
    page.keyboard.press("Tab")
    page.get_by_role("button", name="PNG inked anew").click()
    page.locator("header").get_by_role("button", name="Out").click()
    meanwhile = reported(page, "[data-sheet]")
    page.context.close()
    return {
        "pen_demo_ms_p95": float(np.percentile(alone, 95)),
        "pen_busy_ms_p95": float(np.percentile(meanwhile, 95)),
    }


def fingers(case, turns=10, steps=180) -> dict[str, float]:
    """Two fingers that turn and zoom a sheet: from a move to the frame that shows it, and what memory that takes."""
    page = opened(case, demo_account(), "Great whorl")
    box = page.locator("[data-sheet]").bounding_box()
    x, y, reach = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2, box["height"] / 4
    session = page.context.new_cdp_session(page)

    def touch(kind, turn, apart=1.0):
        across, down = reach * apart * math.cos(turn), reach * apart * math.sin(turn)
        points = [{"x": x + across, "y": y + down, "id": 0}, {"x": x - across, "y": y - down, "id": 1}]
        session.send("Input.dispatchTouchEvent", {"type": kind, "touchPoints": [] if kind == "touchEnd" else points})

    def turn():
        for i in range(1, steps + 1):
            touch("touchMove", 2 * math.pi * i / steps, 1 + 0.5 * math.sin(2 * math.pi * i / steps))

    page.evaluate(MOVED)
    touch("touchStart", 0.0)
    turn()
    settle(page)
    first = held(page)
    for _ in range(turns - 1):
        turn()
    times = page.evaluate("window.moved")
    touch("touchEnd", 0.0)
    settle(page)
    more = grown(first, held(page))
    page.context.close()
    return {"pinch_ms_p95": float(np.percentile(times, 95)), "turn_mb": more}


def figures(case) -> dict[str, float]:
    """All of them; `case` is a journey with the brushes that `script/bench` opens."""
    return {**fine(case), **busy(case), **thousands(case), **fingers(case)}
