"""An inked shell with hatching and two screens in two inks: 200 mm square at 300 dpi."""

import numpy as np

from .drawing import Drawing, smooth, straight

SIDE = 2362
SEA, RUST, INK = 0, 1, 2
GROWTH = 0.178
"""Of the logarithm of the radius, per radian: each turn is about three times the one before."""

CENTRE = np.array([939.0, 1130.0])
OPENING = 0.35
"""Angle of the mouth, radians, clockwise from the right."""

LAST = OPENING + 6 * np.pi
LARGEST = 1190.0

SCREEN, SCREEN_STEP = 60.0, 17.0
"""How wide the screens are laid, and how far apart they go to and fro, px."""


def _radius(angle):
    return LARGEST * np.exp(GROWTH * (angle - LAST))


def _place(angle, across):
    """A place on the shell: across 0 is the inner side of the whorl, 1 its outer side."""
    outer, inner = _radius(angle), _radius(angle - 2 * np.pi)
    radius = inner + across * (outer - inner)
    return CENTRE + np.column_stack([radius * np.cos(angle), radius * np.sin(angle)])


def draw_shell() -> Drawing:
    """The whorls, their ribs, the shade in hatching, and two inks under it."""
    layers = [
        {"which": SEA, "name": "Screen, sea", "mode": "multiply"},
        {"which": RUST, "name": "Screen, rust", "mode": "multiply"},
        {"which": INK, "name": "Ink", "mode": "multiply"},
    ]
    document = {"width": SIDE, "height": SIDE, "dpi": 300.0, "layers": layers}
    sheet = Drawing("Great whorl", "From the north slip, drawn for the shell room.", document, 23)
    _screens(sheet)
    _outlines(sheet)
    _ribs(sheet)
    _hatching(sheet)
    _ground(sheet)
    sheet.word("Great Whorl", "running", (330, 2170), 74, "Pointed Copper", size=15.0, press=(0.14, 0.95), layer=INK)
    sheet.word(
        "NORTH SLIP, AT LOW WATER", "capitals", (1180, 2170), 30, "Label Monoline", size=7.0, spacing=0.3, layer=INK
    )
    return sheet


def _screens(sheet: Drawing) -> None:
    """Sea blue on the side away from the light, rust where the whorls turn to it.

    Each is one stroke that goes to and fro across the whorl: a stroke never darkens itself, as two that overlap would.
    """
    for brush, layer, low, high in (("Screen A", SEA, 0.0, 0.5), ("Screen B", RUST, 0.5, 0.96)):
        places: list[tuple[float, float]] = []
        angle = LAST - 9.6
        while angle < LAST - 0.06:
            whorl = _radius(angle) - _radius(angle - 2 * np.pi)
            edge = SCREEN / 2 / whorl
            ends = (low + edge, high - edge)
            places.append(_place(np.array([angle]), ends[len(places) % 2])[0])
            angle += SCREEN_STEP / (_radius(angle) - whorl * (1 - (low + high) / 2))
        sheet.draw(np.array(places), brush, (0.75,), size=SCREEN, layer=layer)


def _outlines(sheet: Drawing) -> None:
    for first, last, press in (
        (LAST - 2 * np.pi, LAST, (0.35, 0.8, 0.95, 0.7, 0.3)),
        (LAST - 4 * np.pi, LAST - 2 * np.pi, (0.2, 0.5, 0.7, 0.5)),
        (LAST - 7 * np.pi, LAST - 4 * np.pi, (0.1, 0.3, 0.4)),
    ):
        angle = np.linspace(first, last, 300)
        sheet.draw(_place(angle, 1.0), "Lantern Brush Pen", press, size=26.0, layer=INK, shake=0.4)
    mouth = [_place(np.array([LAST + 0.10 * np.sin(np.pi * s)]), s)[0] for s in np.linspace(1.0, 0.0, 24)]
    sheet.draw(smooth(mouth), "Lantern Brush Pen", (0.4, 0.9, 0.9, 0.4), size=26.0, layer=INK)
    lip = [
        _place(np.array([LAST + 0.02 + 0.2 * np.sin(np.pi * s)]), 0.06 + 0.9 * s)[0] for s in np.linspace(1.0, 0.0, 24)
    ]
    sheet.draw(smooth(lip), "Pointed Copper", (0.2, 0.9, 0.2), size=20.0, layer=INK)


