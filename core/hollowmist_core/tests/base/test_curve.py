"""Responses: monotone curves against an independent reference."""

from unittest import TestCase

import numpy as np
from scipy.interpolate import CubicHermiteSpline

from ...documents.brush import BrushError, default_document, read, to_record
from ...kernels.base import curve
from ...kernels.touch import derive
from ...tables.brush_record import LINK
from ...tables.responses import TABLE


def link(nodes, low=0.0, high=1.0):
    record = np.zeros(1, LINK)
    record["count"], record["on"], record["low"], record["high"] = len(nodes), 1, low, high
    record["x"][0, : len(nodes)], record["y"][0, : len(nodes)] = zip(*nodes, strict=True)
    return record


def table_of(nodes):
    document = default_document()
    document["responses"]["size"]["pressure"]["nodes"] = [list(n) for n in nodes]
    record = to_record(read(document))
    derive.prepare(record)
    return record["responses"][0, 0]["table"]


class CurveTests(TestCase):
    def test_matches_a_hermite_spline_with_limited_slopes(self):
        nodes = [(0.0, 0.1), (0.25, 0.2), (0.6, 0.75), (1.0, 0.9)]
        x, y = np.array(nodes).T
        secants = np.diff(y) / np.diff(x)
        h = np.diff(x)
        slopes = np.empty(4)
        slopes[0], slopes[-1] = secants[0], secants[-1]
        inner = (h[1:] * secants[:-1] + h[:-1] * secants[1:]) / (h[:-1] + h[1:])
        slopes[1:-1] = np.minimum(inner, 3 * np.minimum(secants[:-1], secants[1:]))
        want = CubicHermiteSpline(x, y, slopes)(np.linspace(0, 1, TABLE))
        np.testing.assert_allclose(table_of(nodes), want, atol=2e-6)

    def test_never_overshoots_its_nodes(self):
        rng = np.random.default_rng(4)
        for _ in range(200):
            count = int(rng.integers(2, 17))
            x = np.sort(rng.choice(np.arange(101), count, replace=False)) / 100
            y = rng.random(count)
            table = table_of(list(zip(x, y, strict=True)))
            inputs = np.linspace(0, 1, TABLE)
            for i in range(count - 1):
                piece = table[(inputs >= x[i]) & (inputs <= x[i + 1])]
                if len(piece):
                    self.assertGreaterEqual(piece.min(), min(y[i], y[i + 1]) - 1e-6)
                    self.assertLessEqual(piece.max(), max(y[i], y[i + 1]) + 1e-6)

    def test_is_flat_outside_its_nodes_and_meets_them(self):
        table = table_of([(0.25, 0.5), (0.5, 0.75)])
        np.testing.assert_allclose(table[:65], 0.5, atol=1e-6)
        np.testing.assert_allclose(table[128:], 0.75, atol=1e-6)

    def test_a_straight_line_stays_straight(self):
        np.testing.assert_allclose(table_of([(0, 0), (1, 1)]), np.linspace(0, 1, TABLE), atol=1e-6)


class EditingTests(TestCase):
    def test_nodes_nearer_than_the_gap_are_refused_and_never_cross(self):
        document = default_document()
        document["responses"]["size"]["pressure"]["nodes"] = [[0, 0], [0.5, 0.5], [0.505, 0.6], [1, 1]]
        with self.assertRaisesRegex(BrushError, "too near"):
            read(document)
        record = link([(0, 0), (0.5, 0.5), (0.505, 0.6), (0.512, 0.7), (1, 1)])
        curve.move_node(record, 2, 0.0, 0.6)
        x = record["x"][0, :5]
        self.assertGreater(np.diff(x).min(), 0.0)

    def test_a_node_cannot_pass_its_neighbours(self):
        record = link([(0, 0), (0.5, 0.5), (1, 1)])
        curve.move_node(record, 1, 7.0, -3.0)
        self.assertAlmostEqual(float(record["x"][0, 1]), 1 - curve.GAP, places=5)
        self.assertEqual(float(record["y"][0, 1]), 0.0)

    def test_adding_keeps_order_and_stops_at_sixteen(self):
        record = link([(0, 0), (1, 1)])
        for i in range(14):
            self.assertGreater(curve.add_node(record, 0.05 + i * 0.06, 0.5), 0)
        self.assertEqual(curve.add_node(record, 0.97, 0.5), -1)
        xs = record["x"][0, :16]
        self.assertTrue(np.all(np.diff(xs) > 0))

    def test_the_last_two_nodes_stay(self):
        record = link([(0, 0), (0.5, 0.2), (1, 1)])
        self.assertEqual(curve.remove_node(record, 1), 1)
        self.assertEqual(curve.remove_node(record, 0), 0)
        self.assertEqual(int(record["count"][0]), 2)
