"""Tones: shapes that keep the light and dark of their pictures.

Read as coverage alone, a picture's grey is how much ink it gives. With its tones kept, all that is not nearly clear
covers, and its grey says which colour: half is the ink itself, less runs from the ink towards the paper, more from the
ink towards black.
"""

from numba import float32

from ..base.registry import helper

HALF, ONE, TWO = float32(0.5), float32(1), float32(2)

COVERS = float32(5)
"""How many times what a picture gives it covers: a fifth of full ink and more covers whole."""


@helper
def keep_tones(cover, tones, count):
    """Put the grey of a row of a picture aside, and bring the row to what it covers."""
    for i in range(count):
        tones[i] = cover[i]
        cover[i] = min(ONE, COVERS * cover[i])


@helper
def tinge_row(tinges, tones, count, ink, paper, brush):
    """Write one channel 0..255 of the colours that tones make of an ink on a paper."""
    light, dark = brush.tone_light * (paper - ink), -brush.tone_dark * ink
    for i in range(count):
        away = TWO * (HALF - tones[i])
        tinges[i] = ink + max(float32(0), away) * light + max(float32(0), -away) * dark
