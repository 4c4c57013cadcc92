"""Sources made on a device."""

import ast
import uuid
from datetime import timedelta
from unittest import mock

import numpy as np
from django.utils import timezone
from django_q.models import Schedule
from hollowmist_core.formats.picture import read_picture
from hollowmist_core.native.recipes import follow
from hollowmist_core.native.recognise import begin
from PIL import Image
from rolls.actions.add_brush import add_brush
from rolls.models import Roll

from sources.actions.check_picture import check_picture
from sources.models import Source

from .cases import DOTS, SourceTests
from .pictures import encoded, gravel


class MadeOnADeviceTests(SourceTests):
    """Sources that a device made, with its own pictures of them."""

    def setUp(self):
        super().setUp()
        self.pixels = read_picture(gravel()).pixels
        makes, recipe = begin(self.pixels)
        self.ink_made = follow(recipe, makes, self.pixels).bytes
        self.state = {"name": "Gravel", "makes": makes, "recipe": recipe}

    def keep_made(self, ink, key=None, working=None):
        png = encoded(255 - ink.astype(np.uint8), optimize=True)
        _, original = self.bring(gravel())
        _, working = self.bring(working or encoded(self.pixels))
        _, picture = self.bring(png)
        pictures = {"picture": picture, "original": original, "working": working}
        return self.act("keepSource", key or uuid.uuid4(), self.state | pictures), pictures

    def looked_at(self, key):
        """Whether the queue puts ours in the place of a source's picture, once it looks at what it was told to."""
        schedule = Schedule.objects.get(name=f"check {key}")
        with mock.patch.object(timezone, "now", return_value=schedule.next_run + timedelta(seconds=1)):
            self.assertTrue(Schedule.objects.filter(pk=schedule.pk, next_run__lt=timezone.now()).exists())
        return check_picture(*ast.literal_eval(schedule.args))

    def test_its_picture_stands_where_ours_is_the_same_within_two_of_255(self):
        near = np.clip(self.ink_made.astype(int) + np.where(np.indices(self.ink_made.shape)[1] % 2, 2, -2), 0, 255)
        answer, pictures = self.keep_made(near, key := uuid.uuid4())
        self.assertEqual((answer["answer"], answer["revision"], answer["picture"]), ("done", 1, pictures["picture"]))
        row = self.client.get("/api/changes?since=0").json()["changes"][-1]["row"]
        self.assertEqual({key: row[key] for key in pictures}, pictures)
        self.assertFalse(self.looked_at(key))
        # A brush that was built with it before anything was carried is kept as it is.
        roll = Roll.objects.create(account=self.account, name="Shore")
        add_brush(roll, "Stone", {"grain": {"picture": pictures["picture"], "source": None}})

    def test_no_act_waits_for_a_recipe_to_be_followed(self):
        with mock.patch("sources.actions.check_picture.follow", side_effect=AssertionError("it was followed")):
            self.assertEqual(self.keep_made(self.ink_made)[0]["answer"], "done")

    def test_ours_stands_where_its_picture_is_another_once_it_was_looked_at(self):
        for wrong in (np.clip(self.ink_made.astype(int) + 9, 0, 255), self.ink_made[:-8]):
            answer, pictures = self.keep_made(wrong, key := uuid.uuid4())
            self.assertEqual((answer["answer"], answer["picture"]), ("done", pictures["picture"]))
            number = Source.objects.get(pk=key).number
            self.assertTrue(self.looked_at(key))
            source = Source.objects.get(pk=key)
            self.assertGreater(source.number, number)
            np.testing.assert_array_equal(self.ink(source.picture_id), self.ink_made)

    def test_what_was_changed_while_it_was_looked_at_is_left(self):
        self.keep_made(self.ink_made[:-8], key := uuid.uuid4())

        def meanwhile(*arguments):
            Source.objects.filter(pk=key).update(revision=2)
            return follow(*arguments)

        with mock.patch("sources.actions.check_picture.follow", side_effect=meanwhile):
            self.assertFalse(self.looked_at(key))

    def test_ours_stands_at_once_where_what_came_is_no_picture(self):
        _, picture = self.bring(gravel())
        answer = self.act(
            "keepSource", uuid.uuid4(), {"name": "D", "makes": "grain", "recipe": DOTS, "picture": picture}
        )
        self.assertEqual(answer["answer"], "done")
        self.assertNotEqual(answer["picture"], picture)

    def test_sent_once_more_it_is_the_one_that_stands(self):
        key = uuid.uuid4()
        first, _ = self.keep_made(self.ink_made, key)
        self.assertEqual(self.keep_made(self.ink_made, key)[0]["revision"], first["revision"])
        self.assertEqual(Source.objects.count(), 1)

    def test_a_picture_that_comes_after_its_state_is_the_source_s_picture_too(self):
        """A recipe is kept at once, with the picture that there was, and its own once it has rested."""
        key = uuid.uuid4()
        _, before = self.keep_made(self.ink_made, key)
        changed = self.state | {"recipe": self.state["recipe"] | {"steps": [{"kind": "invert", "on": True}]}}
        body = changed | {"picture": before["picture"]}
        self.assertEqual(self.act("keepSource", key, body, 1)["picture"], before["picture"])
        number = Source.objects.get(pk=key).number
        made = follow(changed["recipe"], changed["makes"], self.pixels).bytes
        _, picture = self.bring(encoded(255 - made.astype(np.uint8), optimize=True))
        answer = self.act("keepSource", key, changed | {"picture": picture}, 2)
        self.assertEqual((answer["answer"], answer["revision"], answer["picture"]), ("done", 2, picture))
        self.assertGreater(Source.objects.get(pk=key).number, number)
        self.assertFalse(self.looked_at(key))

    def test_what_is_no_picture_of_its_size_is_refused_in_words(self):
        vast = encoded(Image.new("RGBA", (3000, 40)))
        for working in (b"not a picture", gravel(), vast):
            answer, _ = self.keep_made(self.ink_made, working=working)
            self.assertEqual(answer["answer"], "refused")
            self.assertIn("no PNG of up to 2048 px", answer["detail"])
        self.assertEqual(Source.objects.count(), 0)

    def test_a_picture_that_did_not_come_is_named(self):
        answer = self.act("keepSource", uuid.uuid4(), self.state | {"working": "0" * 64})
        self.assertIn("is not here", answer["detail"])