def _ribs(sheet: Drawing) -> None:
    """Ribs across the whorls, leaning the way the shell grew."""
    for k in range(66):
        angle = LAST - 0.13 - 0.155 * k
        if angle < LAST - 4.6 * np.pi:
            break
        shares = np.linspace(0.97, 0.04, 30)
        lean = 0.2 * (1 - shares) + 0.05 * np.sin(np.pi * shares)
        rib = np.concatenate([_place(np.array([angle - d]), s) for s, d in zip(shares, lean, strict=True)])
        size = 13.0 * np.exp(GROWTH * 0.75 * (angle - LAST)) + 2.5
        sheet.draw(rib, "Pointed Copper", (0.7, 0.35, 0.6, 0.15), size=float(size), layer=INK, shake=0.2)


def _hatching(sheet: Drawing) -> None:
    """Shade along the inner side of every whorl, and a little under its outer edge; crossed where it is deepest."""
    rng = sheet.rng
    for angle in np.arange(LAST - 4.2 * np.pi, LAST - 0.03, 0.03):
        size = float(5.5 * np.exp(GROWTH * 0.6 * (angle - LAST)) + 1.6)
        # The light comes from the upper left.
        shade = 0.5 + 0.5 * np.cos(angle - np.radians(55))
        long = (0.2 + 0.34 * shade) * rng.uniform(0.75, 1.1)
        shares = np.linspace(0.02, long, 8)
        line = np.concatenate([_place(np.array([angle - 0.05 * (1 - s)]), s) for s in shares])
        sheet.draw(line, "Tide Table Fine", (0.9, 0.5, 0.1), size=size, layer=INK, shake=0.15)
        if shade > 0.55:
            shares = np.linspace(0.99, 0.99 - 0.22 * shade * rng.uniform(0.7, 1.1), 6)
            line = np.concatenate([_place(np.array([angle - 0.03]), s) for s in shares])
            sheet.draw(line, "Tide Table Fine", (0.8, 0.1), size=size, layer=INK, shake=0.15)
    for angle in np.arange(LAST - 2.05 * np.pi, LAST - 0.1, 0.05):
        if np.cos(angle - np.radians(55)) > 0.1:
            shares = np.linspace(0.03, 0.26, 8)
            line = np.concatenate([_place(np.array([angle + 0.35 * s]), s) for s in shares])
            sheet.draw(line, "Tide Table Fine", (0.7, 0.2), size=4.0, layer=INK, shake=0.15)
    # The dark of the mouth.
    for k in range(34):
        share = 0.06 + 0.88 * k / 33
        deep = 0.17 * np.sin(np.pi * share)
        angle = np.linspace(LAST + 0.03, LAST + 0.02 + deep * rng.uniform(0.8, 1.0), 8)
        sheet.draw(_place(angle, share), "Pointed Copper", (0.8, 0.5, 0.1), size=13.0, layer=INK)


def _ground(sheet: Drawing) -> None:
    """The shell's shadow on the slate, and barnacles beside it."""
    rng = sheet.rng
    for k in range(46):
        x0 = 560 + 31 * k
        drop = 150 * np.sin(np.pi * min(1.0, (k + 4) / 52))
        y = 1790 + 30 * np.sin(k / 8)
        sheet.draw(
            straight(x0, y, x0 + 90 + rng.normal(0, 12), y + 0.2 * drop + 12),
            "Pointed Copper",
            (0.1, 0.6, 0.1),
            size=12.0,
            layer=INK,
        )
    sheet.draw(smooth([(620, 1846), (1150, 1884), (1900, 1840)]), "Hatch East", (0.6,), size=74.0, layer=INK)
    sheet.draw(smooth([(300, 1780), (420, 1820), (560, 1810)]), "Barnacle", (0.6,), size=34.0, layer=INK)
    sheet.draw(smooth([(1990, 1805), (2110, 1770), (2190, 1805)]), "Barnacle", (0.5,), size=26.0, layer=INK)
    sheet.draw(
        smooth([(170, 1830), (215, 1660), (150, 1480), (220, 1300)]),
        "Kelp Drybrush",
        (0.9, 0.6, 0.2),
        size=60.0,
        ink="#2f6f62",
        layer=SEA,
    )
    sheet.draw(
        smooth([(240, 1850), (330, 1700), (290, 1560)]),
        "Kelp Drybrush",
        (0.8, 0.5, 0.1),
        size=46.0,
        ink="#2f6f62",
        layer=SEA,
    )
