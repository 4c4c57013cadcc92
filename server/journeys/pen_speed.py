"""How quick the pen is as a tablet has it: at two device pixels, for ten seconds, hundreds of reports a second."""

from pathlib import Path

import numpy as np

from .browser import Pen, settle

LIMITS = {
    "pen_fine_ms_p95": 8.0,
    "pen_backlog": 1.2,
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
    print(len(times), count, [round(float(np.median(times[i:i+240])),1) for i in range(0,len(times),240)])
    assert len(times) >= count, f"of {count} reports {len(times)} were inked"
    return times


def fine(case) -> dict[str, float]:
    """On the bench at two device pixels with twelve responses: at the 95th percentile, and its last second to its first."""
    page = case.open_bench(case.open_page(WIDE, HIGH, scale=2), "Twelve")
    times = reported(page, "canvas.sheet")
    page.context.close()
    median = float(np.median(times))
    print(f"pen_fine: median {median:.1f} ms, p95 {np.percentile(times, 95):.1f} ms, worst {times.max():.0f} ms")
    return {
        "pen_fine_ms_p95": float(np.percentile(times, 95)),
        "pen_backlog": float(np.median(times[-HZ:]) / np.median(times[:HZ])),
    }


def figures(case) -> dict[str, float]:
    """All of them; `case` is a journey with the brushes that `script/bench` opens."""
    return fine(case)
