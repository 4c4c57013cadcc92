"""Chance: the same for the same stroke, stamp and channel, so that moving one setting reshuffles no other."""

from numba import float32, int32, uint32, uint64

from .registry import helper

SPACING, ACROSS, ALONG, SIZE, ANGLE, TURN, FLIP_ACROSS, FLIP_ALONG, WHICH, BITE, GRAIN_X, GRAIN_Y = range(12)
"""Channels: what a number is drawn for."""

STAMP_RESPONSE, STROKE_RESPONSE = 32, 64
"""First of the channels for responses to chance, one for each output."""

MOST_STAMPS = 16
"""Stamps of one step have numbers of their own."""

WORD = uint64(0xFFFFFFFF)


@helper
def scrambled(word):
    """A permutation of the 32-bit words that leaves no pattern: `pcg` of Jarzynski and Olano (2020),
    "Hash Functions for GPU Rendering", Journal of Computer Graphics Techniques 9(3)."""
    state = (uint64(word) * uint64(747796405) + uint64(2891336453)) & WORD
    mixed = (((state >> ((state >> uint64(28)) + uint64(4))) ^ state) * uint64(277803737)) & WORD
    return uint32((mixed >> uint64(22)) ^ mixed)


@helper
def chance(seed, index, channel):
    """A number 0 <= r < 1, evenly spread, for a seed, an index and a channel."""
    word = scrambled(uint32(seed) + scrambled(uint32(index) + scrambled(uint32(channel))))
    return float32(int32(word >> uint32(8))) * float32(1.0 / (1 << 24))
