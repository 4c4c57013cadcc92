"""Photo-like pictures of patterns, made here: light from one side, a slant of 2 %, tones that vary, noise."""

import numpy as np
from scipy import ndimage


def _seen(plane, height, width, rng):
    """A plane's tone, a function of (x, y) px, as a camera a little aslant sees it under light from one side."""
    y, x = np.mgrid[:height, :width].astype(float)
    away = 1 + 0.02 * (y / height - 0.5) + 0.01 * (x / width - 0.5)
    tone = plane((x - width / 2) * away + width / 2, (y - height / 2) * away + height / 2)
    light = 0.12 * (x / width - 0.5) + 0.08 * np.cos(2.0 * (y / height - 0.4))
    noise = ndimage.gaussian_filter(rng.normal(size=(height, width)), 0.7)
    return np.clip(ndimage.gaussian_filter(tone, 0.8) + light + 0.03 * noise, 0, 1).astype(np.float32)


def brickwork(height=400, width=520, seed=1):
    """Running bond: bricks of 64 x 28 px, mortar of 5 px; each brick has a tone of its own."""
    rng = np.random.default_rng(seed)
    tones = rng.normal(0.55, 0.03, (200, 200))

    def plane(x, y):
        course = np.floor(y / 28).astype(int)
        along = x / 64 + 0.5 * (course % 2)
        brick = np.floor(along).astype(int)
        mortar = (np.mod(y, 28) < 5) | (np.mod(along, 1) * 64 < 5)
        return np.where(mortar, 0.15, tones[course % 200, brick % 200])

    return _seen(plane, height, width, rng)


def cloth(height=400, width=460, seed=2):
    """Plain weave: threads of 12 px, over and under."""
    rng = np.random.default_rng(seed)

    def plane(x, y):
        over = (np.floor(x / 12) + np.floor(y / 12)) % 2 == 0
        warp = np.abs(np.sin(np.pi * x / 12)) ** 0.5
        weft = np.abs(np.sin(np.pi * y / 12)) ** 0.5
        return np.where(over, 0.25 + 0.5 * warp, 0.15 + 0.5 * weft)

    return _seen(plane, height, width, rng)


def net(height=400, width=440, seed=3):
    """A net of square meshes of 36 px with knots."""
    rng = np.random.default_rng(seed)

    def plane(x, y):
        a, b = np.abs(np.mod(x, 36) - 18), np.abs(np.mod(y, 36) - 18)
        cord = np.maximum(np.clip((a - 14.5) / 1.5, 0, 1), np.clip((b - 14.5) / 1.5, 0, 1))
        return 0.1 + 0.75 * np.maximum(cord, np.clip((np.minimum(a, b) - 11) / 2, 0, 1))

    return _seen(plane, height, width, rng)


def gravel(height=360, width=400, seed=4):
    """Blobs of no order, under even light."""
    rng = np.random.default_rng(seed)
    field = ndimage.gaussian_filter(rng.normal(size=(height, width)), 4)
    return np.clip(0.5 + 0.35 * field / field.std() / 2, 0, 1).astype(np.float32)
