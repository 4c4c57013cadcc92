"""A harbour label over its pencil layout: 100 by 60 mm at 600 dpi."""

from typing import Any

import numpy as np
from hollowmist_core.native.words import write

from .drawing import Drawing, arc, rounded, smooth, straight

WIDTH, HEIGHT = 2362, 1417
MIDDLE = 1420.0


def draw_label() -> Drawing:
    """A rope around it, a lantern, and the words."""
    layers = [
        {"which": 0, "name": "Rope and lantern"},
        {"which": 1, "name": "Words"},
    ]
    guides = {"lettering": False, "nib": 1.2, "x_height": 6.5, "first": 27.0, "margins": True, "margin": 8.0}
    document = {"width": WIDTH, "height": HEIGHT, "dpi": 600.0, "tint": "#f1e6d0", "layers": layers, "guides": guides}
    sheet = Drawing("Harbour label", "For the lamp that came from the harbour wall.", document, 7)
    sheet.draw(rounded(88, 88, WIDTH - 88, HEIGHT - 88, 120), "Rope Ribbon", (0.6,), size=54.0)
    _lantern(sheet)
    _words(sheet)
    _pencil(sheet)
    return sheet


def _words(sheet: Drawing) -> None:
    on: dict[str, Any] = {"layer": 1, "centred": True}
    sheet.word("Harbour", "running", (MIDDLE - 40, 540), 186, "Pointed Copper", size=32.0, press=(0.14, 0.95), **on)
    sheet.word("Lamp", "running", (MIDDLE + 70, 868), 186, "Pointed Copper", size=32.0, press=(0.14, 0.95), **on)
    flourish = smooth(
        [(MIDDLE - 480, 990), (MIDDLE - 200, 940), (MIDDLE + 120, 1000), (MIDDLE + 420, 945), (MIDDLE + 560, 900),
         (MIDDLE + 470, 850), (MIDDLE + 440, 950), (MIDDLE + 640, 985)]
    )  # fmt: skip
    sheet.draw(flourish, "Pointed Copper", (0.05, 0.5, 0.85, 0.3, 0.6, 0.2, 0.05), size=24.0, layer=1, shake=0.2)
    small = {**on, "spacing": 0.2}
    sheet.word("LIT EVERY NIGHT OF THE LONG FOG", "capitals", (MIDDLE, 1122), 36, "Label Monoline", size=10.0, **small)
    sheet.word(
        "brass, glass and tarred rope", "upright", (MIDDLE, 1222), 40, "Tide Table Fine", size=8.0, ink="#8a3b22",
        layer=1, centred=True, spacing=0.12,
    )  # fmt: skip


def _lantern(sheet: Drawing) -> None:
    """A lantern on its ring, lit from inside."""
    x, top, bottom = 500.0, 420.0, 1010.0
    line: dict[str, Any] = {"brush": "Rope Liner", "layer": 0}
    sheet.draw(arc(x, 300, 82, 82, 100, 440), press=(0.3, 0.8, 0.3), size=20.0, **line)
    sheet.draw(smooth([(x - 60, 386), (x, 366), (x + 60, 386)]), press=(0.5, 0.9), size=22.0, **line)
    sheet.draw(smooth([(x - 62, 390), (x - 110, 430), (x - 190, 458)]), press=(0.4, 0.9), size=20.0, **line)
    sheet.draw(smooth([(x + 62, 390), (x + 110, 430), (x + 190, 458)]), press=(0.4, 0.9), size=20.0, **line)
    for y, half in ((470, 200), (500, 186), (980, 186), (1016, 214), (1060, 226)):
        sheet.draw(smooth([(x - half, y), (x, y + 12), (x + half, y)]), press=(0.6, 0.9, 0.6), size=17.0, **line)
    for off in (-176, -66, 66, 176):
        bulge = off * 1.16
        sheet.draw(
            smooth([(x + off, 506), (x + bulge, (top + bottom) / 2 + 30), (x + off, 974)]), press=(0.5, 0.8, 0.5),
            size=15.0, **line,
        )  # fmt: skip
    # The flame, and what it throws on the brass.
    flame = smooth([(x - 4, 880), (x - 62, 800), (x - 34, 712), (x + 4, 628), (x + 40, 716), (x + 60, 806), (x, 880)])
    sheet.draw(flame, "Pointed Copper", (0.2, 0.9, 0.5, 0.1, 0.5, 0.9, 0.2), size=26.0, ink="#b4532a")
    sheet.draw(
        smooth([(x, 866), (x - 18, 810), (x + 6, 740)]), "Pointed Copper", (0.7, 0.3, 0.05), size=24.0, ink="#b4532a"
    )
    for off, count in ((150, 30), (122, 22)):
        for k in range(count):
            # Shade on the side away from the flame, between the bars.
            y = 540 + 430 * k / count + sheet.rng.normal(0, 2)
            bulge = 1 + 0.16 * np.sin(np.pi * (y - 506) / 468)
            sheet.draw(
                straight(x + off * bulge, y, x + (off + 24) * bulge, y + 12), "Tide Table Fine", (0.2, 0.8), size=6.0
            )
    for k in range(34):
        angle = np.radians(-160 + 140 * k / 33)
        near, far = 330 + 16 * (k % 2), 400 + 44 * (k % 2) + sheet.rng.normal(0, 6)
        centre = (x, 760)
        if abs(np.cos(angle)) < 0.42:
            continue
        ray = straight(
            centre[0] + near * np.cos(angle) * 0.74, centre[1] + near * np.sin(angle) * 0.8,
            centre[0] + far * np.cos(angle) * 0.74, centre[1] + far * np.sin(angle) * 0.8,
        )  # fmt: skip
        sheet.draw(ray, "Pointed Copper", (0.05, 0.6, 0.05), size=14.0, ink="#b4532a")


def _pencil(sheet: Drawing) -> None:
    """The layout: lines that were ruled, and the words as they were sketched."""
    for y in (540, 540 - 186, 868, 868 - 186, 1122, 1122 - 50, 1222):
        sheet.pencil.append(straight(800, y + 3, 2150, y - 3))
    sheet.pencil.append(straight(MIDDLE, 250, MIDDLE + 4, 1290))
    sheet.pencil.append(straight(500, 200, 504, 1180))
    sheet.pencil.append(arc(504, 740, 236, 330, -200, 180))
    for text, hand, x, y, high in (
        ("Harbour", "running", 1010, 546, 182),
        ("Lamp", "running", 1252, 874, 182),
        ("LIT EVERY NIGHT OF THE LONG FOG", "capitals", 868, 1126, 36),
    ):
        for one in write(text, hand, (x, y), high, alive=1.0, seed=5).strokes:
            sheet.pencil.append(np.column_stack([one["x"], one["y"]]).astype(float))
