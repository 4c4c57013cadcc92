"""Kept states of a brush: made by hand and by themselves, looked at, returned to, branched from."""

from django.test import tag
from rolls.models import Brush, Checkpoint

from journeys.browser import JourneyCase, settle


@tag("browser")
class CheckpointTests(JourneyCase):
    brushes = {"Rope Ribbon": {"size": 20.0, "responses": {}}}

    def more(self, times, page=None):
        page = page or self.page
        page.get_by_role("button", name="Weight").first.click()
        slider = page.get_by_role("slider", name="Size").first
        for _ in range(times):
            slider.press("ArrowRight")
        settle(page)
        return float(slider.get_attribute("aria-valuenow"))

    def sizes(self):
        return list(Checkpoint.objects.filter(deleted_at=None).values_list("document__size", flat=True))

    def test_any_change_can_be_taken_back_however_long_ago(self):
        page = self.open_bench()
        self.wait_for(lambda: self.sizes() == [20.0])
        second = self.more(4)
        self.wait_for(lambda: self.kept().document["size"] == second)
        # Where the checkpoint stood is told on the slider.
        self.assertEqual(page.locator(".tray .tick").count(), 1)
        page.get_by_role("button", name="Checkpoints").click()
        page.get_by_role("textbox", name="Label of the checkpoint").fill("wider")
        page.get_by_role("button", name="Keep a checkpoint").click()
        self.wait_for(lambda: self.sizes() == [20.0, second])

        # Another visit: what it began with is there already, and is not kept twice.
        self.open_bench()
        third = self.more(3)
        page.get_by_role("button", name="Checkpoints").click()
        self.assertEqual(self.sizes(), [20.0, second])
        page.locator(".checkpoints .card").first.click()
        self.assertIn(f"size 20 to {third:g} px", page.locator(".checkpoints").inner_text())
        page.get_by_role("button", name="Return to it").click()
        # A notice that is pointed at stays.
        page.get_by_role("button", name="Take it back").hover()
        self.wait_for(lambda: self.kept().document["size"] == 20.0)
        # What stood before that was kept by itself, and the return can be taken back.
        self.wait_for(lambda: self.sizes() == [20.0, second, third])
        page.get_by_role("button", name="Take it back").click()
        self.wait_for(lambda: self.kept().document["size"] == third)
        page.get_by_role("button", name="As it was when I opened it").click()
        self.wait_for(lambda: self.kept().document["size"] == second)
        page.get_by_role("button", name="Undo").click()
        self.wait_for(lambda: self.kept().document["size"] == third)

        page.locator(".checkpoints .card").nth(1).click()
        page.get_by_role("button", name="New brush from it").click()
        page.wait_for_selector("button.name:has-text('Rope Ribbon, wider')")
        made = self.wait_for(lambda: Brush.objects.filter(name="Rope Ribbon, wider").first())
        self.assertEqual((made.document["size"], made.roll_id), (second, self.roll.pk))

    def test_a_checkpoint_is_deleted_and_put_back_without_a_network(self):
        page = self.open_bench()
        self.wait_for(lambda: self.sizes() == [20.0])
        page.context.set_offline(True)
        page.get_by_role("button", name="Checkpoints").click()
        page.get_by_role("button", name="Keep a checkpoint").click()
        page.locator(".checkpoints .card").nth(1).click()
        page.get_by_role("button", name="Delete").click()
        self.wait_for(lambda: page.locator(".checkpoints .card").count() == 1)
        page.get_by_role("button", name="Put it back").click()
        self.wait_for(lambda: page.locator(".checkpoints .card").count() == 2)
        page.context.set_offline(False)
        self.wait_for(lambda: self.sizes() == [20.0, 20.0])
