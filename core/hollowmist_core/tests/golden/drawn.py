"""Sheets drawn by chance over all that a sheet may hold. Whoever adds a feature adds it here.

A sheet's number is its seed, and tells what it is about besides: one of `THEMES`, so that nothing is left to luck.
"""

import hashlib
import io
from functools import cache

import numpy as np
from PIL import Image
from scipy import ndimage

from ...documents import recipe
from ...documents.brush import read
from ...documents.sheet import read_sheet
from ...native.pieces import SheetStroke
from ...native.recipes import follow
from ...native.words import write
from ...tables.records import INK_LAYERS, SAMPLE
from ...tables.responses import OUTPUTS
from ...tables.settings import BY_NAME, MODES
from . import Golden

COUNT = 40
THEMES = ("tips", "grains", "ribbons", "wet", "pooled", "modes", "layers", "words", "screens", "chance")
INKS = ("#1e2a2d", "#24506e", "#b4532a", "#2f6f62", "#8a6d1d", "#ffffff")
TINTS = ("#fbfaf5", "#ffffff", "#d8e2dc", "#2b3336")


def _png(pixels: np.ndarray) -> bytes:
    out = io.BytesIO()
    Image.fromarray(pixels).save(out, "PNG")
    return out.getvalue()


def _grey(ink: np.ndarray) -> bytes:
    return _png(255 - ink)


def _blot(rng, height: int, width: int) -> np.ndarray:
    """A shape with ragged edges and a clear border."""
    noise = ndimage.gaussian_filter(rng.normal(size=(height, width)), 3.0)
    y, x = np.mgrid[-1 : 1 : height * 1j, -1 : 1 : width * 1j]
    inside = 0.75 - np.hypot(x, y) + 2.0 * noise
    ink = np.round(255 * np.clip(0.5 + 6 * inside, 0, 1)).astype(np.uint8)
    ink[[0, -1]] = 0
    ink[:, [0, -1]] = 0
    return ink


def _grain(rng, side: int, fine: float) -> np.ndarray:
    noise = ndimage.gaussian_filter(rng.normal(size=(side, side)), fine, mode="wrap")
    noise = (noise - noise.min()) / np.ptp(noise)
    return np.round(255 * noise).astype(np.uint8)


@cache
def _screens() -> tuple[np.ndarray, np.ndarray]:
    """A halftone screen and its partner, which overlaps it least."""
    made = [{"start": {"kind": "screen", "partner": partner}, "steps": []} for partner in (False, True)]
    return tuple(follow(recipe.read(one), "grain").bytes for one in made)


@cache
def pictures() -> dict[str, bytes]:
    """PNG files of sources and underlays by their digests; the same ones for all sheets."""
    rng = np.random.default_rng(20261130)
    inks = [_blot(rng, 96, 64), _blot(rng, 60, 120), _blot(rng, 200, 200)]
    inks += [_grain(rng, 64, 1.2), _grain(rng, 64, 1.2), _grain(rng, 96, 3.0), *_screens()]
    files = [_grey(one) for one in inks]
    photo = np.round(255 * ndimage.gaussian_filter(rng.random((131, 173, 4)), (4, 4, 0))).astype(np.uint8)
    files.append(_png(np.round((photo.astype(float) - 100) * 4.0).clip(0, 255).astype(np.uint8)))
    return {hashlib.sha256(one).hexdigest(): one for one in files}


def _digests() -> tuple[list[str], list[str], list[str], str]:
    all_of = list(pictures())
    return all_of[:3], all_of[3:6], all_of[6:8], all_of[8]


