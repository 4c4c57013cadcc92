"""Pictures to test with, made here."""

import io

import numpy as np
from PIL import Image
from scipy import ndimage


def encoded(pixels, kind="PNG", **options) -> bytes:
    """A picture file of an array or a Pillow image."""
    image = pixels if isinstance(pixels, Image.Image) else Image.fromarray(pixels)
    out = io.BytesIO()
    image.save(out, kind, **options)
    return out.getvalue()


def gravel(width=420, height=340, seed=3) -> bytes:
    """A photo-like JPEG: coloured, unevenly lit, with a dark border; it does not tile."""
    rng = np.random.default_rng(seed)
    noise = ndimage.gaussian_filter(rng.random((height, width)), 2.0)
    noise = (noise - noise.mean()) / noise.std()
    y, x = np.mgrid[0 : 1 : height * 1j, 0 : 1 : width * 1j]
    light = 0.5 + 0.16 * np.tanh(1.5 * noise) + 0.25 * (x - 0.5) + 0.18 * (y - 0.5)
    edge = np.minimum.reduce([x * width, (1 - x) * width, y * height, (1 - y) * height])
    light *= np.clip(edge / 18, 0.15, 1)
    colour = np.stack([light * 1.05, light, light * 0.85], -1).clip(0, 1)
    return encoded((255 * colour).astype(np.uint8), "JPEG", quality=92)


def shell(side=320, light_on_dark=False) -> bytes:
    """A photo-like PNG of one thing on a plain ground."""
    y, x = np.mgrid[-1 : 1 : side * 1j, -1 : 1 : side * 1j]
    around, away = np.arctan2(y, x), np.hypot(x, y)
    body = np.clip((0.55 + 0.07 * np.sin(7 * around) - away) * 20, 0, 1)
    light = 0.9 - 0.75 * body * (0.6 + 0.4 * np.cos(14 * away + 3 * around) ** 2)
    light = 1 - light if light_on_dark else light
    return encoded((255 * np.stack([light, light * 0.97, light * 0.92], -1)).astype(np.uint8))
