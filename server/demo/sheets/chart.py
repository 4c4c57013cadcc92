"""A chart title with its cartouche and a compass rose: A4 at 300 dpi."""

from typing import Any

import numpy as np

from .drawing import Drawing, arc, rounded, smooth, straight

WIDTH, HEIGHT = 2480, 3508
SEA, INK, RUST = 0, 1, 2
POINTS = ("N", "E", "S", "W")


def draw_chart() -> Drawing:
    """The title above, the rose below, the island between them."""
    layers = [
        {"which": SEA, "name": "Sea", "mode": "multiply", "opacity": 0.85},
        {"which": INK, "name": "Ink"},
        {"which": RUST, "name": "Rust"},
    ]
    document = {"width": WIDTH, "height": HEIGHT, "dpi": 300.0, "layers": layers}
    sheet = Drawing("Chart title", "For the sheet of the waters about Skerrow.", document, 11)
    _frame(sheet)
    _cartouche(sheet)
    _island(sheet)
    _rose(sheet, 1240.0, 2740.0, 470.0)
    return sheet


def _frame(sheet: Drawing) -> None:
    for inset, size in ((110, 15.0), (146, 5.0), (176, 5.0)):
        sheet.draw(
            rounded(inset, inset, WIDTH - inset, HEIGHT - inset, 10), "Label Monoline", (0.6,), size=size, layer=INK
        )
    for k in range(48):
        # Degrees along the frame, black and white by turns.
        if k % 2 == 0:
            y0, y1 = 176 + k * (HEIGHT - 352) / 48, 176 + (k + 1) * (HEIGHT - 352) / 48
            for x in (161, WIDTH - 161):
                sheet.draw(straight(x, y0, x, y1), "Slate Marker", (0.8,), size=16.0, ink="#1e2a2d", layer=INK)


def _scroll(sheet: Drawing, x: float, y: float, side: int) -> None:
    """The curled end of the cartouche."""
    turns = np.linspace(0, 2.6 * np.pi, 90)
    radius = 118 * np.exp(-0.17 * turns)
    curl = np.column_stack([x + side * radius * np.sin(turns), y - radius * np.cos(turns)])
    sheet.draw(curl, "Lantern Brush Pen", (0.25, 0.6, 0.8, 0.5, 0.2), size=20.0, layer=INK)
    for k in range(15):
        angle = 0.25 + 0.15 * k
        near, far = 66 + 2 * k, 112 - 1.5 * k
        sheet.draw(
            straight(x + side * near * np.sin(angle), y - near * np.cos(angle),
                     x + side * far * np.sin(angle), y - far * np.cos(angle)),
            "Tide Table Fine", (0.8, 0.2), size=4.0, layer=INK,
        )  # fmt: skip


def _cartouche(sheet: Drawing) -> None:
    left, right, top, bottom = 430.0, 2050.0, 430.0, 1150.0
    upper = smooth([(left, top + 60), (700, top - 8), (1240, top + 26), (1780, top - 8), (right, top + 60)])
    lower = smooth(
        [(left, bottom - 60), (700, bottom + 8), (1240, bottom - 26), (1780, bottom + 8), (right, bottom - 60)]
    )
    for edge in (upper, lower):
        sheet.draw(edge, "Lantern Brush Pen", (0.3, 0.8, 0.4, 0.8, 0.3), size=22.0, layer=INK)
        inner = edge + np.array([0, 30 if edge is upper else -30])
        sheet.draw(inner[8:-8], "Tide Table Fine", (0.5,), size=5.0, layer=INK)
    for x, side in ((left, -1), (right, 1)):
        sheet.draw(
            smooth([(x, top + 60), (x + 40 * side, 790), (x, bottom - 60)]),
            "Lantern Brush Pen",
            (0.3, 0.9, 0.3),
            size=20.0,
            layer=INK,
        )
        _scroll(sheet, x, top + 178, side)
        mirrored = Drawing("", "", {}, sheet.seed + side + 5)
        _scroll(mirrored, x, -(bottom - 178), side)
        for one in mirrored.strokes:
            one.samples["y"] *= -1
        sheet.strokes += mirrored.strokes
    on: dict[str, Any] = {"layer": INK, "centred": True}
    sheet.word("The Waters", "running", (1240, 710), 128, "Pointed Copper", size=24.0, press=(0.14, 0.95), **on)
    sheet.word("ABOUT SKERROW", "capitals", (1240, 880), 76, "Broad Nib", size=21.0, spacing=0.3, **on)
    rule = smooth([(760, 950), (1000, 938), (1240, 962), (1480, 938), (1720, 950)])
    sheet.draw(rule, "Tide Point", (0.5, 0.8, 0.5), size=16.0, ink="#8a3b22", layer=RUST)
    sheet.word(
        "soundings in fathoms at low water",
        "upright",
        (1240, 1040),
        38,
        "Tide Table Fine",
        size=6.0,
        spacing=0.14,
        **on,
    )


