"""From the pen to the ink, in the browser."""

import base64

import numpy as np
from accounts.actions.prefer import prefer
from django.test import tag
from hollowmist_core.tables.records import SAMPLE

from journeys.browser import JourneyCase, Pen, frames, settle

LOWER = 545
"""A height on the proof sheet, CSS px below its top, where no shipped lane lies."""


@tag("browser")
class PenTests(JourneyCase):
    brushes = {
        "Rope Ribbon": {
            "size": 40.0,
            "responses": {
                "size": {"pressure": {"on": True, "range": [0.1, 1.0], "nodes": [[0, 0], [0.5, 0.2], [1, 1]]}}
            },
        }
    }

    def draw_ramp(self, page, left=80, length=900, steps=120, forces=(0.02, 1.0)):
        box = self.sheet_box(page)
        y = box["y"] + LOWER
        points = [
            (box["x"] + left + length * i / steps, y, forces[0] + (forces[1] - forces[0]) * i / steps)
            for i in range(steps + 1)
        ]
        Pen(page).draw(points)
        return int(LOWER)

    def test_width_rises_as_the_brushs_curve_says(self):
        page = self.open_bench()
        before = self.pixels()
        self.draw_ramp(page)
        self.wait_for(lambda: (self.pixels()[..., 0] < 60).sum() > (before[..., 0] < 60).sum() + 5000)
        ink = 1 - np.clip((self.pixels()[..., 0].astype(float) - 0x1E) / (0xFB - 0x1E), 0, 1)
        from hollowmist_core.native.sheet import prepared

        table = prepared(self.made["Rope Ribbon"].document).record["responses"][0, 0]["table"]
        widths = ink[LOWER - 24 : LOWER + 24].sum(axis=0)
        for x in range(250, 960, 50):
            force = 0.02 + 0.98 * (x + 0.5 - 80) / 900
            want = 40 * (0.1 + 0.9 * np.interp(force, np.linspace(0, 1, len(table)), table))
            self.assertAlmostEqual(widths[x] / want, 1.0, delta=0.05)

    def test_ink_shows_while_the_pen_is_down_and_a_palm_draws_nothing(self):
        page = self.open_bench()
        pen, box = Pen(page), self.sheet_box()
        before = (self.pixels()[..., 0] < 60).sum()
        y = box["y"] + LOWER
        pen.draw([(box["x"] + 100 + 5 * i, y, 0.8) for i in range(60)], lift=False)
        self.wait_for(lambda: (self.pixels()[..., 0] < 60).sum() > before + 2000)
        down = self.pixels().copy()
        pen.touch("touchStart", (box["x"] + 700, y - 10))
        pen.touch("touchMove", (box["x"] + 760, y - 40))
        pen.touch("touchEnd")
        # The engine has heard of all of it.
        self.wait_for(lambda: page.evaluate("window.hollowmist.sheetRests()"))
        frames(page, 2)
        palm = np.abs(self.pixels().astype(int) - down)[:, 600:].max()
        self.assertEqual(palm, 0)
        pen.event("mouseReleased", box["x"] + 395, y)
        self.wait_for(lambda: page.request.get(f"{self.live_server_url}/api/proof-strokes").json())

    def test_two_pointers_at_once_leave_one_stroke(self):
        page = self.open_bench()
        pen, box = Pen(page), self.sheet_box()
        y = box["y"] + LOWER
        pen.event("mousePressed", box["x"] + 100, y, 0.8)
        for i in range(40):
            pen.event("mouseMoved", box["x"] + 100 + 4 * i, y, 0.8)
            if i == 10:
                pen.event("mousePressed", box["x"] + 900, y - 60, 0.5, pointer="mouse")
            if 10 < i < 30:
                pen.event("mouseMoved", box["x"] + 900, y - 60 + 3 * i, 0.5, pointer="mouse")
            if i == 30:
                pen.event("mouseReleased", box["x"] + 900, y, 0.5, pointer="mouse")
        pen.event("mouseReleased", box["x"] + 256, y)
        address = f"{self.live_server_url}/api/proof-strokes"
        strokes = self.wait_for(lambda: page.request.get(address).json())
        settle(page)
        page.wait_for_selector(".status:has-text('kept')")
        self.assertEqual(len(page.request.get(address).json()), 1)
        x = np.frombuffer(base64.b64decode(strokes[0]["samples"]), SAMPLE)["x"]
        self.assertLess(x.max(), 300)

    def test_a_finger_draws_and_two_fingers_zoom(self):
        page = self.open_bench()
        pen, box = Pen(page), self.sheet_box()
        before = self.pixels()
        pen.touch("touchStart", (box["x"] + 200, box["y"] + LOWER))
        for i in range(20):
            pen.touch("touchMove", (box["x"] + 200 + 10 * i, box["y"] + LOWER))
        pen.touch("touchEnd")
        self.wait_for(lambda: (self.pixels()[..., 0] < 60).sum() > (before[..., 0] < 60).sum() + 1000)
        strokes = self.wait_for(lambda: page.request.get(f"{self.live_server_url}/api/proof-strokes").json())
        self.assertEqual([one["kind"] for one in strokes], [1])
        drawn = self.pixels()
        pen.touch("touchStart", (box["x"] + 500, box["y"] + 300))
        pen.touch("touchStart", (box["x"] + 500, box["y"] + 300), (box["x"] + 600, box["y"] + 300))
        for i in range(10):
            pen.touch("touchMove", (box["x"] + 500 - 6 * i, box["y"] + 300), (box["x"] + 600 + 6 * i, box["y"] + 300))
        pen.touch("touchEnd")
        page.wait_for_selector("text=Whole sheet")
        self.wait_for(lambda: (np.abs(self.pixels().astype(int) - drawn) > 100).any())
        page.click("text=Whole sheet")
        self.wait_for(lambda: np.array_equal(self.pixels(), drawn))
        self.assertEqual(len(page.request.get(f"{self.live_server_url}/api/proof-strokes").json()), 1)

    def test_strokes_reink_undo_and_survive_a_reload(self):
        page = self.open_bench()
        blank = self.pixels()
        self.draw_ramp(page)
        self.wait_for(lambda: not np.array_equal(self.pixels(), blank))
        settle(page)
        drawn = self.pixels()
        page.get_by_role("button", name="Undo").click()
        self.wait_for(lambda: np.array_equal(self.pixels(), blank))
        page.get_by_role("button", name="Redo").click()
        self.wait_for(lambda: np.array_equal(self.pixels(), drawn))
        strokes = f"{self.live_server_url}/api/proof-strokes"
        self.wait_for(lambda: len(page.request.get(strokes).json()) == 1)
        page.reload()
        self.wait_for(lambda: page.query_selector("canvas.sheet") and np.array_equal(self.pixels(), drawn))
        page.get_by_role("button", name="Clear your strokes").click()
        self.wait_for(lambda: np.array_equal(self.pixels(), blank))
        self.wait_for(lambda: page.request.get(strokes).json() == [])

    def test_erasing_takes_ink_off_and_is_kept_as_erasing(self):
        page = self.open_bench()
        page.get_by_role("button", name="Erase").click()
        before = (self.pixels()[..., 0] < 60).sum()
        box = self.sheet_box()
        left, top = self.lanes()["Swell"]
        Pen(page).draw([(box["x"] + left + 5 * i, box["y"] + top + 66, 1.0) for i in range(70)])
        self.wait_for(lambda: (self.pixels()[..., 0] < 60).sum() < before - 1500)
        strokes = self.wait_for(lambda: page.request.get(f"{self.live_server_url}/api/proof-strokes").json())
        self.assertTrue(strokes[0]["erase"])

    def test_the_practice_pen_lends_pressure_and_draws_recorded_strokes_again(self):
        page = self.open_bench()
        page.get_by_role("button", name="Practice pen", exact=True).click()
        slider = page.locator(".practice [role=slider]")
        box = slider.bounding_box()
        page.mouse.click(box["x"] + box["width"] * 0.99, box["y"] + box["height"] / 2)
        settle(page)
        sheet = self.sheet_box()
        before = self.pixels()
        # Along the free paper below the lanes.
        y = sheet["height"] - 50
        page.mouse.move(sheet["x"] + 300, sheet["y"] + y)
        page.mouse.down()
        page.mouse.move(sheet["x"] + 900, sheet["y"] + y, steps=20)
        page.mouse.up()

        def width():
            column = self.pixels()[:, 600, 0].astype(float) - before[:, 600, 0]
            return -column.sum() / (0xFB - 0x1E) / self.zoom()

        self.wait_for(lambda: abs(width() - 39.5) < 1.5)
        address = f"{self.live_server_url}/api/proof-strokes"
        self.wait_for(lambda: len(page.request.get(address).json()) == 1)
        page.locator("button.lane", has_text="Fast flick").click()
        page.locator(".play").click()
        self.wait_for(lambda: len(page.request.get(address).json()) == 4)


