"""Causes: what makes a line vary, and a brush without one of them."""

from ...tables.settings import TAPERED, TAPERS
from ..base.registry import helper
from ..touch.colour import drives_colour
from ..touch.weight import EACH

TAPERS_EACH = len(TAPERS)
TAPER_CAUSES = TAPERS_EACH * len(TAPERED)
"""The causes before this one are tapers, as a brush has them: first those that all pointers may share."""

(
    SIZE_JITTER,
    SCATTER_ACROSS,
    SCATTER_ALONG,
    SPACING,
    SPACING_JITTER,
    ANGLE_JITTER,
    FLAT_TIP,
    TIP_FORM,
    STAMPS,
    FADE_OUT,
    GRAIN,
    SPREAD,
) = range(TAPER_CAUSES, TAPER_CAUSES + 12)
"""Numbers of the other causes, as `hollowmist_core.documents.causes.CAUSES` lists them."""

LAST = SPREAD
"""The last of them; after it come the responses."""

FIRST_LINK = 100
"""The number of a brush's first response as a cause; the others follow."""

CLOSE_SPACING = 0.04
"""Spacing, of the width, at which no stamps show."""


@helper
def link_varies(link):
    """Whether a response can change anything."""
    if not link.on or link.low == link.high:
        return False
    flat = True
    for i in range(1, link.count):
        flat = flat and link.y[i] == link.y[0]
    return not flat


@helper
def has_cause(brush, cause):
    """Whether a brush has something that may vary its line."""
    b = brush
    if cause >= FIRST_LINK:
        if cause - FIRST_LINK >= b.link_count:
            return False
        link = b.responses[cause - FIRST_LINK]
        # Colour varies neither the width nor how much the ink covers.
        return link_varies(link) and not drives_colour(link.output)
    if cause < TAPER_CAUSES:
        taper = b.tapers[cause]
        shown = cause < TAPERS_EACH or b.tapers_for == EACH
        return shown and taper.length + taper.px + taper.part > 0.0
    if cause == SIZE_JITTER:
        return b.size_jitter > 0
    if cause == SCATTER_ACROSS:
        return b.scatter_across > 0
    if cause == SCATTER_ALONG:
        return b.scatter_along > 0
    if cause == SPACING:
        return b.spacing > CLOSE_SPACING
    if cause == SPACING_JITTER:
        return b.spacing_jitter > 0
    if cause == ANGLE_JITTER:
        return b.angle_jitter > 0
    if cause == FLAT_TIP:
        return b.roundness < 1
    if cause == TIP_FORM:
        return b.tip > 0
    if cause == STAMPS:
        return b.stamps > 1
    if cause == FADE_OUT:
        return b.fade_out > 0
    if cause == GRAIN:
        return b.grain_image >= 0 and max(b.bite, b.bite_floor) > 0
    # Ink that nothing holds back creeps out evenly.
    return cause == SPREAD and b.spread > 0 and b.grain_image >= 0 and b.spread_held > 0


@helper
def switch_off(brush, cause):
    """Take one cause out of a brush."""
    b = brush
    if cause >= FIRST_LINK:
        b.responses[cause - FIRST_LINK].on = 0
    elif cause < TAPER_CAUSES:
        taper = b.tapers[cause]
        taper.length = taper.px = taper.part = 0.0
    elif cause == SIZE_JITTER:
        b.size_jitter = 0.0
    elif cause == SCATTER_ACROSS:
        b.scatter_across = 0.0
    elif cause == SCATTER_ALONG:
        b.scatter_along = 0.0
    elif cause == SPACING:
        b.spacing = CLOSE_SPACING
    elif cause == SPACING_JITTER:
        b.spacing_jitter = 0.0
    elif cause == ANGLE_JITTER:
        b.angle_jitter = 0.0
    elif cause == FLAT_TIP:
        b.roundness = 1.0
    elif cause == TIP_FORM:
        b.tip = 0
    elif cause == STAMPS:
        b.stamps = 1.0
    elif cause == FADE_OUT:
        b.fade_out = 0.0
    elif cause == GRAIN:
        b.grain_image = -1
    elif cause == SPREAD:
        b.spread = 0.0
