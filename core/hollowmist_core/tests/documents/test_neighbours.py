"""Neighbours of a brush: near it, sound, alike for the same seed, and only where they may vary."""

from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from hollowmist_core.documents.brush import default_document, read
from hollowmist_core.documents.neighbours import COUNT, VARIED, neighbours
from hollowmist_core.kernels.base.vary import STAYS, vary
from hollowmist_core.tables.settings import BY_NAME, STATIONS

PLAIN = default_document()


def moved(document, other):
    return {name for name in BY_NAME if document[name] != other[name]}


class NeighbourTests(TestCase):
    @given(
        st.sets(st.sampled_from(STATIONS)),
        st.floats(0, 1),
        st.integers(0, 2**31 - 1),
        st.floats(1, 200),
        st.floats(0, 1),
    )
    @settings(max_examples=60, deadline=None)
    def test_they_are_sound_and_vary_only_where_they_may(self, stations, far, seed, size, softness):
        document = read({**PLAIN, "size": size, "softness": softness})
        found = neighbours(document, stations, far, seed)
        self.assertEqual(len(found), COUNT)
        for one in found:
            self.assertEqual(one, read(one))
            self.assertLessEqual({BY_NAME[name].station for name in moved(document, one)}, stations)
        self.assertEqual(found, neighbours(document, stations, far, seed))

    def test_they_differ_from_the_brush_and_from_one_another(self):
        found = neighbours(PLAIN, STATIONS, 0.6, 7)
        self.assertTrue(all(moved(PLAIN, one) for one in found))
        self.assertEqual(len({str(sorted(one.items(), key=str)) for one in found}), COUNT)
        self.assertNotEqual(found, neighbours(PLAIN, STATIONS, 0.6, 8))

    def test_further_goes_further(self):
        def away(far):
            found = [one for seed in range(40) for one in neighbours(PLAIN, ["weight"], far, seed)]
            return np.std([np.log2(one["size"] / PLAIN["size"]) for one in found])

        near, wide = away(0.2), away(0.8)
        self.assertAlmostEqual(wide / near, 4.0, delta=0.5)

    def test_what_does_not_show_does_not_vary(self):
        found = neighbours(PLAIN, ["line", "grain"], 1.0, 3)
        self.assertEqual([moved(PLAIN, one) for one in found], [set()] * COUNT)

    def test_a_station_that_does_not_move_leaves_chance_of_the_others_as_it_is(self):
        both = neighbours(PLAIN, ["tip", "ink"], 0.5, 11)
        ink = neighbours(PLAIN, ["ink"], 0.5, 11)
        names = [one.name for one in VARIED if BY_NAME[one.name].station == "ink"]
        same = sum(a[name] == b[name] for a, b in zip(both, ink, strict=True) for name in names)
        # But for the one setting of each that moves in any case.
        self.assertGreaterEqual(same, COUNT * len(names) - 2 * COUNT)

    def test_a_setting_moves_by_whole_steps_within_its_range(self):
        for seed in range(200):
            steps = vary(0.5, 0.0, 1.0, 0, 0.01, 2.0, seed, 0, 0, 1)
            self.assertTrue(0 <= steps <= 100)
        self.assertIn(STAYS, [vary(0.5, 0.0, 1.0, 0, 0.01, 1.0, seed, 0, 0, 0) for seed in range(9)])

    def test_it_swings_as_two_even_chances_do(self):
        steps = [vary(0.0, -2.0, 2.0, 0, 1e-4, 1.0, seed, 0, 0, 1) for seed in range(4000)]
        found = np.array(steps) * 1e-4
        # The triangular distribution on -1..1 has variance 1/6.
        self.assertAlmostEqual(found.mean(), 0, delta=0.02)
        self.assertAlmostEqual(found.var(), 1 / 6, delta=0.01)