def _coast(sheet: Drawing) -> None:
    """The line of the shore, and the lines of depth around it."""
    centre = np.array([1240.0, 1660.0])
    angles = np.linspace(0, 2 * np.pi, 73)
    wobble = sheet.rng.normal(0, 1, (6, 2))
    reach = (
        1
        + sum(
            0.16 / k * (a * np.cos((k + 1) * angles) + b * np.sin((k + 1) * angles))
            for k, (a, b) in enumerate(wobble, 1)
        )
        * 0.55
    )
    coast = centre + np.column_stack([430 * reach * np.cos(angles), 210 * reach * np.sin(angles)])
    coast[-1] = coast[0]
    for k, (size, press) in enumerate(((5.0, 0.6), (4.0, 0.5), (4.0, 0.4), (4.0, 0.3), (4.0, 0.2))):
        around = centre + (coast - centre) * (1.06 + 0.055 * k + 0.012 * k * k)
        sheet.draw(smooth(around, 260), "Tide Table Fine", (press,), size=size, ink="#24506e", layer=SEA)
    sheet.draw(smooth(coast, 300), "Rope Liner", (0.4, 0.9, 0.5, 0.8, 0.4), size=11.0, layer=INK)


def _hills(sheet: Drawing) -> None:
    """Shallows below three hills, hatched on their lee."""
    for k in range(5):
        y = 1540 + 62 * k
        half = 300 - 52 * abs(k - 2)
        wave = smooth([(1240 - half + 40 * (k % 2), y), (1240, y - 16), (1240 + half, y + 10)])
        sheet.draw(wave, "Grey Wash", (0.2, 0.35, 0.2), size=90.0, layer=SEA)
    for x, y, high in ((1130, 1620, 110), (1260, 1575, 150), (1390, 1640, 96)):
        sheet.draw(
            smooth([(x - high, y + 0.5 * high), (x - 0.2 * high, y - 0.4 * high), (x, y - 0.5 * high)]),
            "Pointed Copper",
            (0.2, 0.8, 0.2),
            size=14.0,
            layer=INK,
        )
        sheet.draw(
            smooth([(x, y - 0.5 * high), (x + 0.35 * high, y - 0.1 * high), (x + high, y + 0.5 * high)]),
            "Pointed Copper",
            (0.2, 0.7, 0.1),
            size=14.0,
            layer=INK,
        )
        for k in range(9):
            at = x + 0.1 * high * k
            sheet.draw(
                straight(at, y - 0.4 * high + 0.1 * high * k, at + 0.12 * high, y + 0.1 * high + 0.05 * high * k),
                "Tide Table Fine",
                (0.8, 0.2),
                size=3.5,
                layer=INK,
            )


def _depths(sheet: Drawing) -> None:
    """Figures of depth, none too near to another, deeper farther out."""
    placed: list[tuple[float, float]] = []
    for _ in range(120):
        angle = sheet.rng.uniform(0, 2 * np.pi)
        far = sheet.rng.uniform(1.55, 2.35)
        x, y = 1240 + 430 * far * np.cos(angle), 1660 + 232 * far * np.sin(angle)
        near = any(np.hypot(x - a, y - b) < 96 for a, b in placed)
        if near or not (260 < x < WIDTH - 260 and 1270 < y < 2130):
            continue
        placed.append((x, y))
        sheet.word(
            str(int(3 + 9 * (far - 1.4) + sheet.rng.integers(0, 4))),
            "upright",
            (x, y),
            24,
            "Tide Table Fine",
            size=4.0,
            layer=INK,
        )