class Drawing:
    """A sheet that is being drawn by chance."""

    def __init__(self, number: int):
        self.rng = np.random.default_rng([10, number])
        self.theme = THEMES[number % len(THEMES)]
        self.number = number
        self.width, self.height = (int(one) for one in self.rng.integers(280, 460, 2))
        self.dpi = float(self.rng.choice([72.0, 150.0, 300.0]))

    def any(self, *choices):
        """One of some choices."""
        return choices[int(self.rng.integers(len(choices)))]

    def maybe(self, share: float) -> bool:
        """Whether something happens that does so often."""
        return bool(self.rng.random() < share)

    def tip(self) -> dict:
        """What one touch leaves."""
        shapes, _, _, _ = _digests()
        tip = self.any("ellipse", "ellipse", "polygon", "broad nib", "shapes")
        settings = {"tip": tip, "size": float(self.rng.uniform(3, 44)), "angle": float(self.rng.uniform(-90, 90))}
        if tip != "ellipse" or self.maybe(0.5):
            settings["roundness"] = float(self.rng.uniform(0.1, 1))
        if tip == "polygon":
            settings["sides"] = float(self.rng.integers(3, 9))
        if self.maybe(0.4):
            settings["softness"] = float(self.rng.uniform(0, 1))
        if tip == "shapes" or self.theme == "ribbons":
            uses = [
                {
                    "picture": str(one),
                    "turn": float(self.rng.uniform(-90, 90)),
                    "invert": self.maybe(0.15),
                    "flip_across": self.maybe(0.3),
                }
                for one in self.rng.permutation(shapes)[: int(self.rng.integers(1, 4))]
            ]
            settings |= {"tip": "shapes", "shapes": uses, "choosing": self.any(*BY_NAME["choosing"].choices)}
            if self.maybe(0.3):
                settings["tones"] = "kept"
        if self.theme == "ribbons":
            settings |= {"laying": "ribbon", "size": float(self.rng.uniform(14, 120)), "shapes": settings["shapes"][:1]}
            settings["ribbon_fit"] = self.any(*BY_NAME["ribbon_fit"].choices)
            settings["ribbon_mirrored"] = self.any(*BY_NAME["ribbon_mirrored"].choices)
            settings["ribbon_reversed"] = self.maybe(0.3)
        settings["spacing"] = self.any(0.04, 0.1, 0.25, 0.6)
        return settings

    def grain(self) -> dict:
        """Texture: sheets about grains have brushes that differ in nothing but the picture."""
        _, grains, screens, _ = _digests()
        if self.theme == "screens":
            held = {"grain_hold": "paper", "grain_way": "cut", "grain_px": _screens()[0].shape[0], "bite": 1.0}
            return {"grain": {"picture": screens[len(self.looks) % 2]}, **held}
        if self.theme == "grains" and self.looks and self.maybe(0.7):
            other = dict(next(reversed(self.looks.values())))
            return {**other, "grain": {"picture": str(self.rng.choice(grains))}}
        if not self.maybe(0.9 if self.theme == "grains" else 0.3):
            return {}
        return {
            "grain": {"picture": str(self.rng.choice(grains))},
            "grain_hold": self.any(*BY_NAME["grain_hold"].choices),
            "grain_way": self.any(*BY_NAME["grain_way"].choices),
            "grain_px": float(self.rng.uniform(20, 160)),
            "grain_turn": float(self.rng.uniform(0, 90)),
            "bite": float(self.rng.uniform(0.3, 1)),
            "grain_invert": self.maybe(0.2),
        }

    def ink(self) -> dict:
        """How it inks: overlap, flow, colours, mixing."""
        settings = {"ink": self.any(*INKS), "opacity": self.any(1.0, 1.0, 0.5, 0.8)}
        if self.maybe(0.3):
            settings |= {"overlap": "build", "flow": float(self.rng.uniform(0.05, 0.9))}
        if self.theme == "wet":
            settings |= {
                "wetness": self.any(1.0, 0.7),
                "run": float(self.rng.uniform(2, 24)),
                "opacity": self.any(0.5, 0.9),
            }
            if self.maybe(0.35):
                settings["pick_up"] = float(self.rng.uniform(0.2, 0.9))
        if self.theme == "pooled" or self.maybe(0.1):
            settings |= {
                "pooling": float(self.rng.uniform(0.3, 1)),
                "rim": float(self.rng.uniform(0.04, 0.4)),
                "opacity": 0.6,
            }
        if self.maybe(0.15):
            settings |= {"spread": float(self.rng.uniform(0.05, 0.4))}
        if self.theme == "modes" or self.maybe(0.15):
            settings["mode"] = self.any(*MODES)
        if self.maybe(0.2):
            settings |= {"second_ink": self.any(*INKS), "second_share": float(self.rng.random())}
        if self.maybe(0.15):
            settings |= {"fade_out": float(self.rng.uniform(100, 400))}
        return settings

    def chance(self) -> dict:
        """What is left to chance, the tapers, and what the hand drives."""
        settings: dict = {"responses": {}}
        if self.theme == "chance" or self.maybe(0.2):
            settings |= {
                "scatter_across": float(self.rng.uniform(0, 1)),
                "size_jitter": float(self.rng.uniform(0, 0.6)),
            }
            settings |= {"angle_jitter": float(self.rng.uniform(0, 90)), "stamps": float(self.rng.integers(1, 4))}
        if self.maybe(0.4):
            settings |= {
                "taper_start_length": float(self.rng.uniform(0.5, 4)),
                "taper_end_length": float(self.rng.uniform(0, 4)),
            }
        if self.maybe(0.15):
            settings |= {"taper_end_opacity_in": "px", "taper_end_opacity_px": 60.0, "taper_end_opacity_point": 0.1}
        if self.maybe(0.6):
            settings["responses"]["size"] = {"pressure": {"range": [0.15, 1.0]}}
        for _ in range(int(self.rng.integers(0, 3 if self.theme == "chance" else 2))):
            output = self.any(*OUTPUTS)
            settings["responses"].setdefault(output.name, {})["pressure"] = {"range": list(output.starts)}
        if self.maybe(0.1):
            settings["pixel_edge"] = True
        if self.maybe(0.25):
            settings["turning"] = self.any(*BY_NAME["turning"].choices)
        return settings

    def line(self) -> dict:
        """How the hand is steadied, and whether its corners are kept."""
        steadying = self.any("none", *BY_NAME["steadying"].choices)
        settings: dict = {"steadying": steadying}
        if steadying == "none":
            return settings
        settings |= {"reach": float(self.rng.uniform(2, 60)), "tow": float(self.rng.uniform(2, 40))}
        settings |= {"calm": float(self.rng.uniform(0.5, 8)), "quickness": float(self.rng.uniform(0.5, 8))}
        if self.maybe(0.4):
            settings["keep_corners"] = float(self.rng.uniform(0.2, 1))
        return {**settings, "finish": self.maybe(0.7)}

    def look(self) -> dict:
        """A brush."""
        return read({**self.tip(), **self.ink(), **self.chance(), **self.grain(), **self.line()})

    def samples(self) -> np.ndarray:
        """A stroke somewhere on the paper, now and then off its edge, or one touch."""
        if self.maybe(0.06):
            count = 1
        else:
            count = int(self.rng.integers(12, 60))
        samples = np.zeros(count, SAMPLE)
        u = np.linspace(0, 1, count)
        turn, bend = self.rng.uniform(0, 6.3), self.rng.uniform(-4, 4)
        reach = self.rng.uniform(60, 260)
        x0, y0 = self.rng.uniform(-20, self.width + 20), self.rng.uniform(-20, self.height + 20)
        samples["x"] = x0 + reach * np.cumsum(np.cos(turn + bend * u)) / count
        samples["y"] = y0 + reach * np.cumsum(np.sin(turn + bend * u)) / count
        samples["t"] = np.round(u * self.rng.uniform(150, 900), 1)
        samples["pressure"] = np.round(0.1 + 0.8 * np.sin(np.pi * np.clip(u + 0.1, 0, 1)) ** 2, 3)
        samples["altitude"], samples["azimuth"] = self.rng.uniform(0.5, 1.57), self.rng.uniform(0, 6.28)
        if self.maybe(0.2):
            # A press before the pen moves.
            samples["x"][: count // 3], samples["y"][: count // 3] = samples["x"][0], samples["y"][0]
        return samples

    def underlays(self) -> list[dict]:
        """Pictures below the ink."""
        _, _, _, photo = _digests()
        if not self.maybe(0.3):
            return []
        placed = {"x": self.width / 2, "y": self.height / 2, "scale": float(self.rng.uniform(0.3, 2.5))}
        underlay = {"picture": photo, "width": 173, "height": 131, "turn": float(self.rng.uniform(-180, 180))}
        tint = self.any(None, "#5aa7d6")
        underlay |= placed
        return [{**underlay, "mirrored": self.maybe(0.5), "opacity": 0.6, "tint": tint, "shown": self.maybe(0.8)}]

    def layers(self) -> list[dict]:
        """Layers in any order, some hidden or mixing; the lowest is plain, so that there is what they mix with."""
        count = int(self.rng.integers(3, INK_LAYERS + 1)) if self.theme == "layers" else int(self.rng.integers(1, 4))
        layers = [
            {
                "which": int(which),
                "mode": self.any(*MODES) if self.maybe(0.4) else "normal",
                "opacity": self.any(1.0, 1.0, 0.7),
                "shown": not self.maybe(0.12),
            }
            for which in self.rng.permutation(INK_LAYERS)[:count]
        ]
        return [{**layers[0], "mode": "normal", "shown": True}, *layers[1:]]

    def words(self, look: str, layer: int) -> list[SheetStroke]:
        """A line of text."""
        text = self.any("Skerrow", "Lantern, tide", "Kelp & rope", "né à l’île", "öäü ñ ŷ")
        hand = self.any("upright", "running", "capitals")
        at, high = (20.0, self.height * 0.6), float(self.rng.uniform(18, 40))
        written = write(text, hand, at, high, seed=self.number + 1).strokes
        return [SheetStroke(one, 0, False, i + 1, layer, look=look) for i, one in enumerate(written)]

    def whole(self) -> Golden:
        """The sheet."""
        layers = self.layers()
        # A layer that strokes name and the sheet lacks leaves them on the lowest.
        whiches = [one["which"] for one in layers] + ([int(self.rng.integers(INK_LAYERS))] if self.maybe(0.3) else [])
        self.looks: dict[str, dict] = {}
        for k in range(int(self.rng.integers(2, 5))):
            self.looks[f"look {k}"] = self.look()
        strokes: list[SheetStroke] = []
        for index in range(int(self.rng.integers(8, 16))):
            own = {
                "look": self.any(*self.looks),
                "size": float(self.rng.uniform(3, 40)) if self.maybe(0.25) else None,
                "ink": self.any(*INKS) if self.maybe(0.25) else "",
                "opacity": self.any(0.3, 0.8, 1.0) if self.maybe(0.25) else None,
            }
            dries = self.maybe(0.25 if self.theme == "wet" else 0.04)
            samples = np.zeros(0, SAMPLE) if dries else self.samples()
            way = (int(self.rng.integers(3)), self.maybe(0.12), 1 + index * 7919, self.any(*whiches))
            strokes.append(SheetStroke(samples, *way, dries=dries, **own))
        if self.theme == "words":
            strokes += self.words(self.any(*self.looks), self.any(*whiches))
        document = {
            "width": self.width,
            "height": self.height,
            "dpi": self.dpi,
            "tint": self.any(*TINTS),
            "layers": layers,
            "underlays": self.underlays(),
            "guides": {"lettering": self.maybe(0.3), "grid": self.maybe(0.3), "margins": self.maybe(0.3)},
        }
        return Golden(f"{self.theme} {self.number}", read_sheet(document), strokes, self.looks, pictures())


@cache
def drawn(number: int) -> Golden:
    """A sheet by its number, 0 to `COUNT` - 1 (and beyond)."""
    return Drawing(number).whole()