@tag("browser")
class SliderTests(JourneyCase):
    brushes = {"Rope Ribbon": {"steadying": "even-out", "reach": 4.0}}

    def assert_reinks_while_dragged(self, page, target, dx, dy=0):
        """Drag from the middle of a target; all lanes must change before the finger lifts."""
        before = self.pixels()
        box = target.bounding_box()
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        page.mouse.move(x, y)
        page.mouse.down()
        page.mouse.move(x + dx / 2, y + dy / 2, steps=3)
        page.mouse.move(x + dx, y + dy, steps=3)
        zoom, lanes = self.zoom(), self.lanes().values()
        tops = {top for _, top in lanes}

        def all_changed():
            changed = (self.pixels() != before).any(axis=2)
            # Below a lane's label, down to the next row: a taper's end may lie anywhere in it.
            return all(
                changed[
                    int(top + 22) : int(min((one for one in tops if one > top + 10), default=top + 240 * zoom)),
                    int(left) : int(left + 340 * zoom),
                ].any()
                for left, top in lanes
            )

        self.wait_for(all_changed)
        page.mouse.up()

    def test_every_control_reinks_before_the_finger_lifts(self):
        page = self.open_bench()
        for station, name, dx in [
            ("Line", "Reach", 60),
            ("Weight > Start taper", "Start taper", 60),
            ("Weight > End taper", "End taper", 60),
            ("Weight > Size", "Size", 30),
            ("Tip", "Softness", 60),
            ("Tip > Spacing & turn", "Spacing", 60),
            ("Tip > Chance", "Size jitter", 60),
            ("Ink > Cover", "Opacity", -60),
        ]:
            with self.subTest(name):
                station, _, section = station.partition(" > ")
                card = page.locator(".card", has_text=station)
                if card.get_attribute("aria-expanded") != "true":
                    card.click()
                    settle(page)
                if section:
                    page.get_by_role("radio", name=section, exact=True).click()
                slider = page.locator(".tray").get_by_role("slider", name=name, exact=True)
                self.assert_reinks_while_dragged(page, slider, dx)

    def test_the_curve_reinks_while_a_node_is_dragged_and_nodes_come_and_go(self):
        page = self.open_bench()
        page.locator(".card", has_text="Weight").click()
        settle(page)
        field = page.locator(".curve .field")
        box = field.bounding_box()
        self.assert_reinks_while_dragged(page, field, 0, box["height"] * 0.3)
        self.wait_for(lambda: len(self.kept().document["responses"]["size"]["pressure"]["nodes"]) == 3)
        node = page.locator(".curve .node circle:not(.touch)").nth(1).bounding_box()
        page.mouse.move(node["x"] + 7, node["y"] + 7)
        page.mouse.down()
        page.mouse.move(node["x"] + 7, box["y"] - 200, steps=6)
        frames(page, 3)
        page.mouse.up()
        self.wait_for(lambda: len(self.kept().document["responses"]["size"]["pressure"]["nodes"]) == 2)

    def test_undo_covers_settings_and_a_drag_is_one_step(self):
        page = self.open_bench()
        page.locator(".card", has_text="Weight").click()
        settle(page)
        before = self.pixels()
        slider = page.locator(".tray").get_by_role("slider", name="Size", exact=True)
        self.assert_reinks_while_dragged(page, slider, 50)
        page.get_by_role("button", name="Undo").click()
        self.wait_for(lambda: np.array_equal(self.pixels(), before))
        self.assertTrue(page.get_by_role("button", name="Undo").is_disabled())

    def test_a_value_can_be_typed_and_stepped(self):
        page = self.open_bench()
        page.locator(".card", has_text="Weight").click()
        page.locator(".tray").get_by_role("button", name="Size: 24 px, type it").click()
        page.keyboard.type("31.5")
        page.keyboard.press("Enter")
        self.wait_for(lambda: self.kept().document["size"] == 31.5)
        page.locator(".tray").get_by_role("button", name="Size: more").click()
        self.wait_for(lambda: self.kept().document["size"] == 32.0)

    def test_the_bench_holds_upright_and_for_a_left_hand(self):
        for width, height in [(800, 1280), (1024, 768), (1920, 1200)]:
            page = self.open_bench(self.open_page(width, height))
            for station in ["Hand", "Line", "Weight", "Tip", "Ink"]:
                page.locator(".card", has_text=station).click()
                settle(page)
                inside = page.evaluate("document.documentElement.scrollWidth <= innerWidth")
                self.assertTrue(inside, f"{station} at {width}")
                tray = page.locator(".tray")
                cut = tray.evaluate(
                    "e => [...e.querySelectorAll('.track[role=slider]')].filter(s => s.clientWidth < 90).length"
                )
                self.assertEqual(cut, 0)
                self.assertGreater(self.sheet_box(page)["height"], 200)
        prefer(self.account, hand="left")
        page = self.open_bench(page)
        self.assertGreater(page.locator(".rail").bounding_box()["x"], 1800)