def _waves(sheet: Drawing) -> None:
    for x, y in ((420, 1440), (560, 2010), (1980, 1460), (2060, 1930), (330, 1800), (1800, 2080)):
        for k in range(3):
            sheet.draw(
                smooth([(x + 46 * k, y), (x + 22 + 46 * k, y - 18), (x + 46 + 46 * k, y)]),
                "Spindrift",
                (0.7,),
                size=7.0,
                layer=SEA,
            )


def _island(sheet: Drawing) -> None:
    _coast(sheet)
    _hills(sheet)
    sheet.word("Skerrow", "running", (1240, 1800), 56, "Pointed Copper", size=12.0, centred=True, layer=INK)
    _depths(sheet)
    _waves(sheet)


def _rose(sheet: Drawing, x: float, y: float, radius: float) -> None:
    """A rose of sixteen points, half of each in shade."""
    for part, size in ((1.0, 6.0), (0.955, 4.0), (0.4, 4.0)):
        sheet.draw(
            arc(x, y, part * radius, part * radius, -90, 272, 180), "Label Monoline", (0.5,), size=size, layer=INK
        )
    for k in range(64):
        angle = 2 * np.pi * k / 64
        near = 0.955 if k % 2 else 0.93
        sheet.draw(
            straight(
                x + near * radius * np.sin(angle),
                y - near * radius * np.cos(angle),
                x + radius * np.sin(angle),
                y - radius * np.cos(angle),
            ),
            "Tide Table Fine",
            (0.7,),
            size=3.5,
            layer=INK,
        )
    for order, (long, wide, ink) in enumerate(((0.62, 0.1, "#8a3b22"), (0.78, 0.13, ""), (0.92, 0.17, ""))):
        count = (8, 4, 4)[order]
        turn = (np.pi / 8, np.pi / 4, 0.0)[order]
        for k in range(count):
            angle = turn + 2 * np.pi * k / count
            _point(sheet, x, y, radius, angle, long, wide, ink)
    for name, angle in zip(POINTS, (0.0, 90.0, 180.0, 270.0), strict=True):
        a = np.radians(angle)
        at = (x + 1.13 * radius * np.sin(a), y - 1.13 * radius * np.cos(a) + 36)
        sheet.word(name, "capitals", at, 54, "Broad Nib", size=15.0, centred=True, layer=INK)
    for k in range(16):
        angle = 2 * np.pi * (k + 0.5) / 16
        for far in (1.3,):
            sheet.draw(
                straight(
                    x + 1.04 * radius * np.sin(angle),
                    y - 1.04 * radius * np.cos(angle),
                    x + far * radius * np.sin(angle),
                    y - far * radius * np.cos(angle),
                ),
                "Tide Table Fine",
                (0.6, 0.1),
                size=3.0,
                ink="#24506e",
                layer=INK,
            )


def _point(sheet: Drawing, x, y, radius, angle, long, wide, ink) -> None:
    along, across = np.array([np.sin(angle), -np.cos(angle)]), np.array([np.cos(angle), np.sin(angle)])
    centre = np.array([x, y])
    tip, root = centre + long * radius * along, centre + wide * radius * along
    layer = RUST if ink else INK
    for side in (-1, 1):
        corner = root + side * wide * radius * across
        edge = np.array([tip, corner])
        sheet.draw(edge, "Pointed Copper", (0.25, 0.6), size=11.0, ink=ink, layer=layer, shake=0.1)
        sheet.draw(np.array([corner, centre]), "Tide Table Fine", (0.6,), size=4.0, ink=ink, layer=layer)
    sheet.draw(np.array([tip, centre]), "Tide Table Fine", (0.6,), size=4.0, ink=ink, layer=layer)
    steps = int(26 * long)
    for k in range(1, steps):
        share = k / steps
        inner = tip + share * (centre - tip)
        outer = tip + min(1.0, share / (1 - wide / long)) * (root + wide * radius * across - tip)
        if share > 1 - wide / long:
            rest = (share - (1 - wide / long)) / (wide / long)
            outer = root + wide * radius * across + rest * (centre - root - wide * radius * across)
        sheet.draw(np.array([inner, outer]), "Tide Table Fine", (0.6, 0.4), size=4.0, ink=ink, layer=layer, shake=0.1)
