"""Cutout: background taken away, the content cropped to, edges faded."""

import math

from numba import float32

from ....tables.steps import STEP_BY_NAME
from ...base.registry import helper
from .blur import blur

FLOOD, BRIGHTNESS = STEP_BY_NAME["background"].numbers("way", "from points", "by brightness")
ELLIPSE, BOX = STEP_BY_NAME["fade"].numbers("form", "ellipse", "box")
ONE = float32(1)


@helper
def eased(t):
    """Smoothstep of t, held to 0..1."""
    t = min(ONE, max(float32(0), t))
    return t * t * (float32(3) - float32(2) * t)


@helper
def flood(image, mask, stack, width, height, x, y, tolerance):
    """Mark with 1 what is joined to a pixel and differs from it by no more than the tolerance.

    Four neighbours; runs of a row at a time (Smith 1979, "Tint Fill").
    """
    wanted = image[y * width + x]
    top = 0
    stack[top] = y * width + x
    top += 1
    while top > 0:
        top -= 1
        at = int(stack[top])
        if mask[at] != float32(0):
            continue
        row = at // width * width
        left = at
        while left > row and mask[left - 1] == float32(0) and abs(image[left - 1] - wanted) <= tolerance:
            left -= 1
        right = at
        while right < row + width - 1 and mask[right + 1] == float32(0) and abs(image[right + 1] - wanted) <= tolerance:
            right += 1
        for i in range(left, right + 1):
            mask[i] = ONE
        for k in range(2):
            step = width if k else -width
            if (step < 0 and row == 0) or (step > 0 and row + width >= width * height):
                continue
            inside = False
            for i in range(left + step, right + step + 1):
                open_here = mask[i] == float32(0) and abs(image[i] - wanted) <= tolerance
                if open_here and not inside and top < len(stack):
                    stack[top] = i
                    top += 1
                inside = open_here


@helper
def cut_flood(image, out, width, height, scratch, tolerance, softness, points):
    """Take away what is joined to the points (shares of width and height), or to the corners if there are none."""
    count = width * height
    mask, rest = scratch[:count], scratch[count:]
    for i in range(count):
        mask[i] = float32(0)
    given = len(points) // 2
    for k in range(given if given > 0 else 4):
        if given > 0:
            u, v = points[2 * k], points[2 * k + 1]
        else:
            u, v = float32(k % 2), float32(k // 2)
        x = min(width - 1, max(0, int(u * width)))
        y = min(height - 1, max(0, int(v * height)))
        flood(image, mask, rest[:count], width, height, x, y, tolerance)
    blur(mask, out, width, height, rest, softness, False)
    for i in range(count):
        out[i] = image[i] * (ONE - out[i])


@helper
def cut_brightness(image, out, count, tolerance, softness):
    """Take away all that carries less ink than the tolerance."""
    half = max(float32(1e-4), softness * float32(0.01))
    for i in range(count):
        out[i] = image[i] * eased((image[i] - tolerance + half) / (float32(2) * half))


@helper
def content_box(image, width, height, threshold):
    """Where there is more ink than the threshold: left, top, right, bottom; the whole picture if nowhere."""
    left, top, right, bottom = width, height, 0, 0
    for y in range(height):
        for x in range(width):
            if image[y * width + x] > threshold:
                left, right = min(left, x), max(right, x + 1)
                top, bottom = min(top, y), max(bottom, y + 1)
    if left >= right:
        return 0, 0, width, height
    return left, top, right, bottom


@helper
def copy_part(image, out, width, height, left, top, to_width, to_height):
    """Copy a part of a picture; beyond its borders lies bare paper."""
    for y in range(to_height):
        for x in range(to_width):
            from_x, from_y = left + x, top + y
            inside = 0 <= from_x < width and 0 <= from_y < height
            out[y * to_width + x] = image[from_y * width + from_x] if inside else float32(0)


@helper
def fade_edge(image, out, width, height, form, share):
    """Fade towards the border over a share of the half side, so that the border itself carries none."""
    share = max(float32(1e-3), share)
    half_width, half_height = float32(width) * float32(0.5), float32(height) * float32(0.5)
    for y in range(height):
        v = abs(float32(y) + float32(0.5) - half_height) / max(float32(0.5), half_height - float32(0.5))
        for x in range(width):
            u = abs(float32(x) + float32(0.5) - half_width) / max(float32(0.5), half_width - float32(0.5))
            depth = ONE - math.sqrt(u * u + v * v) if form == ELLIPSE else ONE - max(u, v)
            out[y * width + x] = image[y * width + x] * eased(depth / share)
